import type { Design } from '@pelkin/core';
import { LIMITS, edits } from '@pelkin/core';
import { Box, Button } from '@chakra-ui/react';
import { useLengths } from '../../../design/lengths.ts';
import { useDesign, useDesignStore } from '../../../design/store.ts';
import { LengthField } from '../../../shared/LengthField.tsx';
import { NumberField } from '../../../shared/NumberField.tsx';
import { Section } from '../../../shared/Section.tsx';
import { TextField } from '../../../shared/TextField.tsx';
import { WORDS } from '../words.ts';

/** A weight to begin with, g and mm under the face. */
const START = { mass: 100, deep: 30 };

type AddedWeight = Design['weight']['added'][number];

function One({ added }: { added: AddedWeight }) {
  const edit = useDesignStore((s) => s.edit);
  const lengths = useLengths();
  const at = (axis: 'x' | 'y', label: string) => (
    <LengthField
      label={label}
      value={added.at[axis]}
      {...lengths(
        `weight.added.${added.id}.${axis}`,
        (d, mm) => {
          const now = d.weight.added.find((a) => a.id === added.id);
          return now ? edits.changeWeight(d, added.id, { at: { ...now.at, [axis]: mm } }) : d;
        },
        `outline.${axis}`,
        label,
      )}
    />
  );
  return (
    <Box borderWidth="1px" borderColor="rule" borderRadius="l2" p="2" display="grid" gap="1.5">
      <TextField
        label={WORDS.addedName}
        value={added.name}
        hint="what it is"
        onCommit={(name) =>
          edit('named a weight', (d) => edits.changeWeight(d, added.id, { name: name.trim() }))
        }
      />
      <NumberField
        {...LIMITS['weight.added']}
        label={WORDS.mass}
        value={added.mass}
        unit="g"
        onCommit={(mass) => edit(`${added.name} ${mass} g`, (d) => edits.changeWeight(d, added.id, { mass }))}
      />
      {at('x', WORDS.nutwardOfBridge)}
      {at('y', WORDS.bassward)}
      <Button
        size="2xs"
        variant="ghost"
        justifySelf="end"
        onClick={() => edit(`removed ${added.name}`, (d) => edits.removeWeight(d, added.id))}
      >
        {WORDS.removeWeight}
      </Button>
    </Box>
  );
}

/** Weights that are no parts: in a cavity, on the headstock. */
export function Added() {
  const { added } = useDesign().weight;
  const edit = useDesignStore((s) => s.edit);
  return (
    <Section
      title={WORDS.addedWeights}
      aside={
        <Button
          size="2xs"
          variant="outline"
          onClick={() =>
            edit(
              'added a weight',
              (d) => edits.addWeight(d, { name: 'Weight', at: { x: 0, y: 0 }, ...START }).design,
            )
          }
        >
          {WORDS.addWeight}
        </Button>
      }
    >
      {added.map((a) => (
        <One key={a.id} added={a} />
      ))}
    </Section>
  );
}
