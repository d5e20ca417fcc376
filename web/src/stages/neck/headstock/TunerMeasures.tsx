import type { Design, MeasureDef, PartSpec } from '@pelkin/core';
import { SHELF, assumedOf, edits, kindOf, measureOf, specOf } from '@pelkin/core';
import { Text } from '@chakra-ui/react';
import { useDesign, useDesignStore } from '../../../design/store.ts';
import { LengthField } from '../../../shared/LengthField.tsx';
import { NumberField } from '../../../shared/NumberField.tsx';
import { Pick } from '../../../shared/Pick.tsx';
import { Section } from '../../../shared/Section.tsx';
import { WORDS } from '../words.ts';

/** Every tuner with another measure: it is no longer assumed. */
const measured = (design: Design, key: string, value: number): Design =>
  edits.editHeadstock(design, {
    tuners: design.headstock.tuners.map((t) => ({
      ...t,
      spec: {
        ...t.spec,
        measures: { ...t.spec.measures, [key]: value },
        assumed: t.spec.assumed.filter((k) => k !== key),
      },
    })),
  });

/** Every tuner by another of the shelf, where it stands. */
const replaced = (design: Design, spec: PartSpec): Design =>
  edits.editHeadstock(design, { tuners: design.headstock.tuners.map((t) => ({ ...t, spec })) });

/** What a caliper says of the tuners: all of one make, as a rule. */
export function TunerMeasures() {
  const { headstock, units } = useDesign();
  const edit = useDesignStore((s) => s.edit);
  const spec = headstock.tuners[0]!.spec;
  const kind = kindOf(spec);
  if (!kind) return null;
  const assumed = assumedOf(spec).length;
  const field = (def: MeasureDef) => {
    const value = measureOf(spec, def.key);
    const commit = (to: number) =>
      edit(`${def.label.toLowerCase()} of the tuners`, (d) => measured(d, def.key, to));
    return def.unit === 'mm' ? (
      <LengthField
        key={def.key}
        label={def.label}
        value={value}
        unit={units}
        limit={{ label: def.label, min: def.min, max: def.max, from: def.from }}
        onCommit={commit}
      />
    ) : (
      <NumberField
        key={def.key}
        label={def.label}
        value={value}
        unit={def.unit}
        min={def.min}
        max={def.max}
        from={def.from}
        onCommit={commit}
      />
    );
  };
  return (
    <Section title={`${WORDS.allTuners}: ${spec.name}`}>
      <Pick
        label={WORDS.fromTheShelf}
        value=""
        options={[
          ['', WORDS.replaceAllBy],
          ...SHELF.filter((s) => s.kind === kind.key).map((s) => [s.key, s.name] as const),
        ]}
        onChange={(key) => {
          const found = SHELF.find((s) => s.key === key);
          if (found) edit(`all tuners: ${found.name}`, (d) => replaced(d, specOf(found)));
        }}
      />
      {kind.measures.filter((d) => !d.key.startsWith('massA')).map(field)}
      <Text fontSize="12px" color="faded">
        {assumed > 0
          ? `${assumed} of these are usual sizes that nobody has measured yet: take them from your own tuners.`
          : 'All measured.'}
      </Text>
    </Section>
  );
}
