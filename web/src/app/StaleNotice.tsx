import { Button, HStack, Text } from '@chakra-ui/react';
import type { Kept } from '../design/keeping.ts';
import { keepMine, takeTheirs, useKeeping } from '../design/keeping.ts';
import { differences } from '../design/differences.ts';
import { useDesign } from '../design/store.ts';

/** Two states of one design grew apart: says in what, and lets the user choose. Work goes on meanwhile. */
export function StaleNotice() {
  const kept = useKeeping((s) => s.kept);
  return kept.kind === 'stale' ? <Apart kept={kept} /> : null;
}

function Apart({ kept }: { kept: Extract<Kept, { kind: 'stale' }> }) {
  const design = useDesign();
  const apart = differences(design, kept.theirs);
  return (
    <HStack bg="ochreOnTar" color="#2a1c05" px="4" py="2" gap="3" role="alert" fontSize="13px">
      <Text flex="1">
        <b>This design was changed elsewhere.</b> The server holds revision {kept.revision}.{' '}
        {apart.length ? `Different: ${apart.join(', ')}.` : 'Both say the same.'}
      </Text>
      <Button size="xs" variant="outline" color="#2a1c05" borderColor="#2a1c05" onClick={keepMine}>
        Keep what is on this screen
      </Button>
      <Button size="xs" bg="#2a1c05" color="#f6e6c8" onClick={takeTheirs}>
        Take the server’s
      </Button>
    </HStack>
  );
}
