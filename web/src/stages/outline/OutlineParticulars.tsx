import type { Design } from '@pelkin/core';
import { edits, lengthWithUnit, reducible } from '@pelkin/core';
import { Button, HStack, Text } from '@chakra-ui/react';
import { Suspense, lazy, useState } from 'react';
import { Live } from '../../design/Live.tsx';
import { usePicked } from '../../design/derived.ts';
import { useLengths } from '../../design/lengths.ts';
import { useDesignStore } from '../../design/store.ts';
import { DeskTabs } from '../../shared/DeskTabs.tsx';
import { Later } from '../../shared/Later.tsx';
import { LengthField } from '../../shared/LengthField.tsx';
import { Reading, Section } from '../../shared/Section.tsx';
import { ShowSwitch } from '../../shared/ShowSwitch.tsx';
import { CurveTemplates } from './draw/CurveTemplates.tsx';
import { ChosenNodes, useChosenThere } from './draw/ChosenNodes.tsx';
import { Measures } from './draw/Measures.tsx';
import { Mirror } from './draw/Mirror.tsx';
import { useChosen } from './chosen.ts';
import { DESKS, useDesk } from './desk.ts';
import { WORDS } from './words.ts';

function Thickness() {
  const thickness = usePicked((d) => d.body.thickness);
  const lengths = useLengths();
  return (
    <LengthField
      label={WORDS.thickness}
      value={thickness}
      {...lengths('body.thickness', edits.setThickness)}
    />
  );
}

const countOf = (d: Design, kind: 'fair' | 'smooth' | 'corner'): string =>
  String(d.outline.nodes.filter((n) => n.kind === kind).length);

const TOLERANCE = { label: WORDS.tolerance, min: 0.01, max: 5, from: 'the furthest that the edge may move' };

/** Fewer nodes within a tolerance. */
function Reduce() {
  const [tolerance, setTolerance] = useState(0.2);
  const [told, setTold] = useState<string | null>(null);
  const unit = usePicked((d) => d.units);
  const reduce = (): void => {
    const { design, edit } = useDesignStore.getState();
    if (!design) return;
    const { ids, moved } = reducible(design.outline, tolerance);
    if (ids.length === 0) {
      setTold('No fair node can be removed within that.');
      return;
    }
    edit(`reduced by ${ids.length} nodes`, (d) => edits.removeNodes(d, ids));
    useChosen.getState().choose(null);
    setTold(`${ids.length} nodes removed; the edge moved by up to ${lengthWithUnit(moved, unit, 2)}.`);
  };
  return (
    <>
      <LengthField
        label={WORDS.fewerNodesWithin}
        value={tolerance}
        unit={unit}
        limit={TOLERANCE}
        places={2}
        onCommit={(mm) => {
          setTolerance(mm);
          return [];
        }}
      />
      <HStack>
        <Text flex="1" fontSize="12px" color="faded" role="status">
          {told}
        </Text>
        <Button size="2xs" variant="outline" onClick={reduce}>
          {WORDS.reduce}
        </Button>
      </HStack>
    </>
  );
}

/** Chosen nodes; without any, what can be done. */
function ChosenOrNone() {
  const chosen = useChosenThere();
  const boxing = useChosen((s) => s.boxing);
  if (chosen.length > 0) return <ChosenNodes />;
  return (
    <Section
      title={WORDS.nodes}
      aside={
        <Button
          size="2xs"
          variant="outline"
          aria-pressed={boxing}
          onClick={() => useChosen.getState().setBoxing(!boxing)}
        >
          {boxing ? WORDS.cancelTheBox : WORDS.selectByABox}
        </Button>
      }
    >
      <Reading label={WORDS.fair} value={<Live of={(d) => countOf(d, 'fair')} />} unit="nodes" />
      <Reading label={WORDS.smooth} value={<Live of={(d) => countOf(d, 'smooth')} />} unit="nodes" />
      <Reading label={WORDS.corners} value={<Live of={(d) => countOf(d, 'corner')} />} unit="nodes" />
      <Reduce />
      <Text fontSize="12.5px" color="faded">
        Drag a node, or press one to type its place; with Shift you select several. Press twice on the edge to
        add a node.
      </Text>
    </Section>
  );
}

/** Drawing by nodes: the chosen ones, the measures of the shape, and what is shown over it. */
function Drawn() {
  const units = usePicked((d) => d.units);
  return (
    <>
      <ChosenOrNone />
      <Measures />
      <Later>
        <Mirror />
        <CurveTemplates />
        <Section title={WORDS.body}>
          <Thickness />
        </Section>
        <Section title={WORDS.shownOnTheBoard}>
          <ShowSwitch what="comb" words={WORDS.curvatureComb} />
          <ShowSwitch what="silhouette" words={WORDS.silhouetteTheBodyFilledWithInk} />
          <ShowSwitch what="dimensions" words={WORDS.lengthAndWidths} />
          <ShowSwitch what="sides" words="Each side from the centre line" />
          <ShowSwitch what="places" words="Horns, cutaways and places" />
          <Text fontSize="12px" color="faded">
            The comb stands out where the edge bulges and in where it is hollow; a fair edge has a comb
            without steps. A tooth of {lengthWithUnit(15, units, 0)} is a radius of{' '}
            {lengthWithUnit(100, units, 0)}.
          </Text>
        </Section>
      </Later>
    </>
  );
}

const Traced = lazy(async () => ({ default: (await import('./trace/Traced.tsx')).Traced }));
const Judged = lazy(async () => ({ default: (await import('./judge/Judged.tsx')).Judged }));
const BODIES = { draw: Drawn, trace: Traced, judge: Judged } as const;

/** Drawing the outline, tracing it, judging it: one at a time, each with its own address. */
export function OutlineParticulars() {
  const [desk, go] = useDesk();
  const Body = BODIES[desk];
  return (
    <>
      <DeskTabs label={WORDS.workOnTheOutline} desks={DESKS} desk={desk} onGo={go} />
      <Suspense fallback={null}>
        <Body />
      </Suspense>
    </>
  );
}
