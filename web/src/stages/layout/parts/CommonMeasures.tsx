import type { CommonMeasure } from '@pelkin/core';
import { commonMeasures, measureTogether } from '@pelkin/core';
import { Text } from '@chakra-ui/react';
import { usePicked } from '../../../design/derived.ts';
import { useDesign, useDesignStore } from '../../../design/store.ts';
import { LengthField } from '../../../shared/LengthField.tsx';
import { NumberField } from '../../../shared/NumberField.tsx';
import { Section } from '../../../shared/Section.tsx';
import { WORDS } from '../words.ts';

function Row({ ids, common: { def, value } }: { ids: readonly string[]; common: CommonMeasure }) {
  const units = usePicked((d) => d.units);
  const edit = useDesignStore((s) => s.edit);
  const take = (v: number) =>
    edit(`measured ${def.label.toLowerCase()} of ${ids.length} parts`, (d) =>
      measureTogether(d, ids, def.key, v),
    );
  return def.unit === 'mm' ? (
    <LengthField
      label={def.label}
      value={value}
      unit={units}
      limit={{ label: def.label, min: def.min, max: def.max, from: def.from }}
      places={2}
      onCommit={take}
    />
  ) : (
    <NumberField
      label={def.label}
      value={value}
      unit={def.unit}
      min={def.min}
      max={def.max}
      from={def.from}
      whole={def.unit === ''}
      onCommit={take}
    />
  );
}

/** The measures that all of the chosen parts have: one typed is taken by all of them. */
export function CommonMeasures({ ids }: { ids: readonly string[] }) {
  const { parts } = useDesign();
  const common = commonMeasures(parts.filter((p) => ids.includes(p.id)));
  if (common.length === 0) return null;
  return (
    <Section title={WORDS.measurementsOfAllOfThem}>
      {common.map((c) => (
        <Row key={c.def.key} ids={ids} common={c} />
      ))}
      <Text fontSize="12px" color="faded">
        What is typed here is taken as measured of all of them, and of others of the same make.
      </Text>
    </Section>
  );
}
