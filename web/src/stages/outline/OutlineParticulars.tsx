import type { Design, OutlineNode } from '@pelkin/core';
import { edits, formatLength, lengthWithUnit, unitSuffix } from '@pelkin/core';
import { Button, HStack, Switch, Text } from '@chakra-ui/react';
import { useDerived } from '../../design/derived.ts';
import { useLengths } from '../../design/lengths.ts';
import { useDesign, useDesignStore } from '../../design/store.ts';
import { LengthField } from '../../shared/LengthField.tsx';
import { Choice, Reading, Section } from '../../shared/Section.tsx';
import { useShown } from '../../shared/shown.ts';
import { useChosen } from './chosen.ts';
import { nodeName } from './placeWords.ts';

/** A place typed as a distance and a side: the button beside it turns to the other side. */
function PlaceField({ node, axis }: { node: OutlineNode; axis: 'x' | 'y' }) {
  const lengths = useLengths();
  const edit = useDesignStore((s) => s.edit);
  const value = node[axis];
  const path = `outline.${node.id}.${axis}`;
  const side = value < 0 ? -1 : 1;
  const put = (d: Design, to: number): Design => {
    const present = d.outline.nodes.find((n) => n.id === node.id) ?? node;
    return edits.moveNode(d, node.id, { x: axis === 'x' ? to : present.x, y: axis === 'y' ? to : present.y });
  };
  const binding = lengths(path, (d, mm) => put(d, side * mm), axis === 'x' ? 'outline.x' : 'outline.y');
  const words = axis === 'x' ? (['nutward', 'tailward'] as const) : (['bass', 'treble'] as const);
  return (
    <LengthField
      label={axis === 'x' ? 'From bridge' : 'From centre line'}
      value={Math.abs(value)}
      {...binding}
      suffix={
        <Button
          size="2xs"
          variant="ghost"
          px="1"
          fontWeight="400"
          color="faded"
          title="Put it on the other side"
          onClick={() =>
            edit('put a node on the other side', (d) => edits.rememberTyped(put(d, -value), path, null))
          }
        >
          {words[side === 1 ? 0 : 1]}
        </Button>
      }
    />
  );
}

/** One end of a corner: straight, or bent by a handle. */
function HandleRow({
  node,
  side,
  towards,
}: {
  node: OutlineNode;
  side: 'before' | 'after';
  towards: OutlineNode;
}) {
  const edit = useDesignStore((s) => s.edit);
  const handle = node[side];
  return (
    <HStack fontSize="13px">
      <Text flex="1">{side === 'after' ? 'Towards the next node' : 'Towards the node before'}</Text>
      <Button
        size="2xs"
        variant="outline"
        onClick={() =>
          edit(handle ? 'took a handle away' : 'pulled a handle out', (d) =>
            edits.setHandle(
              d,
              node.id,
              side,
              handle ? null : { x: (towards.x - node.x) / 3, y: (towards.y - node.y) / 3 },
            ),
          )
        }
      >
        {handle ? 'Take handle away' : 'Pull a handle out'}
      </Button>
    </HStack>
  );
}

function ChosenNode({
  node,
  index,
  nodes,
}: {
  node: OutlineNode;
  index: number;
  nodes: readonly OutlineNode[];
}) {
  const edit = useDesignStore((s) => s.edit);
  const choose = useChosen((s) => s.choose);
  const { path } = useDerived();
  const next = nodes[(index + 1) % nodes.length]!;
  const before = nodes[(index + nodes.length - 1) % nodes.length]!;
  const addAfter = (): void => {
    const c = path[index]!;
    // The middle of the segment, t = ½ of its cubic.
    const at = {
      x: (c.p0.x + 3 * c.p1.x + 3 * c.p2.x + c.p3.x) / 8,
      y: (c.p0.y + 3 * c.p1.y + 3 * c.p2.y + c.p3.y) / 8,
    };
    let made = '';
    edit('added a node', (d) => {
      const added = edits.addNode(d, index, at);
      made = added.id;
      return added.design;
    });
    if (made) choose(made);
  };
  return (
    <Section title={`Chosen: ${nodeName(index)} of ${nodes.length}`}>
      <PlaceField key={`${node.id}x`} node={node} axis="x" />
      <PlaceField key={`${node.id}y`} node={node} axis="y" />
      <Choice
        label="Kind"
        value={node.kind}
        options={[
          ['fair', 'Fair'],
          ['corner', 'Corner'],
        ]}
        onChange={(kind) =>
          edit(`made ${nodeName(index)} ${kind === 'fair' ? 'fair' : 'a corner'}`, (d) =>
            edits.setNodeKind(d, node.id, kind),
          )
        }
      />
      {node.kind === 'corner' && (
        <>
          <HandleRow node={node} side="before" towards={before} />
          <HandleRow node={node} side="after" towards={next} />
        </>
      )}
      <HStack mt="1">
        <Button size="2xs" variant="outline" onClick={addAfter}>
          Add a node after it
        </Button>
        <Button
          size="2xs"
          variant="outline"
          disabled={nodes.length <= 3}
          onClick={() => {
            edit(`removed ${nodeName(index)}`, (d) => edits.removeNode(d, node.id));
            choose(null);
          }}
        >
          Remove
        </Button>
      </HStack>
    </Section>
  );
}

function ShowSwitch({ what, words }: { what: 'comb' | 'dimensions'; words: string }) {
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

/** The chosen node, the measures of the shape, and what is shown over it. */
export function OutlineParticulars() {
  const design = useDesign();
  const { units, outline, body } = design;
  const { measures: m } = useDerived();
  const lengths = useLengths();
  const chosen = useChosen((s) => s.id);
  const index = outline.nodes.findIndex((n) => n.id === chosen);
  const node = outline.nodes[index];
  const suffix = unitSuffix(units);
  const reading = (label: string, mm: number | null) => (
    <Reading
      label={label}
      value={mm === null ? '–' : formatLength(mm, units)}
      unit={mm === null ? 'none' : suffix}
    />
  );
  const corners = outline.nodes.filter((n) => n.kind === 'corner').length;
  return (
    <>
      {node ? (
        <ChosenNode node={node} index={index} nodes={outline.nodes} />
      ) : (
        <Section title="Nodes">
          <Reading label="Fair" value={String(outline.nodes.length - corners)} unit="nodes" />
          <Reading label="Corners" value={String(corners)} unit="nodes" />
          <Text fontSize="12.5px" color="faded">
            Drag a node, or press one to type its place. Press twice on the edge to add a node.
          </Text>
        </Section>
      )}
      <Section title="Measures">
        {reading('Length', m.length)}
        {reading('Lower bout', m.lowerBout)}
        {reading('Waist', m.waist)}
        {reading('Upper bout', m.upperBout)}
        {reading('Widest', m.widest)}
        {reading('Waist offset, bass side nutward', m.waistOffset)}
        <Reading label="Face" value={(m.areaMm2 / 100).toFixed(1)} unit="cm²" />
        <Reading
          label="Tightest hollow"
          value={m.hollow ? `R ${formatLength(m.hollow.radius, units)}` : '–'}
          unit={m.hollow ? suffix : 'none'}
        />
      </Section>
      <Section title="Body">
        <LengthField
          label="Thickness"
          value={body.thickness}
          {...lengths('body.thickness', edits.setThickness)}
        />
      </Section>
      <Section title="Shown on the board">
        <ShowSwitch what="comb" words="Curvature comb" />
        <ShowSwitch what="dimensions" words="Dimensions" />
        <Text fontSize="12px" color="faded">
          The comb stands out where the edge bulges and in where it is hollow; a fair edge has a comb without
          steps. A tooth of {lengthWithUnit(15, units, 0)} is a radius of {lengthWithUnit(100, units, 0)}.
        </Text>
      </Section>
    </>
  );
}
