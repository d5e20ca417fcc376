import { LIMITS, edits, lengthWithUnit } from '@pelkin/core';
import { Box, Button, HStack, Text } from '@chakra-ui/react';
import { useDesign, useDesignStore } from '../../design/store.ts';
import { NumberField } from '../../shared/NumberField.tsx';
import { Pick } from '../../shared/Pick.tsx';
import { TextField } from '../../shared/TextField.tsx';
import { WORDS } from './words.ts';

const CORE = LIMITS['strings.core'];
const MOST_TYPES = 12;

/** The table of kinds of string, and which kind each string is: what compensation is estimated from. */
export function StringTypes() {
  const { strings, units } = useDesign();
  const estimated = edits.estimatedCompensation(strings);
  const { types, typeOf, count } = strings;
  const edit = useDesignStore((s) => s.edit);
  const change = (name: string, index: number, part: Partial<(typeof types)[number]>) =>
    edit(name, (d) =>
      edits.editStrings(d, {
        types: d.strings.types.map((t, i) => (i === index ? { ...t, ...part } : t)),
      }),
    );
  const options = types.map((t, i) => [String(i), t.name] as const);
  return (
    <>
      {typeOf.map((of, i) => (
        <Pick
          key={i}
          label={`String ${count - i}`}
          note={`≈ ${lengthWithUnit(estimated[i]!, units)}`}
          value={String(of)}
          options={options}
          onChange={(next) =>
            edit(`kind of string ${count - i}`, (d) =>
              edits.editStrings(d, {
                typeOf: d.strings.typeOf.map((t, k) => (k === i ? Number(next) : t)),
              }),
            )
          }
        />
      ))}
      {types.map((type, i) => (
        <Box key={i} role="group" aria-label={`Kind ${i + 1}`} display="grid" gap="1.5">
          <TextField
            label={`Kind ${i + 1}`}
            value={type.name}
            hint="as your string maker calls it"
            onCommit={(text) => {
              const name = text.trim().slice(0, 80);
              return name
                ? change(`named a kind of string ${name}`, i, { name })
                : [{ where: 'name', message: 'A kind of string needs a name' }];
            }}
          />
          <HStack gap="1" align="start">
            <NumberField
              label={WORDS.core}
              value={type.core}
              unit="%"
              min={CORE.min}
              max={CORE.max}
              from={CORE.from}
              places={0}
              onCommit={(core) => change(`core of ${type.name}`, i, { core })}
            />
            <Button
              size="2xs"
              variant="ghost"
              disabled={types.length < 2}
              aria-label={`Remove ${type.name} from the table`}
              onClick={() => edit(`removed ${type.name}`, (d) => edits.removeStringType(d, i))}
            >
              {WORDS.remove}
            </Button>
          </HStack>
        </Box>
      ))}
      <HStack>
        <Text flex="1" fontSize="12px" color="faded">
          A plain string’s core is all of it; a wound one’s, the wire inside. Thicker cores go sharper, and
          need more compensation: beside each string is shown about how far tailward its saddle will be.
        </Text>
        <Button
          size="2xs"
          variant="outline"
          disabled={types.length >= MOST_TYPES}
          onClick={() =>
            edit('added a kind of string', (d) =>
              edits.editStrings(d, { types: [...d.strings.types, { name: 'Another kind', core: 40 }] }),
            )
          }
        >
          {WORDS.addAKind}
        </Button>
      </HStack>
    </>
  );
}
