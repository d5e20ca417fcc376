import { z } from 'zod';
import { MOST_NODES, lineSchema, nodeIdSchema, nodesRefusals } from '../nodes.ts';
import type { Refusal } from '../refusal.ts';
import type { ValueOf } from '../section.ts';
import { section } from '../section.ts';
import { startingStrings } from './strings.ts';

/** A closed line of nodes with mirror links; `what` names it. */
export const outlineSchema = (what = 'an outline') =>
  z.looseObject({
    nodes: lineSchema(what),
    /** Nodes that are each other's mirror image in the centre line, as pairs of ids; one on the line with itself. */
    mirror: z
      .array(z.tuple([nodeIdSchema(), nodeIdSchema()], { error: 'a mirror link is a pair of node ids' }), {
        error: 'the mirror links must be a list of pairs',
      })
      .max(MOST_NODES),
  });
type Outline = ValueOf<ReturnType<typeof outlineSchema>>;
type OutlineNode = Outline['nodes'][number];

export function outlineRefusals({ nodes, mirror }: Outline, where = 'outline'): Refusal[] {
  const refusals = nodesRefusals(nodes, `${where}.nodes`);
  const seen = new Set(nodes.map((n) => n.id));
  const linked = new Set<string>();
  mirror.forEach(([a, b], i) => {
    for (const id of a === b ? [a] : [a, b]) {
      const refuse = (message: string): void =>
        void refusals.push({ where: `${where}.mirror.${i}`, message });
      if (!seen.has(id)) refuse(`the mirror link names node ${id}, which is not there`);
      else if (linked.has(id)) refuse(`node ${id} is in two mirror links: cut one`);
      linked.add(id);
    }
  });
  return refusals;
}

/**
 * A plain rounded body to begin with, without horns: bass side nodes mirrored to the treble side.
 * Instrument frame; `jointX` is where the neck leaves the body, `seatHalf` half the width across it there.
 */
function startingOutline(jointX: number, seatHalf: number): Outline {
  const tail = jointX - 400;
  const bass: readonly (readonly [number, number])[] = [
    [jointX - 12, seatHalf + 38],
    [jointX - 58, 118],
    [jointX - 122, 124],
    [jointX - 186, 113],
    [jointX - 262, 143],
    [jointX - 330, 156],
    [jointX - 386, 98],
  ];
  const node = (x: number, y: number, i: number, kind: 'fair' | 'corner' = 'fair'): OutlineNode => ({
    id: `n${i + 1}`,
    x: Math.round(x * 10) / 10,
    y: Math.round(y * 10) / 10,
    kind,
  });
  const upper = [[jointX, seatHalf, 'corner'] as const, ...bass.map(([x, y]) => [x, y, 'fair'] as const)];
  const all = [
    ...upper,
    [tail, 0, 'fair'] as const,
    ...[...upper].reverse().map(([x, y, kind]) => [x, -y, kind] as const),
  ];
  const nodes = all.map(([x, y, kind], i) => node(x, y, i, kind));
  const mirror = nodes
    .slice(0, upper.length + 1)
    .map((n, i): [string, string] => [n.id, nodes[nodes.length - 1 - i]!.id]);
  return { nodes, mirror };
}

/** Returns the key of a mirror link: the ids of its two nodes. */
export const linkKey = ([a, b]: readonly [string, string]): string => `${a} ${b}`;

/** How two outlines differ: how many nodes, or their mirror links alone. */
function outlineDiffers(mine: Outline, theirs: Outline): string {
  const json = JSON.stringify;
  const byId = new Map(theirs.nodes.map((n) => [n.id, json(n)]));
  const moved = mine.nodes.filter((n) => json(n) !== byId.get(n.id)).length;
  const gone = theirs.nodes.filter((n) => !mine.nodes.some((m) => m.id === n.id)).length;
  const count = moved + gone;
  if (count === 0) return 'mirror links of the outline';
  return `${count} ${count === 1 ? 'node' : 'nodes'} of the outline`;
}

export const outlineSection = /* @__PURE__ */ section({
  words: 'outline',
  schema: () => outlineSchema(),
  plain: ({ count, scaleLength }) => {
    const strings = startingStrings(count, scaleLength);
    return startingOutline(scaleLength * 2 ** (-strings.jointFret / 12), strings.bridgeSpread / 2 + 3);
  },
  refusals: (value) => outlineRefusals(value),
  differs: outlineDiffers,
  listKeys: { mirror: linkKey },
});
