import { edits, lengthWithUnit, nameSchema, readDesignText } from '@pelkin/core';
import {
  Box,
  Button,
  Center,
  Grid,
  HStack,
  Heading,
  IconButton,
  Input,
  Menu,
  Portal,
  Spinner,
  Tabs,
  Text,
  VStack,
} from '@chakra-ui/react';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { EllipsisVertical, FolderOpen, Plus } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { DesignSummary } from '../design/api.ts';
import { api, wordsOf } from '../design/api.ts';
import { AppearanceButton } from '../shared/AppearanceButton.tsx';
import { NewDesign } from './NewDesign.tsx';

const when = (iso: string): string =>
  new Date(iso).toLocaleString([], {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  });

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
          d={shown.path}
          fill="var(--chakra-colors-wood)"
          stroke="var(--chakra-colors-ink)"
          strokeWidth="2"
          vectorEffect="non-scaling-stroke"
        />
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
        aria-label="New name"
        value={name}
        maxLength={80}
        onChange={(e) => onChange(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === 'Enter') onKeep();
          if (e.key === 'Escape') onLeave();
        }}
      />
      <Button size="2xs" colorPalette="green" onClick={onKeep}>
        Keep
      </Button>
    </HStack>
  );
}

interface CardProps {
  readonly design: DesignSummary;
  readonly archived: boolean;
  readonly run: (work: () => Promise<unknown>) => Promise<void>;
}

function Card({ design, archived, run }: CardProps) {
  const [naming, setNaming] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const rename = async (): Promise<void> => {
    const named = nameSchema.safeParse(naming);
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
        <Menu.Root onSelect={({ value }) => act[value]?.()}>
          <Menu.Trigger asChild>
            <IconButton size="xs" variant="ghost" aria-label={`More for ${design.name}`}>
              <EllipsisVertical size={15} />
            </IconButton>
          </Menu.Trigger>
          <Portal>
            <Menu.Positioner>
              <Menu.Content bg="sheet">
                <Menu.Item value="rename">Rename</Menu.Item>
                <Menu.Item value="duplicate">Duplicate</Menu.Item>
                <Menu.Item value="archive">{archived ? 'Take back out' : 'Put away'}</Menu.Item>
              </Menu.Content>
            </Menu.Positioner>
          </Portal>
        </Menu.Root>
      </HStack>
    </Box>
  );
}

/** All designs of the workshop, with small pictures; new ones, files, and those put away. */
export function ListPage() {
  const [archived, setArchived] = useState(false);
  const [making, setMaking] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const file = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const queries = useQueryClient();
  const workshop = useQuery({ queryKey: ['workshops'], queryFn: api.workshops });
  const list = useQuery({ queryKey: ['designs', archived], queryFn: () => api.list(archived) });
  useEffect(() => {
    document.title = 'Designs · Pelkin';
  }, []);
  const run = async (work: () => Promise<unknown>): Promise<void> => {
    setProblem(null);
    try {
      await work();
    } catch (error) {
      setProblem(wordsOf(error));
    }
    await queries.invalidateQueries({ queryKey: ['designs'] });
  };
  const openFile = async (chosen: File | undefined): Promise<void> => {
    if (!chosen) return;
    const read = readDesignText(chosen.size > 2_000_000 ? ' '.repeat(2_000_001) : await chosen.text());
    if (!read.ok) {
      const [first] = read.refusals;
      setProblem(`${chosen.name}: ${first!.where ? `${first!.where}: ` : ''}${first!.message}.`);
      return;
    }
    await run(async () => {
      const made = await api.create(edits.setName(read.design, read.design.name));
      void navigate(`/designs/${made.id}/strings`);
    });
  };
  const designs = list.data?.designs ?? [];
  return (
    <Box minH="100%" bg="paper">
      <HStack as="header" bg="tar" color="onTar" h="50px" px="6" gap="3">
        <Box as="img" {...{ src: '/pelkin.svg', alt: '' }} w="30px" h="30px" />
        <Text fontWeight="650" fontSize="16px">
          Pelkin
        </Text>
        <Text fontSize="13px" color="onTarFaded">
          {workshop.data?.workshops[0]?.name}
        </Text>
        <Box flex="1" />
        <AppearanceButton />
      </HStack>
      <Box as="main" maxW="1120px" mx="auto" px="6" py="7">
        <HStack mb="5" gap="3">
          <Heading as="h1" fontSize="24px" fontWeight="650" flex="1">
            Designs
          </Heading>
          <input
            ref={file}
            type="file"
            accept=".json,application/json"
            hidden
            data-testid="open-file"
            onChange={(e) => {
              void openFile(e.target.files?.[0]);
              e.target.value = '';
            }}
          />
          <Button size="sm" variant="outline" onClick={() => file.current?.click()}>
            <FolderOpen size={15} aria-hidden /> Open a design file
          </Button>
          <Button size="sm" colorPalette="green" onClick={() => setMaking(true)}>
            <Plus size={15} aria-hidden /> New design
          </Button>
        </HStack>
        {making && <NewDesign onLeave={() => setMaking(false)} />}
        <Tabs.Root
          value={archived ? 'away' : 'bench'}
          onValueChange={({ value }) => setArchived(value === 'away')}
          size="sm"
          colorPalette="green"
          mb="4"
        >
          <Tabs.List>
            <Tabs.Trigger value="bench">On the bench</Tabs.Trigger>
            <Tabs.Trigger value="away">Put away</Tabs.Trigger>
          </Tabs.List>
        </Tabs.Root>
        {problem && (
          <Text color="madder" mb="3" role="alert">
            {problem}
          </Text>
        )}
        {list.isPending && <Spinner color="kelp" aria-label="Fetching the designs" />}
        {list.isError && (
          <VStack align="start" gap="2">
            <Text role="alert">
              {wordsOf(list.error)} Designs that are open elsewhere keep their changes.
            </Text>
            <Button size="sm" variant="outline" onClick={() => void list.refetch()}>
              Try again
            </Button>
          </VStack>
        )}
        {list.isSuccess && designs.length === 0 && (
          <VStack align="start" gap="1" py="10" color="faded">
            <Text fontWeight="600" color="ink">
              {archived ? 'Nothing is put away' : 'The bench is clear'}
            </Text>
            <Text>
              {archived
                ? 'Designs that you put away stand here until you take them back out.'
                : 'Begin a new design from its strings, or open a design file.'}
            </Text>
          </VStack>
        )}
        <Grid templateColumns="repeat(auto-fill, minmax(250px, 1fr))" gap="4">
          {designs.map((d) => (
            <Card key={d.id} design={d} archived={archived} run={run} />
          ))}
        </Grid>
      </Box>
    </Box>
  );
}
