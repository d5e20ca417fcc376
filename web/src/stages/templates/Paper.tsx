import type { Design, PrintSettings } from '@pelkin/core';
import { edits, planSheets, remember } from '@pelkin/core';
import { Button, HStack, Text } from '@chakra-ui/react';
import { derive } from '../../design/derived.ts';
import { useRested } from '../../design/rested.ts';
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

/** The other way that a sheet can be laid. */
const OTHER = { portrait: 'landscape', landscape: 'portrait' } as const;
type Way = keyof typeof OTHER;

/** How many sheets the body’s template takes each way that the paper can be laid. */
const sheetsByWay = remember((design: Design): Readonly<Record<Way, number>> => {
  const { print } = design;
  const { template, plan } = derive(design);
  const turned = planSheets(template, { ...print, orientation: OTHER[print.orientation] }).printed.length;
  return { portrait: turned, landscape: turned, [print.orientation]: plan.printed.length };
});

/** Portrait or landscape, each with its number of sheets; the better one is offered. */
function Orientation({ onChange }: { onChange: (way: Way) => void }) {
  const { print } = useDesign();
  // Counted when the hand rests: the drawing may be pulled about on its sheets.
  const sheets = useRested((s) => (s.design ? sheetsByWay(s.design) : null));
  const isRoll = print.paper === 'roll';
  const words = {
    portrait: isRoll ? WORDS.upTheBoard : `${WORDS.portrait} ${sheets?.portrait ?? ''}`,
    landscape: isRoll ? WORDS.alongTheNeck : `${WORDS.landscape} ${sheets?.landscape ?? ''}`,
  };
  const other = OTHER[print.orientation];
  const saved = isRoll || !sheets ? 0 : sheets[print.orientation] - sheets[other];
  return (
    <>
      <Choice
        label={isRoll ? WORDS.runs : WORDS.orientation}
        value={print.orientation}
        options={[
          ['portrait', words.portrait],
          ['landscape', words.landscape],
        ]}
        onChange={onChange}
      />
      {saved > 0 && (
        <HStack fontSize="12px">
          <Text flex="1" color="ochre">
            {`▲ ${other === 'portrait' ? WORDS.portrait : WORDS.landscape} takes ${saved} fewer.`}
          </Text>
          <Button size="2xs" variant="outline" onClick={() => onChange(other)}>
            {WORDS.turnThePaper}
          </Button>
        </HStack>
      )}
    </>
  );
}

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
      <Orientation onChange={(orientation) => set('turned the paper', { orientation })} />
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
