import { nameSchema } from '@pelkin/core';
import { Box, Button, HStack, Heading, Input, Popover, Portal, Text } from '@chakra-ui/react';
import type { ComponentProps } from 'react';
import { useEffect, useState } from 'react';
import { api, sentence, wordsOf } from '../design/api.ts';
import { noteFrozen, saveNow, useKeeping } from '../design/keeping/keeping.ts';
import { revisionOpen } from '../design/keeping/savedWords.ts';
import { useDesignStore } from '../design/store.ts';
import type { KeptState } from './keptStates.ts';
import { designIn, frozenState, otherDesigns, statesOf } from './keptStates.ts';
import { useLooking } from './looking.ts';
import { WORDS } from './words.ts';

/** States of one kind, each with a button that shows it. */
function StateList({
  title,
  none,
  states,
  onLook,
}: {
  title: string;
  none: string;
  states: readonly KeptState[];
  onLook: (state: KeptState) => void;
}) {
  return (
    <Box as="section" aria-label={title}>
      <Heading as="h3" fontSize="12px" fontWeight="600" color="faded" mb="1">
        {title}
      </Heading>
      {states.length === 0 && (
        <Text fontSize="12px" color="faded">
          {none}
        </Text>
      )}
      <Box maxH="190px" overflowY="auto" display="grid" gap="1">
        {states.map((s) => (
          <HStack key={s.key} borderTopWidth="1px" borderColor="rule" pt="1">
            <Box flex="1" minW="0">
              <Text truncate fontWeight="600">
                {s.name}
              </Text>
              <Text fontSize="12px" color="faded">
                {s.note}
              </Text>
            </Box>
            <Button size="2xs" variant="outline" aria-label={`Look at ${s.name}`} onClick={() => onLook(s)}>
              {WORDS.lookAtIt}
            </Button>
          </HStack>
        ))}
      </Box>
    </Box>
  );
}

/** Freezes the present state under a name. Calls `onFrozen` with it. */
function Freeze({
  id,
  onFrozen,
  onProblem,
}: {
  id: string;
  onFrozen: (state: KeptState) => void;
  onProblem: (words: string | null) => void;
}) {
  const [name, setName] = useState('');
  const [busy, setBusy] = useState(false);
  const freeze = async (): Promise<void> => {
    const named = nameSchema.safeParse(name);
    if (!named.success) {
      onProblem(sentence(named.error.issues[0]!.message.replace('the design', 'the revision')));
      return;
    }
    setBusy(true);
    onProblem(null);
    try {
      if (!(await saveNow()))
        throw new Error(
          'the present state is not on the server yet: freeze it when the title line says saved',
        );
      const { save } = useKeeping.getState();
      if (save === null)
        throw new Error('this state is not at the server yet: choose above which state is kept');
      const made = await api.freeze(id, named.data, save);
      noteFrozen(save, made.number);
      onFrozen(frozenState(id, made));
      setName('');
    } catch (error) {
      onProblem(wordsOf(error));
    }
    setBusy(false);
  };
  return (
    <HStack>
      <Input
        size="xs"
        aria-label={WORDS.nameOfTheFrozenRevision}
        placeholder={WORDS.firstWood}
        maxLength={80}
        value={name}
        onChange={(e) => setName(e.target.value)}
        onKeyDown={(e) => {
          e.stopPropagation();
          if (e.key === 'Enter') void freeze();
        }}
      />
      <Button size="xs" colorPalette="green" loading={busy} onClick={() => void freeze()}>
        {WORDS.freezeThisState}
      </Button>
    </HStack>
  );
}

/** Freezes the open design, and lists every other state that can be looked at and compared. */
function StatesList({ onLeave }: { onLeave: () => void }) {
  const id = useDesignStore((s) => s.id);
  const [states, setStates] = useState<readonly KeptState[] | null>(null);
  const [designs, setDesigns] = useState<readonly KeptState[] | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    let left = false;
    const show = <T,>(from: Promise<T>, take: (list: T) => void): void =>
      void from
        .then((list) => !left && take(list))
        .catch((error: unknown) => !left && setProblem(wordsOf(error)));
    show(statesOf(id), setStates);
    show(otherDesigns(id), setDesigns);
    return () => {
      left = true;
    };
  }, [id]);
  const look = async (state: KeptState): Promise<void> => {
    setProblem(null);
    try {
      useLooking.getState().look({ state, design: await designIn(state) });
      onLeave();
    } catch (error) {
      setProblem(wordsOf(error));
    }
  };
  const ofKind = (kind: KeptState['kind']): readonly KeptState[] =>
    states?.filter((s) => s.kind === kind) ?? [];
  const onLook = (state: KeptState): void => void look(state);
  return (
    <Box display="grid" gap="2.5" fontSize="13px">
      <Text fontSize="12px" color="faded">
        A frozen revision is never changed: the state a job is cut from, or one to come back to.
      </Text>
      <Freeze id={id} onProblem={setProblem} onFrozen={(made) => setStates([made, ...(states ?? [])])} />
      {problem && (
        <Text color="madder" fontSize="12px" role="alert">
          {problem}
        </Text>
      )}
      {states && (
        <>
          <StateList
            title={WORDS.frozenRevisions}
            none="Nothing is frozen yet."
            states={ofKind('frozen')}
            onLook={onLook}
          />
          <StateList
            title={WORDS.restorePoints}
            none="None yet: the last state of each day is kept by itself, and each with which a stage is marked done."
            states={ofKind('restore point')}
            onLook={onLook}
          />
        </>
      )}
      {designs && (
        <StateList
          title={WORDS.otherDesigns}
          none="There is no other design to compare with."
          states={designs}
          onLook={onLook}
        />
      )}
    </Box>
  );
}

function RevisionButton(props: ComponentProps<typeof Button>) {
  const words = useKeeping(revisionOpen);
  return (
    <Button
      size="2xs"
      variant="ghost"
      color="onTarFaded"
      fontWeight="400"
      fontSize="12px"
      px="1.5"
      _hover={{ bg: 'tarLight' }}
      _expanded={{ bg: 'tarLight' }}
      title={WORDS.revisionsAndRestorePoints}
      {...props}
    >
      {words === null ? WORDS.revisions : words}
    </Button>
  );
}

/** In the title line: which frozen revision is open, if one is; pressed, all states that can be compared. */
export function Revisions() {
  const [open, setOpen] = useState(false);
  const [used, setUsed] = useState(false);
  // The list and all it hangs on are made at the first press: opening a design does not wait for them.
  if (!used)
    return (
      <RevisionButton
        aria-haspopup="dialog"
        aria-expanded={false}
        onClick={() => {
          setUsed(true);
          setOpen(true);
        }}
      />
    );
  return (
    <Popover.Root open={open} onOpenChange={(e) => setOpen(e.open)} lazyMount unmountOnExit>
      <Popover.Trigger asChild>
        <RevisionButton />
      </Popover.Trigger>
      <Portal>
        <Popover.Positioner>
          <Popover.Content
            bg="sheet"
            w="420px"
            maxH="calc(100dvh - 60px)"
            overflowY="auto"
            aria-label={WORDS.revisionsAndRestorePoints}
          >
            <Popover.Body>
              <StatesList onLeave={() => setOpen(false)} />
            </Popover.Body>
          </Popover.Content>
        </Popover.Positioner>
      </Portal>
    </Popover.Root>
  );
}
