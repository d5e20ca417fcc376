import type { Design, Family, Limit, ShapeKey, ShapeMeasures } from '@pelkin/core';
import {
  FAMILY_KEYS,
  SHAPE_WORDS,
  closedPathMark,
  pathData,
  seatOf,
  solveOutline,
  startDesign,
  startMeasures,
} from '@pelkin/core';
import { Box, Grid, Text } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import { useMemo, useState } from 'react';
import { sentence } from '../design/api.ts';
import { LengthField } from '../shared/LengthField.tsx';
import { FamilyChoice } from './FamilyChoice.tsx';
import { WORDS } from './words.ts';

const limitOf = (key: ShapeKey): Limit => ({
  label: SHAPE_WORDS[key].name,
  min: key === 'waistOffset' ? -120 : 0,
  max: 1200,
  from: SHAPE_WORDS[key].from,
});

const heading = (key: ShapeKey): string => sentence(SHAPE_WORDS[key].name).replace(/\.$/, '');

/** The body as it would be, neck to the right, with the board’s place where it joins. */
function Picture({ design }: { design: Design }) {
  const shown = useMemo(() => {
    const path = solveOutline(design.outline.nodes);
    const xs = design.outline.nodes.map((n) => n.x);
    const ys = design.outline.nodes.map((n) => n.y);
    const [minX, maxX] = [Math.min(...xs) - 30, Math.max(...xs) + 30];
    const reach = Math.max(...ys.map(Math.abs)) + 26;
    return {
      d: pathData(closedPathMark('body', 'outline', path), (p) => ({ x: p.x, y: -p.y })),
      viewBox: `${minX} ${-reach} ${maxX - minX} ${2 * reach}`,
      minX,
      maxX,
    };
  }, [design]);
  const seat = seatOf(design.strings);
  return (
    <Box asChild w="full" h="360px" bg="paper" borderWidth="1px" borderColor="rule" borderRadius="l2">
      <svg viewBox={shown.viewBox} role="img" aria-label={WORDS.theBodyWithTheseMeasurements}>
        <path
          d={shown.d}
          fill="var(--chakra-colors-wood)"
          stroke="var(--chakra-colors-ink)"
          strokeWidth="2.2"
          vectorEffect="non-scaling-stroke"
          data-testid="measured-body"
        />
        <line
          x1={shown.minX}
          x2={shown.maxX}
          y1="0"
          y2="0"
          stroke="var(--chakra-colors-madder)"
          strokeDasharray="14 4 2 4"
          opacity="0.6"
          vectorEffect="non-scaling-stroke"
        />
        <line
          x1="0"
          x2="0"
          y1="-36"
          y2="36"
          stroke="var(--chakra-colors-madder)"
          vectorEffect="non-scaling-stroke"
        />
        <line
          x1={seat.x}
          x2={seat.x}
          y1={-seat.half}
          y2={seat.half}
          stroke="var(--chakra-colors-kelp)"
          strokeWidth="2.4"
          vectorEffect="non-scaling-stroke"
        />
      </svg>
    </Box>
  );
}

/** A body from its measures, drawn as they are typed; or which of them contradict each other. */
export function FromMeasures(props: {
  readonly count: number;
  readonly scale: number;
  /** What stands above the measures. */
  readonly head: ReactNode;
  readonly buttons: (design: Design | null) => ReactNode;
}) {
  const { count, scale, head, buttons } = props;
  const [family, setFamily] = useState<Family>('two-horns');
  // What is not typed goes with the scale and the number of strings.
  const [typed, setTyped] = useState<ShapeMeasures>({});
  const measures = useMemo(
    () => ({ ...startMeasures(family, count, scale), ...typed }),
    [family, count, scale, typed],
  );
  const started = useMemo(
    () => startDesign('New', family, measures, count, scale),
    [family, measures, count, scale],
  );
  const [last, setLast] = useState<Design | null>(null);
  if (started.ok && last !== started.design) setLast(started.design);
  const contradicted = new Set(started.ok ? [] : started.contradictions.flatMap((c) => c.keys));
  return (
    <>
      <Grid templateColumns={{ base: '1fr', lg: '440px 1fr' }} gap="6">
        <Box display="grid" gap="1.5" alignContent="start">
          {head}
          <FamilyChoice
            family={family}
            onChange={(next) => {
              setFamily(next);
              setTyped({});
            }}
          />
          {FAMILY_KEYS[family].map((key) => (
            <Box key={`${family} ${key}`} data-contradicted={contradicted.has(key) || undefined}>
              <LengthField
                label={`${contradicted.has(key) ? '▲ ' : ''}${heading(key)}`}
                value={measures[key]!}
                unit="mm"
                limit={limitOf(key)}
                onCommit={(mm) => {
                  setTyped({ ...typed, [key]: mm });
                  return [];
                }}
              />
            </Box>
          ))}
        </Box>
        <Box>
          {last && <Picture design={started.ok ? started.design : last} />}
          {started.ok ? (
            <Text fontSize="12.5px" color="faded" mt="2" role="status">
              {started.design.outline.nodes.filter((n) => n.kind === 'fair').length} fair nodes, every measure
              within 0.5 mm. The green line is the neck’s joint, the red one the bridge line. All of it can be
              changed later.
            </Text>
          ) : (
            <Box mt="2" role="alert" fontSize="13px" color="ochre">
              {started.contradictions.map((c) => (
                <Text key={c.message}>▲ {sentence(c.message)}</Text>
              ))}
            </Box>
          )}
          {buttons(started.ok ? started.design : null)}
        </Box>
      </Grid>
    </>
  );
}
