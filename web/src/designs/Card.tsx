import { lengthWithUnit } from '@pelkin/core';
import { Box, Button, Center, HStack, IconButton, Input, Text } from '@chakra-ui/react';
import { EllipsisVertical } from 'lucide-react';
import type { ComponentProps } from 'react';
import { memo, useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import type { DesignSummary } from '../design/api.ts';
import { api } from '../design/api.ts';
import { when } from '../shared/when.ts';
import type { CardMenu } from './CardMenu.tsx';
import { WORDS } from './words.ts';

const cardMenu = () => import('./CardMenu.tsx');

function Picture({ shown }: { shown: DesignSummary['shown'] }) {
  if (!shown)
    return (
      <Center h="150px" color="faded" fontSize="12px">
        made by a newer Pelkin
      </Center>
    );
  return (
    <Box asChild h="150px" w="full" p="3">
      <svg viewBox={shown.viewBox} aria-hidden="true" preserveAspectRatio="xMidYMid meet">
        <path
          d={`${shown.path}${shown.lines.headstock}`}
          fill="var(--chakra-colors-wood)"
          stroke="var(--chakra-colors-ink)"
          strokeWidth="1.8"
          vectorEffect="non-scaling-stroke"
        />
        <g fill="none" stroke="var(--chakra-colors-ink)" strokeWidth="0.8">
          <path d={shown.lines.board} fill="var(--chakra-colors-sheet)" vectorEffect="non-scaling-stroke" />
          <path
            d={`${shown.lines.hardware}${shown.lines.tuners}`}
            fill="var(--chakra-colors-sunk)"
            vectorEffect="non-scaling-stroke"
          />
          <path d={shown.lines.strings} opacity="0.55" vectorEffect="non-scaling-stroke" />
        </g>
      </svg>
    </Box>
  );
}

interface NameFormProps {
  readonly name: string;
  readonly onChange: (name: string) => void;
  readonly onKeep: () => void;
  readonly onLeave: () => void;
}

/** A name that is being typed. Takes the keyboard once the menu that opened it has given it back. */
function NameForm({ name, onChange, onKeep, onLeave }: NameFormProps) {
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => {
    const later = setTimeout(() => input.current?.select(), 80);
    return () => clearTimeout(later);
  }, []);
  return (
    <HStack gap="1">
      <Input
        ref={input}
        size="xs"
        h="26px"
        aria-label={WORDS.newName}
        value={name}
        maxLength={80}
        onChange={(e) => onChange(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === 'Enter') onKeep();
          if (e.key === 'Escape') onLeave();
        }}
      />
      <Button size="2xs" colorPalette="green" onClick={onKeep}>
        {WORDS.keep}
      </Button>
    </HStack>
  );
}

/** The button of a card's menu; the menu itself is fetched when a hand comes near. */
function More({
  onProblem,
  ...menu
}: ComponentProps<typeof CardMenu> & { onProblem: (words: string) => void }) {
  const [Menu, setMenu] = useState<typeof CardMenu | null>(null);
  const near = (): void => void cardMenu().catch(() => undefined);
  const open = (): void =>
    void cardMenu().then(
      (made) => setMenu(() => made.CardMenu),
      () => onProblem('The server cannot be reached: try again.'),
    );
  return Menu ? (
    <Menu {...menu} />
  ) : (
    <IconButton
      size="xs"
      variant="ghost"
      aria-label={`More for ${menu.name}`}
      aria-haspopup="menu"
      onPointerEnter={near}
      onFocus={near}
      onClick={open}
    >
      <EllipsisVertical size={15} />
    </IconButton>
  );
}

interface CardProps {
  readonly design: DesignSummary;
  readonly archived: boolean;
  /** Must keep its identity, or every card is drawn again with the page. */
  readonly run: (work: () => Promise<unknown>) => Promise<void>;
}

/** One design of the list: its picture, name, and what can be done with it as a whole. */
export const Card = memo(function Card({ design, archived, run }: CardProps) {
  const [naming, setNaming] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const rename = async (): Promise<void> => {
    const core = await import('./reading.ts').catch(() => null);
    const named = core?.nameSchema.safeParse(naming);
    if (!named) {
      setProblem('The server cannot be reached: try again.');
      return;
    }
    if (!named.success) {
      setProblem(named.error.issues[0]!.message);
      return;
    }
    setNaming(null);
    setProblem(null);
    if (named.data !== design.name) await run(() => api.rename(design.id, named.data));
  };
  const act: Readonly<Record<string, () => void>> = {
    rename: () => setNaming(design.name),
    duplicate: () => void run(() => api.duplicate(design.id, `${design.name.slice(0, 72)}, copy`)),
    archive: () => void run(() => api.archive(design.id, !archived)),
  };
  return (
    <Box
      as="article"
      aria-label={design.name}
      bg="sheet"
      borderWidth="1px"
      borderColor="rule"
      borderRadius="l3"
      overflow="hidden"
      _hover={{ borderColor: 'kelp' }}
    >
      <Box asChild display="block" bg="paper" borderBottomWidth="1px" borderColor="rule">
        <Link to={`/designs/${design.id}/strings`} aria-label={`Open ${design.name}`}>
          <Picture shown={design.shown} />
        </Link>
      </Box>
      <HStack px="3.5" py="2.5" align="start" gap="1">
        <Box flex="1" minW="0">
          {naming === null ? (
            <Text asChild fontWeight="600" truncate display="block">
              <Link to={`/designs/${design.id}/strings`}>{design.name}</Link>
            </Text>
          ) : (
            <NameForm
              name={naming}
              onChange={setNaming}
              onKeep={() => void rename()}
              onLeave={() => setNaming(null)}
            />
          )}
          {problem && (
            <Text fontSize="12px" color="madder" role="alert">
              {problem}
            </Text>
          )}
          <Text fontSize="12px" color="faded">
            {design.shown
              ? `${design.shown.strings} strings · ${lengthWithUnit(design.shown.scaleLength, design.shown.units as 'mm')}`
              : 'cannot be read by this version'}
          </Text>
          <Text fontSize="12px" color="faded">
            changed {when(design.updatedAt)}
          </Text>
        </Box>
        <More
          name={design.name}
          archived={archived}
          onSelect={(what) => act[what]?.()}
          onProblem={setProblem}
        />
      </HStack>
    </Box>
  );
});
