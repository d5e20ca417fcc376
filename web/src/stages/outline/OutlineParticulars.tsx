import type { Design, OutlineMeasures, OutlineNode } from '@pelkin/core';
import { edits, figureAndUnit, lengthWithUnit, splitCubic } from '@pelkin/core';
import { Button, HStack, Switch, Text } from '@chakra-ui/react';
import { memo, useMemo } from 'react';
import { Live } from '../../design/Live.tsx';
import { derive, usePicked } from '../../design/derived.ts';
import { useLengths } from '../../design/lengths.ts';
import { useDesignStore } from '../../design/store.ts';
import { LengthField } from '../../shared/LengthField.tsx';
import { Choice, Reading, Section } from '../../shared/Section.tsx';
import { useShown } from '../../shared/shown.ts';
import { useChosen } from './chosen.ts';
import { nodeName } from './placeWords.ts';

const nodeOf = (d: Design, id: string): OutlineNode | undefined => d.outline.nodes.find((n) => n.id === id);

/** The node put at another distance along one axis of the instrument frame, the other kept. */
function putAlong(d: Design, id: string, axis: 'x' | 'y', to: number): Design {
  const node = nodeOf(d, id);
  return node ? edits.moveNode(d, id, axis === 'x' ? { x: to, y: node.y } : { x: node.x, y: to }) : d;
}

/** A place typed as a distance and a side: the button beside it turns to the other side. */
function PlaceField({ id, axis }: { id: string; axis: 'x' | 'y' }) {
  const lengths = useLengths();
  const value = usePicked((d) => nodeOf(d, id)?.[axis] ?? 0);
  const path = `outline.${id}.${axis}`;
  const side = value < 0 ? -1 : 1;
  const suffix = useMemo(() => <SideButton id={id} axis={axis} side={side} />, [id, axis, side]);
  const binding = lengths(
    path,
    (d, mm) => putAlong(d, id, axis, side * mm),
    axis === 'x' ? 'outline.x' : 'outline.y',
  );
  return (
    <LengthField
      label={axis === 'x' ? 'From bridge' : 'From centre line'}
      value={Math.abs(value)}
      {...binding}
      suffix={suffix}
    />
  );
}

const SIDE_WORDS = { x: { 1: 'nutward', [-1]: 'tailward' }, y: { 1: 'bass', [-1]: 'treble' } } as const;

function SideButton({ id, axis, side }: { id: string; axis: 'x' | 'y'; side: 1 | -1 }) {
  const turn = (): void => {
    const { edit } = useDesignStore.getState();
    edit('put a node on the other side', (d) =>
      edits.rememberTyped(
        putAlong(d, id, axis, -(nodeOf(d, id)?.[axis] ?? 0)),
        `outline.${id}.${axis}`,
        null,
      ),
    );
  };
  return (
    <Button
      size="2xs"
      variant="ghost"
      px="1"
      fontWeight="400"
      color="faded"
      title="Put it on the other side"
      onClick={turn}
    >
      {SIDE_WORDS[axis][side]}
    </Button>
  );
}

/** One end of a corner: straight, or bent by a handle. */
function HandleRow({ id, side }: { id: string; side: 'before' | 'after' }) {
  const edit = useDesignStore((s) => s.edit);
  const has = usePicked((d) => nodeOf(d, id)?.[side] !== undefined);
  const turn = (d: Design): Design => {
    const { nodes } = d.outline;
    const index = nodes.findIndex((n) => n.id === id);
    const node = nodes[index]!;
    const towards = nodes[(index + (side === 'after' ? 1 : nodes.length - 1)) % nodes.length]!;
    return edits.setHandle(
      d,
      id,
      side,
      has ? null : { x: (towards.x - node.x) / 3, y: (towards.y - node.y) / 3 },
    );
  };
  return (
    <HStack fontSize="13px">
      <Text flex="1">{side === 'after' ? 'Towards the next node' : 'Towards the node before'}</Text>
      <Button
        size="2xs"
        variant="outline"
        onClick={() => edit(has ? 'took a handle away' : 'pulled a handle out', turn)}
      >
        {has ? 'Take handle away' : 'Pull a handle out'}
      </Button>
    </HStack>
  );
}

/** Adds a node in the middle of the segment after a node, t = ½ of its cubic. */
function addAfter(index: number): void {
  const { design, edit } = useDesignStore.getState();
  if (!design) return;
  const [first] = splitCubic(derive(design).path[index]!, 0.5);
  let made = '';
  edit('added a node', (d) => {
    const added = edits.addNode(d, index, first.p3);
    made = added.id;
    return added.design;
  });
  if (made) useChosen.getState().choose(made);
}

function ChosenNode({ id }: { id: string }) {
  const edit = useDesignStore((s) => s.edit);
  const index = usePicked((d) => d.outline.nodes.findIndex((n) => n.id === id));
  const count = usePicked((d) => d.outline.nodes.length);
  const kind = usePicked((d) => nodeOf(d, id)?.kind ?? 'fair');
  return (
    <Section title={`Chosen: ${nodeName(index)} of ${count}`}>
      <PlaceField key={`${id}x`} id={id} axis="x" />
      <PlaceField key={`${id}y`} id={id} axis="y" />
      <Choice
        label="Kind"
        value={kind}
        options={[
          ['fair', 'Fair'],
          ['corner', 'Corner'],
        ]}
        onChange={(next) =>
          edit(`made ${nodeName(index)} ${next === 'fair' ? 'fair' : 'a corner'}`, (d) =>
            edits.setNodeKind(d, id, next),
          )
        }
      />
      {kind === 'corner' && (
        <>
          <HandleRow id={id} side="before" />
          <HandleRow id={id} side="after" />
        </>
      )}
      <HStack mt="1">
        <Button size="2xs" variant="outline" onClick={() => addAfter(index)}>
          Add a node after it
        </Button>
        <Button
          size="2xs"
          variant="outline"
          disabled={count <= 3}
          onClick={() => {
            edit(`removed ${nodeName(index)}`, (d) => edits.removeNode(d, id));
            useChosen.getState().choose(null);
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

/** A measure that follows a drag; told as none where the shape has no such place. */
function Measure({ label, of }: { label: string; of: (m: OutlineMeasures) => number | null }) {
  return (
    <Reading
      label={label}
      value={
        <Live
          of={(d, { measures }) => {
            const mm = of(measures);
            return mm === null ? '–' : figureAndUnit(mm, d.units).figure;
          }}
        />
      }
      unit={
        <Live of={(d, { measures }) => (of(measures) === null ? 'none' : figureAndUnit(0, d.units).unit)} />
      }
    />
  );
}

const cornersOf = (d: Design): number => d.outline.nodes.filter((n) => n.kind === 'corner').length;

const Measures = memo(function Measures() {
  return (
    <Section title="Measures">
      <Measure label="Length" of={(m) => m.length} />
      <Measure label="Lower bout" of={(m) => m.lowerBout} />
      <Measure label="Waist" of={(m) => m.waist} />
      <Measure label="Upper bout" of={(m) => m.upperBout} />
      <Measure label="Widest" of={(m) => m.widest} />
      <Measure label="Waist offset, bass side nutward" of={(m) => m.waistOffset} />
      <Reading
        label="Face"
        value={<Live of={(_, { measures }) => (measures.areaMm2 / 100).toFixed(1)} />}
        unit="cm²"
      />
      <Measure label="Tightest hollow, radius" of={(m) => m.hollow?.radius ?? null} />
    </Section>
  );
});

function Thickness() {
  const thickness = usePicked((d) => d.body.thickness);
  const lengths = useLengths();
  return (
    <LengthField label="Thickness" value={thickness} {...lengths('body.thickness', edits.setThickness)} />
  );
}

/** The chosen node; without one, what can be done. */
function ChosenOrNone() {
  const chosen = useChosen((s) => s.id);
  const there = usePicked((d) => chosen !== null && nodeOf(d, chosen) !== undefined);
  if (there) return <ChosenNode id={chosen!} />;
  return (
    <Section title="Nodes">
      <Reading
        label="Fair"
        value={<Live of={(d) => String(d.outline.nodes.length - cornersOf(d))} />}
        unit="nodes"
      />
      <Reading label="Corners" value={<Live of={(d) => String(cornersOf(d))} />} unit="nodes" />
      <Text fontSize="12.5px" color="faded">
        Drag a node, or press one to type its place. Press twice on the edge to add a node.
      </Text>
    </Section>
  );
}

/** The chosen node, the measures of the shape, and what is shown over it. */
export function OutlineParticulars() {
  const units = usePicked((d) => d.units);
  return (
    <>
      <ChosenOrNone />
      <Measures />
      <Section title="Body">
        <Thickness />
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
