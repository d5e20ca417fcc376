import { Box, Button, Grid, HStack, Heading, Input, Spinner, Tabs, Text, VStack } from '@chakra-ui/react';
import { keepPreviousData, useInfiniteQuery, useQuery, useQueryClient } from '@tanstack/react-query';
import { FolderOpen, Plus } from 'lucide-react';
import { Suspense, lazy, useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { LISTED_AT_ONCE, api, wordsOf } from '../design/api.ts';
import { FileDrop } from '../shared/FileDrop.tsx';
import { AppearanceButton } from '../shared/AppearanceButton.tsx';
import { Select } from '../shared/Pick.tsx';
import { useStable } from '../shared/useStable.ts';
import { Card } from './Card.tsx';
import type { Beginning } from './NewDesign.tsx';
import type { Sorting } from './sorting.ts';
import { SORTINGS } from './sorting.ts';
import { WORDS } from './words.ts';

const reading = () => import('./reading.ts');
const newDesign = () => import('./NewDesign.tsx');
const NewDesign = lazy(async () => ({ default: (await newDesign()).NewDesign }));
/** So long after the list stands the rest of it is fetched, ms: a press does not wait for it. */
const AHEAD_MS = 2000;

/** A way to begin, with what it is for. */
function Way({ title, about, onTake }: { title: string; about: string; onTake: () => void }) {
  return (
    <Box
      as="button"
      onClick={onTake}
      textAlign="left"
      bg="sheet"
      borderWidth="1px"
      borderColor="border.emphasized"
      borderRadius="l3"
      px="5"
      py="4"
      cursor="pointer"
      _hover={{ borderColor: 'kelp' }}
    >
      <Text fontWeight="650" fontSize="15px" color="ink">
        {title}
      </Text>
      <Text fontSize="13px" color="faded" mt="1">
        {about}
      </Text>
    </Box>
  );
}

/** A search starts when typing has paused for this long, ms. */
const SEARCH_REST_MS = 200;
/** A text that is being typed, as it last came to rest. */
function useRestedText(text: string): string {
  const [rested, setRested] = useState(text);
  useEffect(() => {
    const later = setTimeout(() => setRested(text), SEARCH_REST_MS);
    return () => clearTimeout(later);
  }, [text]);
  return rested;
}

/** All designs of the workshop, with small pictures; new ones, files, and the archived ones. */
export function ListPage() {
  const [archived, setArchived] = useState(false);
  const [making, setMaking] = useState<Beginning | null>(null);
  const [search, setSearch] = useState('');
  const [sorting, setSorting] = useState<Sorting>('changed');
  const [problem, setProblem] = useState<string | null>(null);
  const file = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const queries = useQueryClient();
  const workshop = useQuery({ queryKey: ['workshops'], queryFn: api.workshops });
  const searched = useRestedText(search.trim());
  const wanted = { archived, search: searched, sorting };
  const list = useInfiniteQuery({
    queryKey: ['designs', wanted],
    queryFn: ({ pageParam }) => api.list(wanted, pageParam),
    initialPageParam: 0,
    getNextPageParam: (_last, pages) => {
      const shown = pages.reduce((sum, page) => sum + page.designs.length, 0);
      return shown < (pages.at(-1)?.total ?? 0) ? shown : undefined;
    },
    // While the next words are looked for, what was found stays.
    placeholderData: keepPreviousData,
  });
  useEffect(() => {
    document.title = 'Designs · Pelkin';
  }, []);
  const run = useStable(async (work: () => Promise<unknown>): Promise<void> => {
    setProblem(null);
    try {
      await work();
    } catch (error) {
      setProblem(wordsOf(error));
    }
    await queries.invalidateQueries({ queryKey: ['designs'] });
  });
  useEffect(() => {
    const later = setTimeout(() => {
      for (const fetch of [newDesign, reading]) fetch().catch(() => undefined);
    }, AHEAD_MS);
    return () => clearTimeout(later);
  }, []);
  const openFile = async (chosen: File | undefined): Promise<void> => {
    if (!chosen) return;
    const core = await reading().catch(() => null);
    if (!core) {
      setProblem('The server cannot be reached: try again.');
      return;
    }
    const wrong = await core.wrongFileFor(chosen, 'design');
    setProblem(wrong);
    if (wrong) return;
    const read = core.readDesignText(chosen.size > 2_000_000 ? ' '.repeat(2_000_001) : await chosen.text());
    if (!read.ok) {
      const [first] = read.refusals;
      setProblem(`${chosen.name}: ${first!.where ? `${first!.where}: ` : ''}${first!.message}.`);
      return;
    }
    await run(async () => {
      const made = await api.create(read.design);
      void navigate(`/designs/${made.id}/strings`);
    });
  };
  const pages = list.data?.pages ?? [];
  // A design that was changed between two pages may stand on both.
  const designs = [...new Map(pages.flatMap((page) => page.designs.map((d) => [d.id, d] as const))).values()];
  const total = pages.at(-1)?.total ?? 0;
  const isEmpty = list.isSuccess && !list.isPlaceholderData && total === 0;
  const isSearched = searched !== '';
  return (
    <Box minH="100%" bg="paper">
      <FileDrop words={WORDS.dropADesign} onFile={openFile} />
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
        <HStack mb="5" gap="3" wrap="wrap">
          <Heading as="h1" fontSize="24px" fontWeight="650" flex="1">
            {WORDS.designs}
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
            <FolderOpen size={15} aria-hidden /> {WORDS.openADesignFile}
          </Button>
          <Button
            size="sm"
            colorPalette="green"
            // A hand that comes near has the form fetched.
            onPointerEnter={() => void newDesign().catch(() => undefined)}
            onFocus={() => void newDesign().catch(() => undefined)}
            onClick={() => setMaking('strings')}
          >
            <Plus size={15} aria-hidden /> {WORDS.newDesign}
          </Button>
        </HStack>
        {making && (
          <Suspense fallback={<Spinner color="kelp" role="status" aria-label={WORDS.openingTheForm} />}>
            <NewDesign key={making} from={making} onCancel={() => setMaking(null)} />
          </Suspense>
        )}
        <Tabs.Root
          value={archived ? 'archived' : 'current'}
          onValueChange={({ value }) => setArchived(value === 'archived')}
          size="sm"
          colorPalette="green"
        >
          <HStack gap="3" wrap="wrap" borderBottomWidth="1px" borderColor="rule">
            <Tabs.List flex="1" borderBottomWidth="0">
              <Tabs.Trigger value="current">{WORDS.designs}</Tabs.Trigger>
              <Tabs.Trigger value="archived">{WORDS.archived}</Tabs.Trigger>
            </Tabs.List>
            {(total > 1 || search !== '') && (
              <>
                <Input
                  size="xs"
                  w="200px"
                  bg="sheet"
                  type="search"
                  placeholder={WORDS.searchByName}
                  aria-label={WORDS.searchByName}
                  value={search}
                  onChange={(e) => setSearch(e.target.value)}
                />
                <Select
                  label={WORDS.order}
                  w="160px"
                  value={sorting}
                  options={SORTINGS}
                  onChange={setSorting}
                />
              </>
            )}
          </HStack>
          <Tabs.Content value={archived ? 'archived' : 'current'} pt="4">
            {problem && (
              <Text color="madder" mb="3" role="alert">
                {problem}
              </Text>
            )}
            {list.isPending && <Spinner color="kelp" role="status" aria-label={WORDS.fetchingTheDesigns} />}
            {list.isError && (
              <VStack align="start" gap="2">
                <Text role="alert">
                  {wordsOf(list.error)} Designs that are open elsewhere keep their changes.
                </Text>
                <Button size="sm" variant="outline" onClick={() => void list.refetch()}>
                  {WORDS.tryAgain}
                </Button>
              </VStack>
            )}
            {isEmpty && !isSearched && archived && (
              <VStack align="start" gap="1" py="10" color="faded">
                <Text fontWeight="600" color="ink">
                  No archived designs
                </Text>
                <Text>Designs that you archive are kept here until you restore them.</Text>
              </VStack>
            )}
            {isEmpty && !isSearched && !archived && !making && (
              <Box py="6">
                <Text fontWeight="600" mb="3">
                  No designs yet. Three ways to begin:
                </Text>
                <Grid templateColumns="repeat(auto-fit, minmax(240px, 1fr))" gap="4">
                  <Way
                    title={WORDS.fromBodyMeasurements}
                    about="Type length, bouts and horns; the outline is drawn from them."
                    onTake={() => setMaking('measures')}
                  />
                  <Way
                    title={WORDS.fromADesignFile}
                    about="A file that Pelkin wrote, here or elsewhere."
                    onTake={() => file.current?.click()}
                  />
                  <Way
                    title={WORDS.withTheDemoDesigns}
                    about="Two guitars and a bass of an invented workshop, to explore."
                    onTake={() => void run(api.demo)}
                  />
                </Grid>
              </Box>
            )}
            {isEmpty && isSearched && (
              <Text color="faded" py="6">
                No design is called “{searched}”.
              </Text>
            )}
            <Grid templateColumns="repeat(auto-fill, minmax(250px, 1fr))" gap="4">
              {designs.map((d) => (
                <Card key={d.id} design={d} archived={archived} run={run} />
              ))}
            </Grid>
            {list.hasNextPage && (
              <HStack justify="center" mt="5" gap="3">
                <Text fontSize="13px" color="faded">
                  {designs.length} of {total}
                </Text>
                <Button
                  size="sm"
                  variant="outline"
                  loading={list.isFetchingNextPage}
                  onClick={() => void list.fetchNextPage()}
                >
                  {WORDS.show} {Math.min(LISTED_AT_ONCE, total - designs.length)} {WORDS.more}
                </Button>
              </HStack>
            )}
          </Tabs.Content>
        </Tabs.Root>
      </Box>
    </Box>
  );
}
