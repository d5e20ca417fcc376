import { drawingSvg, lengthWithUnit, polylineMark } from '@pelkin/core';
import { Box, Button, HStack, Text } from '@chakra-ui/react';
import { useDrawnLine, useDrawnStore as useDesignStore, usePicked } from '../drawn.ts';
import { LengthField } from '../../shared/LengthField.tsx';
import { NumberField } from '../../shared/NumberField.tsx';
import { Choice, Section } from '../../shared/Section.tsx';
import { BodySide } from './BodySide.tsx';
import { ByNumbers } from './ByNumbers.tsx';
import { Hint, TaskButton } from './TaskButton.tsx';
import { allow, lookForEdge, takeEdge } from './layUnder.ts';
import { foundNow, useTracing } from './tracing.ts';
import { TRACED, WORDS } from '../words.ts';
import type { Point } from '@pelkin/core';
import { TRACED_KINDS, edgeDoubts, follows } from '@pelkin/core/outline/tracing';
import { useMemo } from 'react';
import type { Miss } from '@pelkin/core/outline/tracing';
import { useBoard } from '../../board/boardStore.ts';
import { download, fileStem } from '../../shared/download.ts';
import { placeWords } from '../../shared/placeWords.ts';

const BRUSH = { label: WORDS.brush, min: 1, max: 80, from: 'its middle to its rim' };
const WITHIN = {
  label: WORDS.tolerance,
  min: 0.05,
  max: 3,
  from: 'the furthest that the outline may be off',
};
const EDGE_TASKS = ['body', 'bench', 'brush-bench', 'brush-body', 'bridge'] as const;

/** The found edge as it is, for other programs: a line of millimetres in the instrument frame. */
function saveRawEdge(edge: readonly Point[]): void {
  const { design } = useDesignStore.getState();
  if (!design) return;
  const drawing = {
    layers: [{ name: 'outline' as const, marks: [polylineMark('edge', 'outline', edge, true)] }],
  };
  download(
    `${fileStem(design.name)}-edge.svg`,
    'image/svg+xml',
    drawingSvg(drawing, `${design.name}, traced edge`),
  );
}

/** Where the outline leaves the edge by more than was allowed: pressed, the place. */
function Misses({ misses, tolerance }: { misses: readonly Miss[]; tolerance: number }) {
  const units = usePicked((d) => d.units);
  return (
    <Box fontSize="12.5px" role="alert" aria-label={WORDS.placesThatAreMissed}>
      <Text color="madder" fontWeight="600">
        ■ The outline leaves the edge by more than the {lengthWithUnit(tolerance, units, 2)} you allow: it
        cannot be used. Steer the edge there, or allow more.
      </Text>
      {misses.map(({ at, by }) => (
        <Box
          as="button"
          key={`${at.x} ${at.y}`}
          display="block"
          textAlign="left"
          color="faded"
          cursor="pointer"
          _hover={{ color: 'ink' }}
          onClick={() => useBoard.getState().showPlace(at)}
        >
          {lengthWithUnit(by, units, 1)} off, {placeWords(at, units)}
        </Box>
      ))}
    </Box>
  );
}

/** The body's edge, found in the picture. */
export function EdgeOfBody() {
  const { task, lookFor, body, bench, bridges, strokes, threshold, tolerance, brush, share } = useTracing();
  const units = usePicked((d) => d.units);
  const id = useTracing((s) => s.id);
  const line = useDrawnLine((s) => s.line);
  const words = TRACED[line];
  const underlay = usePicked((d) => d.underlays.find((u) => u.id === id));
  const first = useTracing((s) => s.found);
  const found = useMemo(() => (first && underlay ? foundNow(first, underlay) : null), [first, underlay]);
  // A photo that is being straightened, or whose corners are being marked, is not the one to look in.
  const isStraightening = share !== null || task === 'corners';
  const doubts = useMemo(
    () =>
      found
        ? edgeDoubts(
            found.edge,
            found.nodes && { nodes: found.nodes, off: found.off },
            tolerance,
            found.atRim,
            TRACED_KINDS[line],
          )
        : [],
    [found, tolerance, line],
  );
  const isOther = doubts.some((d) => d.isOther);
  const { set, clear } = useTracing.getState();
  const steered = body.length + bench.length + bridges.length + strokes.length;
  return (
    <Section
      title={WORDS.theEdge}
      aside={
        <Button size="2xs" colorPalette="green" disabled={isStraightening} onClick={() => void lookForEdge()}>
          {WORDS.findTheEdge}
        </Button>
      }
    >
      <Choice
        label={WORDS.lookFor}
        value={lookFor}
        options={[
          ['body', words.edge],
          ['line', WORDS.aDrawnLine],
        ]}
        onChange={(next) => set({ lookFor: next, found: null })}
      />
      {lookFor === 'line' && (
        <Text fontSize="12px" color="faded">
          For a scan of a plan: the outermost closed dark line is followed along its middle. Small gaps are
          closed; bridge larger ones.
        </Text>
      )}
      <HStack wrap="wrap" gap="1">
        <TaskButton task="body">{words.mark}</TaskButton>
        <TaskButton task="bench">Mark bench</TaskButton>
        <TaskButton task="brush-bench">{WORDS.paintAsBench}</TaskButton>
        <TaskButton task="brush-body">{words.paint}</TaskButton>
        <TaskButton task="bridge">Bridge</TaskButton>
      </HStack>
      {task === 'body' && <Hint>{`Press on the ${line}, on each colour it has.`}</Hint>}
      {task === 'bench' && <Hint>{'Press on the bench, on shadows too.'}</Hint>}
      {task === 'bridge' && (
        <Hint>
          {
            'Mark two places of the edge: between them, the shorter way round, it runs straight. For a neck or a strap button that crosses it.'
          }
        </Hint>
      )}
      {(task === 'brush-bench' || task === 'brush-body') && (
        <LengthField
          label={WORDS.brush2}
          value={brush}
          unit={units}
          limit={BRUSH}
          onCommit={(mm) => {
            set({ brush: mm });
            return [];
          }}
        />
      )}
      {lookFor === 'body' && (
        <NumberField
          label={words.countsFrom}
          value={threshold * 100}
          unit="%"
          min={10}
          max={90}
          from={`0 is bench, 100 is ${line}`}
          places={0}
          onCommit={(share) => {
            set({ threshold: share / 100, found: null });
            return [];
          }}
        />
      )}
      <LengthField
        label={WORDS.outlineWithin}
        value={tolerance}
        unit={units}
        limit={WITHIN}
        places={2}
        onCommit={(mm) => {
          void allow(mm);
          return [];
        }}
      />
      {underlay && lookFor === 'body' && <BodySide underlay={underlay} />}
      {steered > 0 && (
        <HStack fontSize="12.5px">
          <Text flex="1">
            {[
              body.length && `${body.length} on the ${line}`,
              bench.length && `${bench.length} on the bench`,
              strokes.length && `${strokes.length} brushed`,
              bridges.length && `${bridges.length} bridged`,
            ]
              .filter(Boolean)
              .join(', ')}
          </Text>
          <Button size="2xs" variant="ghost" onClick={() => clear('steering')}>
            {WORDS.clear}
          </Button>
        </HStack>
      )}
      {found && (
        <>
          <Text fontSize="12.5px" role="status">
            {found.nodes && !isOther
              ? `An edge: ${found.nodes.length} nodes follow it within ${lengthWithUnit(found.off, units, 2)}.`
              : 'An edge, not yet an outline.'}
            {found.removed > 0 &&
              ` Up to ${lengthWithUnit(found.removed, units, 0)} of the ${line}’s side removed.`}
          </Text>
          {doubts.length > 0 && (
            <Box fontSize="12.5px" color="ochre" role="alert" aria-label={WORDS.doubtsAboutTheEdge}>
              <Text fontWeight="600">▲ This is probably not the {line}’s edge:</Text>
              {doubts.map((d) => (
                <Text key={d.what}>
                  {d.what}: {d.remedy}.
                </Text>
              ))}
            </Box>
          )}
          {found.nodes && !isOther && !follows(found.off, tolerance) && (
            <Misses misses={found.misses} tolerance={tolerance} />
          )}
          {!isOther && found.needs !== null && found.needs > tolerance && found.needs <= WITHIN.max && (
            <HStack fontSize="12.5px">
              <Text flex="1">{`An outline of it needs ${lengthWithUnit(found.needs, units, 2)}.`}</Text>
              <Button size="2xs" variant="outline" onClick={() => void allow(found.needs!)}>
                {`${WORDS.allowTolerance} ${lengthWithUnit(found.needs, units, 2)}`}
              </Button>
            </HStack>
          )}
          <HStack justify="end">
            <Button size="2xs" variant="outline" onClick={() => set({ found: null })}>
              {WORDS.discard}
            </Button>
            <Button size="2xs" variant="outline" onClick={() => saveRawEdge(found.edge)}>
              {WORDS.saveTheRawEdge}
            </Button>
            {found.nodes && !isOther && (
              <Button
                size="2xs"
                colorPalette="green"
                disabled={!follows(found.off, tolerance)}
                onClick={takeEdge}
              >
                {WORDS.useAsTheOutline}
              </Button>
            )}
          </HStack>
        </>
      )}
      <ByNumbers of={EDGE_TASKS} />
    </Section>
  );
}
