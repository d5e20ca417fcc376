import type { Design, MeasureDef } from '@pelkin/core';
import { assumedOf, edits, kindOf, measureOf } from '@pelkin/core';
import { Text } from '@chakra-ui/react';
import { useDesign, useDesignStore } from '../../../design/store.ts';
import { LengthField } from '../../../shared/LengthField.tsx';
import { NumberField } from '../../../shared/NumberField.tsx';
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
      {kind.measures.filter((d) => !d.key.startsWith('massA')).map(field)}
      <Text fontSize="12px" color="faded">
        {assumed > 0
          ? `${assumed} of these are usual sizes that nobody has measured yet: take them from your own tuners.`
          : 'All measured.'}
      </Text>
    </Section>
  );
}
