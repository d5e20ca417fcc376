import type { Refusal } from '@pelkin/core';
import { Box, Button, Checkbox, HStack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import type { Difference } from '../design/differences.ts';
import { WORDS } from './words.ts';

/** Notices that ask for a choice: dark on ochre in both lights. */
export const ON_OCHRE = { ink: '#2a1c05', paper: '#f6e6c8' } as const;

/** Which parts are taken from another state. */
export function PartsChoice(props: {
  readonly apart: readonly Difference[];
  /** Whose parts they are: “the server’s”. */
  readonly whose: string;
  readonly problem: Refusal | null;
  readonly onKeep: (keys: readonly string[]) => void;
}) {
  const { apart, whose, problem, onKeep } = props;
  const [taken, setTaken] = useState<readonly string[]>([]);
  return (
    <Box mt="2" display="grid" gap="1">
      {apart.map(({ key, words }) => (
        <Checkbox.Root
          key={key}
          size="sm"
          checked={taken.includes(key)}
          onCheckedChange={({ checked }) =>
            setTaken(checked === true ? [...taken, key] : taken.filter((k) => k !== key))
          }
        >
          <Checkbox.HiddenInput />
          <Checkbox.Control borderColor={ON_OCHRE.ink} />
          <Checkbox.Label fontWeight="400">
            Use {whose} {words}
          </Checkbox.Label>
        </Checkbox.Root>
      ))}
      <HStack mt="1">
        <Text flex="1" role="alert">
          {problem && `These parts do not go together: ${problem.message}.`}
        </Text>
        <Button size="xs" bg={ON_OCHRE.ink} color={ON_OCHRE.paper} onClick={() => onKeep(taken)}>
          {WORDS.apply}
        </Button>
      </HStack>
    </Box>
  );
}
