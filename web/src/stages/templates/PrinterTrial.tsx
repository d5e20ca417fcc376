import { correctionFrom, lengthWithUnit, tapeUp } from '@pelkin/core';
import { Button, HStack, Text } from '@chakra-ui/react';
import { useMemo } from 'react';
import { useDesign } from '../../design/store.ts';
import { LengthField } from '../../shared/LengthField.tsx';
import { NumberField } from '../../shared/NumberField.tsx';
import { Reading, Section } from '../../shared/Section.tsx';
import { Tick } from '../../shared/Tick.tsx';
import { useTrialPlan, useTryPrinter } from './tryPrinter.ts';
import { WORDS } from './words.ts';

const BLANK = {
  label: WORDS.blankEdge,
  min: 0,
  max: 40,
  from: 'the sheet’s edge, where this printer cannot print',
};

/** A printer that is off, simulated: what it would make of the sheets, and that the correction cures it. */
export function PrinterTrial() {
  const on = useTryPrinter((s) => s.on);
  const printer = useTryPrinter((s) => s.printer);
  const { setOn, set } = useTryPrinter.getState();
  return (
    <Section title={WORDS.tryAnInaccuratePrinter}>
      <Tick label={WORDS.showWhatASimulatedPrinterMakes} checked={on} onChange={setOn} />
      {on && (
        <>
          {(
            [
              ['across', 'scaleX'],
              ['up', 'scaleY'],
            ] as const
          ).map(([way, key]) => (
            <NumberField
              key={key}
              label={`It prints ${way} at`}
              value={printer[key] * 100}
              unit="%"
              min={85}
              max={115}
              from="of true size"
              places={2}
              onCommit={(k) => {
                set({ [key]: k / 100 });
                return [];
              }}
            />
          ))}
          <NumberField
            label={WORDS.itFeedsAtAnAngleOf}
            value={(printer.skew * 180) / Math.PI}
            unit="°"
            min={-3}
            max={3}
            from="counter-clockwise on the sheet"
            places={2}
            onCommit={(deg) => {
              set({ skew: (deg * Math.PI) / 180 });
              return [];
            }}
          />
          <LengthField
            label={WORDS.unprintedEdge}
            value={printer.blank.left}
            unit="mm"
            limit={BLANK}
            onCommit={(mm) => {
              set({ blank: { left: mm, right: mm, top: mm, bottom: mm } });
              return [];
            }}
          />
          <Outcome />
        </>
      )}
    </Section>
  );
}

/** What comes of it: the bars as they would measure, how far the taped whole is off. */
function Outcome() {
  const design = useDesign();
  const plan = useTrialPlan();
  const printer = useTryPrinter((s) => s.printer);
  const corrected = useTryPrinter((s) => s.correction !== null);
  const { correct } = useTryPrinter.getState();
  const { margins } = design.print;
  const made = useMemo(() => tapeUp(plan, margins, printer), [plan, margins, printer]);
  const length = (mm: number, places = 2): string => lengthWithUnit(mm, design.units, places);
  const { x, y } = plan.correction;
  const cure = (): void =>
    correct({ x: correctionFrom(100, made.barX, x), y: correctionFrom(100, made.barY, y) });
  return (
    <>
      <Reading label="100 mm bar measures, across" value={length(made.barX)} />
      <Reading label="100 mm bar measures, up" value={length(made.barY)} />
      <Reading label={WORDS.tapedUpOffByAtMost} value={length(made.worst)} />
      {made.lost > 0.05 && (
        <Text fontSize="12px" color="ochre" role="alert">
          ▲ {length(made.lost, 1)} of line fall on blank edges: set the margins above to what this printer
          leaves blank.
        </Text>
      )}
      <HStack>
        <Text flex="1" fontSize="12px" color="faded">
          Red on the board: the taped-up sheets as this printer makes them.
          {corrected &&
            ` Corrected in this trial by × ${x.toFixed(4)} across and × ${y.toFixed(4)} up; your own paper is not changed.`}
        </Text>
        <Button size="2xs" variant="outline" onClick={corrected ? () => correct(null) : cure}>
          {corrected ? WORDS.withoutTheCorrection : WORDS.correctByTheseBars}
        </Button>
      </HStack>
    </>
  );
}
