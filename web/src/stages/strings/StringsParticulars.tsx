import type { Design, Fret, Strings } from '@pelkin/core';
import { LIMITS, edits, figureAndUnit, fretTableCsv } from '@pelkin/core';
import { Button, Table, Text } from '@chakra-ui/react';
import { FileDown } from 'lucide-react';
import { useDerived } from '../../design/derived.ts';
import { useLengths } from '../../design/lengths.ts';
import { useDesign, useDesignStore } from '../../design/store.ts';
import { CountField } from '../../shared/CountField.tsx';
import { LengthField } from '../../shared/LengthField.tsx';
import { Choice, Reading, Section } from '../../shared/Section.tsx';
import { download, fileStem } from '../../shared/download.ts';

type LengthKey = 'scaleLength' | 'nutWidth' | 'nutMargin' | 'bridgeSpread' | 'bridgeMargin' | 'boardEnd';

const setLength =
  (key: LengthKey) =>
  (design: Design, mm: number): Design =>
    edits.editStrings(design, { [key]: mm } as Partial<Strings>);

function FretTable({ frets }: { frets: readonly Fret[] }) {
  const cell = { fontFamily: 'mono', fontSize: '11.5px', textAlign: 'end', py: '0.5', px: '1' } as const;
  return (
    <Table.Root size="sm" variant="line">
      <Table.Header>
        <Table.Row bg="transparent">
          <Table.ColumnHeader {...cell}>fret</Table.ColumnHeader>
          <Table.ColumnHeader {...cell}>nut, mm</Table.ColumnHeader>
          <Table.ColumnHeader {...cell}>nut, in</Table.ColumnHeader>
          <Table.ColumnHeader {...cell}>last, mm</Table.ColumnHeader>
        </Table.Row>
      </Table.Header>
      <Table.Body>
        {frets.map((f) => (
          <Table.Row key={f.number} bg="transparent">
            <Table.Cell {...cell}>{f.number === 0 ? 'nut' : f.number}</Table.Cell>
            <Table.Cell {...cell}>{f.fromNut.toFixed(2)}</Table.Cell>
            <Table.Cell {...cell}>{(f.fromNut / 25.4).toFixed(3)}</Table.Cell>
            <Table.Cell {...cell}>{f.fromPrevious.toFixed(2)}</Table.Cell>
          </Table.Row>
        ))}
      </Table.Body>
    </Table.Root>
  );
}

function Gauges() {
  const { strings } = useDesign();
  const lengths = useLengths();
  return (
    <Section title="Gauges, bass to treble">
      {strings.gauges.map((gauge, i) => (
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
    </Section>
  );
}

/** Strings in the order they are decided; from them follow centre line, bridge line, frets and taper. */
export function StringsParticulars() {
  const design = useDesign();
  const { strings, units } = design;
  const { layout } = useDerived();
  const edit = useDesignStore((s) => s.edit);
  const lengths = useLengths();
  const length = (key: LengthKey, label: string) => (
    <LengthField label={label} value={strings[key]} {...lengths(`strings.${key}`, setLength(key))} />
  );
  const reading = (label: string, mm: number) => {
    const { figure, unit } = figureAndUnit(mm, units, 2);
    return <Reading label={label} value={figure} unit={unit} />;
  };
  return (
    <>
      <Section title="Scale and frets">
        {length('scaleLength', 'Scale length')}
        <CountField
          label="Strings"
          value={strings.count}
          limit={LIMITS['strings.count']}
          onCommit={(n) => edit(`${n} strings`, (d) => edits.setStringCount(d, n))}
        />
        <CountField
          label="Frets"
          value={strings.frets}
          limit={LIMITS['strings.frets']}
          onCommit={(frets) => edit(`${frets} frets`, (d) => edits.editStrings(d, { frets }))}
        />
        <CountField
          label="Neck leaves the body at fret"
          value={strings.jointFret}
          limit={LIMITS['strings.jointFret']}
          onCommit={(jointFret) =>
            edit(`joint at fret ${jointFret}`, (d) => edits.editStrings(d, { jointFret }))
          }
        />
      </Section>
      <Section title="Nut and bridge">
        {length('nutWidth', 'Nut width')}
        {length('nutMargin', 'Margin at the nut')}
        {length('bridgeSpread', 'Spread at the bridge')}
        {length('bridgeMargin', 'Margin at the bridge')}
        {length('boardEnd', 'Board past the last fret')}
        <Choice
          label="Strings between"
          value={strings.spacing}
          options={[
            ['equal-centres', 'Equal centres'],
            ['equal-gaps', 'Equal gaps'],
          ]}
          onChange={(spacing) =>
            edit(spacing === 'equal-gaps' ? 'equal gaps' : 'equal centres', (d) =>
              edits.editStrings(d, { spacing }),
            )
          }
        />
      </Section>
      <Section title="What follows">
        {reading('Spread at the nut', layout.nutSpread)}
        {reading('Joint, from the bridge', layout.jointX)}
        {reading('Neck width at the joint', layout.jointWidth)}
        {reading('Board width at its end', layout.boardEndWidth)}
        {layout.gap && reading('Gap at the nut', layout.gap.nut)}
        {layout.gap && reading('Gap at the bridge', layout.gap.bridge)}
      </Section>
      <Gauges />
      <Section
        title="Frets from the nut"
        aside={
          <Button
            size="2xs"
            variant="outline"
            onClick={() => download(`${fileStem(design.name)}-frets.csv`, 'text/csv', fretTableCsv(layout))}
          >
            <FileDown size={12} aria-hidden /> CSV
          </Button>
        }
      >
        <FretTable frets={layout.frets} />
        <Text fontSize="11.5px" color="faded">
          Twelve-tone equal temperament; bridge not compensated.
        </Text>
      </Section>
    </>
  );
}
