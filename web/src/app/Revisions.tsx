import { checkDesign, nameSchema } from '@pelkin/core';
import { Box, Button, HStack, Input, Popover, Portal, Text } from '@chakra-ui/react';
import type { ComponentProps } from 'react';
import { useEffect, useState } from 'react';
import type { FrozenSummary } from '../design/api.ts';
import { api, sentence, wordsOf } from '../design/api.ts';
import { noteFrozen, saveNow, useKeeping } from '../design/keeping/keeping.ts';
import { useDesignStore } from '../design/store.ts';
import { useLooking } from './looking.ts';
import { revisionOpen } from '../design/keeping/savedWords.ts';
import { when } from '../shared/when.ts';
import { WORDS } from './words.ts';

/** Frozen revisions of the open design: freeze the present state under a name, and look at those there are. */
function FrozenList({ onLeave }: { onLeave: () => void }) {
  const id = useDesignStore((s) => s.id);
  const [list, setList] = useState<readonly FrozenSummary[] | null>(null);
  const [name, setName] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  useEffect(() => {
    let left = false;
    api
      .revisions(id)
      .then(({ revisions }) => !left && setList(revisions))
      .catch((error: unknown) => !left && setProblem(wordsOf(error)));
    return () => {
      left = true;
    };
  }, [id]);
  const freeze = async (): Promise<void> => {
    const named = nameSchema.safeParse(name);
    if (!named.success) {
      setProblem(sentence(named.error.issues[0]!.message.replace('the design', 'the revision')));
      return;
    }
    setBusy(true);
    setProblem(null);
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
      setList([made, ...(list ?? [])]);
      setName('');
    } catch (error) {
      setProblem(wordsOf(error));
    }
    setBusy(false);
  };
  const look = async (summary: FrozenSummary): Promise<void> => {
    setProblem(null);
    try {
      const checked = checkDesign((await api.frozen(id, summary.number)).design);
      if (!checked.ok) throw new Error(`this revision cannot be read: ${checked.refusals[0]!.message}`);
      useLooking.getState().look({ number: summary.number, name: summary.name, design: checked.design });
      onLeave();
    } catch (error) {
      setProblem(wordsOf(error));
    }
  };
  return (
    <Box display="grid" gap="2" fontSize="13px">
      <Text fontSize="12px" color="faded">
        A frozen revision is never changed: the state a job is cut from, or one to come back to.
      </Text>
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
      {problem && (
        <Text color="madder" fontSize="12px" role="alert">
          {problem}
        </Text>
      )}
      {list?.length === 0 && <Text color="faded">Nothing is frozen yet.</Text>}
      <Box maxH="300px" overflowY="auto" display="grid" gap="1">
        {list?.map((r) => (
          <HStack key={r.number} borderTopWidth="1px" borderColor="rule" pt="1">
            <Box flex="1" minW="0">
              <Text truncate fontWeight="600">
                {r.name}
              </Text>
              <Text fontSize="12px" color="faded">
                revision {r.number}, {when(r.createdAt)}
              </Text>
            </Box>
            <Button
              size="2xs"
              variant="outline"
              aria-label={`Look at ${r.name}`}
              onClick={() => void look(r)}
            >
              {WORDS.lookAtIt}
            </Button>
          </HStack>
        ))}
      </Box>
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
      title={WORDS.frozenRevisions}
      {...props}
    >
      {words === null ? WORDS.revisions : words}
    </Button>
  );
}

/** In the title line: which frozen revision is open, if one is; pressed, all that are frozen. */
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
          <Popover.Content bg="sheet" w="400px" aria-label={WORDS.frozenRevisions}>
            <Popover.Body>
              <FrozenList onLeave={() => setOpen(false)} />
            </Popover.Body>
          </Popover.Content>
        </Popover.Positioner>
      </Portal>
    </Popover.Root>
  );
}
