import type { Design, PrintSettings } from '@pelkin/core';
import { edits } from '@pelkin/core';
import { useLengths } from '../../design/lengths.ts';
import { useDesign, useDesignStore } from '../../design/store.ts';
import { LengthField } from '../../shared/LengthField.tsx';
import { Pick } from '../../shared/Pick.tsx';
import { Choice, Section } from '../../shared/Section.tsx';
import { WORDS } from './words.ts';

const PAPERS: readonly (readonly [PrintSettings['paper'], string])[] = [
  ['A4', 'A4'],
  ['A3', 'A3'],
  ['Letter', 'Letter'],
  ['Legal', 'Legal'],
  ['Tabloid', 'Tabloid'],
  ['own', 'A sheet of your own'],
  ['roll', 'A roll'],
];

/** What the paper is, how it lies, what the printer leaves blank and how far sheets overlap. */
export function Paper() {
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
    <Section title={WORDS.paper}>
      <Pick
        label={WORDS.size}
        value={print.paper}
        options={PAPERS}
        onChange={(paper) => set(`paper ${PAPERS.find(([key]) => key === paper)![1]}`, { paper })}
      />
      {print.paper === 'own' && (
        <>
          <LengthField
            label={WORDS.itsWidthUpright}
            value={print.own.width}
            {...lengths('print.ownWidth', (d, width) =>
              edits.editPrint(d, { own: { ...d.print.own, width } }),
            )}
          />
          <LengthField
            label={WORDS.itsHeightUpright}
            value={print.own.height}
            {...lengths('print.ownHeight', (d, height) =>
              edits.editPrint(d, { own: { ...d.print.own, height } }),
            )}
          />
        </>
      )}
      {print.paper === 'roll' && (
        <LengthField
          label={WORDS.widthOfTheRoll}
          value={print.rollWidth}
          {...lengths('print.rollWidth', (d, rollWidth) => edits.editPrint(d, { rollWidth }))}
        />
      )}
      <Choice
        label={print.paper === 'roll' ? 'Runs' : 'Orientation'}
        value={print.orientation}
        options={[
          ['portrait', print.paper === 'roll' ? 'Up the board' : 'Portrait'],
          ['landscape', print.paper === 'roll' ? 'Along the neck' : 'Landscape'],
        ]}
        onChange={(orientation) => set('turned the paper', { orientation })}
      />
      <LengthField
        label={WORDS.overlap}
        value={print.overlap}
        {...lengths('print.overlap', (d, overlap) => edits.editPrint(d, { overlap }))}
      />
      <LengthField label={WORDS.marginLeft} value={print.margins.left} {...margin('left')} />
      <LengthField label={WORDS.marginRight} value={print.margins.right} {...margin('right')} />
      <LengthField label={WORDS.marginTop} value={print.margins.top} {...margin('top')} />
      <LengthField label={WORDS.marginBottom} value={print.margins.bottom} {...margin('bottom')} />
    </Section>
  );
}
