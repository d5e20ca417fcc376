import { designText, edits, nameSchema } from '@pelkin/core';
import type { DisplayUnit } from '@pelkin/core';
import { Box, Button, HStack, Heading, IconButton, Input, Text } from '@chakra-ui/react';
import { EllipsisVertical, Redo2, Undo2 } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { useKeeping } from '../design/keeping/keeping.ts';
import { savedWords } from '../design/keeping/savedWords.ts';
import { usePicked } from '../design/derived.ts';
import { useDesignStore } from '../design/store.ts';
import { AppearanceButton } from '../shared/AppearanceButton.tsx';
import { download, fileStem } from '../shared/download.ts';
import { Later } from '../shared/Later.tsx';
import { Select } from '../shared/Pick.tsx';
import type { FrameKind } from './frame.ts';
import { FRAMES } from './frame.ts';
import { HandOver } from './HandOver.tsx';
import { KeysHelp } from './KeysHelp.tsx';
import { Revisions } from './Revisions.tsx';
import { WORDS } from './words.ts';

function SavedWords() {
  return useKeeping(savedWords);
}

/** Said plainly where this device keeps nothing: a closed page would lose what the server does not have. */
function NothingKept() {
  const problem = useKeeping((s) => s.deviceProblem);
  if (problem === null) return null;
  const save = (): void => {
    const { design } = useDesignStore.getState();
    if (design) download(`${fileStem(design.name)}.pelkin.json`, 'application/json', designText(design));
  };
  return (
    <HStack gap="2" color="ochreOnTar" role="status" flexShrink="0">
      <Text title={`Nothing can be kept here: ${problem}`}>nothing is kept on this device: {problem}</Text>
      <Button size="2xs" variant="outline" color="ochreOnTar" borderColor="ochreOnTar" onClick={save}>
        {WORDS.saveACopyAsAFile}
      </Button>
    </HStack>
  );
}

function OtherTabs() {
  const others = useKeeping((s) => s.otherTabs);
  return others === 0 ? null : (
    <Text color="ochreOnTar" role="status" data-testid="other-tabs" flexShrink="0">
      {others === 1 ? 'open in another tab too' : `open in ${others} other tabs too`}
    </Text>
  );
}

/** How far the design is saved, in words. */
function SavedText() {
  const kind = useKeeping((s) => s.kept.kind);
  const colour = {
    saved: 'onTarFaded',
    waiting: 'onTarFaded',
    away: 'ochreOnTar',
    stale: 'ochreOnTar',
    refused: 'madderOnTar',
  }[kind];
  return (
    <Text
      color={colour}
      role="status"
      data-testid="saved-state"
      fontSize="12px"
      lineHeight="1.2"
      px="1.5"
      truncate
    >
      <SavedWords />
    </Text>
  );
}

function SavedState() {
  return (
    <HStack gap="1.5" fontSize="12px" minW="0">
      <Revisions />
      <SavedText />
      <NothingKept />
      <OtherTabs />
    </HStack>
  );
}

function NameField() {
  const name = usePicked((d) => d.name);
  const edit = useDesignStore((s) => s.edit);
  const [draft, setDraft] = useState<string | null>(null);
  /** Left by a key, the keyboard goes back to the name; left by a press elsewhere, it stays there. */
  const [byKey, setByKey] = useState(false);
  const left = useRef(false);
  const leave = (typed: string | null, key: boolean): void => {
    // A field that goes while it has the focus may say that it lost it.
    if (left.current) return;
    left.current = true;
    const named = nameSchema.safeParse(typed ?? name);
    if (named.success && named.data !== name) edit('renamed the design', (d) => edits.setName(d, named.data));
    setByKey(key);
    setDraft(null);
  };
  if (draft === null)
    return (
      <Heading as="h1" fontSize="16px" lineHeight="1" minW="0">
        <Box
          as="button"
          autoFocus={byKey}
          onClick={() => {
            left.current = false;
            setDraft(name);
          }}
          aria-label={`Design name: ${name}. Press to change`}
          title={WORDS.pressToChangeTheName}
          fontSize="16px"
          fontWeight="650"
          px="1.5"
          h={{ base: '26px', md: '32px' }}
          maxW="min(260px, 34vw)"
          truncate
          cursor="text"
          borderRadius="l2"
          _hover={{ bg: 'tarLight' }}
        >
          {name}
        </Box>
      </Heading>
    );
  return (
    <Input
      autoFocus
      onFocus={(e) => e.target.select()}
      size="xs"
      h="32px"
      w="240px"
      px="1.5"
      fontSize="16px"
      fontWeight="650"
      bg="tarLight"
      borderColor="tarLight"
      maxLength={80}
      aria-label={WORDS.designName}
      value={draft}
      onChange={(e) => setDraft(e.target.value)}
      onBlur={() => leave(draft, false)}
      onKeyDown={(e) => {
        e.stopPropagation();
        if (e.key !== 'Enter' && e.key !== 'Escape') return;
        // The key must not press the name that takes the keyboard back.
        e.preventDefault();
        leave(e.key === 'Enter' ? draft : null, true);
      }}
    />
  );
}

function Steps({ named }: { named: boolean }) {
  const { undo, redo } = useDesignStore.getState();
  const last = useDesignStore((s) => s.past.at(-1)?.name);
  const next = useDesignStore((s) => s.future.at(-1)?.name);
  return (
    <HStack gap="1">
      {named && (
        <Text fontSize="12px" color="onTarFaded" maxW="190px" truncate>
          {last ?? ''}
        </Text>
      )}
      <IconButton
        size="xs"
        variant="ghost"
        color="onTar"
        _hover={{ bg: 'tarLight' }}
        disabled={!last}
        onClick={undo}
        aria-label={last ? `Undo: ${last}` : 'Nothing to undo'}
        title={last ? `Undo: ${last}` : undefined}
      >
        <Undo2 size={16} />
      </IconButton>
      <IconButton
        size="xs"
        variant="ghost"
        color="onTar"
        _hover={{ bg: 'tarLight' }}
        disabled={!next}
        onClick={redo}
        aria-label={next ? `Redo: ${next}` : 'Nothing to redo'}
        title={next ? `Redo: ${next}` : undefined}
      >
        <Redo2 size={16} />
      </IconButton>
    </HStack>
  );
}

const UNITS: readonly (readonly [DisplayUnit, string])[] = [
  ['mm', 'Millimetres'],
  ['in', 'Decimal inches'],
  ['in-fraction', 'Inch fractions'],
];

const ON_TAR = { bg: 'tarLight', color: 'onTar', borderColor: 'tarLight' } as const;

function UnitsAndHand() {
  const units = usePicked((d) => d.units);
  const left = usePicked((d) => d.handedness === 'left');
  const edit = useDesignStore((s) => s.edit);
  return (
    <HStack gap="2">
      <Select
        label={WORDS.units}
        w="136px"
        value={units}
        options={UNITS}
        onChange={(next) => edit('changed units', (d) => edits.setUnits(d, next))}
        look={ON_TAR}
        mark="onTarFaded"
      />
      <Button
        size="xs"
        variant="subtle"
        bg="tarLight"
        color="onTar"
        title={WORDS.mirrorsTheBoardThePaperAnd}
        onClick={() =>
          edit(left ? 'made right-handed' : 'made left-handed', (d) =>
            edits.setHandedness(d, left ? 'right' : 'left'),
          )
        }
      >
        {left ? WORDS.leftHanded : WORDS.rightHanded}
      </Button>
    </HStack>
  );
}

/** Whether a key press belongs to a field that is being typed in. */
const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));

/** What folds away under the title line where the window is narrow. */
function Folded({ kind }: { kind: FrameKind }) {
  return (
    <HStack
      bg="tar"
      color="onTar"
      px="3"
      py="2"
      gap="3"
      wrap="wrap"
      borderBottomWidth="1px"
      borderColor="tarLight"
      role="group"
      aria-label={WORDS.more}
    >
      {kind === 'phone' && (
        <HStack gap="3" fontSize="12px" wrap="wrap">
          <Revisions />
          <NothingKept />
          <OtherTabs />
        </HStack>
      )}
      <UnitsAndHand />
      <KeysHelp />
      <AppearanceButton />
    </HStack>
  );
}

/** Name, saved state, steps, units, hand and hand-over; the rarer ones folded away where the window is narrow. */
export function TitleLine({ kind }: { kind: FrameKind }) {
  const [unfolded, unfold] = useState(false);
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (!(event.ctrlKey || event.metaKey) || isTyping(event.target)) return;
      const key = event.key.toLowerCase();
      const { undo, redo } = useDesignStore.getState();
      if (key === 'z' && !event.shiftKey) undo();
      else if (key === 'y' || (key === 'z' && event.shiftKey)) redo();
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  const isWide = kind === 'wide';
  return (
    <Box as="header">
      <HStack
        bg="tar"
        color="onTar"
        h={`${FRAMES[kind].title}px`}
        contain="layout style"
        px="3"
        gap={isWide ? '4' : '2'}
        borderBottomWidth="1px"
        borderColor="tarLight"
      >
        <Box asChild flexShrink="0" borderRadius="l2" _hover={{ bg: 'tarLight' }}>
          <Link to="/" aria-label={WORDS.allDesigns} title={WORDS.allDesigns}>
            <Box as="img" {...{ src: '/pelkin.svg', alt: '' }} w="30px" h="30px" />
          </Link>
        </Box>
        {kind === 'phone' ? (
          <Box minW="0">
            <NameField />
            <SavedText />
          </Box>
        ) : (
          <>
            <NameField />
            <SavedState />
          </>
        )}
        <Box flex="1" />
        <Later>
          <Steps named={isWide} />
          {isWide && (
            <>
              <UnitsAndHand />
              <KeysHelp />
              <AppearanceButton />
            </>
          )}
          <HandOver short={kind === 'phone'} />
          {!isWide && (
            <IconButton
              size="xs"
              variant="ghost"
              color="onTar"
              _hover={{ bg: 'tarLight' }}
              aria-label={WORDS.more}
              aria-expanded={unfolded}
              onClick={() => unfold(!unfolded)}
            >
              <EllipsisVertical size={16} />
            </IconButton>
          )}
        </Later>
      </HStack>
      {!isWide && unfolded && <Folded kind={kind} />}
    </Box>
  );
}
