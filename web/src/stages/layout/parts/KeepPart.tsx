import type { PartSpec } from '@pelkin/core';
import { Button, HStack, Text } from '@chakra-ui/react';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { ApiError, api, wordsOf } from '../../../design/api.ts';
import { OWN_PARTS } from './OwnShelf.tsx';
import { WORDS } from '../words.ts';

/** Keeps a part on the workshop's own shelf; one of the same name is replaced only when that is said. */
export function KeepPart({ spec }: { spec: PartSpec }) {
  const queries = useQueryClient();
  const [told, setTold] = useState<{
    readonly words: string;
    readonly kind: 'kept' | 'taken' | 'wrong';
  } | null>(null);
  const keep = async (replace: boolean): Promise<void> => {
    try {
      await api.keepPart(spec, replace);
      setTold({ words: `“${spec.name}” is on your own shelf.`, kind: 'kept' });
      await queries.invalidateQueries({ queryKey: OWN_PARTS });
    } catch (error) {
      const taken = error instanceof ApiError && error.status === 409;
      setTold({ words: wordsOf(error), kind: taken ? 'taken' : 'wrong' });
    }
  };
  return (
    <>
      <HStack>
        <Text flex="1" fontSize="12px" color="faded">
          For every design of this workshop.
        </Text>
        {told?.kind === 'taken' && (
          <Button size="2xs" variant="outline" onClick={() => void keep(true)}>
            {WORDS.replaceIt}
          </Button>
        )}
        <Button size="2xs" variant="outline" onClick={() => void keep(false)}>
          {WORDS.keepOnTheShelf}
        </Button>
      </HStack>
      {told && (
        <Text
          fontSize="12px"
          color={told.kind === 'kept' ? 'kelp' : 'madder'}
          role={told.kind === 'kept' ? 'status' : 'alert'}
        >
          {told.words}
        </Text>
      )}
    </>
  );
}
