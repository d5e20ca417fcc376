import type { Design, PrintSettings } from '@pelkin/core';
import { BAR_MM, correctionFrom, correctionQuestioned, edits, lengthWithUnit, sheetSize } from '@pelkin/core';
import { Button, Checkbox, Text } from '@chakra-ui/react';
import { FileDown } from 'lucide-react';
import { useState } from 'react';
import { wordsOf } from '../../design/api.ts';
import { useDerived } from '../../design/derived.ts';
import { useLengths } from '../../design/lengths.ts';
import { useDesign, useDesignStore } from '../../design/store.ts';
import { LengthField } from '../../shared/LengthField.tsx';
import { Choice, Reading, Section } from '../../shared/Section.tsx';
import { printPaper } from './printPaper.ts';

/** What a 100 mm bar may measure on paper before it is no bar of ours, mm. */
const MEASURED = {
  label: 'measured bar',
  min: 85,
  max: 118,
  from: 'end tick to end tick of the printed bar',
};

function Paper() {
  const { print } = useDesign();
  const edit = useDesignStore((s) => s.edit);
  const lengths = useLengths();
  const set = (name: string, change: Partial<PrintSettings>): void =>
    void edit(name, (d) => edits.editPrint(d, change));
  const margin = (side: 'left' | 'right' | 'top' | 'bottom') =>
    lengths(
      `print.margins.${side}`,
      (d: Design, mm) => edits.editPrint(d, { margins: { ...d.print.margins, [side]: mm } }),
      'print.margin',
      `${side} printer margin`,
    );
  return (
    <Section title="Paper">
      <Choice
        label="Size"
        value={print.paper}
        options={[
          ['A4', 'A4'],
          ['Letter', 'Letter'],
        ]}
        onChange={(paper) => set(`paper ${paper}`, { paper })}
      />
      <Choice
        label="Lies"
        value={print.orientation}
        options={[
          ['portrait', 'Upright'],
          ['landscape', 'Across'],
        ]}
        onChange={(orientation) => set('turned the paper', { orientation })}
      />
      <LengthField
        label="Overlap"
        value={print.overlap}
        {...lengths('print.overlap', (d, overlap) => edits.editPrint(d, { overlap }))}
      />
      <LengthField label="Margin, left" value={print.margins.left} {...margin('left')} />
      <LengthField label="Margin, right" value={print.margins.right} {...margin('right')} />
      <LengthField label="Margin, top" value={print.margins.top} {...margin('top')} />
      <LengthField label="Margin, bottom" value={print.margins.bottom} {...margin('bottom')} />
    </Section>
  );
}

function OnPaper() {
  const { print } = useDesign();
  const edit = useDesignStore((s) => s.edit);
  const layers = [
    ['centre', 'Centre line and bridge line'],
    ['neck', 'Fingerboard and frets'],
    ['strings', 'String lines'],
  ] as const;
  return (
    <Section title="Drawn beside the outline">
      {layers.map(([key, words]) => (
        <Checkbox.Root
          key={key}
          size="sm"
          colorPalette="green"
          checked={print.show[key]}
          onCheckedChange={({ checked }) =>
            edit(
              `${checked === true ? 'put' : 'took'} ${words.toLowerCase()} ${checked === true ? 'on' : 'off'} paper`,
              (d) => edits.editPrint(d, { show: { ...d.print.show, [key]: checked === true } }),
            )
          }
        >
          <Checkbox.HiddenInput />
          <Checkbox.Control />
          <Checkbox.Label fontWeight="400" fontSize="13px">
            {words}
          </Checkbox.Label>
        </Checkbox.Root>
      ))}
    </Section>
  );
}

/** The printer's own error: type what the 100 mm bars of a print measure, and the next print is cured. */
function Correction() {
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
      title="Measured on your last print"
      aside={
        corrected && (
          <Button
            size="2xs"
            variant="outline"
            onClick={() =>
              edit('took the correction off', (d) => edits.editPrint(d, { correction: { x: 1, y: 1 } }))
            }
          >
            Take off
          </Button>
        )
      }
    >
      {measured('x', 'across')}
      {measured('y', 'up')}
      <Reading label="Correction across" value={`× ${correction.x.toFixed(4)}`} />
      <Reading label="Correction up" value={`× ${correction.y.toFixed(4)}`} />
      {[correction.x, correction.y].some(correctionQuestioned) && (
        <Text fontSize="12px" color="ochre" role="alert">
          ▲ Over 3 %: was this printed at “fit to page”? Print again at 100 % before you correct.
        </Text>
      )}
    </Section>
  );
}

/** Paper, what goes on it, the printer’s error, and the sheets that come of it. */
export function TemplatesParticulars() {
  const design = useDesign();
  const { plan, measures } = useDerived();
  const [busy, setBusy] = useState(false);
  const [failure, setFailure] = useState<string | null>(null);
  const { width, height } = sheetSize(design.print.paper, design.print.orientation);
  const leftOut = plan.tiles.filter((t) => !t.printed).map((t) => t.label);
  const print = async (): Promise<void> => {
    setBusy(true);
    setFailure(null);
    try {
      await printPaper();
    } catch (error) {
      setFailure(wordsOf(error));
    } finally {
      setBusy(false);
    }
  };
  return (
    <>
      <Section title="Sheets">
        <Reading
          label="To print"
          value={String(plan.printed.length)}
          unit={plan.printed.length === 1 ? 'sheet' : 'sheets'}
        />
        <Reading label="Laid out, across × up" value={`${plan.grid.columns} × ${plan.grid.rows}`} />
        {leftOut.length > 0 && <Reading label="Left out, empty" value={leftOut.join(' ')} />}
        <Text fontSize="12px" color="faded">
          Each {lengthWithUnit(width, design.units, 0)} by {lengthWithUnit(height, design.units, 0)}; the
          taped-up drawing is {lengthWithUnit(measures.length, design.units)} by{' '}
          {lengthWithUnit(measures.widest, design.units)}.
        </Text>
        <Button
          size="sm"
          colorPalette="green"
          mt="1"
          loading={busy}
          loadingText="Making the sheets"
          onClick={() => void print()}
        >
          <FileDown size={15} aria-hidden /> Save the paper as PDF
        </Button>
        {failure && (
          <Text fontSize="12px" color="madder" role="alert">
            {failure}
          </Text>
        )}
        <Text fontSize="12px" color="faded">
          Print at 100 %. Measure both bars on every sheet before you tape, and the taped whole before you
          cut.
        </Text>
      </Section>
      <Paper />
      <OnPaper />
      <Correction />
    </>
  );
}
