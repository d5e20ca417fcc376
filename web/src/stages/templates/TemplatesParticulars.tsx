import { boxHeight, boxWidth, drawingBox, farCrosshairs, lengthWithUnit } from '@pelkin/core';
import { Button, Text } from '@chakra-ui/react';
import { FileDown } from 'lucide-react';
import { useState } from 'react';
import { wordsOf } from '../../design/api.ts';
import { useBoard } from '../../board/boardStore.ts';
import { useSeen } from '../seen.ts';
import { useDesign } from '../../design/store.ts';
import { DeskTabs } from '../../shared/DeskTabs.tsx';
import { Later } from '../../shared/Later.tsx';
import { Reading, Section } from '../../shared/Section.tsx';
import { Correction } from './Correction.tsx';
import { DESKS, templateOn, useDesk, usePlan } from './desk.ts';
import { Lay } from './Lay.tsx';
import { OnPaper } from './OnPaper.tsx';
import { Paper } from './Paper.tsx';
import { Plates } from './Plates.tsx';
import { PrinterTrial } from './PrinterTrial.tsx';
import { saveFile } from '../../design/saveFile.ts';
import { WORDS } from './words.ts';

/** Paper, what goes on it, how it lies, the printer’s error, and the sheets that come of it. */
export function TemplatesParticulars() {
  const design = useDesign();
  const [desk, go] = useDesk();
  const plan = usePlan();
  const size = drawingBox(templateOn(desk, useSeen()));
  const seenFrom = useBoard((s) => s.from);
  const from = desk === 'neck' ? 'front' : seenFrom;
  const [busy, setBusy] = useState(false);
  const [failure, setFailure] = useState<string | null>(null);
  const { width, height } = plan.sheet;
  const leftOut = plan.tiles.filter((t) => !t.printed).map((t) => t.label);
  const pairs = farCrosshairs(plan);
  const print = async (): Promise<void> => {
    setBusy(true);
    setFailure(null);
    try {
      await saveFile('pdf', { from, piece: desk === 'neck' ? 'neck' : 'whole' });
    } catch (error) {
      setFailure(wordsOf(error));
    } finally {
      setBusy(false);
    }
  };
  return (
    <>
      <DeskTabs label={WORDS.whatIsOnThePaper} desks={DESKS} desk={desk} onGo={go} />
      <Section title={WORDS.sheets}>
        <Reading
          label={WORDS.toPrint}
          value={String(plan.printed.length)}
          unit={plan.printed.length === 1 ? 'sheet' : 'sheets'}
        />
        <Reading label={WORDS.gridAcrossUp} value={`${plan.grid.columns} × ${plan.grid.rows}`} />
        {leftOut.length > 0 && <Reading label={WORDS.leftOutEmpty} value={leftOut.join(' ')} />}
        <Text fontSize="12px" color="faded">
          Each {lengthWithUnit(width, design.units, 0)} by {lengthWithUnit(height, design.units, 0)}; the
          taped-up drawing is {lengthWithUnit(size ? boxWidth(size) : 0, design.units)} by{' '}
          {lengthWithUnit(size ? boxHeight(size) : 0, design.units)}.
        </Text>
        {pairs.map((p) => (
          <Reading
            key={`${p.from} ${p.to}`}
            label={`Taped, crosshair ${p.from} to ${p.to}`}
            value={lengthWithUnit(p.apart, design.units)}
          />
        ))}
        <Button
          size="sm"
          colorPalette="green"
          mt="1"
          loading={busy}
          loadingText="Making the sheets"
          onClick={() => void print()}
        >
          <FileDown size={15} aria-hidden />{' '}
          {from === 'back' ? WORDS.saveThePaperFromTheBackAsPdf : WORDS.saveThePaperAsPdf}
        </Button>
        {from === 'back' && (
          <Text fontSize="12px" color="faded">
            Seen from the back: lay it by the centre line and marks 1 and 2, which stand at the same places on
            both faces.
          </Text>
        )}
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
      {desk === 'neck' && (
        <Text fontSize="12px" color="faded" pb="2">
          Taper with the headstock laid out flat, the neck from the side, a hollow and a filled gauge for each
          section, and the fret slots. Cut the hollow gauges from stiff card: their upper edge lies level with
          the fingerboard’s face.
        </Text>
      )}
      <Later>
        {desk === 'body' && (
          <>
            <OnPaper />
            <Plates />
            <Lay />
          </>
        )}
        <Correction />
        {desk === 'body' && <PrinterTrial />}
      </Later>
    </>
  );
}
