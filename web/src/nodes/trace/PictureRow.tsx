import type { Underlay } from '@pelkin/core';
import { edits, lengthWithUnit } from '@pelkin/core';
import { Box, Button, HStack, Text } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import { useDrawnStore as useDesignStore, usePicked } from '../drawn.ts';
import { useTracing } from './tracing.ts';
import { WORDS } from '../words.ts';

const SCALED: Readonly<Record<Underlay['scaled'], string>> = {
  not: 'size is a guess',
  measures: 'to scale by measures',
  corners: 'to scale by four corners',
  instrument: 'laid on the instrument',
  file: 'the file’s own size',
};

/** Whether the server does not give a picture: asked apart, since a picture in a drawing fails in silence. */
function useMissing(picture: string): boolean {
  const [missing, setMissing] = useState(false);
  useEffect(() => {
    const probe = new Image();
    probe.onload = () => setMissing(false);
    probe.onerror = () => setMissing(true);
    probe.src = `/api/pictures/${picture}`;
    return () => {
      probe.onload = null;
      probe.onerror = null;
    };
  }, [picture]);
  return missing;
}

/** One picture: shown or hidden, locked, taken away; pressed, worked on. */
export function PictureRow({ u }: { u: Underlay }) {
  const units = usePicked((d) => d.units);
  const chosen = useTracing((s) => s.id === u.id);
  const missing = useMissing(u.picture);
  const edit = useDesignStore((s) => s.edit);
  const change = (name: string, part: Partial<Underlay>): void =>
    void edit(name, (d) => edits.changeUnderlay(d, u.id, part));
  return (
    <Box
      borderTopWidth="1px"
      borderColor="rule"
      py="1.5"
      role="listitem"
      borderLeftWidth="3px"
      borderLeftColor={chosen ? 'kelp' : 'transparent'}
      pl="2"
    >
      <HStack gap="1">
        <Box
          as="button"
          flex="1"
          minW="0"
          textAlign="left"
          cursor="pointer"
          aria-pressed={chosen}
          onClick={() => useTracing.getState().choose(chosen ? null : u.id)}
        >
          <Text fontSize="13px" truncate title={u.name}>
            {u.name}
          </Text>
          {missing && (
            <Text fontSize="12px" color="madder">
              The picture is not on this server, or it cannot be reached: add it again.
            </Text>
          )}
          <Text fontSize="12px" color={u.scaled === 'not' ? 'ochre' : 'faded'}>
            {u.scaled === 'not' ? '▲ ' : ''}
            {SCALED[u.scaled]}
            {u.goodTo !== null ? `, good to ±${lengthWithUnit(u.goodTo, units, 1)}` : ''}
          </Text>
        </Box>
        <Button
          size="2xs"
          variant="ghost"
          aria-pressed={u.hidden}
          onClick={() => change(u.hidden ? 'showed a picture' : 'hid a picture', { hidden: !u.hidden })}
        >
          {u.hidden ? WORDS.show : WORDS.hide}
        </Button>
        <Button
          size="2xs"
          variant="ghost"
          aria-pressed={u.locked}
          onClick={() => change(u.locked ? 'unlocked a picture' : 'locked a picture', { locked: !u.locked })}
        >
          {u.locked ? WORDS.unlock : WORDS.lock}
        </Button>
        <Button
          size="2xs"
          variant="ghost"
          onClick={() => {
            if (chosen) useTracing.getState().choose(null);
            edit(`removed ${u.name}`, (d) => edits.removeUnderlay(d, u.id));
          }}
        >
          {WORDS.remove}
        </Button>
      </HStack>
    </Box>
  );
}
