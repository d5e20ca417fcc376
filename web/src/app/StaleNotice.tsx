import type { Design, Refusal } from '@pelkin/core';
import { designRefusals } from '@pelkin/core';
import { Box, Button, Checkbox, HStack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import type { Difference } from '../design/differences.ts';
import { differences, takeParts } from '../design/differences.ts';
import type { Kept } from '../design/keeping.ts';
import { keepMerged, keepMine, takeTheirs, useKeeping } from '../design/keeping.ts';
import { useDesign } from '../design/store.ts';

const INK = '#2a1c05';

/** Two states of one design grew apart: says in what, and lets the user choose. Work goes on meanwhile. */
export function StaleNotice() {
  const kept = useKeeping((s) => s.kept);
  return kept.kind === 'stale' ? <Apart kept={kept} /> : null;
}

/** Which parts are taken from the server’s state. */
function Parts({ mine, theirs, apart }: { mine: Design; theirs: Design; apart: readonly Difference[] }) {
  const [taken, setTaken] = useState<readonly string[]>([]);
  const [problem, setProblem] = useState<Refusal | null>(null);
  const keep = (): void => {
    const merged = takeParts(mine, theirs, taken);
    const [refusal] = designRefusals(merged);
    setProblem(refusal ?? null);
    if (!refusal) keepMerged(merged);
  };
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
          <Checkbox.Control borderColor={INK} />
          <Checkbox.Label fontWeight="400">Take the server’s {words}</Checkbox.Label>
        </Checkbox.Root>
      ))}
      <HStack mt="1">
        <Text flex="1" role="alert">
          {problem && `These parts do not go together: ${problem.message}.`}
        </Text>
        <Button size="xs" bg={INK} color="#f6e6c8" onClick={keep}>
          Keep it so
        </Button>
      </HStack>
    </Box>
  );
}

function Apart({ kept }: { kept: Extract<Kept, { kind: 'stale' }> }) {
  const design = useDesign();
  const apart = differences(design, kept.theirs);
  const [byParts, setByParts] = useState(false);
  return (
    <Box
      bg="ochreOnTar"
      color={INK}
      px="4"
      py="2"
      role="alert"
      aria-label="Changed elsewhere"
      fontSize="13px"
    >
      <HStack gap="3">
        <Text flex="1">
          <b>This design was changed elsewhere.</b> The server holds revision {kept.revision}.{' '}
          {apart.length
            ? `Different: ${apart.map((d) => d.words).join(', ')}. Its lines are dashed on the board.`
            : 'Both say the same.'}
        </Text>
        <Button size="xs" variant="outline" color={INK} borderColor={INK} onClick={keepMine}>
          Keep what is on this screen
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
            Take parts of each
          </Button>
        )}
        <Button size="xs" bg={INK} color="#f6e6c8" onClick={takeTheirs}>
          Take the server’s
        </Button>
      </HStack>
      {byParts && <Parts mine={design} theirs={kept.theirs} apart={apart} />}
    </Box>
  );
}
