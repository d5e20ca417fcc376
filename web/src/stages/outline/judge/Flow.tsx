import type { Bend, HornShape } from '@pelkin/core';
import { alongEdge, bendsOf, hornShapes, lengthWithUnit, oddBends, reversals } from '@pelkin/core';
import { Box, Button, HStack, Text } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import { Suspense, lazy, useMemo, useState } from 'react';
import { useBoard } from '../../../board/boardStore.ts';
import { derive, usePicked } from '../../../design/derived.ts';
import { useRested } from '../../../design/rested.ts';
import { Choice, Section } from '../../../shared/Section.tsx';
import { placeWords } from '../../../shared/placeWords.ts';
import { WORDS } from '../words.ts';

const AlongChart = lazy(async () => ({ default: (await import('./AlongChart.tsx')).AlongChart }));

/** Chart places along the edge, mm apart. */
const STEP = 3;
/** A bend tighter than this radius, mm, is cut off in the chart, so that the rest is seen. */
const TIGHTEST = 12;

/** Something at a place, that a press shows. */
export function PlaceRow({ at, children }: { at: { x: number; y: number }; children: ReactNode }) {
  return (
    <Box
      as="button"
      textAlign="left"
      fontSize="12.5px"
      py="0.5"
      cursor="pointer"
      _hover={{ bg: 'sunk' }}
      onClick={() => useBoard.getState().showPlace(at)}
    >
      {children}
    </Box>
  );
}

const radiusWords = (bend: Bend, units: 'mm' | 'in' | 'in-fraction'): string =>
  bend.radius === 0 ? 'a corner' : `R ${lengthWithUnit(bend.radius, units, 1)}`;

function Horns({ bass, treble }: { bass: HornShape | null; treble: HornShape | null }) {
  const units = usePicked((d) => d.units);
  if (!bass && !treble)
    return (
      <Text fontSize="12.5px" color="faded">
        The body has no horns: no cutaway lies beside the neck.
      </Text>
    );
  const rows: readonly (readonly [string, (h: HornShape) => string])[] = [
    ['Length, from the cutaway', (h) => lengthWithUnit(h.length, units, 1)],
    ['Width, half-way', (h) => (h.width === null ? '–' : lengthWithUnit(h.width, units, 1))],
    ['Points outward by', (h) => `${h.outwardDeg.toFixed(1)}°`],
    [
      'Tip',
      (h) =>
        h.tipRadius === 0
          ? 'corner'
          : Number.isFinite(h.tipRadius)
            ? `R ${lengthWithUnit(h.tipRadius, units, 1)}`
            : 'flat',
    ],
  ];
  return (
    <Box as="table" w="full" fontSize="12.5px" aria-label={WORDS.hornsSideBySide}>
      <thead>
        <tr>
          <td />
          {['Bass', 'Treble'].map((side) => (
            <Box as="th" key={side} textAlign="right" fontWeight="600">
              {side}
            </Box>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map(([name, of]) => (
          <tr key={name}>
            <Box as="th" textAlign="left" fontWeight="400">
              {name}
            </Box>
            {[bass, treble].map((h, i) => (
              <Box as="td" key={i} textAlign="right" fontFamily="mono">
                {h ? of(h) : '–'}
              </Box>
            ))}
          </tr>
        ))}
      </tbody>
    </Box>
  );
}

/** Curvature and direction along the edge, where it reverses, both horns, and what stands out. */
export function Flow() {
  const design = useRested((s) => s.design);
  const units = usePicked((d) => d.units);
  const [of, setOf] = useState<'curvature' | 'direction'>('curvature');
  const [open, setOpen] = useState(false);
  const seen = useMemo(() => {
    if (!design) return null;
    const { path, measures } = derive(design);
    const along = alongEdge(path, STEP);
    const bends = bendsOf(path);
    return {
      along,
      turns: reversals(alongEdge(path, 1)),
      bends,
      odd: oddBends(bends),
      horns: hornShapes(path, measures),
    };
  }, [design]);
  if (!seen) return null;
  const { along, turns, bends, odd, horns } = seen;
  const limit = 1000 / TIGHTEST;
  const places = along.map((a) => ({
    at: a.at,
    s: a.s,
    value: of === 'curvature' ? Math.max(-limit, Math.min(limit, 1000 * a.curvature)) : a.wayDeg,
  }));
  const words = (value: number): string =>
    of === 'direction'
      ? `runs ${value.toFixed(0)}° from nutward`
      : Math.abs(value) < 0.3
        ? 'nearly straight'
        : `${value > 0 ? 'bulges' : 'hollow'}, R ${lengthWithUnit(1000 / Math.abs(value), units, 0)}${Math.abs(value) >= limit ? ' or less' : ''}`;
  return (
    <>
      <Section title={WORDS.alongTheEdge}>
        <Choice
          label={WORDS.shown}
          value={of}
          options={[
            ['curvature', 'Curvature'],
            ['direction', 'Direction'],
          ]}
          onChange={setOf}
        />
        <Suspense fallback={<Box h="150px" />}>
          <AlongChart
            places={places}
            label={of === 'curvature' ? 'Curvature along the edge' : 'Direction along the edge'}
            words={words}
          />
        </Suspense>
        <Text fontSize="12px" color="faded">
          {of === 'curvature'
            ? 'One over the radius, in 1/m; above the line the edge bulges, below it is hollow. Point at the chart: the place is shown on the board.'
            : 'Degrees from nutward, mm along the edge. A fair edge turns without steps.'}
        </Text>
        <HStack justify="space-between">
          <Text fontSize="12.5px">
            The bend reverses {turns.length} {turns.length === 1 ? 'time' : 'times'}.
          </Text>
          <Button size="2xs" variant="outline" aria-expanded={open} onClick={() => setOpen(!open)}>
            {open ? WORDS.hideTheList : WORDS.showWhere}
          </Button>
        </HStack>
        {open && (
          <Box display="grid" role="list" aria-label={WORDS.reversals}>
            {turns.map((t) => (
              <PlaceRow key={t.s} at={t.at}>
                to {t.to}: {placeWords(t.at, units)}
              </PlaceRow>
            ))}
          </Box>
        )}
      </Section>
      <Section title={WORDS.horns}>
        <Horns {...horns} />
      </Section>
      <Section title={WORDS.whatStandsOut}>
        {odd.map(({ bend, times }) => (
          <PlaceRow key={`${bend.at.x} ${bend.at.y}`} at={bend.at}>
            ▲ The {bend.kind} of {radiusWords(bend, units)} is {times!.toFixed(1)} times tighter than any
            other {bend.kind}: {placeWords(bend.at, units)}.
          </PlaceRow>
        ))}
        {odd.length === 0 && (
          <Text fontSize="12.5px" color="faded">
            No rounded bend is twice as tight as every other of its kind.
          </Text>
        )}
        <Text fontSize="12px" color="faded">
          Tightest first:{' '}
          {bends
            .slice(0, 5)
            .map((b) => `${b.kind} ${radiusWords(b, units)}`)
            .join(', ')}
          .
        </Text>
      </Section>
    </>
  );
}
