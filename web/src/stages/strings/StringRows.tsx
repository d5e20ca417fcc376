import { edits } from '@pelkin/core';
import { Button, HStack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { useDerived } from '../../design/derived.ts';
import { useLengths } from '../../design/lengths.ts';
import { useDesign, useDesignStore } from '../../design/store.ts';
import { LengthField } from '../../shared/LengthField.tsx';
import { Choice, Reading, Section } from '../../shared/Section.tsx';
import { figureAndUnit } from '@pelkin/core';
import { StringTypes } from './StringTypes.tsx';
import { CsvButton } from './CsvButton.tsx';
import { WORDS } from './words.ts';

/** Courses in words: how many strings each has, bass to treble. */
export const courseWords = (courses: readonly number[] | null): string => courses?.join(' ') ?? '';

/** Reads “2 2 1 1” as courses; null when it is none. */
export function readCourses(text: string): readonly number[] | null {
  const parts = text
    .trim()
    .split(/[\s,+]+/)
    .filter(Boolean);
  return parts.length > 0 && parts.every((p) => /^[1-4]$/.test(p)) ? parts.map(Number) : null;
}

/** Gauges, kinds and compensation of every string, one list at a time. */
export function StringRows() {
  const design = useDesign();
  const { strings, units } = design;
  const { stringPlan } = useDerived();
  const edit = useDesignStore((s) => s.edit);
  const lengths = useLengths();
  const [shown, setShown] = useState<'gauge' | 'kind' | 'compensation'>('gauge');
  const { saddleLine } = stringPlan;
  const { figure, unit } = figureAndUnit(saddleLine?.worst.by ?? 0, units, 2);
  return (
    <Section title={WORDS.everyStringBassToTreble} aside={<CsvButton table="saddles" />}>
      <Choice
        label={WORDS.typeIts}
        value={shown}
        options={[
          ['gauge', 'Gauge'],
          ['kind', 'Kind'],
          ['compensation', WORDS.compensation],
        ]}
        onChange={setShown}
      />
      {shown === 'kind' && <StringTypes />}
      {shown === 'gauge' &&
        strings.gauges.map((gauge, i) => (
          <LengthField
            key={i}
            label={`String ${strings.count - i}`}
            value={gauge}
            places={2}
            {...lengths(
              `strings.gauges.${i}`,
              (d, mm) => edits.editStrings(d, { gauges: d.strings.gauges.map((g, k) => (k === i ? mm : g)) }),
              'strings.gauge',
              `gauge of string ${strings.count - i}`,
            )}
          />
        ))}
      {shown === 'compensation' &&
        strings.compensation.map((by, i) => (
          <LengthField
            key={i}
            label={`Saddle of string ${strings.count - i}, tailward`}
            value={by}
            places={2}
            {...lengths(
              `strings.compensation.${i}`,
              (d, mm) =>
                edits.editStrings(d, {
                  compensation: d.strings.compensation.map((c, k) => (k === i ? mm : c)),
                }),
              'strings.compensation',
              `compensation of string ${strings.count - i}`,
            )}
          />
        ))}
      {shown === 'compensation' && (
        <>
          {saddleLine && (
            <>
              <Reading
                label={WORDS.straightSaddleBassEndTailward}
                value={((saddleLine.turn * 180) / Math.PI).toFixed(2)}
                unit="°"
              />
              <Reading
                label={`It misses string ${strings.count - saddleLine.worst.string} by`}
                value={figure}
                unit={unit}
              />
            </>
          )}
          <HStack>
            <Text flex="1" fontSize="12px" color="faded">
              An estimate from gauge, kind and scale begins it; set the final value by intonation.
            </Text>
            <Button
              size="2xs"
              variant="outline"
              onClick={() => edit('estimated the compensation', edits.startCompensation)}
            >
              {WORDS.estimate}
            </Button>
          </HStack>
        </>
      )}
    </Section>
  );
}
