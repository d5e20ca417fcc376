import { wireKey, withProposedRuns } from '@pelkin/core';
import { Box, Button, HStack, Spinner, Text } from '@chakra-ui/react';
import { useEffect, useRef, useState } from 'react';
import { wordsOf } from '../../../design/api.ts';
import { useDerived } from '../../../design/derived.ts';
import { useDesign, useDesignStore } from '../../../design/store.ts';
import { Section } from '../../../shared/Section.tsx';
import { lookForRuns } from '../../../workers/mends.ts';
import { Stopped } from '../../../workers/stopped.ts';
import { useChosenInLayout } from '../chosen.ts';
import { WORDS } from '../words.ts';

type Search =
  | { readonly kind: 'none' }
  | { readonly kind: 'looking'; readonly share: number }
  | { readonly kind: 'failed'; readonly words: string };

/** The search for runs beside the page: what it is at, and how it is begun and stopped. */
function useProposals(): {
  readonly search: Search;
  readonly begin: (only: readonly string[] | null) => void;
  readonly stop: () => void;
} {
  const [search, setSearch] = useState<Search>({ kind: 'none' });
  const edit = useDesignStore((s) => s.edit);
  const stop = useRef<() => void>(() => undefined);
  useEffect(() => () => stop.current(), []);
  const begin = async (only: readonly string[] | null): Promise<void> => {
    const { design } = useDesignStore.getState();
    if (!design) return;
    stop.current();
    setSearch({ kind: 'looking', share: 0 });
    const work = lookForRuns(design, only, (share) =>
      setSearch((now) => (now.kind === 'looking' ? { kind: 'looking', share } : now)),
    );
    stop.current = work.stop;
    try {
      const proposed = await work.answer;
      const found = proposed.filter((p) => p.run !== null).length;
      if (found > 0) {
        const name = found === 1 ? 'drilled a run' : `drilled ${found} runs`;
        const [refusal] = edit(name, (d) => withProposedRuns(d, proposed));
        if (refusal) return setSearch({ kind: 'failed', words: `${refusal.message}.` });
        // One is shown with its numbers; after several the list says what is connected.
        const last = useDesignStore.getState().design?.runs.at(-1);
        useChosenInLayout.getState().chooseRun(found === 1 && last ? last.id : null);
      }
      const none = proposed.length - found;
      setSearch(
        none > 0
          ? {
              kind: 'failed',
              words: `For ${none === 1 ? 'one wire' : `${none} wires`} no straight bit finds a way that keeps enough wood round it: rout a channel, or bring an opening nearer to the controls.`,
            }
          : { kind: 'none' },
      );
    } catch (error) {
      setSearch(error instanceof Stopped ? { kind: 'none' } : { kind: 'failed', words: wordsOf(error) });
    }
  };
  return { search, begin: (only) => void begin(only), stop: () => stop.current() };
}

/** Which wires get to the controls; those that do not get a run proposed, one or all in one press. */
export function Reached() {
  const { wired } = useDerived();
  const { parts } = useDesign();
  const { search, begin, stop } = useProposals();
  const open = wired.filter((w) => !w.reaches).length;
  return (
    <Section
      title={WORDS.toTheControls}
      aside={
        open > 1 &&
        search.kind !== 'looking' && (
          <Button size="2xs" variant="outline" onClick={() => begin(null)}>
            {WORDS.proposeRunsForAll}
          </Button>
        )
      }
    >
      {wired.length === 0 ? (
        <Text fontSize="12px" color="faded">
          Shown once a pot or switch is in a cavity.
        </Text>
      ) : (
        <Box role="list" aria-label={WORDS.wires}>
          {wired.map((w) => {
            const { id } = w.part.part;
            return (
              <HStack key={wireKey(id, w.ground)} role="listitem" fontSize="12.5px" py="0.5">
                <Text flex="1">
                  {w.part.name}
                  {w.ground ? ', ground' : ''}
                </Text>
                <Text color={w.reaches ? 'kelp' : 'madder'}>{w.reaches ? '● connected' : '■ no path'}</Text>
                {!w.reaches && search.kind !== 'looking' && parts.some((p) => p.id === id) && (
                  <Button
                    size="2xs"
                    variant="outline"
                    aria-label={`${WORDS.proposeARun}: ${w.part.name}${w.ground ? ', ground' : ''}`}
                    onClick={() => begin([wireKey(id, w.ground)])}
                  >
                    {WORDS.proposeARun}
                  </Button>
                )}
              </HStack>
            );
          })}
        </Box>
      )}
      {search.kind === 'looking' && (
        <HStack gap="2" role="status">
          <Spinner size="xs" />
          <Text
            flex="1"
            fontSize="12.5px"
          >{`Looking for straight ways, ${(100 * search.share).toFixed(0)} %`}</Text>
          <Button size="2xs" variant="outline" onClick={stop}>
            {WORDS.stop}
          </Button>
        </HStack>
      )}
      {search.kind === 'failed' && (
        <Text fontSize="12px" color="madder" role="alert">
          {search.words}
        </Text>
      )}
    </Section>
  );
}
