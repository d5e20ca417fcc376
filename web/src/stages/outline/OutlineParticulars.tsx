import type { Design } from '@pelkin/core';
import { edits, lengthWithUnit, reducible } from '@pelkin/core';
import { Button, HStack, Switch, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { Live } from '../../design/Live.tsx';
import { usePicked } from '../../design/derived.ts';
import { useLengths } from '../../design/lengths.ts';
import { useDesignStore } from '../../design/store.ts';
import { Later } from '../../shared/Later.tsx';
import { LengthField } from '../../shared/LengthField.tsx';
import { Reading, Section } from '../../shared/Section.tsx';
import type { Showing } from '../../shared/shown.ts';
import { useShown } from '../../shared/shown.ts';
import { ChosenNode } from './ChosenNode.tsx';
import { ChosenSeveral } from './ChosenSeveral.tsx';
import { Fairing } from './Fairing.tsx';
import { Measures } from './Measures.tsx';
import { Mirror } from './Mirror.tsx';
import { useChosen } from './chosen.ts';

function ShowSwitch({ what, words }: { what: Showing; words: string }) {
  const on = useShown((s) => s[what]);
  const toggle = useShown((s) => s.toggle);
  return (
    <Switch.Root
      size="sm"
      colorPalette="green"
      checked={on}
      onCheckedChange={() => toggle(what)}
      justifyContent="space-between"
    >
      <Switch.Label fontWeight="400" fontSize="13px">
        {words}
      </Switch.Label>
      <Switch.HiddenInput />
      <Switch.Control />
    </Switch.Root>
  );
}

function Thickness() {
  const thickness = usePicked((d) => d.body.thickness);
  const lengths = useLengths();
  return (
    <LengthField label="Thickness" value={thickness} {...lengths('body.thickness', edits.setThickness)} />
  );
}

const countOf = (d: Design, kind: 'fair' | 'smooth' | 'corner'): string =>
  String(d.outline.nodes.filter((n) => n.kind === kind).length);

const TOLERANCE = { label: 'tolerance', min: 0.01, max: 5, from: 'the furthest that the edge may move' };

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
      setTold('No fair node can go within that.');
      return;
    }
    edit(`reduced by ${ids.length} nodes`, (d) => edits.removeNodes(d, ids));
    useChosen.getState().choose(null);
    setTold(`${ids.length} nodes taken away; the edge moved by up to ${lengthWithUnit(moved, unit, 2)}.`);
  };
  return (
    <>
      <LengthField
        label="Fewer nodes within"
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
          Reduce
        </Button>
      </HStack>
    </>
  );
}

/** Chosen nodes; without any, what can be done. */
function ChosenOrNone() {
  const chosen = useChosen((s) => s.ids);
  const boxing = useChosen((s) => s.boxing);
  const there = usePicked((d) => chosen.filter((id) => d.outline.nodes.some((n) => n.id === id)).join(' '));
  const ids = there === '' ? [] : there.split(' ');
  if (ids.length === 1) return <ChosenNode id={ids[0]!} />;
  if (ids.length > 1) return <ChosenSeveral ids={ids} />;
  return (
    <Section
      title="Nodes"
      aside={
        <Button
          size="2xs"
          variant="outline"
          aria-pressed={boxing}
          onClick={() => useChosen.getState().setBoxing(!boxing)}
        >
          {boxing ? 'Leave the box' : 'Choose by a box'}
        </Button>
      }
    >
      <Reading label="Fair" value={<Live of={(d) => countOf(d, 'fair')} />} unit="nodes" />
      <Reading label="Smooth" value={<Live of={(d) => countOf(d, 'smooth')} />} unit="nodes" />
      <Reading label="Corners" value={<Live of={(d) => countOf(d, 'corner')} />} unit="nodes" />
      <Reduce />
      <Text fontSize="12.5px" color="faded">
        Drag a node, or press one to type its place; with Shift several are chosen. Press twice on the edge to
        add a node.
      </Text>
    </Section>
  );
}

/** The chosen nodes, mirror links, the measures of the shape, and what is shown over it. */
export function OutlineParticulars() {
  const units = usePicked((d) => d.units);
  return (
    <>
      <ChosenOrNone />
      <Measures />
      <Later>
        <Fairing />
        <Mirror />
        <Section title="Body">
          <Thickness />
        </Section>
        <Section title="Shown on the board">
          <ShowSwitch what="comb" words="Curvature comb" />
          <ShowSwitch what="silhouette" words="Silhouette, the body filled with ink" />
          <ShowSwitch what="dimensions" words="Length and widths" />
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
