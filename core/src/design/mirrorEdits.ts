import { cross, distance } from '../geometry/point.ts';
import { freshIds, mirrored, setOutline, twinOf } from './nodeEdits.ts';
import type { Design, OutlineNode, Side } from './schema.ts';
import { withoutSpan } from './spans.ts';

/** A node this near to the centre line, mm, lies on it. */
const ON_LINE = 0.5;

const sideOf = (n: OutlineNode): Side | null =>
  Math.abs(n.y) <= ON_LINE ? null : n.y > 0 ? 'bass' : 'treble';

/** The outline's nodes taken apart at the centre line; each side runs from the tail outward, without nodes on the line. */
interface Halves {
  readonly tail: OutlineNode | null;
  readonly bass: readonly OutlineNode[];
  readonly treble: readonly OutlineNode[];
  /** What lies between the sides at the neck, in the order of the outline run counter-clockwise. */
  readonly between: readonly OutlineNode[];
  readonly clockwise: boolean;
}

/** Null when the nodes do not lie across the centre line. */
function halvesOf(nodes: readonly OutlineNode[]): Halves | null {
  const n = nodes.length;
  const doubleArea = nodes.reduce((sum, p, i) => sum + cross(p, nodes[(i + 1) % n]!), 0);
  const around = doubleArea < 0 ? [...nodes].reverse() : nodes;
  // Counter-clockwise, the path comes from the bass side to the treble side at the tail.
  let start = -1;
  let least = Infinity;
  for (let i = 0; i < n; i += 1) {
    const before = around[(i + n - 1) % n]!;
    const here = around[i]!;
    const next = around[(i + 1) % n]!;
    const onLine = sideOf(here) === null && sideOf(next) === 'treble' && sideOf(before) === 'bass';
    const crosses = sideOf(here) === 'treble' && sideOf(before) === 'bass';
    if ((onLine || crosses) && here.x < least) {
      least = here.x;
      start = i;
    }
  }
  if (start < 0) return null;
  const from = [...around.slice(start), ...around.slice(0, start)];
  const tail = sideOf(from[0]!) === null ? from[0]! : null;
  const rest = tail ? from.slice(1) : from;
  const leaves = rest.findIndex((p) => sideOf(p) !== 'treble');
  const back = [...rest].reverse();
  const returns = back.findIndex((p) => sideOf(p) !== 'bass');
  if (leaves < 1 || returns < 1) return null;
  return {
    tail,
    treble: rest.slice(0, leaves),
    bass: back.slice(0, returns),
    between: rest.slice(leaves, rest.length - returns),
    clockwise: doubleArea < 0,
  };
}

const joined = ({ tail, bass, treble, between, clockwise }: Halves): readonly OutlineNode[] => {
  const around = [...(tail ? [tail] : []), ...treble, ...between, ...[...bass].reverse()];
  return clockwise ? around.reverse() : around;
};

/**
 * Mirrors one side of the outline onto the other and links the two, whole, or from one end of the body, tail or neck, to
 * a node of that side. The other side's nodes there are replaced, keeping their ids as far as they go; what lies beyond
 * stays. Unchanged when the outline does not lie across the centre line, or the node is not on that side.
 */
export function linkMirror(
  design: Design,
  side: Side,
  upTo: string | null = null,
  end: 'tail' | 'neck' = 'tail',
): Design {
  const { nodes, mirror } = design.outline;
  const halves = halvesOf(nodes);
  if (!halves) return design;
  // Both sides run from the end that is said.
  const runOf = (list: readonly OutlineNode[]): readonly OutlineNode[] =>
    end === 'tail' ? list : [...list].reverse();
  const mine = runOf(halves[side]);
  const last = upTo === null ? mine.length - 1 : mine.findIndex((p) => p.id === upTo);
  if (last < 0) return design;
  const source = mine.slice(0, last + 1);
  const other: Side = side === 'bass' ? 'treble' : 'bass';
  const theirs = runOf(halves[other]);
  const image = { x: source[last]!.x, y: -source[last]!.y };
  const apart = theirs.map((p) => distance(p, image));
  // Up to the node nearest to the last one's image the other side is drawn again.
  const kept = upTo === null ? theirs.length : apart.indexOf(Math.min(...apart)) + 1;
  const replaced = theirs.slice(0, kept).map((p) => p.id);
  const [atTail, atNeck] = [upTo === null || end === 'tail', upTo === null || end === 'neck'];
  const ids = [...replaced, ...freshIds(nodes, Math.max(0, source.length - kept))];
  const twins = source.map((p, i) => mirrored(p, ids[i]!));
  const level = (p: OutlineNode): OutlineNode => (sideOf(p) === null ? { ...p, y: 0 } : p);
  const next: Halves = {
    ...halves,
    tail: halves.tail && (atTail ? level(halves.tail) : halves.tail),
    between: atNeck ? halves.between.map(level) : halves.between,
    [other]: runOf([...twins, ...theirs.slice(kept)]),
  };
  const centred = [...(next.tail && atTail ? [next.tail] : []), ...(atNeck ? next.between : [])].filter(
    (p) => p.y === 0,
  );
  const touched = new Set([...source, ...twins, ...centred].map((p) => p.id).concat(replaced));
  // The outline goes on beginning at the node it began at.
  const around = joined(next);
  const first = Math.max(
    0,
    around.findIndex((p) => p.id === nodes[0]!.id),
  );
  return setOutline(design, {
    nodes: [...around.slice(first), ...around.slice(0, first)].map(withoutSpan),
    mirror: [
      ...mirror.filter((pair) => !pair.some((id) => touched.has(id))),
      ...source.map((p, i): [string, string] => [p.id, twins[i]!.id]),
      ...centred.map(({ id }): [string, string] => [id, id]),
    ],
  });
}

/** Cuts mirror links: those of some nodes, or all. The nodes stay where they are. */
export function cutMirror(design: Design, ids: readonly string[] | null = null): Design {
  const mirror =
    ids === null ? [] : design.outline.mirror.filter(([a, b]) => !ids.includes(a) && !ids.includes(b));
  return mirror.length === design.outline.mirror.length ? design : setOutline(design, { mirror });
}

/** How far a node is from its twin's image, mm; 0 where it is not linked. */
export function mirrorGap(design: Design, id: string): number {
  const { outline } = design;
  const twin = twinOf(outline, id);
  const [a, b] = [outline.nodes.find((n) => n.id === id), outline.nodes.find((n) => n.id === twin)];
  return a && b ? distance(a, { x: b.x, y: -b.y }) : 0;
}
