import { assumedOf } from '@pelkin/core';
import { Box, Button, HStack, Text } from '@chakra-ui/react';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, wordsOf } from '../../../design/api.ts';
import { OnShelf } from './OnShelf.tsx';
import { WORDS } from '../words.ts';

/** The workshop's own parts are fetched and told of under this name. */
export const OWN_PARTS = ['own parts'] as const;

/** Parts that this workshop measured for itself and kept: laid down in any design, taken off when they are worn out. */
export function OwnShelf() {
  const queries = useQueryClient();
  const kept = useQuery({ queryKey: OWN_PARTS, queryFn: api.parts });
  const [problem, setProblem] = useState<string | null>(null);
  const drop = async (id: string): Promise<void> => {
    try {
      await api.dropPart(id);
      setProblem(null);
    } catch (error) {
      setProblem(wordsOf(error));
    }
    await queries.invalidateQueries({ queryKey: OWN_PARTS });
  };
  const parts = kept.data?.parts ?? [];
  const words =
    problem ??
    (kept.isError
      ? `${wordsOf(kept.error)} The shelf of your own parts comes back with it.`
      : kept.isSuccess && parts.length === 0
        ? 'Nothing yet. Place a part, type what your caliper reads, and keep it on the shelf.'
        : null);
  return (
    <>
      <Box display="grid" gap="1" role="list" aria-label={WORDS.yourOwnParts}>
        {parts.map(({ id, part }) => (
          <HStack key={id} role="listitem" gap="1">
            <OnShelf shelfKey={`own-${id}`} name={part.name} spec={() => part} />
            {assumedOf(part).length > 0 && (
              <Text fontSize="11px" color="ochre" whiteSpace="nowrap">
                ▲ {assumedOf(part).length}
              </Text>
            )}
            <Button
              size="2xs"
              variant="ghost"
              aria-label={`Remove ${part.name} from the shelf`}
              onClick={() => void drop(id)}
            >
              {WORDS.remove}
            </Button>
          </HStack>
        ))}
      </Box>
      {words && (
        <Text
          fontSize="12px"
          color={problem || kept.isError ? 'madder' : 'faded'}
          role={problem || kept.isError ? 'alert' : undefined}
        >
          {words}
        </Text>
      )}
    </>
  );
}
