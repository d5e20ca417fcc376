import type { OpeningStep } from '@pelkin/core';
import { edits } from '@pelkin/core';
import { Box, Button, HStack, Text } from '@chakra-ui/react';
import { useLengths } from '../../../design/lengths.ts';
import { useDesignStore } from '../../../design/store.ts';
import { LengthField } from '../../../shared/LengthField.tsx';
import { WORDS } from '../words.ts';

/** Wood that stays standing in a step: how much, and where in the opening. */
export function Islands({ id, index, step }: { id: string; index: number; step: OpeningStep }) {
  const lengths = useLengths();
  const edit = useDesignStore((s) => s.edit);
  const { islands, shape } = step;
  if (shape.kind === 'inset' || shape.kind === 'grid' || shape.kind === 'ring') return null;
  const change = (k: number, part: Partial<OpeningStep['islands'][number]>) =>
    islands.map((island, n) => (n === k ? { ...island, ...part } : island));
  const place = (k: number, axis: 'x' | 'y', label: string) => (
    <LengthField
      label={label}
      value={islands[k]!.at[axis]}
      {...lengths(
        `openings.${id}.${index}.island.${k}.${axis}`,
        (d, mm) =>
          edits.changeStep(d, id, index, { islands: change(k, { at: { ...islands[k]!.at, [axis]: mm } }) }),
        axis === 'x' ? 'outline.x' : 'outline.y',
        'island’s place',
      )}
    />
  );
  return (
    <>
      <HStack justify="space-between">
        <Text fontSize="12.5px">
          {islands.length
            ? `${islands.length} ${islands.length === 1 ? 'island' : 'islands'} of wood in it`
            : 'No islands'}
        </Text>
        <HStack gap="1">
          {islands.length > 0 && (
            <Button
              size="2xs"
              variant="ghost"
              onClick={() =>
                edit('removed an island', (d) =>
                  edits.changeStep(d, id, index, { islands: islands.slice(0, -1) }),
                )
              }
            >
              {WORDS.removeAnIsland}
            </Button>
          )}
          <Button
            size="2xs"
            variant="outline"
            disabled={islands.length >= 12}
            onClick={() =>
              edit('added an island', (d) =>
                edits.changeStep(d, id, index, {
                  islands: [...islands, { shape: { kind: 'circle', diameter: 16 }, at: { x: 0, y: 0 } }],
                }),
              )
            }
          >
            {WORDS.addAnIsland}
          </Button>
        </HStack>
      </HStack>
      {islands.map((island, k) => (
        <Box key={k} display="grid" gap="1.5">
          {island.shape.kind === 'circle' && (
            <LengthField
              label={`Island ${k + 1}`}
              value={island.shape.diameter}
              {...lengths(
                `openings.${id}.${index}.island.${k}`,
                (d, mm) =>
                  edits.changeStep(d, id, index, {
                    islands: change(k, { shape: { kind: 'circle', diameter: mm } }),
                  }),
                'shape.side',
                'island',
              )}
            />
          )}
          {place(k, 'x', 'Along from the middle')}
          {place(k, 'y', 'Across from the middle')}
        </Box>
      ))}
    </>
  );
}
