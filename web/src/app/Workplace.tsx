import type { Derived, Box, Design, Drawing, PathMark, Stage } from '@pelkin/core';
import {
  drawPlaces,
  drawSides,
  drawingBox,
  edits,
  growBox,
  mirrorDrawing,
  planToTemplate,
  solveOutline,
  unionBox,
} from '@pelkin/core';
import { Box as Area, Button, HStack, Heading, Text } from '@chakra-ui/react';
import type { ComponentType } from 'react';
import { Suspense, lazy, useLayoutEffect, useMemo } from 'react';
import { Board } from '../board/Board.tsx';
import { LinesGhost, OutlineGhost } from '../board/OutlineGhost.tsx';
import { useKeeping } from '../design/keeping/keeping.ts';
import { useBoard } from '../board/boardStore.ts';
import { Following } from '../design/Following.tsx';
import { derive, useDerived, usePicked } from '../design/derived.ts';
import { sameJson } from '../design/sameJson.ts';
import { useDesign, useDesignStore } from '../design/store.ts';
import { OwnLayout } from '../shared/OwnLayout.tsx';
import { useShown } from '../shared/shown.ts';
import { useLater } from '../shared/useLater.ts';
import { OutlineParticulars } from '../stages/outline/OutlineParticulars.tsx';
import { OutlineTools } from '../stages/outline/OutlineTools.tsx';
import { Underlays } from '../stages/outline/trace/Underlays.tsx';
import { useChosen } from '../stages/outline/chosen.ts';
import { useDesk } from '../stages/outline/desk.ts';
import { useTracing } from '../stages/outline/trace/tracing.ts';
import { useLayoutDesk } from '../stages/layout/desk.ts';
import { useChosenInLayout } from '../stages/layout/chosen.ts';
import { StringsParticulars } from '../stages/strings/StringsParticulars.tsx';
import { StringsTools } from '../stages/strings/StringsTools.tsx';
import { TemplatesParticulars } from '../stages/templates/TemplatesParticulars.tsx';
import { TemplatesTools } from '../stages/templates/TemplatesTools.tsx';
import { boardRoom } from './frame.ts';
import { STAGE_WORDS } from './stageWords.ts';

const LayoutTools = lazy(async () => ({
  default: (await import('../stages/layout/LayoutTools.tsx')).LayoutTools,
}));
const LayoutParticulars = lazy(async () => ({
  default: (await import('../stages/layout/LayoutParticulars.tsx')).LayoutParticulars,
}));

const TOOLS: Readonly<Record<Stage, ComponentType>> = {
  strings: StringsTools,
  outline: OutlineTools,
  layout: LayoutTools,
  templates: TemplatesTools,
};
const PARTICULARS: Readonly<Record<Stage, ComponentType>> = {
  strings: StringsParticulars,
  outline: OutlineParticulars,
  layout: LayoutParticulars,
  templates: TemplatesParticulars,
};

/** The paper's own drawing as it lies on the instrument: files are mirrored for a left-handed one, the board mirrors itself. */
const paperOnBoard = (design: Design, derived: Derived): Drawing =>
  design.handedness === 'left' ? mirrorDrawing(derived.template) : derived.template;

/** Where a stage's work lies: the strings run to the nut, the outline is about the body, paper about its sheets. */
function boxFor(stage: Stage, design: Design, derived: Derived): Box {
  const { measures } = derived;
  if (stage === 'strings') {
    const neck = drawingBox({ layers: derived.bare.layers.filter((l) => l.name === 'neck') });
    return unionBox(growBox(measures.box, 12), neck)!;
  }
  if (stage === 'outline' || stage === 'layout') return growBox(measures.box, 34);
  const { plan } = derived;
  const back = planToTemplate(plan);
  const flip = design.handedness === 'left' ? -1 : 1;
  const corners = plan.tiles.flatMap(({ area: t }) =>
    [
      { x: t.minX, y: t.minY },
      { x: t.maxX, y: t.minY },
      { x: t.maxX, y: t.maxY },
      { x: t.minX, y: t.maxY },
    ].map(back),
  );
  return corners.reduce<Box | null>(
    (box, { x, y }) => unionBox(box, { minX: flip * x, maxX: flip * x, minY: y, maxY: y }),
    null,
  )!;
}

/**
 * Fits the board to a stage's work before the page is drawn; nothing where no design is open yet.
 */
export function beginBoard(stage: Stage): void {
  const { design } = useDesignStore.getState();
  if (design) useBoard.getState().begin(boardRoom(), boxFor(stage, design, derive(design)));
}

/** The stage's drawing: dimensions only where they are worked on and wanted, for paper what goes on paper. */
function shownDrawing(
  stage: Stage,
  design: Design,
  derived: Derived,
  wanted: Readonly<Record<string, boolean>>,
  whole: boolean,
): Drawing {
  if (stage === 'templates') return paperOnBoard(design, derived);
  const inOutline = stage === 'outline';
  const layers = (whole ? derived.drawing : derived.bare).layers.filter(({ name }) => {
    if (name === 'saddle') return stage === 'strings' || stage === 'layout';
    // The outline is drawn alone: what is laid out in it would only hide its nodes.
    if (name === 'holes' || name === 'parts' || name === 'back' || name === 'plates')
      return stage === 'layout';
    return name !== 'dimensions' || (inOutline && wanted.dimensions === true);
  });
  // Made only when they are looked at: a drag does not wait for what nobody sees.
  if (inOutline && wanted.sides) layers.push(drawSides(derived.measures, design.units));
  if (inOutline && wanted.places) layers.push(drawPlaces(derived.measures, design.units));
  return { layers };
}

function ParticularsHead({ stage }: { stage: Stage }) {
  const progress = usePicked((d) => d.progress[stage]);
  const edit = useDesignStore((s) => s.edit);
  const isDone = progress === 'done';
  return (
    <HStack justify="space-between" pb="2">
      <Area>
        <Heading as="h2" fontSize="17px" fontWeight="650">
          {STAGE_WORDS[stage].name}
        </Heading>
        <Text fontSize="12px" color="faded">
          {STAGE_WORDS[stage].about}
        </Text>
      </Area>
      <Button
        size="2xs"
        variant="outline"
        aria-pressed={isDone}
        onClick={() =>
          edit(isDone ? `reopened ${stage}` : `marked ${stage} done`, (d) =>
            edits.setProgress(d, stage, isDone ? 'in progress' : 'done'),
          )
        }
      >
        {isDone ? 'Reopen' : 'Mark done'}
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

/** Room under the body for the neck’s side view, mm. */
const SIDE_VIEW_MM = 150;

function StageBoard({ stage }: { stage: Stage }) {
  const design = useDesign();
  const derived = useDerived();
  const dimensions = useShown((s) => s.dimensions);
  const sides = useShown((s) => s.sides);
  const places = useShown((s) => s.places);
  const { fit } = useBoard.getState();
  // Just opened, outline and strings stand first; what is laid out follows.
  const whole = useLater();
  const [desk] = useDesk();
  const shown = useMemo(
    () =>
      // Over a picture, measures of the outline that is there would only hide what is traced.
      shownDrawing(stage, design, derived, desk === 'trace' ? {} : { dimensions, sides, places }, whole),
    [stage, design, derived, dimensions, sides, places, desk, whole],
  );
  const Tools = TOOLS[stage];
  const inOutline = stage === 'outline';
  const marking = useTracing((s) => s.task !== null) && inOutline;
  const hasUnder = inOutline && design.underlays.some((u) => !u.hidden);
  const flip = design.handedness === 'left' ? -1 : 1;
  const [layoutDesk] = useLayoutDesk();
  const beside = stage === 'layout' && layoutDesk === 'neck';
  const room = (): Box => {
    const box = boxFor(stage, design, derived);
    // The side view of the neck lies under the body: both must be seen.
    return beside ? { ...box, minY: box.minY - SIDE_VIEW_MM } : box;
  };
  useLayoutEffect(() => {
    fit(room());
    // Each stage begins with its own work in sight; after that the view is the user's.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [stage, flip, beside]);
  return (
    <Board
      drawing={shown}
      unit={design.units}
      flip={flip}
      fitTo={room}
      label={`Board: ${design.name}, drawn to scale, front`}
      onPress={(at) => {
        if (marking) useTracing.getState().press(at);
        else if (stage === 'layout') useChosenInLayout.getState().choose(null);
        else useChosen.getState().choose(null);
      }}
      marking={marking}
      under={hasUnder ? <Underlays /> : undefined}
    >
      <Suspense fallback={null}>
        <Tools />
      </Suspense>
      <TheirOutline />
    </Board>
  );
}

/** Board and particulars of the stage. */
export function Workplace({ stage }: { stage: Stage }) {
  const Particulars = PARTICULARS[stage];
  return (
    <>
      <StageBoard stage={stage} />
      <OwnLayout
        as="aside"
        aria-label={`Particulars of ${stage}`}
        bg="sheet"
        borderLeftWidth="1px"
        borderColor="rule"
        overflowY="auto"
      >
        <Area px="4" py="3">
          <Following>
            <ParticularsHead stage={stage} />
            <Suspense fallback={null}>
              <Particulars />
            </Suspense>
          </Following>
        </Area>
      </OwnLayout>
    </>
  );
}
