import type { MeasureDef, PartSpec } from '@pelkin/core';
import { assumedOf, edits, kindOf, measureOf } from '@pelkin/core';
import { Box, Button, HStack, Text } from '@chakra-ui/react';
import { memo } from 'react';
import { usePicked } from '../../../design/derived.ts';
import { useDesignStore } from '../../../design/store.ts';
import { LengthField } from '../../../shared/LengthField.tsx';
import { NumberField } from '../../../shared/NumberField.tsx';
import { Section } from '../../../shared/Section.tsx';
import { useChosenInLayout } from '../chosen.ts';
import { Caliper } from './Caliper.tsx';
import { WORDS } from '../words.ts';

/** One measure of a part: as the shelf has it until it is taken. */
function MeasureRow({ id, spec, def }: { id: string; spec: PartSpec; def: MeasureDef }) {
  const units = usePicked((d) => d.units);
  const edit = useDesignStore((s) => s.edit);
  const assumed = assumedOf(spec).includes(def.key);
  const value = measureOf(spec, def.key);
  const take = (v: number) =>
    edit(`measured ${def.label.toLowerCase()} of ${spec.name}`, (d) => edits.measurePart(d, id, def.key, v));
  const label = assumed ? `${def.label} ▲` : def.label;
  return (
    <Box
      onFocus={() => useChosenInLayout.getState().measure(def.key)}
      title={assumed ? `Assumed: ${def.from}` : `Measured: ${def.from}`}
      data-assumed={assumed || undefined}
    >
      {def.unit === 'mm' ? (
        <LengthField
          label={label}
          value={value}
          unit={units}
          limit={{ label: def.label, min: def.min, max: def.max, from: def.from }}
          places={2}
          onCommit={take}
        />
      ) : (
        <NumberField
          label={label}
          value={value}
          unit={def.unit}
          min={def.min}
          max={def.max}
          from={def.from}
          whole={def.unit === ''}
          onCommit={take}
        />
      )}
    </Box>
  );
}

/** The caliper's readings of a part; what nobody has measured is marked. */
export const Measured = memo(function Measured({ id, spec }: { id: string; spec: PartSpec }) {
  const kind = kindOf(spec);
  const edit = useDesignStore((s) => s.edit);
  if (!kind) return null;
  const assumed = assumedOf(spec);
  return (
    <Section
      title={
        assumed.length
          ? `Measurements: ${assumed.length} of ${kind.measures.length} assumed`
          : 'Measurements: all taken'
      }
      aside={
        assumed.length > 0 && (
          <Button
            size="2xs"
            variant="outline"
            onClick={() =>
              edit(`took all measures of ${spec.name}`, (d) =>
                assumed.reduce((now, key) => edits.measurePart(now, id, key, measureOf(spec, key)), d),
              )
            }
          >
            {WORDS.markAllAsMeasured}
          </Button>
        )
      }
    >
      <Caliper spec={spec} />
      {kind.measures.map((def) => (
        <MeasureRow key={def.key} id={id} spec={spec} def={def} />
      ))}
      <HStack>
        <Text fontSize="12px" color="faded">
          ▲ is a usual size, not yours: hardware varies by maker. Hold the caliper where the drawing shows it
          and type what it reads.
        </Text>
      </HStack>
    </Section>
  );
});
