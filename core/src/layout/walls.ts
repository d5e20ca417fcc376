import { boxOfPoints, boxesMeet, growBox } from '../geometry/box.ts';
import type { Point } from '../geometry/point.ts';
import { hypot } from '../geometry/point.ts';
import type { Boxed, Gap } from '../geometry/polygons.ts';
import { areaHolds, cornersKey, distanceToEdge, edgeGap, polygonHolds } from '../geometry/polygons.ts';
import type { Cut } from './cut.ts';
import { sameOwner, zOverlap } from './cut.ts';
import type { Layout } from './layOut.ts';
import { byPair } from './pairs.ts';
import type { LooksLeft, Stretch } from './woodWay.ts';
import { LOOKS_IN_ALL, exposedEdge, furthestOut, inWood, isClear, sidesIn, woodWay } from './woodWay.ts';

/** Walls thicker than this, mm, are not looked at: no limit reaches further. */
export const WALL_SIGHT = 25;

/** Roles whose walls are reported. Screws and drilled runs have rules of their own. */
const WALLED: ReadonlySet<Cut['role']> = new Set([
  'cavity',
  'ledge',
  'chamber',
  'channel',
  'sound opening',
  'pocket',
  'hole',
  'bore',
]);
/** Roles that are meant to run out at the edge. */
const AT_EDGE: ReadonlySet<Cut['role']> = new Set(['pocket', 'bore', 'drilled']);

/** A round opening up to this, mm across, is a hole for a screw: it needs the wood that a screw does, not a wall. */
const PILOT = 5;
export const isPilot = ({ round, owner, bore }: Cut): boolean =>
  owner.kind === 'opening' && round !== null && bore === undefined && round.diameter <= PILOT;

/** Wood between two openings, or between one and the body's edge. */
export interface Wall {
  readonly a: Cut;
  /** Null for the body's edge. */
  readonly b: Cut | null;
  /** The middle of the thinnest place, and how thick it is there; less than 0: so far past the edge. */
  readonly at: Point;
  readonly thickness: number;
  /** The way from b (or the edge) to a there, unit; none where they touch. */
  readonly away: Point;
  /** Across the fibres' ends: the wall is short grain, and breaks out soonest. */
  readonly endGrain: boolean;
}

/** A wall whose way across runs within this of the grain has end grain on its faces (formulas section 9: |φ| > 60°). */
const END_GRAIN = Math.sin((60 * Math.PI) / 180);

/** Whether the shortest way across a wall runs along the grain (rad from the centre line). */
export function isEndGrain(gap: Pick<Gap, 'from' | 'to'>, grain: number): boolean {
  const [x, y] = [gap.to.x - gap.from.x, gap.to.y - gap.from.y];
  const long = hypot(x, y);
  return long > 0 && Math.abs(x * Math.cos(grain) + y * Math.sin(grain)) / long > END_GRAIN;
}

/** The gap between two cuts in plan; null where they meet, one holds the other, or they are far apart. */
const gapOf = byPair((a: Cut, b: Cut): Gap | null => {
  const gap = edgeGap(a.area, b.area, WALL_SIGHT);
  if (!gap || gap.distance === 0) return null;
  const inside = areaHolds(b.area, a.area.polygon[0]!) || areaHolds(a.area, b.area.polygon[0]!);
  return inside ? null : gap;
});

/** How a cut lies to the body's edge: the shortest way to it, or how far it reaches past it; null where it is far inside. */
const edgeWallOf = byPair(
  (
    cut: Cut,
    body: Layout['body'],
  ): { readonly gap: Gap } | { readonly at: Point; readonly past: number } | null => {
    const gap = edgeGap(cut.area, body, WALL_SIGHT);
    // Where no edges cross, one corner tells for all.
    if (gap?.distance !== 0 && polygonHolds(body.polygon, cut.area.polygon[0]!)) return gap && { gap };
    return furthestOut(cut.area, body.polygon) ?? { at: gap?.from ?? cut.area.polygon[0]!, past: 0 };
  },
);

type Range = Pick<Cut, 'top' | 'bottom'>;
/** Depths thinner than this, mm, hold no wall. */
const THINNEST_DEPTH = 0.05;

/**
 * A range of depth divided where what else is cut there begins and ends: within each part the same cuts take wood
 * away. Parts that hold no wall are left out, unless there is no other.
 */
function depthsOf({ bottom, top }: Range, others: readonly Cut[]): readonly Range[] {
  const bounds = new Set([bottom, top]);
  for (const c of others) for (const z of [c.bottom, c.top]) if (z > bottom && z < top) bounds.add(z);
  const sorted = [...bounds].sort((p, q) => p - q);
  const parts = sorted.slice(1).map((high, i) => ({ bottom: sorted[i]!, top: high }));
  const deep = parts.filter((d) => d.top - d.bottom >= THINNEST_DEPTH);
  return deep.length ? deep : parts;
}

/** A way that was found between two edges, with what it was looked for among. */
interface Looked {
  readonly among: readonly Cut[];
  readonly body: Layout['body'] | null;
  readonly way: Gap | null;
}
type Memory = (a: Cut, b: Cut | Layout['body']) => { looked: readonly Looked[] };
const memory = (): Memory =>
  byPair((_a: object, _b: object): { looked: readonly Looked[] } => ({ looked: [] }));
/** At most so many ways are remembered of a pair. */
const MOST_REMEMBERED = 4;

/** What was found of a pair among just these others, or what is found now. */
function lookedFor(
  ways: Memory,
  a: Cut,
  b: Cut | Layout['body'],
  among: readonly Cut[],
  body: Layout['body'] | null,
  look: () => Gap | null,
): Gap | null {
  const pair = ways(a, b);
  const known = pair.looked.find(
    (l) => l.body === body && l.among.length === among.length && l.among.every((c, i) => c === among[i]),
  );
  if (known) return known.way;
  const way = look();
  pair.looked = [{ among, body, way }, ...pair.looked].slice(0, MOST_REMEMBERED);
  return way;
}
/** Of a pair at one depth, and of all depths that it shares. */
const [atDepth, overall] = [memory(), memory()];

/** What lies round each cut of a layout, as {@link wallsOf} finds it. */
interface Scene {
  readonly body: Layout['body'];
  /** All that comes within sight of a cut, in their order. */
  readonly around: (cut: Cut) => readonly Cut[];
  /** The parts of a cut’s edge that touch wood all through a range of depth. */
  readonly exposed: (cut: Cut, depth: Range) => readonly Stretch[];
  readonly left: LooksLeft;
}
/** What takes wood away all through a range of depth. */
const through = (cuts: readonly Cut[], { bottom, top }: Range): readonly Cut[] =>
  cuts.filter((c) => c.bottom <= bottom && c.top >= top);

/** For each area the first of the cuts' areas that is the same, corner for corner. */
function sameAreas(cuts: readonly Cut[]): ReadonlyMap<Boxed, Boxed> {
  const byCorners = new Map<string, Boxed>();
  return new Map(
    cuts.map(({ area }) => {
      const key = cornersKey(area);
      const first = byCorners.get(key) ?? area;
      byCorners.set(key, first);
      return [area, first];
    }),
  );
}

interface Exposed {
  readonly over: readonly Cut[];
  readonly edge: readonly Stretch[];
}
const exposures = byPair((_cut: Cut, _body: Layout['body']): { known: readonly Exposed[] } => ({
  known: [],
}));
/** At most so many exposed edges are remembered of a cut: one for each depth at which others begin or end. */
const MOST_EXPOSED = 12;

/** The parts of a cut’s edge that touch wood beside what else is cut, remembered while nothing that meets it has changed. */
function exposedBeside(cut: Cut, over: readonly Cut[], body: Layout['body']): readonly Stretch[] {
  const memory = exposures(cut, body);
  const found = memory.known.find(
    (e) => e.over.length === over.length && e.over.every((c, i) => c === over[i]),
  );
  if (found) return found.edge;
  const edge = exposedEdge(
    cut.area,
    over.map((c) => c.area),
    body,
  );
  memory.known = [{ over, edge }, ...memory.known].slice(0, MOST_EXPOSED);
  return edge;
}

/** {@link woodWay} at a depth, remembered while nothing that it was looked for among has changed. */
const rememberedWay = (
  a: Cut,
  b: Cut | null,
  depth: Range,
  taken: readonly Cut[],
  { body, exposed, left }: Scene,
): Gap | null =>
  lookedFor(atDepth, a, b ?? body, taken, b === null ? null : body, () => {
    const end = { box: a.area.box, edge: exposed(a, depth) };
    const sight = growBox(a.area.box, WALL_SIGHT);
    const areas = taken.map((c) => c.area);
    const others = taken.flatMap((c) => exposed(c, depth));
    if (b !== null)
      return woodWay(
        end,
        { box: b.area.box, edge: exposed(b, depth) },
        areas,
        [...others, ...sidesIn(body.polygon, sight)],
        WALL_SIGHT,
        left,
      );
    const rim = inWood(sidesIn(body.polygon, sight), areas, null);
    return woodWay(end, { box: body.box, edge: rim }, areas, others, WALL_SIGHT, left);
  });

/** Nothing is nearer to a way than this, mm, where its box says so. */
const BESIDE_WAY = 1e-3;
/** Whether a way runs within the body all along; found once for as long as both last. */
const isClearOfEdge = byPair((way: Gap, body: Layout['body']): boolean =>
  isClear(way.from, way.to, [], body.polygon),
);

/** So many openings that meet one of their kind, at some depth, are a heap: no instrument has that. */
const HEAP = 24;
const hasWalls = (c: Cut): boolean => WALLED.has(c.role) && !isPilot(c);

/**
 * The cuts of a heap: each of them meets at least {@link HEAP} others by its box. Walls between two of a heap are not
 * looked for: their number grows with the square of the cuts, and the overlaps have to be mended first.
 */
export function heapOf({ cuts }: Pick<Layout, 'cuts'>): readonly Cut[] {
  const walled = cuts.filter(hasWalls);
  return walled.filter((a) => {
    let met = 0;
    for (const b of walled)
      if (b !== a && boxesMeet(a.area.box, b.area.box) && zOverlap(a, b) && !sameOwner(a.owner, b.owner))
        met += 1;
    return met >= HEAP;
  });
}

/** A cut that so many others meet may be covered altogether, which is worth finding out before its walls are looked for. */
const MAY_BE_COVERED = 6;

/**
 * The least wood between a cut and another, or the body's edge, at any depth that both share: the shortest way that
 * runs through wood all along. `shortest` is the shortest of all ways, which mostly is that one. Null where other cuts
 * leave no wood between them within sight.
 */
function leastWood(a: Cut, b: Cut | null, shortest: Gap, range: Range, scene: Scene): Gap | null {
  const { body, around, exposed } = scene;
  const others = around(a).filter((c) => c !== b && zOverlap(c, range));
  // Mostly nothing lies near the shortest way itself, and that is all there is to look at.
  const way = growBox(boxOfPoints([shortest.from, shortest.to])!, BESIDE_WAY);
  if (!others.some((c) => boxesMeet(c.area.box, way)) && (b === null || isClearOfEdge(shortest, body)))
    return shortest;
  return lookedFor(overall, a, b ?? body, others, body, () => {
    const outline = b === null ? null : body.polygon;
    if (others.length === 0 && isClear(shortest.from, shortest.to, [], outline)) return shortest;
    let least: Gap | null = null;
    for (const depth of depthsOf(range, others)) {
      const crowded = others.length >= MAY_BE_COVERED;
      if (crowded && (exposed(a, depth).length === 0 || (b !== null && exposed(b, depth).length === 0)))
        continue;
      const taken = through(others, depth);
      if (
        isClear(
          shortest.from,
          shortest.to,
          taken.map((c) => c.area),
          outline,
        )
      )
        return shortest;
      const way = rememberedWay(a, b, depth, taken, scene);
      if (way && (!least || way.distance < least.distance)) least = way;
    }
    return least;
  });
}

/** For each cut the later ones whose boxes come within sight of it, in order: found by a sweep along x. */
function nearPairs(cuts: readonly Cut[]): readonly (readonly number[])[] {
  const pairs: number[][] = cuts.map(() => []);
  const byX = cuts.map((_, i) => i).sort((p, q) => cuts[p]!.area.box.minX - cuts[q]!.area.box.minX);
  byX.forEach((i, place) => {
    const box = growBox(cuts[i]!.area.box, WALL_SIGHT);
    for (let n = place + 1; n < byX.length; n += 1) {
      const k = byX[n]!;
      const other = cuts[k]!.area.box;
      if (other.minX > box.maxX) break;
      if (boxesMeet(box, other)) pairs[Math.min(i, k)]!.push(Math.max(i, k));
    }
  });
  return pairs.map((p) => p.sort((a, b) => a - b));
}

/** What lies round each cut. `near`: as {@link nearPairs} gives it. */
function sceneOf(cuts: readonly Cut[], near: readonly (readonly number[])[], body: Layout['body']): Scene {
  const lists = new Map<Cut, Cut[]>(cuts.map((c) => [c, []]));
  near.forEach((list, i) => {
    for (const k of list) lists.get(cuts[k]!)!.push(cuts[i]!);
  });
  near.forEach((list, i) => {
    for (const k of list) lists.get(cuts[i]!)!.push(cuts[k]!);
  });
  const around = (cut: Cut): readonly Cut[] => lists.get(cut) ?? [];
  const first = sameAreas(cuts);
  const depths = new Map<string, Map<Cut, readonly Stretch[]>>();
  const exposed = (cut: Cut, depth: Range): readonly Stretch[] => {
    const key = `${depth.bottom} ${depth.top}`;
    const edges = depths.get(key) ?? new Map<Cut, readonly Stretch[]>();
    depths.set(key, edges);
    const known = edges.get(cut);
    if (known) return known;
    // Areas that are the same cover no more than one of them does, and none covers its own edge.
    const seen = new Set([first.get(cut.area)]);
    const over = through(around(cut), depth).filter((c) => {
      const area = first.get(c.area);
      return boxesMeet(c.area.box, cut.area.box) && !seen.has(area) && seen.add(area);
    });
    const edge = exposedBeside(cut, over, body);
    edges.set(cut, edge);
    return edge;
  };
  return { body, around, exposed, left: { looks: LOOKS_IN_ALL } };
}

/** Whether no part of a cut’s edge touches wood, at any depth. */
function isCovered(cut: Cut, { around, exposed }: Scene): boolean {
  const over = around(cut).filter((c) => boxesMeet(c.area.box, cut.area.box) && zOverlap(c, cut));
  if (over.length < MAY_BE_COVERED) return false;
  return depthsOf(cut, over).every((depth) => exposed(cut, depth).length === 0);
}

const NO_WAY: Point = { x: 0, y: 0 };
/** A gap’s way to `a`, whichever of its ends lies on it; found once for as long as both last. */
const awayIn = byPair(({ from, to, distance: long }: Gap, a: Cut): Point => {
  if (!(long > 0)) return NO_WAY;
  const onA = distanceToEdge(a.area.polygon, from) <= distanceToEdge(a.area.polygon, to);
  const [p, q] = onA ? [to, from] : [from, to];
  return { x: (q.x - p.x) / long, y: (q.y - p.y) / long };
});

const middleOf = ({ from, to }: Gap): Point => ({ x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 });

/**
 * Every wall thinner than {@link WALL_SIGHT}: between two openings that share some depth and do not meet, and between
 * an opening and the body's edge; each the least wood that a straight way through wood alone finds. `grain`: rad from
 * the centre line.
 */
export function wallsOf({ cuts, body }: Pick<Layout, 'cuts' | 'body'>, grain: number): readonly Wall[] {
  const walled = cuts.filter(hasWalls);
  const near = nearPairs(walled);
  const walls: Wall[] = [];
  const add = (a: Cut, b: Cut | null, gap: Gap): void =>
    void walls.push({
      a,
      b,
      at: middleOf(gap),
      thickness: gap.distance,
      away: awayIn(gap, a),
      endGrain: isEndGrain(gap, grain),
    });
  const scene = sceneOf(walled, near, body);
  // What is covered altogether has no walls: of a pile, only its rim has.
  const covered = walled.map((cut) => isCovered(cut, scene));
  const heap = new Set(heapOf({ cuts }));
  walled.forEach((a, i) => {
    for (const k of covered[i] ? [] : near[i]!) {
      const b = walled[k]!;
      if (covered[k] || sameOwner(a.owner, b.owner) || !zOverlap(a, b)) continue;
      if (heap.has(a) && heap.has(b)) continue;
      const shortest = gapOf(a, b);
      if (!shortest) continue;
      const range = { bottom: Math.max(a.bottom, b.bottom), top: Math.min(a.top, b.top) };
      const gap = leastWood(a, b, shortest, range, scene);
      if (gap) add(a, b, gap);
    }
    if (AT_EDGE.has(a.role)) return;
    const edge = edgeWallOf(a, body);
    if (!edge) return;
    if ('past' in edge)
      walls.push({
        a,
        b: null,
        at: edge.at,
        thickness: -edge.past,
        away: NO_WAY,
        endGrain: false,
      });
    else if (!covered[i]) {
      const gap = leastWood(a, null, edge.gap, a, scene);
      if (gap) add(a, null, gap);
    }
  });
  return walls;
}
