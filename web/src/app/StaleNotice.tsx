import type { Refusal } from '@pelkin/core';
import { designRefusals } from '@pelkin/core';
import { Box, Button, HStack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { differences, takeParts } from '../design/differences.ts';
import type { Kept } from '../design/keeping/keeping.ts';
import { keepMerged, keepMine, takeTheirs, useKeeping } from '../design/keeping/keeping.ts';
import { useDesign } from '../design/store.ts';
import { ON_OCHRE, PartsChoice } from './PartsChoice.tsx';
import { WORDS } from './words.ts';

const INK = ON_OCHRE.ink;

/** Two states of one design grew apart: says in what, and lets the user choose. Work goes on meanwhile. */
export function StaleNotice() {
  const kept = useKeeping((s) => s.kept);
  return kept.kind === 'stale' ? <Apart kept={kept} /> : null;
}

function Apart({ kept }: { kept: Extract<Kept, { kind: 'stale' }> }) {
  const design = useDesign();
  const apart = differences(design, kept.theirs);
  const [byParts, setByParts] = useState(false);
  const [problem, setProblem] = useState<Refusal | null>(null);
  const keep = (taken: readonly string[]): void => {
    const merged = takeParts(design, kept.theirs, taken);
    const [refusal] = designRefusals(merged);
    setProblem(refusal ?? null);
    if (!refusal) keepMerged(merged);
  };
  return (
    <Box
      bg="ochreOnTar"
      color={INK}
      px="4"
      py="2"
      role="alert"
      aria-label={WORDS.changedElsewhere}
      fontSize="13px"
    >
      <HStack gap="3">
        <Text flex="1">
          <b>
            {kept.restored
              ? 'The database was restored from a backup.'
              : 'This design was changed elsewhere.'}
          </b>{' '}
          The server holds {kept.restored ? 'an earlier state of this design' : `revision ${kept.revision}`}.{' '}
          {apart.length
            ? `Different: ${apart.map((d) => d.words).join(', ')}. Its lines are dashed on the board.`
            : 'Both are the same.'}
        </Text>
        <Button size="xs" variant="outline" color={INK} borderColor={INK} onClick={keepMine}>
          {WORDS.keepWhatIsOnThisScreen}
        </Button>
        {apart.length > 1 && (
          <Button
            size="xs"
            variant="outline"
            color={INK}
            borderColor={INK}
            aria-expanded={byParts}
            onClick={() => setByParts(!byParts)}
          >
            {WORDS.choosePartsOfEach}
          </Button>
        )}
        <Button size="xs" bg={INK} color={ON_OCHRE.paper} onClick={takeTheirs}>
          {WORDS.useTheServers}
        </Button>
      </HStack>
      {byParts && <PartsChoice apart={apart} whose="the server’s" problem={problem} onKeep={keep} />}
    </Box>
  );
}
