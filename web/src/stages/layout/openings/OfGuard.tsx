import type { Design, Guard, OutlineNode } from '@pelkin/core';
import {
  addGuardScrew,
  addOnEdge,
  editGuardNodes,
  edits,
  moveGuardScrew,
  removeGuardScrew,
  solveOutline,
  spaceGuardScrews,
} from '@pelkin/core';
import { Button, HStack, Text } from '@chakra-ui/react';
import { useCallback } from 'react';
import { SideLength } from '../../../design/SideLength.tsx';
import { derive, useDerived, usePicked } from '../../../design/derived.ts';
import { useDesignStore } from '../../../design/store.ts';
import { Choice } from '../../../shared/Section.tsx';
import { useChosenInLayout } from '../chosen.ts';
import { WORDS } from '../words.ts';

const guardOf = (d: Design, id: string): Guard | undefined => d.guards.find((g) => g.id === id);

/** A place of a pickguard’s node or screw, typed. */
function PlaceOf(props: {
  path: string;
  at: (d: Design) => { readonly x: number; readonly y: number } | undefined;
  put: (d: Design, to: { x: number; y: number }) => Design;
}) {
  const { path, at, put } = props;
  const pickX = useCallback((d: Design) => at(d)?.x ?? 0, [at]);
  const pickY = useCallback((d: Design) => at(d)?.y ?? 0, [at]);
  const putX = useCallback((d: Design, x: number) => put(d, { x, y: at(d)?.y ?? 0 }), [put, at]);
  const putY = useCallback((d: Design, y: number) => put(d, { x: at(d)?.x ?? 0, y }), [put, at]);
  return (
    <>
      <SideLength label={WORDS.fromBridge} path={`${path}.x`} axis="x" pick={pickX} put={putX} />
      <SideLength label={WORDS.fromCentreLine} path={`${path}.y`} axis="y" pick={pickY} put={putY} />
    </>
  );
}

/** A node’s handles as the line runs now: what it keeps when it becomes smooth. */
function handlesOf(d: Design, id: string) {
  const { nodes } = d.outline;
  const path = solveOutline(nodes);
  const i = nodes.findIndex((n) => n.id === id);
  const [before, after] = [path[(i + path.length - 1) % path.length]!, path[i]!];
  return {
    before: { x: before.p2.x - before.p3.x, y: before.p2.y - before.p3.y },
    after: { x: after.p1.x - after.p0.x, y: after.p1.y - after.p0.y },
  };
}

/** A corner bent towards one of its neighbours, or straight again. */
function Bend({ guard, node, side }: { guard: Guard; node: OutlineNode; side: 'before' | 'after' }) {
  const edit = useDesignStore((s) => s.edit);
  const has = node[side] !== undefined;
  const { nodes } = guard;
  const index = nodes.indexOf(node);
  const towards = nodes[(index + (side === 'after' ? 1 : nodes.length - 1)) % nodes.length]!;
  return (
    <HStack fontSize="13px">
      <Text flex="1">{side === 'after' ? WORDS.towardsTheNextNode : WORDS.towardsTheNodeBefore}</Text>
      <Button
        size="2xs"
        variant="outline"
        onClick={() =>
          edit(has ? 'straightened a pickguard' : 'bent a pickguard', (d) =>
            editGuardNodes(d, guard.id, (o) =>
              edits.setHandle(
                o,
                node.id,
                side,
                has ? null : { x: (towards.x - node.x) / 3, y: (towards.y - node.y) / 3 },
              ),
            ),
          )
        }
      >
        {has ? WORDS.removeTheHandle : WORDS.addAHandle}
      </Button>
    </HStack>
  );
}

/** The node of a pickguard that is worked on: its place, kind and handles. */
function ChosenGuardNode({ guard, node }: { guard: Guard; node: OutlineNode }) {
  const edit = useDesignStore((s) => s.edit);
  const [g, id] = [guard.id, node.id];
  const index = guard.nodes.indexOf(node);
  const at = useCallback((d: Design) => guardOf(d, g)?.nodes.find((n) => n.id === id), [g, id]);
  const put = useCallback(
    (d: Design, to: { x: number; y: number }) => editGuardNodes(d, g, (o) => edits.moveNode(o, id, to)),
    [g, id],
  );
  return (
    <>
      <Text fontSize="12px" fontWeight="600" color="faded">
        Node {index + 1} of {guard.nodes.length}
      </Text>
      <PlaceOf path={`guards.${g}.${id}`} at={at} put={put} />
      <Choice
        label={WORDS.kind}
        value={node.kind}
        options={[
          ['fair', 'Fair'],
          ['smooth', 'Smooth'],
          ['corner', 'Corner'],
        ]}
        onChange={(kind) =>
          edit(`made node ${index + 1} of a pickguard ${kind === 'corner' ? 'a corner' : kind}`, (d) =>
            editGuardNodes(d, g, (o) => edits.setNodeKind(o, [id], kind, (n) => handlesOf(o, n))),
          )
        }
      />
      {node.kind === 'corner' && (
        <>
          <Bend guard={guard} node={node} side="before" />
          <Bend guard={guard} node={node} side="after" />
        </>
      )}
      <HStack>
        <Button
          size="2xs"
          variant="outline"
          onClick={() => {
            let made = '';
            edit('added a node to a pickguard', (d) =>
              editGuardNodes(d, g, (o) => {
                const added = addOnEdge(o, index, 0.5);
                made = added.id;
                return added.design;
              }),
            );
            if (made) useChosenInLayout.getState().chooseOfGuard({ guard: g, node: made });
          }}
        >
          {WORDS.addANodeAfterIt}
        </Button>
        <Button
          size="2xs"
          variant="outline"
          disabled={guard.nodes.length <= 3}
          onClick={() => {
            edit('removed a node of a pickguard', (d) =>
              editGuardNodes(d, g, (o) => edits.removeNodes(o, [id])),
            );
            useChosenInLayout.getState().chooseOfGuard(null);
          }}
        >
          {WORDS.removeTheNode}
        </Button>
      </HStack>
    </>
  );
}

/** The screw of a pickguard that is worked on. */
function ChosenGuardScrew({ guard, index }: { guard: string; index: number }) {
  const edit = useDesignStore((s) => s.edit);
  const at = useCallback(
    (d: Design) => derive(d).plates.find((p) => p.id === guard)?.screws[index]?.at,
    [guard, index],
  );
  const put = useCallback(
    (d: Design, to: { x: number; y: number }) => moveGuardScrew(d, guard, index, to, derive(d).plates),
    [guard, index],
  );
  return (
    <>
      <Text fontSize="12px" fontWeight="600" color="faded">
        Screw {index + 1}
      </Text>
      <PlaceOf path={`guards.${guard}.screw${index}`} at={at} put={put} />
      <HStack>
        <Button
          size="2xs"
          variant="outline"
          onClick={() => {
            edit('removed a screw of a pickguard', (d) =>
              removeGuardScrew(d, guard, index, derive(d).plates),
            );
            useChosenInLayout.getState().chooseOfGuard(null);
          }}
        >
          {WORDS.removeTheScrew}
        </Button>
      </HStack>
    </>
  );
}

/** Screws and nodes of a pickguard: how many, whether they follow the edge, and the one that is worked on. */
export function OfGuard({ guard }: { guard: Guard }) {
  const edit = useDesignStore((s) => s.edit);
  const { plates } = useDerived();
  const chosen = useChosenInLayout((s) => (s.ofGuard?.guard === guard.id ? s.ofGuard : null));
  const screws = plates.find((p) => p.id === guard.id)?.screws ?? [];
  const node = guard.nodes.find((n) => n.id === chosen?.node);
  const last = usePicked((d) => guardOf(d, guard.id)?.nodes[0]);
  return (
    <>
      <HStack fontSize="13px">
        <Text flex="1">
          {screws.length} {screws.length === 1 ? 'screw' : 'screws'},{' '}
          {guard.screws === null ? 'along its edge' : 'set by hand'}
        </Text>
        <Button
          size="2xs"
          variant="outline"
          onClick={() => {
            edit('added a screw to a pickguard', (d) =>
              addGuardScrew(d, guard.id, last ?? { x: 0, y: 0 }, derive(d).plates),
            );
            useChosenInLayout.getState().chooseOfGuard({ guard: guard.id, screw: screws.length });
          }}
        >
          {WORDS.addAScrew}
        </Button>
        {guard.screws !== null && (
          <Button
            size="2xs"
            variant="outline"
            onClick={() => {
              edit('spaced the screws of a pickguard', (d) => spaceGuardScrews(d, guard.id));
              useChosenInLayout.getState().chooseOfGuard(null);
            }}
          >
            {WORDS.spaceThemEvenly}
          </Button>
        )}
      </HStack>
      {node && <ChosenGuardNode guard={guard} node={node} key={node.id} />}
      {chosen?.screw !== undefined && chosen.screw < screws.length && (
        <ChosenGuardScrew guard={guard.id} index={chosen.screw} key={chosen.screw} />
      )}
    </>
  );
}
