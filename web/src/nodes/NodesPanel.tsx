import type { Design } from '@pelkin/core';
import { edits, lengthWithUnit, reducible } from '@pelkin/core';
import { Button, HStack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { LengthField } from '../shared/LengthField.tsx';
import { Reading, Section } from '../shared/Section.tsx';
import { ChosenNodes, useChosenThere } from './ChosenNodes.tsx';
import { useChosen } from './chosen.ts';
import { useDrawnStore, usePicked } from './drawn.ts';
import { WORDS } from './words.ts';

/** How many nodes are of each kind: fair, smooth, corners. */
const countsOf = (d: Design): string =>
  (['fair', 'smooth', 'corner'] as const)
    .map((kind) => d.outline.nodes.filter((n) => n.kind === kind).length)
    .join(' ');

const TOLERANCE = { label: WORDS.tolerance, min: 0.01, max: 5, from: 'the furthest that the edge may move' };

/** Fewer nodes within a tolerance. */
function Reduce() {
  const [tolerance, setTolerance] = useState(0.2);
  const [told, setTold] = useState<string | null>(null);
  const unit = usePicked((d) => d.units);
  const reduce = (): void => {
    const { design, edit } = useDrawnStore.getState();
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
export function NodesPanel() {
  const chosen = useChosenThere();
  const boxing = useChosen((s) => s.boxing);
  const counts = usePicked(countsOf).split(' ');
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
      <Reading label={WORDS.fair} value={counts[0]!} unit="nodes" />
      <Reading label={WORDS.smooth} value={counts[1]!} unit="nodes" />
      <Reading label={WORDS.corners} value={counts[2]!} unit="nodes" />
      <Reduce />
      <Text fontSize="12.5px" color="faded">
        Drag a node, or press one to type its place; with Shift you select several. Press twice on the edge to
        add a node.
      </Text>
    </Section>
  );
}
