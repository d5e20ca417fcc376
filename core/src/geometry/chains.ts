import type { Cubic } from './cubic.ts';
import { nearestOnPath, pathBox, signedArea } from './closedPath.ts';
import { cubicAt, cubicFirst, cubicLength, reverseCubic, straightCubic } from './cubic.ts';
import type { Point } from './point.ts';
import { distance } from './point.ts';

/** How a file says that a line is cut: from which face, and how deep below it, mm; 0 for an unknown depth. */
export interface SaidCut {
  readonly face: 'front' | 'back';
  readonly depth: number;
  readonly through: boolean;
  /** The kind of a line that is not an opening in a face: wood left standing, bored in the edge, a drilled run, cut before a front is glued on. */
  readonly aside: 'island' | 'edge' | 'run' | 'core' | null;
}

/** Pieces that follow each other. */
export interface Chain {
  readonly pieces: readonly Cubic[];
  readonly closed: boolean;
  /** The largest gap that was bridged to join it, mm. */
  readonly gap: number;
  readonly name: string;
  /** The file's layer of its first line. */
  readonly layer: string;
  /** Whether any line of it is there to draw by. */
  readonly construction: boolean;
  /** Whether all its lines are drawn in dashes. */
  readonly dashed: boolean;
  /** Face and depth of a cut; null where the file has none. */
  readonly cut: SaidCut | null;
}

export interface Drawn {
  readonly pieces: readonly Cubic[];
  readonly closed: boolean;
  readonly name: string;
  readonly layer?: string;
  readonly construction?: boolean;
  readonly dashed?: boolean;
  readonly cut?: SaidCut;
}

export interface Joined {
  readonly chains: readonly Chain[];
  /** Lines that lay on top of another and were left out. */
  readonly doubled: number;
}

/** Lines whose ends and middles are so near, mm, are one line drawn twice. */
const DOUBLED = 1e-3;
/** Ends so near, mm, meet: a gap below it is rounding. */
const TOUCHING = 1e-6;

const startOf = (d: { readonly pieces: readonly Cubic[] }): Point => d.pieces[0]!.p0;
const endOf = (d: { readonly pieces: readonly Cubic[] }): Point => d.pieces.at(-1)!.p3;
const backward = (pieces: readonly Cubic[]): readonly Cubic[] => pieces.map(reverseCubic).reverse();

/** The place at half of its pieces: tells lines with the same ends apart. */
function middleOf({ pieces }: Drawn): Point {
  const half = pieces.length / 2;
  return pieces.length % 2 === 1 ? cubicAt(pieces[Math.floor(half)]!, 0.5) : pieces[half]!.p0;
}

/** A grid of cells as wide as a distance: what lies within the distance is in the cell or one beside it. */
function grid<T>(cell: number): {
  readonly put: (p: Point, item: T) => void;
  readonly near: (p: Point) => readonly T[];
} {
  // By column, then by row: numbers as keys are found several times as fast as words.
  const columns = new Map<number, Map<number, T[]>>();
  return {
    put: (p, item) => {
      const [i, j] = [Math.floor(p.x / cell), Math.floor(p.y / cell)];
      let column = columns.get(i);
      if (!column) columns.set(i, (column = new Map()));
      const list = column.get(j);
      if (list) list.push(item);
      else column.set(j, [item]);
    },
    near: (p) => {
      const [i, j] = [Math.floor(p.x / cell), Math.floor(p.y / cell)];
      const found: T[] = [];
      for (let di = -1; di <= 1; di += 1) {
        const column = columns.get(i + di);
        if (!column) continue;
        for (let dj = -1; dj <= 1; dj += 1) for (const item of column.get(j + dj) ?? []) found.push(item);
      }
      return found;
    },
  };
}

/** Lines without those that another covers from end to end. */
function once(drawn: readonly Drawn[], look: () => void): readonly Drawn[] {
  const seen = grid<Drawn>(DOUBLED * 2);
  return drawn.filter((d) => {
    look();
    const middle = middleOf(d);
    const isSame = (o: Drawn): boolean =>
      o.pieces.length === d.pieces.length &&
      distance(middleOf(o), middle) < DOUBLED &&
      ((distance(startOf(o), startOf(d)) < DOUBLED && distance(endOf(o), endOf(d)) < DOUBLED) ||
        (distance(startOf(o), endOf(d)) < DOUBLED && distance(endOf(o), startOf(d)) < DOUBLED));
    if (seen.near(middle).some(isSame)) return false;
    seen.put(middle, d);
    return true;
  });
}

interface End {
  readonly line: number;
  readonly isStart: boolean;
  readonly at: Point;
}

/**
 * Lines joined end to end where their ends come within the tolerance, mm, the nearest first; a gap is bridged
 * straight. A chain whose own ends meet is closed. Doubled lines are left out and counted. `told` hears how far it is,
 * `look` is called as it goes on and may throw to end it.
 */
export function joinChains(
  drawn: readonly Drawn[],
  tolerance: number,
  told: (share: number) => void = () => undefined,
  look: () => void = () => undefined,
): Joined {
  const lines = once(
    drawn.filter((d) => d.pieces.length > 0),
    look,
  );
  told(0.3);
  const doubled = drawn.filter((d) => d.pieces.length > 0).length - lines.length;
  const reach = Math.max(tolerance, TOUCHING);
  const open = lines.filter((l) => !l.closed);
  const ends: End[] = open.flatMap((l, line) => [
    { line, isStart: true, at: startOf(l) },
    { line, isStart: false, at: endOf(l) },
  ]);
  const nearby = grid<number>(reach);
  ends.forEach((e, i) => nearby.put(e.at, i));
  const pairs = ends.flatMap((e, i) => {
    look();
    return nearby
      .near(e.at)
      .filter((j) => j > i)
      .map((j) => ({ i, j, apart: distance(e.at, ends[j]!.at) }))
      .filter(({ apart }) => apart <= reach);
  });
  told(0.6);
  pairs.sort((a, b) => a.apart - b.apart || a.i - b.i || a.j - b.j);
  const mate = new Array<number>(ends.length).fill(-1);
  for (const { i, j, apart } of pairs) {
    if (mate[i] !== -1 || mate[j] !== -1) continue;
    // A short line's own ends are no gap: only a line that goes away and comes back closes on itself.
    if (
      ends[i]!.line === ends[j]!.line &&
      apart > TOUCHING &&
      lengthOver(open[ends[i]!.line]!, reach * 4) === false
    )
      continue;
    mate[i] = j;
    mate[j] = i;
  }
  const used = new Array<boolean>(open.length).fill(false);
  const chains: Chain[] = lines
    .filter((l) => l.closed)
    .map(({ pieces, name, layer = '', construction = false, dashed = false, cut = null }) => ({
      pieces,
      closed: true,
      gap: 0,
      name,
      layer,
      construction,
      dashed,
      cut,
    }));
  const follow = (first: number): void => {
    // First back to a free end, or round to where it began.
    let entry = first * 2;
    let guard = open.length + 1;
    while (mate[entry] !== -1 && guard > 0) {
      const other = mate[entry]!;
      entry = other % 2 === 0 ? other + 1 : other - 1;
      guard -= 1;
      if (ends[entry]!.line === first) break;
    }
    const startEnd = entry;
    const pieces: Cubic[] = [];
    let gap = 0;
    let closed = false;
    let construction = false;
    let dashed = true;
    let at = startEnd;
    for (;;) {
      const { line, isStart } = ends[at]!;
      used[line] = true;
      look();
      construction ||= open[line]!.construction === true;
      dashed &&= open[line]!.dashed === true;
      const own = isStart ? open[line]!.pieces : backward(open[line]!.pieces);
      const last = pieces.at(-1);
      if (last) gap = Math.max(gap, bridge(pieces, last.p3, own[0]!.p0));
      for (const piece of own) pieces.push(piece);
      const leaves = at % 2 === 0 ? at + 1 : at - 1;
      const next = mate[leaves]!;
      if (next === -1) break;
      if (used[ends[next]!.line]) {
        closed = true;
        gap = Math.max(gap, bridge(pieces, pieces.at(-1)!.p3, pieces[0]!.p0));
        break;
      }
      at = next;
    }
    const { name, layer = '', cut = null } = open[ends[startEnd]!.line]!;
    chains.push({ pieces, closed, gap, name, layer, construction, dashed, cut });
  };
  open.forEach((_, line) => {
    if (!used[line]) follow(line);
    if (line % 1000 === 0) told(0.7 + (0.3 * line) / open.length);
  });
  // A line drawn twice in other steps closes on itself, to and fro; a ring drawn twice may begin at another place.
  let folded = 0;
  const single = chains.map((chain) => {
    look();
    const half = halfOf(chain);
    if (half) folded += 1;
    return half ?? chain;
  });
  const rings = onceRound(single, look);
  told(1);
  return { chains: rings, doubled: doubled + folded + single.length - rings.length };
}

/** Places along a line that two are compared at. */
const COMPARED = 16;

/** So many places along some pieces, at about even steps; both ends are among them. */
function placesAlong(pieces: readonly Cubic[], count: number): readonly Point[] {
  const long = pieces.map((c) => cubicLength(c));
  const step = long.reduce((sum, l) => sum + l, 0) / count;
  const places: Point[] = [startOf({ pieces })];
  let [passed, k] = [0, 0];
  for (let i = 1; i < count; i += 1) {
    while (k < pieces.length - 1 && passed + long[k]! < i * step) passed += long[k++]!;
    places.push(cubicAt(pieces[k]!, Math.min(1, (i * step - passed) / (long[k]! || 1))));
  }
  return [...places, endOf({ pieces })];
}

const isOn = (pieces: readonly Cubic[], places: readonly Point[]): boolean =>
  places.every((p) => nearestOnPath(pieces, p)!.distance < DOUBLED);

/** The direction at an end of a piece; nothing for a piece of no length. */
function wayAt(c: Cubic, t: 0 | 1): Point {
  const { x, y } = cubicFirst(c, t);
  const [dx, dy] = x || y ? [x, y] : [c.p3.x - c.p0.x, c.p3.y - c.p0.y];
  const long = Math.hypot(dx, dy) || 1;
  return { x: dx / long, y: dy / long };
}

/** Of a ring that goes out and comes back the same way, the way out, as an open line; null for other lines. */
function halfOf(chain: Chain): Chain | null {
  const { pieces, closed } = chain;
  if (!closed || pieces.length < 2) return null;
  // Nearly every ring has ground inside.
  const round = pieces.reduce((sum, c) => sum + cubicLength(c), 0);
  if (Math.abs(signedArea(pieces)) > DOUBLED * round) return null;
  const turns = pieces.flatMap((c, i) => {
    const [into, out] = [wayAt(pieces.at(i - 1)!, 1), wayAt(c, 0)];
    return into.x * out.x + into.y * out.y < -0.999 ? [i] : [];
  });
  if (turns.length !== 2) return null;
  const [from, to] = turns as [number, number];
  const out = pieces.slice(from, to);
  const back = [...pieces.slice(to), ...pieces.slice(0, from)];
  const along = placesAlong(out, COMPARED);
  return isOn(back, along) && isOn(out, placesAlong(back, COMPARED))
    ? { ...chain, pieces: out, closed: false }
    : null;
}

/** Rings without those that run where another does all round. */
function onceRound(chains: readonly Chain[], look: () => void): readonly Chain[] {
  const seen = grid<{ readonly chain: Chain; readonly round: number }>(DOUBLED * 4);
  return chains.filter((chain) => {
    if (!chain.closed) return true;
    look();
    const box = pathBox(chain.pieces)!;
    const middle = { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 };
    const round = chain.pieces.reduce((sum, c) => sum + cubicLength(c), 0);
    const isSame = seen
      .near(middle)
      .some(
        (o) =>
          Math.abs(o.round - round) < DOUBLED * COMPARED &&
          isOn(o.chain.pieces, placesAlong(chain.pieces, COMPARED)) &&
          isOn(chain.pieces, placesAlong(o.chain.pieces, COMPARED)),
      );
    if (!isSame) seen.put(middle, { chain, round });
    return !isSame;
  });
}

/** Bridges a gap by a straight piece, or moves a hair's end onto the other; gives the gap. */
function bridge(pieces: Cubic[], from: Point, to: Point): number {
  const apart = distance(from, to);
  if (apart === 0) return 0;
  if (apart <= TOUCHING) pieces[pieces.length - 1] = { ...pieces.at(-1)!, p3: to };
  else pieces.push(straightCubic(from, to));
  return apart;
}

const lengthOver = ({ pieces }: Drawn, limit: number): boolean => {
  let sum = 0;
  for (const c of pieces) {
    sum += distance(c.p0, c.p1) + distance(c.p1, c.p2) + distance(c.p2, c.p3);
    if (sum > limit) return true;
  }
  return false;
};
