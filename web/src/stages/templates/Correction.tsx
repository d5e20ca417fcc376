import { BAR_MM, correctionFrom, correctionQuestioned, edits } from '@pelkin/core';
import { Button, Text } from '@chakra-ui/react';
import { useDesign, useDesignStore } from '../../design/store.ts';
import { LengthField } from '../../shared/LengthField.tsx';
import { Reading, Section } from '../../shared/Section.tsx';
import { WORDS } from './words.ts';

/** What a 100 mm bar may measure on paper before it is no bar of ours, mm. */
const MEASURED = {
  label: WORDS.measuredBar,
  min: 85,
  max: 118,
  from: 'end tick to end tick of the printed bar',
};

/** The printer's own error: type what the 100 mm bars of a print measure, and the next print is cured. */
export function Correction() {
  const design = useDesign();
  const edit = useDesignStore((s) => s.edit);
  const { correction } = design.print;
  const measured = (axis: 'x' | 'y', way: string) => (
    <LengthField
      label={`${BAR_MM} mm bar, ${way}`}
      value={BAR_MM}
      unit={design.units}
      limit={MEASURED}
      places={2}
      onCommit={(mm) =>
        edit(`corrected the print ${way}`, (d) =>
          edits.editPrint(d, {
            correction: {
              ...d.print.correction,
              [axis]: correctionFrom(BAR_MM, mm, d.print.correction[axis]),
            },
          }),
        )
      }
    />
  );
  const corrected = correction.x !== 1 || correction.y !== 1;
  return (
    <Section
      title={WORDS.measuredOnYourLastPrint}
      aside={
        corrected && (
          <Button
            size="2xs"
            variant="outline"
            onClick={() =>
              edit('took the correction off', (d) => edits.editPrint(d, { correction: { x: 1, y: 1 } }))
            }
          >
            {WORDS.remove}
          </Button>
        )
      }
    >
      {measured('x', 'across')}
      {measured('y', 'up')}
      <Reading label={WORDS.correctionAcross} value={`× ${correction.x.toFixed(4)}`} />
      <Reading label={WORDS.correctionUp} value={`× ${correction.y.toFixed(4)}`} />
      {[correction.x, correction.y].some(correctionQuestioned) && (
        <Text fontSize="12px" color="ochre" role="alert">
          ▲ Over 3 %: was this printed at “fit to page”? Print again at 100 % before you correct.
        </Text>
      )}
    </Section>
  );
}
