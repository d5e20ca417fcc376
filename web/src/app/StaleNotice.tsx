import type { Clash, Design, Refusal } from '@pelkin/core';
import { clashWords, combineDesigns, designRefusals } from '@pelkin/core';
import { Box, Button, HStack, Text } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import type { Difference } from '../design/differences.ts';
import { differences, takeParts } from '../design/differences.ts';
import type { Kept } from '../design/keeping/keeping.ts';
import { keepBoth, keepMerged, keepMine, takeTheirs, useKeeping } from '../design/keeping/keeping.ts';
import { useDesign } from '../design/store.ts';
import { ON_OCHRE, PartsChoice } from './PartsChoice.tsx';
import { WORDS } from './words.ts';

const INK = ON_OCHRE.ink;
type Stale = Extract<Kept, { kind: 'stale' }>;

/** Two states of one design grew apart: says in what, and lets the user choose. Work goes on meanwhile. */
export function StaleNotice() {
  const kept = useKeeping((s) => s.kept);
  return kept.kind === 'stale' ? <Apart kept={kept} /> : null;
}

/** What the user chooses between. */
interface Choice {
  readonly apart: readonly Difference[];
  readonly says: string;
  readonly mine: () => readonly Refusal[];
  readonly theirs: () => readonly Refusal[];
  readonly some: (keys: readonly string[]) => readonly Refusal[];
}

/** The things that both changed; everything else of both is kept whatever is chosen. */
function byThing(design: Design, clashes: readonly Clash[]): Choice {
  const keyOf = (clash: Clash): string => clash.path.join('.');
  return {
    apart: clashes.map((clash) => ({ key: keyOf(clash), words: clashWords(clash, design) })),
    says: 'The same was changed here and there',
    mine: () => keepBoth([]),
    theirs: () => keepBoth(clashes),
    some: (keys) => keepBoth(clashes.filter((clash) => keys.includes(keyOf(clash)))),
  };
}

/** Whole sections, where it is not known what both states were made from, or what comes of both cannot be one design. */
function bySection(design: Design, theirs: Design): Choice {
  return {
    apart: differences(design, theirs),
    says: 'Different',
    mine: () => (keepMine(), []),
    theirs: () => (takeTheirs(), []),
    some: (keys) => {
      const merged = takeParts(design, theirs, keys);
      const refusals = designRefusals(merged);
      if (refusals.length === 0) keepMerged(merged);
      return refusals;
    },
  };
}

function choiceOf(design: Design, { base, theirs }: Stale): Choice {
  const clashes = base ? combineDesigns(base, design, theirs).clashes : [];
  return clashes.length > 0 ? byThing(design, clashes) : bySection(design, theirs);
}

function Apart({ kept }: { kept: Stale }) {
  const design = useDesign();
  const { apart, says, mine, theirs, some } = useMemo(() => choiceOf(design, kept), [design, kept]);
  const [byParts, setByParts] = useState(false);
  const [problem, setProblem] = useState<Refusal | null>(null);
  const show = (refusals: readonly Refusal[]): void => setProblem(refusals[0] ?? null);
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
      <HStack gap="3" flexWrap="wrap">
        <Text flex="1" minW="300px">
          <b>
            {kept.restored
              ? 'The database was restored from a backup.'
              : 'This design was changed elsewhere.'}
          </b>{' '}
          {kept.restored && 'The server holds an earlier state of this design. '}
          {apart.length
            ? `${says}: ${apart.map((d) => d.words).join('; ')}. Its lines are dashed on the board.`
            : 'Both are the same.'}
          {problem && !byParts && ` These do not go together: ${problem.message}.`}
        </Text>
        <Button size="xs" variant="outline" color={INK} borderColor={INK} onClick={() => show(mine())}>
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
        <Button size="xs" bg={INK} color={ON_OCHRE.paper} onClick={() => show(theirs())}>
          {WORDS.useTheServers}
        </Button>
      </HStack>
      {byParts && (
        <PartsChoice
          apart={apart}
          whose="the server’s"
          problem={problem}
          onKeep={(keys) => show(some(keys))}
        />
      )}
    </Box>
  );
}
