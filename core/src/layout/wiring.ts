import type { Run } from '../design/schema.ts';
import type { Point } from '../geometry/point.ts';
import { hypot } from '../geometry/point.ts';
import type { Box } from '../geometry/box.ts';
import { boxOfPoints, boxesMeet, growBox } from '../geometry/box.ts';
import type { Polygon } from '../geometry/polygons.ts';
import {
  areaHolds,
  distanceToEdge,
  polygonHolds,
  polygonsMeet,
  sidesNear,
  squareToSegment,
} from '../geometry/polygons.ts';
import type { Cut } from './cut.ts';
import { isOf, zGap } from './cut.ts';
import type { Layout } from './layOut.ts';
import { cavityOfControl } from './layOut.ts';
import { byPair } from './pairs.ts';
import type { PartInPlace } from './partInPlace.ts';
import { alongRun, drillNeed } from './runs.ts';

const ROOMS: ReadonlySet<Cut['role']> = new Set([
  'cavity',
  'chamber',
  'channel',
  'hole',
  'bore',
  'drilled',
  'pocket',
]);
/** Ranges of z that come so near meet, mm. */
const TOUCH = 1e-3;

const meet = byPair((a: Cut, b: Cut): boolean => zGap(a, b) <= TOUCH && polygonsMeet(a.area, b.area));

/** Whether an end of a run lies in what is cut: within its line, and between its floor and its face. */
const endsIn = (end: Run['from'], radius: number, cut: Cut): boolean =>
  end.z <= cut.top + radius &&
  end.z >= cut.bottom - radius &&
  (polygonHolds(cut.area.polygon, end) || distanceToEdge(cut.area.polygon, end) <= radius);

/** Cuts that lead into one another, as a number for each: the same number, the same room. */
export function roomsOf(cuts: readonly Cut[], runs: readonly Run[]): ReadonlyMap<Cut, number> {
  const rooms = cuts.filter((c) => ROOMS.has(c.role));
  const parent = rooms.map((_, i) => i);
  const root = (i: number): number => {
    while (parent[i] !== i) {
      // Each step also shortens the way for the next question.
      parent[i] = parent[parent[i]!]!;
      i = parent[i]!;
    }
    return i;
  };
  const byId = new Map(runs.map((r) => [r.id, r]));
  const runOf = ({ owner }: Cut): Run | undefined => (owner.kind === 'run' ? byId.get(owner.id) : undefined);
  rooms.forEach((a, i) => {
    for (let k = i + 1; k < rooms.length; k += 1) {
      const b = rooms[k]!;
      if (!boxesMeet(a.area.box, b.area.box) || root(i) === root(k)) continue;
      const [ra, rb] = [runOf(a), runOf(b)];
      // A drilled run leads only where its ends are: what it passes is told by its cover.
      const joined = ra
        ? endsIn(ra.from, ra.diameter / 2, b) || endsIn(ra.to, ra.diameter / 2, b)
        : rb
          ? endsIn(rb.from, rb.diameter / 2, a) || endsIn(rb.to, rb.diameter / 2, a)
          : meet(a, b);
      if (joined) parent[root(k)] = root(i);
    }
  });
  return new Map(rooms.map((c, i) => [c, root(i)]));
}

/** An electrical part and whether a wire gets from it to the controls. */
export interface Wired {
  readonly part: PartInPlace;
  readonly reaches: boolean;
  /** Of a bridge: its ground wire. */
  readonly ground: boolean;
}

/** The cuts that each part asks for, screws left out; by its id. */
function cutsByPart(cuts: readonly Cut[]): ReadonlyMap<string, readonly Cut[]> {
  const of = new Map<string, Cut[]>();
  for (const cut of cuts) {
    if (cut.owner.kind !== 'part' || cut.role === 'screw') continue;
    const { id } = cut.owner;
    const known = of.get(id);
    if (known) known.push(cut);
    else of.set(id, [cut]);
  }
  return of;
}

/** The room of a part: the one its own openings, or the cavity that its body hangs in, belong to. */
function roomOfPart(
  part: PartInPlace,
  own: readonly Cut[],
  layout: Layout,
  rooms: ReadonlyMap<Cut, number>,
): number | null {
  if (part.form.bush) {
    const cavity = cavityOfControl(part, layout.cuts);
    return cavity ? (rooms.get(cavity) ?? null) : null;
  }
  for (const cut of own) {
    const room = rooms.get(cut);
    if (room !== undefined) return room;
  }
  return null;
}

/** Rooms of a layout: of each cut, of each part, and the one that most controls hang in (null without controls in a cavity). */
export interface WireRooms {
  readonly rooms: ReadonlyMap<Cut, number>;
  readonly roomOf: (part: PartInPlace) => number | null;
  readonly home: number | null;
}

export function wireRooms(layout: Layout, runs: readonly Run[]): WireRooms {
  const rooms = roomsOf(layout.cuts, runs);
  const cutsOf = cutsByPart(layout.cuts);
  const roomOf = (part: PartInPlace): number | null =>
    roomOfPart(part, cutsOf.get(part.part.id) ?? [], layout, rooms);
  const controls = layout.parts.filter((p) => p.form.bush);
  const count = new Map<number, number>();
  for (const c of controls) {
    const room = roomOf(c);
    if (room !== null) count.set(room, (count.get(room) ?? 0) + 1);
  }
  const [home] = [...count].sort((a, b) => b[1] - a[1])[0] ?? [];
  return { rooms, roomOf, home: home ?? null };
}

/** Every part with wires, and every bridge's ground: whether they lead into the room of the controls. */
export function wiringOf(layout: Layout, runs: readonly Run[]): readonly Wired[] {
  const { rooms, roomOf, home } = wireRooms(layout, runs);
  if (home === null) return [];
  const wired = layout.parts
    .filter((p) => p.form.wired)
    .map((part): Wired => ({ part, reaches: roomOf(part) === home, ground: false }));
  const hasPickup = layout.parts.some((p) => p.form.poles);
  const grounds = hasPickup
    ? layout.parts
        .filter((p) => p.form.saddles)
        .map((part): Wired => {
          const reaches = layout.cuts.some((c) => isOf(c, 'part', part.part.id) && rooms.get(c) === home);
          return { part, reaches, ground: true };
        })
    : [];
  // One bridge of several saddles is grounded when any of them is.
  const anyGround = grounds.some((g) => g.reaches);
  return [...wired, ...(anyGround ? [] : grounds.slice(0, 1))];
}

/** Steps along a run at which it is looked at, mm. */
const STEP = 0.5;

const inCut = (cut: Cut, p: Point & { readonly z: number }): boolean =>
  p.z <= cut.top && p.z >= cut.bottom && areaHolds(cut.area, p);

/** Distance from a place to a prism, mm; 0 within. */
function offCut(cut: Cut, p: Point & { readonly z: number }): number {
  const dz = Math.max(0, p.z - cut.top, cut.bottom - p.z);
  const flat = areaHolds(cut.area, p) ? 0 : distanceToEdge(cut.area.polygon, p);
  return hypot(dz, flat);
}

/** Distance from a box round a cut, cheap: never more than to the cut itself. */
const offBox = ({ area: { box } }: Cut, p: Point): number =>
  hypot(Math.max(box.minX - p.x, 0, p.x - box.maxX), Math.max(box.minY - p.y, 0, p.y - box.maxY));

export interface RunCover {
  /** Least wood round the hole on its way, mm, and where; null when it never is in wood. */
  readonly least: number | null;
  readonly at: Point;
  /** What it comes near there: a cut’s name, or a face, or the edge. */
  readonly near: string;
}

/** Wood thicker than this round a run is not looked at, mm. */
const COVER_SIGHT = 20;

/** Results of runs, kept while the run, the body and the cuts in the boxes that matter to it are the same. */
function rememberedByRun<R>(
  f: (run: Run, near: readonly Cut[], layout: Layout) => R,
  boxesOf: (run: Run) => readonly Box[],
) {
  const known = new WeakMap<
    Run,
    { readonly body: Layout['body']; readonly near: readonly Cut[]; readonly result: R }
  >();
  return (run: Run, layout: Layout): R => {
    const boxes = boxesOf(run);
    const near = layout.cuts.filter(
      (c) => !isOf(c, 'run', run.id) && boxes.some((box) => boxesMeet(c.area.box, box)),
    );
    const last = known.get(run);
    if (
      last?.body === layout.body &&
      last.near.length === near.length &&
      near.every((c, i) => c === last.near[i])
    )
      return last.result;
    const result = f(run, near, layout);
    known.set(run, { body: layout.body, near, result });
    return result;
  };
}

/** The wood round a drilled run between the openings that it joins. Another run may cross it: wires share the hole. */
export const runCover = rememberedByRun(
  (run, near, { body, thickness }): RunCover => {
    const radius = run.diameter / 2;
    const others = near.filter((c) => c.role !== 'drilled');
    const joined = others.filter(
      (c) => ROOMS.has(c.role) && (endsIn(run.from, radius, c) || endsIn(run.to, radius, c)),
    );
    const passed = others.filter((c) => !joined.includes(c));
    const box = boxOfPoints([run.from, run.to])!;
    const edge = sidesNear(body.polygon, box, COVER_SIGHT);
    const { length } = drillNeed(run);
    const steps = Math.max(2, Math.ceil(length / STEP));
    let [least, at, nearTo] = [Infinity, { x: run.from.x, y: run.from.y } as Point, ''];
    const tell = (by: number, p: Point, name: string): void => {
      if (by < least) [least, at, nearTo] = [by, { x: p.x, y: p.y }, name];
    };
    const way = Array.from({ length: steps + 1 }, (_, i) => alongRun(run, i / steps));
    /** Places of the way that are further than this from what it joins, mm. */
    const beyond = (mm: number) =>
      way.filter((p) => !joined.some((c) => offBox(c, p) <= mm && offCut(c, p) <= mm));
    // So near to what it joins the hole opens, as it should; a short one that is near it all along is in wood all the same.
    const far = beyond(radius * 1.5);
    for (const p of far.length > 0 ? far : beyond(TOUCH)) {
      tell(-p.z - radius, p, 'the front face');
      tell(p.z + thickness - radius, p, 'the back face');
      if (edge.length) {
        const off = Math.sqrt(edge.reduce((d, [a, b]) => Math.min(d, squareToSegment(a, b, p)), Infinity));
        if (off - radius < least || off < radius)
          tell((polygonHolds(body.polygon, p) ? off : -off) - radius, p, 'the edge');
      }
      for (const c of passed) if (offBox(c, p) - radius < least) tell(offCut(c, p) - radius, p, c.name);
    }
    return { least: Number.isFinite(least) ? least : null, at, near: nearTo };
  },
  (run) => [growBox(boxOfPoints([run.from, run.to])!, COVER_SIGHT)],
);

/** How a straight bit gets to where a run begins. */
export interface WayIn {
  /** From which end it is drilled. */
  readonly end: 'from' | 'to';
  readonly clear: boolean;
  /** Where wood stands in the way; null when it is clear. */
  readonly blocked: Point | null;
  /** Openings that the bit passes through on its way: what must not be filled yet. */
  readonly past: readonly string[];
}

/** A long bit and its chuck need so much clear room before the hole, mm. */
const BIT_ROOM = 250;

/** Where a straight line from a place crosses a polygon’s edge: distances along it, ascending. */
function crossingsAlong(polygon: Polygon, from: Point, way: Point): readonly number[] {
  const found: number[] = [];
  for (let i = 0; i < polygon.length; i += 1) {
    const [a, b] = [polygon[i]!, polygon[(i + 1) % polygon.length]!];
    const [ax, ay] = [a.x - from.x, a.y - from.y];
    const [dx, dy] = [b.x - a.x, b.y - a.y];
    const turn = way.x * dy - way.y * dx;
    if (turn === 0) continue;
    const s = (ax * dy - ay * dx) / turn;
    const t = (ax * way.y - ay * way.x) / turn;
    if (s > 0 && t >= 0 && t < 1) found.push(s);
  }
  return found.sort((p, q) => p - q);
}

/** The box round a bit and its chuck before the end `a` of a run. */
const wayOf = (a: Point, b: Point, length: number): Box =>
  boxOfPoints([
    a,
    { x: a.x + ((a.x - b.x) / length) * BIT_ROOM, y: a.y + ((a.y - b.y) / length) * BIT_ROOM },
  ])!;

/** What a bit passes before either end of a run. */
function waysOf(run: Run): readonly Box[] {
  const { length } = drillNeed(run);
  return length === 0 ? [] : [wayOf(run.from, run.to, length), wayOf(run.to, run.from, length)];
}

function wayFrom(run: Run, end: 'from' | 'to', near: readonly Cut[], { body, thickness }: Layout): WayIn {
  const [a, b] = end === 'from' ? [run.from, run.to] : [run.to, run.from];
  const { length } = drillNeed(run);
  if (length === 0) return { end, clear: false, blocked: { x: a.x, y: a.y }, past: [] };
  const step = { x: (a.x - b.x) / length, y: (a.y - b.y) / length, z: (a.z - b.z) / length };
  const past = new Set<string>();
  const line = wayOf(a, b, length);
  const onWay = near.filter((c) => boxesMeet(c.area.box, line));
  const edges = crossingsAlong(body.polygon, a, step);
  const begins = polygonHolds(body.polygon, a);
  let crossed = 0;
  for (let s = run.diameter / 2; s <= BIT_ROOM; s += STEP) {
    while (crossed < edges.length && edges[crossed]! <= s) crossed += 1;
    const p = { x: a.x + step.x * s, y: a.y + step.y * s, z: a.z + step.z * s };
    const inside = begins === (crossed % 2 === 0);
    // Out of the wood for good: past the last edge, or over a face and going on.
    if (!inside && crossed === edges.length) break;
    if ((step.z >= 0 && p.z > 0) || (step.z <= 0 && p.z < -thickness)) break;
    if (!inside || p.z > 0 || p.z < -thickness) continue;
    const cut = onWay.find((c) => inCut(c, p));
    if (!cut) return { end, clear: false, blocked: { x: p.x, y: p.y }, past: [...past] };
    past.add(cut.owner.kind === 'neck' ? 'neck' : cut.name);
  }
  return { end, clear: true, blocked: null, past: [...past] };
}

/** The better way for a bit into a run: a clear one, if either end has it. */
export const wayIn = rememberedByRun((run, near, layout): WayIn => {
  const first = wayFrom(run, 'from', near, layout);
  if (first.clear) return first;
  const second = wayFrom(run, 'to', near, layout);
  return second.clear ? second : first;
}, waysOf);
