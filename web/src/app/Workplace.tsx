import type { Box, PathMark, Point } from '@pelkin/core';
import { asSeenFrom, edits, sameJson, solveOutline } from '@pelkin/core';
import { Box as Area, Button, HStack, Heading, Text } from '@chakra-ui/react';
import { Suspense, useLayoutEffect, useMemo } from 'react';
import { Board } from '../board/Board.tsx';
import { LinesGhost, OutlineGhost } from '../board/OutlineGhost.tsx';
import { useKeeping } from '../design/keeping/keeping.ts';
import { useBoard } from '../board/boardStore.ts';
import { flipOf } from '../board/view.ts';
import { Following } from '../design/Following.tsx';
import { derive, useDerived, usePicked } from '../design/derived.ts';
import { useSnap } from '../design/useSnap.ts';
import { useDesign, useDesignStore } from '../design/store.ts';
import { OwnLayout } from '../shared/OwnLayout.tsx';
import { useLater } from '../shared/useLater.ts';
import { ALL_STAGES } from '../stages/all.ts';
import type { Stage } from '../stages/stage.ts';
import type { FrameKind } from './frame.ts';
import { boardRoom } from './frame.ts';
import { Pulled } from './Pulled.tsx';
import { WORDS } from './words.ts';

/**
 * Fits the board to a stage's work before the page is drawn; nothing where no design is open yet.
 */
export function beginBoard(stage: Stage): void {
  const { design } = useDesignStore.getState();
  if (design) useBoard.getState().begin(boardRoom(), stage.fitTo(design, derive(design)));
}

function ParticularsHead({ stage }: { stage: Stage }) {
  const progress = usePicked((d) => d.progress[stage.key]);
  const edit = useDesignStore((s) => s.edit);
  const isDone = progress === 'done';
  return (
    <HStack justify="space-between" pb="2">
      <Area>
        <Heading as="h2" fontSize="17px" fontWeight="650">
          {stage.name}
        </Heading>
        <Text fontSize="12px" color="faded">
          {stage.about}
        </Text>
      </Area>
      <Button
        size="2xs"
        variant="outline"
        aria-pressed={isDone}
        onClick={() =>
          edit(isDone ? `reopened ${stage.name}` : `marked ${stage.name} done`, (d) =>
            edits.setProgress(d, stage.key, isDone ? 'in progress' : 'done'),
          )
        }
      >
        {isDone ? WORDS.reopen : WORDS.markDone}
      </Button>
    </HStack>
  );
}

/** While two states of the design have grown apart: the server’s outline over this one. */
function TheirOutline() {
  const theirs = useKeeping((s) => (s.kept.kind === 'stale' ? s.kept.theirs : null));
  const strings = usePicked((d) => d.strings);
  const shown = useMemo(() => {
    if (!theirs) return null;
    // Their board and bridge line too, where the strings are what differs.
    const layers = sameJson(theirs.strings, strings)
      ? []
      : derive(theirs).drawing.layers.filter((l) => l.name === 'neck' || l.name === 'centre');
    const marks = layers.flatMap((l) => l.marks.filter((m) => m.kind === 'path' && m.ink !== 'centreLine'));
    return { path: solveOutline(theirs.outline.nodes), marks: marks as readonly PathMark[] };
  }, [theirs, strings]);
  return (
    shown && (
      <>
        <OutlineGhost path={shown.path} words="the server’s outline" />
        <LinesGhost marks={shown.marks} />
      </>
    )
  );
}

/** What each stage wants of the board: asked of all, in the order of the one list, so that the page's hooks never change. */
function useOnBoard(stage: Stage) {
  const wants = ALL_STAGES.map((s) => s.useOnBoard());
  return wants[ALL_STAGES.indexOf(stage)]!;
}

function StageBoard({ stage }: { stage: Stage }) {
  const design = useDesign();
  const from = useBoard((s) => s.from);
  const derived = asSeenFrom(useDerived(), from);
  const onBoard = useOnBoard(stage);
  const { shows, marking = false, press, under, field, below = 0, instead, fitTo = stage.fitTo } = onBoard;
  const { fit, turnOver } = useBoard.getState();
  // Just opened, outline and strings stand first; what is laid out follows.
  const whole = useLater();
  const drawn = useMemo(
    () => stage.draw(design, derived, shows, whole, from),
    [stage, design, derived, shows, whole, from],
  );
  const { Tools } = stage;
  const words = onBoard.words ?? stage.words;
  const flip = flipOf(design.handedness, from);
  const snapTo = useSnap();
  const room = (): Box => {
    const box = fitTo(design, derived, from);
    // Under the body as it is seen: from the back its treble side is up.
    return flip.y === 1 ? { ...box, minY: box.minY - below } : { ...box, maxY: box.maxY + below };
  };
  useLayoutEffect(() => {
    fit(room());
    // Each stage begins with its own work in sight; after that the view is the user's.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [stage, fitTo, flip, below]);
  if (instead)
    return (
      <OwnLayout as="main" bg="paper" data-testid="instead">
        <Suspense fallback={null}>{instead}</Suspense>
      </OwnLayout>
    );
  return (
    <Board
      drawing={drawn}
      unit={design.units}
      flip={flip}
      fitTo={room}
      label={`Board: ${design.name}, drawn to scale, ${from}`}
      from={from}
      onTurnOver={turnOver}
      onPress={(at) => press?.(at)}
      marking={marking}
      snap={(at) => snapTo(design, at)}
      onKeepMeasure={keepMeasure}
      under={under}
      field={field}
      words={words && ((frame) => words(derived, frame))}
    >
      <Suspense fallback={null}>
        <Tools />
      </Suspense>
      <TheirOutline />
    </Board>
  );
}

/** Keeps what the ruler measured as a line of the design. */
function keepMeasure(kind: 'guide' | 'seam', from: Point, to: Point): void {
  const tidy = ({ x, y }: Point) => ({ x: Math.round(x * 100) / 100, y: Math.round(y * 100) / 100 });
  useDesignStore.getState().edit(
    `kept a measure as a ${kind}`,
    (d) =>
      edits.addLine(d, {
        name: edits.freeLineName(d, kind),
        kind,
        way: { by: 'points', from: tidy(from), to: tidy(to) },
      }).design,
  );
  useBoard.getState().setRuler(null);
}

/** Board and particulars of the stage. */
export function Workplace({ stage, kind }: { stage: Stage; kind: FrameKind }) {
  const { Particulars } = stage;
  const label = `Particulars: ${stage.name}`;
  const inside = (
    <Area px="4" py="3">
      <Following>
        <ParticularsHead stage={stage} />
        <Suspense fallback={null}>
          <Particulars />
        </Suspense>
      </Following>
    </Area>
  );
  return (
    <>
      <StageBoard stage={stage} />
      {kind === 'phone' ? (
        <Pulled sheet="particulars" words={label}>
          <Area as="aside" aria-label={label}>
            {inside}
          </Area>
        </Pulled>
      ) : (
        <OwnLayout
          as="aside"
          aria-label={label}
          bg="sheet"
          borderLeftWidth="1px"
          borderColor="rule"
          overflowY="auto"
        >
          {inside}
        </OwnLayout>
      )}
    </>
  );
}
