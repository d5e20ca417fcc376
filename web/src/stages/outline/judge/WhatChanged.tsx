import type { ProportionKey } from '@pelkin/core';
import { PROPORTION_KEYS, differenceAlong, lengthWithUnit, movedStretches } from '@pelkin/core';
import { Box, Button, Text } from '@chakra-ui/react';
import { Suspense, lazy, useMemo } from 'react';
import { derive, usePicked } from '../../../design/derived.ts';
import { useRested } from '../../../design/rested.ts';
import { Section } from '../../../shared/Section.tsx';
import { proportionsNow, useCompared } from './compared.ts';
import { Comparing } from './Comparing.tsx';
import { PlaceRow } from './Flow.tsx';
import { nameOf, shownMeasure } from './measureWords.ts';
import { placeWords } from '../../../shared/placeWords.ts';
import { WORDS } from '../words.ts';

const AlongChart = lazy(async () => ({ default: (await import('./AlongChart.tsx')).AlongChart }));
const MOST_LISTED = 8;

/** Measures that differ by less than this, mm, are the same; plain ratios by a thousandth, the face by a mm of its edge. */
const SAME = 0.05;
const isSame = (key: ProportionKey, a: number | undefined, b: number | undefined): boolean => {
  if (a === undefined || b === undefined) return false;
  const within = key === 'face' ? 100 : key === 'thicknessToWidth' || key === 'bassToTreble' ? 0.001 : SAME;
  return Math.abs(a - b) < within;
};

/** The shape that lies over this one, and how the edge lies beside it. */
export function useDifference() {
  const design = useRested((s) => s.design);
  const other = useCompared((s) => s.others.find((o) => o.key === s.over) ?? null);
  return useMemo(() => {
    if (!design || !other?.path) return null;
    const moved = differenceAlong(other.path, derive(design).path);
    const now = proportionsNow(design);
    const measures = PROPORTION_KEYS.flatMap((key) => {
      const [before, after] = [other.proportions[key], now[key]];
      return before === after || isSame(key, before, after) ? [] : [{ key, before, after }];
    });
    return { other, path: other.path, moved, stretches: movedStretches(moved), measures };
  }, [design, other]);
}

/** What differs from another state, aligned at bridge and centre line. */
export function WhatChanged() {
  const units = usePicked((d) => d.units);
  const difference = useDifference();
  const signed = (mm: number): string =>
    `${lengthWithUnit(Math.abs(mm), units, 1)} ${mm > 0 ? 'outside' : 'inside'}`;
  return (
    <Section
      title={WORDS.whatChanged}
      aside={
        <Button size="2xs" variant="outline" onClick={() => useCompared.getState().addNow()}>
          {WORDS.markThisState}
        </Button>
      }
    >
      <Comparing />
      {difference ? (
        <>
          <Text fontSize="12.5px">
            Against {difference.other.name}, both at bridge and centre line:{' '}
            {difference.stretches.length === 0
              ? 'the edge is where it was.'
              : `${difference.stretches.length} ${difference.stretches.length === 1 ? 'stretch has' : 'stretches have'} moved.`}
          </Text>
          {difference.stretches.length > 0 && (
            <>
              <Suspense fallback={<Box h="150px" />}>
                <AlongChart
                  places={difference.moved.map((m) => ({ at: m.at, s: m.s, value: m.by }))}
                  label={WORDS.distanceAlongTheEdge}
                  words={signed}
                />
              </Suspense>
              <Box display="grid" role="list" aria-label={WORDS.stretchesThatMoved}>
                {difference.stretches.slice(0, MOST_LISTED).map((m) => (
                  <PlaceRow key={`${m.from.x} ${m.from.y}`} at={m.at}>
                    {signed(m.by)} over {lengthWithUnit(m.length, units, 0)}: {placeWords(m.at, units)}
                  </PlaceRow>
                ))}
              </Box>
            </>
          )}
          {difference.measures.length > 0 && (
            <Box as="table" w="full" fontSize="12.5px" aria-label={WORDS.measurementsThatChanged}>
              <tbody>
                {difference.measures.map(({ key, before, after }) => (
                  <tr key={key}>
                    <Box as="th" textAlign="left" fontWeight="400">
                      {nameOf(key)}
                    </Box>
                    <Box as="td" textAlign="right" fontFamily="mono" whiteSpace="nowrap">
                      {shownMeasure(key, before, units)} → {shownMeasure(key, after, units)}
                    </Box>
                  </tr>
                ))}
              </tbody>
            </Box>
          )}
        </>
      ) : (
        <Text fontSize="12px" color="faded">
          Mark the present state and go on drawing, or compare with a revision or another design: what moved
          is shown here, along the edge, and measurement by measurement under Proportion.
        </Text>
      )}
    </Section>
  );
}
