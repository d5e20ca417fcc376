import type { Design, Limit, Point } from '@pelkin/core';
import { edits, lengthWithUnit } from '@pelkin/core';
import { Button, HStack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { LengthField } from '../shared/LengthField.tsx';
import { NumberField } from '../shared/NumberField.tsx';
import { Section } from '../shared/Section.tsx';
import { MatchButton, makeKind } from './ChosenNode.tsx';
import { useChosen } from './chosen.ts';
import { WORDS } from './words.ts';
import { useDrawnStore, usePicked } from './drawn.ts';

const MOVE: Limit = { label: WORDS.move, min: -500, max: 500, from: 'where the nodes are now' };

/** The middle of the nodes that are chosen: what they turn and grow about. */
function middleOf(design: Design, ids: readonly string[]): Point {
  const nodes = design.outline.nodes.filter((n) => ids.includes(n.id));
  return {
    x: nodes.reduce((sum, n) => sum + n.x, 0) / nodes.length,
    y: nodes.reduce((sum, n) => sum + n.y, 0) / nodes.length,
  };
}

/** The stretch from one chosen node to the other, taken the shorter way round. */
function stretchBetween(design: Design, ids: readonly string[]): readonly [string, string] {
  const [a, b] = [ids[0]!, ids.at(-1)!];
  const { nodes } = design.outline;
  return edits.runBetween(nodes, a, b).length <= edits.runBetween(nodes, b, a).length ? [a, b] : [b, a];
}

/** Copies the chosen stretch, and lays a copied one between two nodes. */
function Stretch({ ids }: { ids: readonly string[] }) {
  const edit = useDrawnStore((s) => s.edit);
  const copied = useChosen((s) => s.copied);
  const [told, setTold] = useState<string | null>(null);
  const copy = (): void => {
    const { design } = useDrawnStore.getState();
    if (!design) return;
    const [from, to] = ids.length === 2 ? stretchBetween(design, ids) : contiguous(design, ids);
    const run = edits.runBetween(design.outline.nodes, from, to);
    useChosen.getState().copy(run);
    setTold(`${run.length} nodes copied.`);
  };
  const lay = (isMirrored: boolean): void => {
    const refusals = edit(isMirrored ? 'pasted a stretch, mirrored' : 'pasted a stretch', (d) => {
      const [from, to] = stretchBetween(d, ids);
      return edits.layStretch(d, copied, from, to, isMirrored);
    });
    setTold(refusals[0] ? `${refusals[0].message}.` : null);
  };
  return (
    <>
      <HStack flexWrap="wrap">
        <Button size="2xs" variant="outline" onClick={copy}>
          {WORDS.copyTheStretch}
        </Button>
        {copied.length > 2 && ids.length === 2 && (
          <>
            <Button size="2xs" variant="outline" onClick={() => lay(false)}>
              {WORDS.pasteItBetweenThem}
            </Button>
            <Button size="2xs" variant="outline" onClick={() => lay(true)}>
              {WORDS.pasteItMirrored}
            </Button>
          </>
        )}
      </HStack>
      <Text fontSize="12px" color="faded" role="status">
        {told ??
          (copied.length > 2
            ? 'To paste the copied stretch, select the two nodes that it goes between.'
            : 'A copied stretch can be pasted between two other nodes, here or in another design.')}
      </Text>
    </>
  );
}

/** First and last of the chosen nodes in the outline’s order, beginning after the widest gap. */
function contiguous(design: Design, ids: readonly string[]): readonly [string, string] {
  const { nodes } = design.outline;
  const at = nodes.map((n, i) => (ids.includes(n.id) ? i : -1)).filter((i) => i >= 0);
  const gaps = at.map((i, k) => (at[(k + 1) % at.length]! - i + nodes.length) % nodes.length);
  const widest = gaps.indexOf(Math.max(...gaps));
  return [nodes[at[(widest + 1) % at.length]!]!.id, nodes[at[widest]!]!.id];
}

/** Several nodes: moved, turned, grown, aligned, copied together. */
export function ChosenSeveral({ ids }: { ids: readonly string[] }) {
  const edit = useDrawnStore((s) => s.edit);
  const units = usePicked((d) => d.units);
  const name = `${ids.length} nodes`;
  const change = (what: string, f: (d: Design) => Design) => edit(`${what} ${name}`, f);
  const by = (axis: 'x' | 'y') => (mm: number) =>
    change(`moved by ${lengthWithUnit(mm, units)}:`, (d) =>
      edits.moveNodes(d, ids, axis === 'x' ? { x: mm, y: 0 } : { x: 0, y: mm }),
    );
  return (
    <Section title={`Selected: ${name}`}>
      <LengthField label={WORDS.moveNutwardBy} value={0} unit={units} limit={MOVE} onCommit={by('x')} />
      <LengthField label={WORDS.moveToTheBassSideBy} value={0} unit={units} limit={MOVE} onCommit={by('y')} />
      <NumberField
        label={WORDS.turnBy}
        value={0}
        unit="°"
        min={-180}
        max={180}
        from="about their middle; over 0 turns the nutward end to the bass side"
        onCommit={(deg) =>
          change('turned', (d) => edits.turnNodes(d, ids, middleOf(d, ids), (deg * Math.PI) / 180))
        }
      />
      <NumberField
        label={WORDS.growAlongTheCentreLineTo}
        value={100}
        unit="%"
        min={10}
        max={400}
        from="of what they span, about their middle"
        onCommit={(k) => change('grew', (d) => edits.scaleNodes(d, ids, middleOf(d, ids), k / 100, 1))}
      />
      <NumberField
        label={WORDS.growAcrossItTo}
        value={100}
        unit="%"
        min={10}
        max={400}
        from="of what they span, about their middle"
        onCommit={(k) => change('grew', (d) => edits.scaleNodes(d, ids, middleOf(d, ids), 1, k / 100))}
      />
      <HStack flexWrap="wrap">
        <Button
          size="2xs"
          variant="outline"
          onClick={() => change('aligned', (d) => edits.alignNodes(d, ids, 'x'))}
        >
          {WORDS.oneDistanceFromTheBridge}
        </Button>
        <Button
          size="2xs"
          variant="outline"
          onClick={() => change('aligned', (d) => edits.alignNodes(d, ids, 'y'))}
        >
          {WORDS.oneDistanceFromTheCentreLine}
        </Button>
        <MatchButton ids={ids} name={name} />
      </HStack>
      <HStack flexWrap="wrap">
        {(['fair', 'smooth', 'corner'] as const).map((kind) => (
          <Button key={kind} size="2xs" variant="outline" onClick={() => makeKind(ids, kind, name)}>
            {{ fair: 'All fair', smooth: 'All smooth', corner: 'All corners' }[kind]}
          </Button>
        ))}
        <Button
          size="2xs"
          variant="outline"
          onClick={() => {
            change('removed', (d) => edits.removeNodes(d, ids));
            useChosen.getState().choose(null);
          }}
        >
          {WORDS.remove}
        </Button>
      </HStack>
      <Stretch ids={ids} />
    </Section>
  );
}
