import type { Design, OutlineNode } from '@pelkin/core';
import { addOnEdge, edits, matchOtherSide, smoothJoin } from '@pelkin/core';
import { Button, HStack, Text } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { LengthField } from '../shared/LengthField.tsx';
import { Choice, Section } from '../shared/Section.tsx';
import { Tick } from '../shared/Tick.tsx';
import { useChosen } from './chosen.ts';
import { nodeName } from '../shared/placeWords.ts';
import { WORDS } from './words.ts';
import { useDrawnStore, useLengths, useOrigin, usePicked } from './drawn.ts';
import { derive } from '../design/derived.ts';

const nodeOf = (d: Design, id: string): OutlineNode | undefined => d.outline.nodes.find((n) => n.id === id);

/** The node put at another distance along one axis of the instrument frame, the other kept. */
function putAlong(d: Design, id: string, axis: 'x' | 'y', to: number): Design {
  const node = nodeOf(d, id);
  return node ? edits.moveNode(d, id, axis === 'x' ? { x: to, y: node.y } : { x: node.x, y: to }) : d;
}

/** A place typed as a distance and a side: the button beside it turns to the other side. */
function PlaceField({ id, axis }: { id: string; axis: 'x' | 'y' }) {
  const lengths = useLengths();
  const origin = useOrigin();
  const zero = axis === 'x' ? origin.x : 0;
  const value = usePicked((d) => (nodeOf(d, id)?.[axis] ?? zero) - zero);
  const side = value < 0 ? -1 : 1;
  const suffix = useMemo(() => <SideButton id={id} axis={axis} side={side} />, [id, axis, side]);
  const binding = lengths(
    `outline.${id}.${axis}`,
    (d, mm) => putAlong(d, id, axis, zero + side * mm),
    axis === 'x' ? 'outline.x' : 'outline.y',
  );
  return (
    <LengthField
      label={axis === 'x' ? `From ${origin.from}` : 'From centre line'}
      value={Math.abs(value)}
      {...binding}
      suffix={suffix}
    />
  );
}

function SideButton({ id, axis, side }: { id: string; axis: 'x' | 'y'; side: 1 | -1 }) {
  const { x, above, below } = useOrigin();
  const zero = axis === 'x' ? x : 0;
  const words = axis === 'x' ? [above, below] : ['bass', 'treble'];
  const turn = (): void => {
    const { edit } = useDrawnStore.getState();
    edit('put a node on the other side', (d) =>
      edits.rememberTyped(
        putAlong(d, id, axis, 2 * zero - (nodeOf(d, id)?.[axis] ?? zero)),
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
      title={WORDS.putItOnTheOtherSide}
      onClick={turn}
    >
      {words[side > 0 ? 0 : 1]}
    </Button>
  );
}

/** One end of a corner: straight, or bent by a handle. */
function HandleRow({ id, side }: { id: string; side: 'before' | 'after' }) {
  const edit = useDrawnStore((s) => s.edit);
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
        onClick={() => edit(has ? 'removed a handle' : 'added a handle', turn)}
      >
        {has ? WORDS.removeTheHandle : WORDS.addAHandle}
      </Button>
    </HStack>
  );
}

const JOIN = { label: WORDS.reach, min: 0.5, max: 300, from: 'the corner, along both arms' };

/** A corner turned into a smooth join of its arms. */
function JoinRow({ id, name }: { id: string; name: string }) {
  const units = usePicked((d) => d.units);
  const [reach, setReach] = useState(20);
  const join = (): void => {
    useDrawnStore.getState().edit(`joined ${name} smoothly`, (d) => smoothJoin(d, id, reach));
    useChosen.getState().choose(null);
  };
  return (
    <>
      <LengthField
        label={WORDS.joinItSmoothlyOver}
        value={reach}
        unit={units}
        limit={JOIN}
        onCommit={(mm) => {
          setReach(mm);
          return [];
        }}
      />
      <HStack justify="end">
        <Button size="2xs" variant="outline" onClick={join}>
          {WORDS.smoothJoin}
        </Button>
      </HStack>
    </>
  );
}

/** Puts nodes on the mirror image of the other side’s edge. */
export function MatchButton({ ids, name }: { ids: readonly string[]; name: string }) {
  return (
    <Button
      size="2xs"
      variant="outline"
      onClick={() =>
        useDrawnStore.getState().edit(`matched ${name} to the other side`, (d) => matchOtherSide(d, ids))
      }
    >
      {WORDS.matchTheOtherSide}
    </Button>
  );
}

/** Adds a node in the middle of the segment after a node, t = ½ of its cubic: the edge stays as it runs. */
function addAfter(index: number): void {
  const { design, edit } = useDrawnStore.getState();
  if (!design) return;
  let made = '';
  edit('added a node', (d) => {
    const added = addOnEdge(d, index, 0.5);
    made = added.id;
    return added.design;
  });
  if (made) useChosen.getState().choose(made);
}

/** A kind’s name with its article, as a step names it. */
const KINDS: Readonly<Record<OutlineNode['kind'], string>> = {
  fair: 'fair',
  smooth: 'smooth',
  corner: 'a corner',
};

/** Turns nodes into another kind; where handles are needed they are those of the edge as it runs. */
export function makeKind(ids: readonly string[], kind: OutlineNode['kind'], name: string): void {
  const { edit } = useDrawnStore.getState();
  edit(`made ${name} ${KINDS[kind]}`, (d) => {
    const { path } = derive(d);
    return edits.setNodeKind(d, ids, kind, (id) => {
      const i = d.outline.nodes.findIndex((n) => n.id === id);
      const [before, after] = [path[(i + path.length - 1) % path.length]!, path[i]!];
      return {
        before: { x: before.p2.x - before.p3.x, y: before.p2.y - before.p3.y },
        after: { x: after.p1.x - after.p0.x, y: after.p1.y - after.p0.y },
      };
    });
  });
}

/** The node that is chosen alone: its place, kind and handles. */
export function ChosenNode({ id }: { id: string }) {
  const edit = useDrawnStore((s) => s.edit);
  const index = usePicked((d) => d.outline.nodes.findIndex((n) => n.id === id));
  const count = usePicked((d) => d.outline.nodes.length);
  const kind = usePicked((d) => nodeOf(d, id)?.kind ?? 'fair');
  const twin = usePicked((d) => edits.twinOf(d.outline, id));
  const pinned = usePicked((d) => nodeOf(d, id)?.pinned === true);
  return (
    <Section title={`Selected: ${nodeName(index)} of ${count}`}>
      <PlaceField key={`${id}x`} id={id} axis="x" />
      <PlaceField key={`${id}y`} id={id} axis="y" />
      <Choice
        label={WORDS.kind}
        value={kind}
        options={[
          ['fair', 'Fair'],
          ['smooth', 'Smooth'],
          ['corner', 'Corner'],
        ]}
        onChange={(next) => makeKind([id], next, nodeName(index))}
      />
      {kind === 'corner' && (
        <>
          <HandleRow id={id} side="before" />
          <HandleRow id={id} side="after" />
          <JoinRow id={id} name={nodeName(index)} />
        </>
      )}
      {twin !== null && (
        <HStack fontSize="13px">
          <Text flex="1">{twin === id ? 'Held on the centre line' : 'Linked to its mirror image'}</Text>
          <Button
            size="2xs"
            variant="outline"
            onClick={() => edit(`cut the link of ${nodeName(index)}`, (d) => edits.cutMirror(d, [id]))}
          >
            {WORDS.cutThisLink}
          </Button>
        </HStack>
      )}
      {kind === 'fair' && (
        <Tick
          label={WORDS.pinnedFairingLeavesIt}
          checked={pinned}
          onChange={(on) =>
            edit(`${on ? 'pinned' : 'let go of'} ${nodeName(index)}`, (d) => edits.pinNodes(d, [id], on))
          }
        />
      )}
      <HStack mt="1" flexWrap="wrap">
        <Button size="2xs" variant="outline" onClick={() => addAfter(index)}>
          {WORDS.addANodeAfterIt}
        </Button>
        <MatchButton ids={[id]} name={nodeName(index)} />
        <Button
          size="2xs"
          variant="outline"
          disabled={count <= 3}
          onClick={() => {
            edit(`removed ${nodeName(index)}`, (d) => edits.removeNodes(d, [id]));
            useChosen.getState().choose(null);
          }}
        >
          {WORDS.remove}
        </Button>
      </HStack>
    </Section>
  );
}
