import { Box, Button, Center, Grid, HStack, Heading, Spinner, Text, VStack } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import { Link, Navigate, useParams } from 'react-router';
import { wordsOf } from '../design/api.ts';
import { copiesLeft } from '../design/keeping/keeping.ts';
import { leaveDesign, openOnce, openQuickly } from '../design/opening.ts';
import { useDesignStore } from '../design/store.ts';
import { when } from '../shared/when.ts';
import { ALL_STAGES, stageByKey } from '../stages/all.ts';
import { CarriedNotice } from './CarriedNotice.tsx';
import { DroppedFiles } from './DroppedFiles.tsx';
import { FindingsList } from './FindingsList.tsx';
import { ComparedView } from './ComparedView.tsx';
import { KeptCopies, RefusedByServer, saveAsFile } from './KeptCopies.tsx';
import { RefusedStep } from './RefusedStep.tsx';
import { StaleNotice } from './StaleNotice.tsx';
import { TakenIn } from './TakenIn.tsx';
import { Readings } from './Readings.tsx';
import { fetchAhead } from './fetchAhead.ts';
import { FRAMES, useFrameKind } from './frame.ts';
import { Pulled, Pulls, usePulled } from './Pulled.tsx';
import { useLooking } from './looking.ts';
import { TitleLine } from './TitleLine.tsx';
import { Workplace, beginBoard } from './Workplace.tsx';
import { WorkOrder } from './WorkOrder.tsx';
import { WORDS } from './words.ts';

/** A design that cannot be opened may still have changes on this device: they can be saved as files. */
function LeftOnDevice({ id }: { id: string }) {
  const [copies, setCopies] = useState<Awaited<ReturnType<typeof copiesLeft>>>([]);
  useEffect(() => {
    let left = false;
    void copiesLeft(id).then((found) => !left && setCopies(found));
    return () => {
      left = true;
    };
  }, [id]);
  return copies.map(({ key, at, design }) => (
    <HStack key={key} gap="3">
      <Text>Changes of {when(new Date(at).toISOString())} are kept on this device.</Text>
      <Button size="xs" variant="outline" onClick={() => saveAsFile('kept design', design)}>
        {WORDS.saveAsAFile}
      </Button>
    </HStack>
  ));
}

function Waiting({ id, failure, retry }: { id: string; failure: string | null; retry: () => void }) {
  return (
    <Center h="100%">
      {failure === null ? (
        <Spinner color="kelp" role="status" aria-label={WORDS.openingTheDesign} />
      ) : (
        <VStack gap="3" maxW="440px" textAlign="center">
          <Heading size="md">{WORDS.theDesignCouldNotBeOpened}</Heading>
          <Text>{failure}</Text>
          <Button colorPalette="green" onClick={retry}>
            {WORDS.tryAgain}
          </Button>
          <LeftOnDevice id={id} />
          <Link to="/">Back to the list</Link>
        </VStack>
      )}
    </Center>
  );
}

/** So long after the page stands the rest is fetched ahead, ms. */
const AHEAD_MS = 2000;

/** One design: title line, work order, board, particulars, readings. Every stage has its own address. */
export function DesignPage() {
  const { id = '', stage: key } = useParams();
  const stage = stageByKey(key);
  const openId = useDesignStore((s) => s.id);
  const name = useDesignStore((s) => s.design?.name);
  const [failed, setFailed] = useState<{ readonly of: string; readonly words: string } | null>(null);
  const [attempt, setAttempt] = useState(0);
  const lookedAt = useLooking((s) => s.lookedAt);
  const kind = useFrameKind();
  const { workOrder, particulars, pulls } = FRAMES[kind];
  const opening = `${id} ${attempt}`;
  useEffect(() => {
    let left = false;
    openOnce(id, attempt > 0).catch((error: unknown) => {
      if (!left) setFailed({ of: opening, words: wordsOf(error) });
    });
    return () => {
      left = true;
      leaveDesign(id);
      useLooking.getState().look(null);
    };
  }, [id, attempt, opening]);
  useEffect(() => {
    const later = setTimeout(() => void fetchAhead(), AHEAD_MS);
    return () => clearTimeout(later);
  }, []);
  useEffect(() => {
    document.title = name ? `${name} · Pelkin` : 'Pelkin';
  }, [name]);

  // Another stage shows its board first.
  useEffect(() => usePulled.getState().pull(null), [key]);

  if (!stage) return <Navigate to={`/designs/${id}/${ALL_STAGES[0]!.key}`} replace />;
  if (openId !== id)
    return (
      <Waiting
        id={id}
        failure={failed?.of === opening ? failed.words : null}
        retry={() => setAttempt(attempt + 1)}
      />
    );
  return (
    <Grid
      h="100dvh"
      templateRows="auto auto minmax(0, 1fr) auto"
      templateColumns="minmax(0, 1fr)"
      overflow="hidden"
    >
      <TitleLine kind={kind} />
      <Box>
        <DroppedFiles stage={stage} />
        <StaleNotice />
        <TakenIn />
        <CarriedNotice />
        <RefusedByServer />
        <KeptCopies />
      </Box>
      <Grid
        templateColumns={
          kind === 'phone' ? 'minmax(0, 1fr)' : `${workOrder}px minmax(0, 1fr) ${particulars}px`
        }
        templateRows="minmax(0, 1fr) auto"
        minH="0"
        gridRow="3"
      >
        {kind === 'phone' ? (
          <Pulled sheet="work order" words={WORDS.workOrder}>
            <WorkOrder stage={stage} kind={kind} />
          </Pulled>
        ) : (
          <WorkOrder stage={stage} kind={kind} />
        )}
        {lookedAt ? (
          <ComparedView key={lookedAt.state.key} lookedAt={lookedAt} kind={kind} />
        ) : (
          <Workplace stage={stage} kind={kind} />
        )}
      </Grid>
      <Box gridRow="4" position="relative" minW="0">
        {pulls > 0 && <Pulls stage={stage.name} />}
        <RefusedStep />
        <FindingsList />
        <Readings />
      </Box>
    </Grid>
  );
}

/**
 * Opens a design, and fits the board to the stage's work by the room that it will have: the page is drawn once, in its
 * place. A slow server does not hold the page up.
 */
export async function openForStage(id: string, key: string | undefined): Promise<void> {
  await openQuickly(id);
  const stage = stageByKey(key);
  if (stage) beginBoard(stage);
}
