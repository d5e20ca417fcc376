import type { PartGroup } from '@pelkin/core';
import { PART_GROUPS, SHELF, groupOf, specOf, stringsWithoutSaddle, withSaddles } from '@pelkin/core';
import { Box, Button, HStack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { derive, usePicked } from '../../../design/derived.ts';
import { useDesignStore } from '../../../design/store.ts';
import { FileButton } from '../../../shared/FileButton.tsx';
import { Section } from '../../../shared/Section.tsx';
import { useChosenInLayout } from '../chosen.ts';
import { OnShelf } from './OnShelf.tsx';
import { OwnShelf } from './OwnShelf.tsx';
import { readPartFile } from './partFiles.ts';
import { WORDS } from '../words.ts';

const GROUP_WORDS: Readonly<Record<PartGroup | 'own', string>> = {
  bridges: 'Bridges',
  pickups: 'Pickups',
  controls: 'Controls',
  jacks: 'Jacks',
  hardware: 'Hardware',
  own: WORDS.yourOwn,
};

/** Lays a single saddle under each string that has none; shown while there is such a string. */
function EachSaddle() {
  const missing = usePicked((_, derived) => stringsWithoutSaddle(derived));
  const edit = useDesignStore((s) => s.edit);
  return (
    missing > 0 && (
      <Button
        size="2xs"
        variant="outline"
        onClick={() =>
          edit(`placed ${missing} ${missing === 1 ? 'saddle' : 'saddles'}`, (d) => withSaddles(d, derive(d)))
        }
      >
        {WORDS.saddleForEachString} ({missing})
      </Button>
    )
  );
}

/** The shelf of generic parts, a group at a time, and parts of one's own from a file. */
export function Shelf() {
  const none = usePicked((d) => d.parts.length === 0);
  const [group, setGroup] = useState<PartGroup | 'own' | null>(none ? 'bridges' : null);
  const [problem, setProblem] = useState<string | null>(null);
  const carried = useChosenInLayout((s) => s.carried);
  return (
    <Section
      title={WORDS.shelf}
      aside={
        <FileButton
          words="From a file"
          label={WORDS.partFile}
          accept=".json,application/json"
          onFile={(file) => void readPartFile(file).then(setProblem)}
        />
      }
    >
      <HStack gap="1" wrap="wrap" role="group" aria-label={WORDS.groupOfParts}>
        {([...PART_GROUPS, 'own'] as const).map((key) => (
          <Box
            as="button"
            key={key}
            aria-pressed={key === group}
            px="2"
            h="24px"
            fontSize="12px"
            cursor="pointer"
            borderRadius="l2"
            bg={key === group ? 'kelp' : 'transparent'}
            color={key === group ? 'onKelp' : 'ink'}
            onClick={() => setGroup(key === group ? null : key)}
          >
            {GROUP_WORDS[key]}
          </Box>
        ))}
      </HStack>
      {group === 'bridges' && <EachSaddle />}
      {group === 'own' && <OwnShelf />}
      {group !== null && group !== 'own' && (
        <Box display="grid" gridTemplateColumns="1fr 1fr" gap="1.5">
          {SHELF.filter((p) => groupOf(p) === group).map((part) => (
            <OnShelf key={part.key} shelfKey={part.key} name={part.name} spec={() => specOf(part)} />
          ))}
        </Box>
      )}
      {(group !== null || problem || carried) && (
        <Text fontSize="12px" color={problem ? 'madder' : 'faded'} role={problem ? 'alert' : undefined}>
          {problem ??
            (carried
              ? 'Now press on the board where it goes. Escape puts it back.'
              : group === 'own'
                ? 'Drag a part to the board, or press it and then its place.'
                : 'Drag a part to the board, or press it and then its place. Its sizes are usual ones: measure yours before you cut.')}
        </Text>
      )}
    </Section>
  );
}
