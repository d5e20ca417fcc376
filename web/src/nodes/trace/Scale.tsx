import { distance, lengthWithUnit } from '@pelkin/core';
import { Button, HStack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { usePicked } from '../drawn.ts';
import { LengthField } from '../../shared/LengthField.tsx';
import { Section } from '../../shared/Section.tsx';
import { ByNumbers } from './ByNumbers.tsx';
import { Hint, TaskButton } from './TaskButton.tsx';
import { applyMeasures, layOnTwo, straighten, useTracing } from './tracing.ts';
import { useKnownPlaces } from './knownPlaces.ts';
import { WORDS } from '../words.ts';

const LENGTH = { label: WORDS.trueDistance, min: 5, max: 3000, from: 'mark A to mark B' };

const SCALE_TASKS = ['measure', 'straighten', 'two places'] as const;

/** To scale by measures, straight, and on the strings' own places. */
export function Scale() {
  const { task, marks, measures } = useTracing();
  const units = usePicked((d) => d.units);
  const known = useKnownPlaces();
  const [length, setLength] = useState(300);
  const tell = (problem: string | null, told: string): void =>
    useTracing.getState().set(problem ? { problem } : { problem: null, told });
  return (
    <Section title={WORDS.sizeAndPlace}>
      <HStack wrap="wrap" gap="1">
        <TaskButton task="measure">{WORDS.twoPointsAndTheirDistance}</TaskButton>
        <TaskButton task="straighten">{WORDS.alignWithTheCentreLine}</TaskButton>
        <TaskButton task="two places">{known.name}</TaskButton>
      </HStack>
      {task === 'measure' && (
        <>
          <Hint>
            {marks.length < 2
              ? `Press on the board: mark ${'AB'[marks.length]}. Marks can be pulled to their place; zoom in for that.`
              : 'How far is it from A to B in truth?'}
          </Hint>
          {marks.length === 2 && (
            <>
              <LengthField
                label={WORDS.trueDistance2}
                value={length}
                unit={units}
                limit={LENGTH}
                onCommit={(mm) => {
                  setLength(mm);
                  return [];
                }}
              />
              <HStack justify="end">
                <Button size="2xs" variant="outline" onClick={() => useTracing.getState().addMeasure(length)}>
                  {WORDS.anotherMeasure}
                </Button>
                <Button
                  size="2xs"
                  colorPalette="green"
                  onClick={() => {
                    useTracing.getState().addMeasure(length);
                    const problem = applyMeasures();
                    if (!problem) useTracing.getState().begin(null);
                    tell(problem, WORDS.thePictureIsToScale);
                  }}
                >
                  {WORDS.setToScale}
                </Button>
              </HStack>
            </>
          )}
        </>
      )}
      {measures.map((m, i) => (
        <HStack key={i} fontSize="12.5px">
          <Text flex="1">Measure {i + 1}</Text>
          <Text fontFamily="mono">{lengthWithUnit(m.truth, units)}</Text>
          <Button size="2xs" variant="ghost" onClick={() => useTracing.getState().dropMeasure(i)}>
            {WORDS.remove}
          </Button>
        </HStack>
      ))}
      {task === 'straighten' && (
        <>
          <Hint>{'Mark two places of the centre line: A tailward, B nutward.'}</Hint>
          <HStack justify="end">
            <Button
              size="2xs"
              colorPalette="green"
              disabled={marks.length < 2}
              onClick={() => {
                const problem = straighten();
                useTracing.getState().begin(null);
                tell(problem, 'The picture lies along the centre line.');
              }}
            >
              {WORDS.alignIt}
            </Button>
          </HStack>
        </>
      )}
      {task === 'two places' && (
        <>
          <Hint>{`${known.mark}; they come to lie ${lengthWithUnit(distance(...known.places), units)} apart, as the strings have it.`}</Hint>
          <HStack justify="end">
            <Button
              size="2xs"
              colorPalette="green"
              disabled={marks.length < 2}
              onClick={() => {
                const problem = layOnTwo(known.step, known.places);
                useTracing.getState().begin(null);
                tell(problem, known.told);
              }}
            >
              {WORDS.moveItThere}
            </Button>
          </HStack>
        </>
      )}
      <ByNumbers of={SCALE_TASKS} />
    </Section>
  );
}
