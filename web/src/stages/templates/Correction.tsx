import type { DisplayUnit, Limit } from '@pelkin/core';
import { BARS, correctionQuestioned, edits, printedAgain, takeBar, uncorrected } from '@pelkin/core';
import { Button, HStack, Text } from '@chakra-ui/react';
import { useDesign, useDesignStore } from '../../design/store.ts';
import { LengthField } from '../../shared/LengthField.tsx';
import { Reading, Section } from '../../shared/Section.tsx';
import { WORDS } from './words.ts';

/** What a bar may measure on paper before it is no bar of ours: so much of its length. */
const LEAST = 0.85;
const MOST = 1.18;
/** Each bar is typed in its own unit: a 4 in the inch bar is four inches. */
const BAR_UNITS: Readonly<Record<(typeof BARS)[number], readonly [string, DisplayUnit]>> = {
  100: ['100 mm', 'mm'],
  101.6: ['4 in', 'in'],
};
const limitOf = (nominal: number): Limit => ({
  label: WORDS.measuredBar,
  min: nominal * LEAST,
  max: nominal * MOST,
  from: 'end tick to end tick of the printed bar',
});

/** The printer's own error: type what a bar of the last print measures, and the next print is cured. */
export function Correction() {
  const { print } = useDesign();
  const edit = useDesignStore((s) => s.edit);
  const { correction, reading } = print;
  const bar = (nominal: (typeof BARS)[number], axis: 'x' | 'y', way: string) => {
    const [name, unit] = BAR_UNITS[nominal];
    const taken = reading?.[axis];
    return (
      <LengthField
        key={`${name} ${way}`}
        label={`${name} bar, ${way}`}
        value={taken?.nominal === nominal ? taken.measured : nominal}
        unit={unit}
        limit={limitOf(nominal)}
        places={unit === 'mm' ? 2 : 3}
        onCommit={(mm) =>
          edit(`corrected the print ${way}`, (d) => edits.editPrint(d, takeBar(d.print, axis, nominal, mm)))
        }
      />
    );
  };
  const corrected = correction.x !== 1 || correction.y !== 1;
  return (
    <Section
      title={WORDS.measuredOnYourLastPrint}
      aside={
        corrected && (
          <Button
            size="2xs"
            variant="outline"
            onClick={() => edit('took the correction off', (d) => edits.editPrint(d, uncorrected()))}
          >
            {WORDS.remove}
          </Button>
        )
      }
    >
      {BARS.map((nominal) => bar(nominal, 'x', 'across'))}
      {BARS.map((nominal) => bar(nominal, 'y', 'up'))}
      <Reading label={WORDS.correctionAcross} value={`× ${correction.x.toFixed(4)}`} />
      <Reading label={WORDS.correctionUp} value={`× ${correction.y.toFixed(4)}`} />
      {reading && (
        <HStack>
          <Text flex="1" fontSize="12px" color="faded">
            Measured on one print, made with × {reading.madeWith.x.toFixed(4)} across and ×{' '}
            {reading.madeWith.y.toFixed(4)} up. Measure again only on a newer print.
          </Text>
          <Button
            size="2xs"
            variant="outline"
            onClick={() => edit('made a newer print', (d) => edits.editPrint(d, printedAgain()))}
          >
            {WORDS.iPrintedAgain}
          </Button>
        </HStack>
      )}
      {[correction.x, correction.y].some(correctionQuestioned) && (
        <Text fontSize="12px" color="ochre" role="alert">
          ▲ Over 3 %: was this printed at “fit to page”? Print again at 100 % before you correct.
        </Text>
      )}
    </Section>
  );
}
