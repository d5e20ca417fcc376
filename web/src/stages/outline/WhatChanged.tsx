import { differenceAlong, lengthWithUnit, movedStretches } from '@pelkin/core';
import { Box, Button, Text } from '@chakra-ui/react';
import { useMemo } from 'react';
import { Suspense, lazy } from 'react';
import { derive, usePicked } from '../../design/derived.ts';
import { useRested } from '../../design/rested.ts';
import { Section } from '../../shared/Section.tsx';
import { useCompared } from './compared.ts';
import { PlaceRow } from './Flow.tsx';
import { placeWords } from './placeWords.ts';

const AlongChart = lazy(async () => ({ default: (await import('./AlongChart.tsx')).AlongChart }));
const MOST_LISTED = 8;

/** The shape that lies over this one, and how the edge lies beside it. */
export function useDifference() {
  const design = useRested((s) => s.design);
  const other = useCompared((s) => s.others.find((o) => o.key === s.over) ?? null);
  return useMemo(() => {
    if (!design || !other?.path) return null;
    const moved = differenceAlong(other.path, derive(design).path);
    return { other, path: other.path, moved, stretches: movedStretches(moved) };
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
      title="What changed"
      aside={
        <Button size="2xs" variant="outline" onClick={() => useCompared.getState().addNow()}>
          Mark this state
        </Button>
      }
    >
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
                  label="Distance along the edge"
                  words={signed}
                />
              </Suspense>
              <Box display="grid" role="list" aria-label="Stretches that moved">
                {difference.stretches.slice(0, MOST_LISTED).map((m) => (
                  <PlaceRow key={`${m.from.x} ${m.from.y}`} at={m.at}>
                    {signed(m.by)} over {lengthWithUnit(m.length, units, 0)}: {placeWords(m.at, units)}
                  </PlaceRow>
                ))}
              </Box>
            </>
          )}
        </>
      ) : (
        <Text fontSize="12px" color="faded">
          Mark the present state and go on drawing, or lay a revision or another design over this one under
          Proportion: what moved is told along the edge.
        </Text>
      )}
    </Section>
  );
}
