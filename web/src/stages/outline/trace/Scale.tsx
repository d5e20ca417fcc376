import { lengthWithUnit } from '@pelkin/core';
import { Button, HStack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { useDerived, usePicked } from '../../../design/derived.ts';
import { LengthField } from '../../../shared/LengthField.tsx';
import { Section } from '../../../shared/Section.tsx';
import { ByNumbers } from './ByNumbers.tsx';
import { Hint, TaskButton } from './TaskButton.tsx';
import { applyMeasures, layOnJoint, straighten, useTracing } from './tracing.ts';

const LENGTH = { label: 'true distance', min: 5, max: 3000, from: 'mark A to mark B' };

const SCALE_TASKS = ['measure', 'straighten', 'joint'] as const;

/** To scale by measures, straight, and on the strings' own places. */
export function Scale() {
  const { task, marks, measures } = useTracing();
  const units = usePicked((d) => d.units);
  const { stringPlan } = useDerived();
  const [length, setLength] = useState(300);
  const tell = (problem: string | null, told: string): void =>
    useTracing.getState().set(problem ? { problem } : { problem: null, told });
  return (
    <Section title="Size and place">
      <HStack wrap="wrap" gap="1">
        <TaskButton task="measure">Two points and their distance</TaskButton>
        <TaskButton task="straighten">Align with the centre line</TaskButton>
        <TaskButton task="joint">Bridge and joint</TaskButton>
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
                label="True distance"
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
                  Another measure
                </Button>
                <Button
                  size="2xs"
                  colorPalette="green"
                  onClick={() => {
                    useTracing.getState().addMeasure(length);
                    const problem = applyMeasures();
                    if (!problem) useTracing.getState().begin(null);
                    tell(problem, 'The picture is to scale.');
                  }}
                >
                  Set to scale
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
            Remove
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
              Align it
            </Button>
          </HStack>
        </>
      )}
      {task === 'joint' && (
        <>
          <Hint>{`Mark A where the centre line crosses the bridge line, B where it crosses the joint; they come to lie ${lengthWithUnit(stringPlan.jointX, units)} apart, as the strings have it.`}</Hint>
          <HStack justify="end">
            <Button
              size="2xs"
              colorPalette="green"
              disabled={marks.length < 2}
              onClick={() => {
                const problem = layOnJoint(stringPlan.jointX);
                useTracing.getState().begin(null);
                tell(problem, 'The picture lies on bridge and joint.');
              }}
            >
              Move it there
            </Button>
          </HStack>
        </>
      )}
      <ByNumbers of={SCALE_TASKS} />
    </Section>
  );
}
