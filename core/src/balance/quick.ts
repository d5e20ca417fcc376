import type { Contour, Design, Neck, PlacedPart } from '../design/schema.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import { flattenPath } from '../geometry/closedPath.ts';
import { boxOfPoints } from '../geometry/box.ts';
import type { Point } from '../geometry/point.ts';
import type { Polygon } from '../geometry/polygons.ts';
import { commonOf, polygonArea, polygonMiddle } from '../geometry/polygons.ts';
import { spansAt } from '../geometry/spans.ts';
import type { Cut } from '../layout/cut.ts';
import { contourRemoval } from '../shape/bodySolid.ts';
import type { Depth } from '../solid/depths.ts';
import { BadRemoval, depthOf } from '../solid/depths.ts';
import type { MassItem, Weight } from './masses.ts';
import { weigh } from './masses.ts';

/** What of a design says what its body’s wood weighs while its outline is moved. */
export interface SlabOf {
  readonly path: ClosedPath;
  readonly thickness: number;
  /** Of a glued-on front, mm; null without. */
  readonly front: number | null;
  readonly neck: Pick<Neck, 'joint' | 'core'>;
  readonly parts: readonly PlacedPart[];
  readonly contours: readonly Contour[];
  /** What is cut from it: of these, what follows the edge weighs otherwise with it. */
  readonly cuts: readonly Cut[];
}

/** The same of a design, from its edge and what is cut; without cuts, none of them is looked at. */
export const slabOf = ({ body, neck, parts }: Design, path: ClosedPath, cuts: readonly Cut[]): SlabOf => ({
  ...{ path, neck, parts, cuts },
  thickness: body.thickness,
  front: body.gluedFront?.thickness ?? null,
  contours: body.contours,
});

const CHORD = 0.1;
/** Contours are looked at in slices along the body so wide, and in parts of them at most so long, mm. */
const SLICE = 10;

interface Moments {
  readonly volume: number;
  readonly x: number;
  readonly y: number;
}

const momentsOf = (polygons: readonly Polygon[], thick: number): Moments =>
  polygons.reduce(
    (sum, p) => {
      // A hole winds the other way: its area is less than 0.
      const volume = polygonArea(p) * thick;
      const { x, y } = polygonMiddle(p);
      return { volume: sum.volume + volume, x: sum.x + volume * x, y: sum.y + volume * y };
    },
    { volume: 0, x: 0, y: 0 },
  );

const less = (a: Moments, b: Moments): Moments => ({
  volume: a.volume - b.volume,
  x: a.x - b.x,
  y: a.y - b.y,
});

const NONE: Moments = { volume: 0, x: 0, y: 0 };
const more = (a: Moments, b: Moments): Moments => ({
  volume: a.volume + b.volume,
  x: a.x + b.x,
  y: a.y + b.y,
});

/** How deep the contours of one face go together at a place; those that make no cut are left out, as they are everywhere. */
function contoursOn(face: Contour['face'], contours: readonly Contour[], plan: Polygon): Depth | null {
  const region = { outer: plan, holes: [], chord: CHORD };
  const depths = contours.flatMap((contour) => {
    if (contour.face !== face) return [];
    try {
      return [depthOf(region, contourRemoval(contour))];
    } catch (error) {
      if (error instanceof BadRemoval) return [];
      throw error;
    }
  });
  if (depths.length === 0) return null;
  return (x, y) => depths.reduce((deep, depth) => Math.max(deep, depthOrNone(depth, x, y)), 0);
}
/** An arc that stands upright before this place cuts nothing that could be weighed. */
function depthOrNone(depth: Depth, x: number, y: number): number {
  try {
    return depth(x, y);
  } catch (error) {
    if (error instanceof BadRemoval) return 0;
    throw error;
  }
}

/** What is taken of a plan so deep: of its upper `first` mm, and of what is under them. */
function takenOf(plan: Polygon, depth: Depth, first: number): readonly [Moments, Moments] {
  const box = boxOfPoints(plan);
  if (!box) return [NONE, NONE];
  // Plain sums: it runs with each frame of a drag.
  const [upper, lower] = [
    { volume: 0, x: 0, y: 0 },
    { volume: 0, x: 0, y: 0 },
  ];
  for (let i = Math.floor(box.minX / SLICE); i * SLICE < box.maxX; i += 1) {
    const x = (i + 0.5) * SLICE;
    for (const [from, to] of spansAt(plan, x)) {
      const count = Math.ceil((to - from) / SLICE);
      const dy = (to - from) / count;
      for (let k = 0; k < count; k += 1) {
        const y = from + (k + 0.5) * dy;
        const deep = depth(x, y);
        if (deep <= 0) continue;
        const [inUpper, inLower] = [Math.min(deep, first), Math.max(0, deep - first)];
        upper.volume += inUpper * SLICE * dy;
        upper.x += inUpper * SLICE * dy * x;
        upper.y += inUpper * SLICE * dy * y;
        lower.volume += inLower * SLICE * dy;
        lower.x += inLower * SLICE * dy * x;
        lower.y += inLower * SLICE * dy * y;
      }
    }
  }
  return [upper, lower];
}

/** What cuts take of the front that is glued on, and of what is under it. */
function cutFrom(cuts: readonly Cut[], front: number): readonly [Moments, Moments] {
  let [upper, lower] = [NONE, NONE];
  for (const { area, islands, top, bottom, unsaid } of cuts) {
    if (unsaid) continue;
    const plan = momentsOf(
      [area.polygon, ...islands.map((p) => (polygonArea(p) > 0 ? [...p].reverse() : p))],
      1,
    );
    const times = (mm: number): Moments => ({ volume: plan.volume * mm, x: plan.x * mm, y: plan.y * mm });
    const inFront = Math.max(0, Math.min(0, top) - Math.max(-front, bottom));
    upper = more(upper, times(inFront));
    lower = more(lower, times(top - bottom - inFront));
  }
  return [upper, lower];
}

/** The slab’s moments by line of the table of weights, less its contours; nothing else cut from it. */
function slabsOf({ path, thickness, front, neck, contours }: SlabOf): ReadonlyMap<string, Moments> {
  const line = flattenPath(path, CHORD);
  const flat = polygonArea(line) < 0 ? [...line].reverse() : line;
  const box = boxOfPoints(flat);
  const plan = [flat];
  const core = thickness - (front ?? 0);
  const whole = momentsOf(plan, core);
  const of = new Map<string, Moments>();
  if (neck.joint === 'through' && box) {
    const [half, x0, x1] = [neck.core / 2, box.minX - 1, box.maxX + 1];
    const strip = [
      { x: x0, y: -half },
      { x: x1, y: -half },
      { x: x1, y: half },
      { x: x0, y: half },
    ];
    const through = momentsOf(commonOf(plan, [strip]), core);
    of.set('through', through).set('body-wood', less(whole, through));
  } else of.set('body-wood', whole);
  if (front !== null) of.set('front', momentsOf(plan, front));
  const take = (key: string, taken: Moments): unknown =>
    of.has(key) && of.set(key, less(of.get(key)!, taken));
  const [onFront, onBack] = [contoursOn('front', contours, flat), contoursOn('back', contours, flat)];
  if (onFront) {
    const [upper, lower] = takenOf(flat, onFront, front ?? Infinity);
    take(front === null ? 'body-wood' : 'front', upper);
    take('body-wood', lower);
  }
  if (onBack) take('body-wood', takenOf(flat, onBack, Infinity)[0]);
  return of;
}

const known = new WeakMap<SlabOf, ReadonlyMap<string, Moments>>();
/** The same once for each state: each frame of a drag needs that at rest. */
function slabs(of: SlabOf): ReadonlyMap<string, Moments> {
  const found = known.get(of) ?? slabsOf(of);
  known.set(of, found);
  return found;
}

/** What the cuts that follow the edge take more than before, of the front that is glued on and of what is under it. */
function takenMore(was: SlabOf, now: SlabOf): ReadonlyMap<string, Moments> {
  const old = new Map(was.cuts.map((cut) => [cut.id, cut]));
  const followed = now.cuts.filter((cut) => old.has(cut.id) && old.get(cut.id)!.area !== cut.area);
  const [a, b] = [
    cutFrom(followed, now.front ?? 0),
    cutFrom(
      followed.map((cut) => old.get(cut.id)!),
      was.front ?? 0,
    ),
  ];
  return new Map([
    ['front', less(a[0], b[0])],
    ['body-wood', less(a[1], b[1])],
  ]);
}

/**
 * The weight of a design whose outline is being moved, from that at rest before: each piece of the body’s wood heavier and elsewhere by what the
 * slab is (by exact integrals over the outline) less its contours and what is cut along its edge, parts that followed its edge where they are now. What edge
 * profiles and an arch take is as before: at rest it is weighed again. Quick enough for every frame of a drag.
 */
export function quickWeight(rested: Weight, was: SlabOf, now: SlabOf): Weight | null {
  const [before, after] = [slabs(was), slabs(now)];
  const taken = takenMore(was, now);
  const moved = new Map<string, Point>(
    now.parts.flatMap((p) => {
      const old = was.parts.find((q) => q.id === p.id);
      return old && old.at !== p.at
        ? [[`part:${p.id}`, { x: p.at.x - old.at.x, y: p.at.y - old.at.y }] as const]
        : [];
    }),
  );
  return weigh(
    rested.items.map((item): MassItem => {
      const by = moved.get(item.key);
      if (by) return { ...item, at: { x: item.at.x + by.x, y: item.at.y + by.y, z: item.at.z } };
      const [b, a] = [before.get(item.key), after.get(item.key)];
      if (!b || !a || b.volume <= 0 || a.volume <= 0) return item;
      const { likely } = item.mass;
      // What was cut from it weighs as before: only the slab's own difference is added, at the wood's own density.
      const volume = item.volume;
      if (!volume) return item;
      const t = taken.get(item.key) ?? NONE;
      const next = volume + a.volume - b.volume - t.volume;
      if (next <= 0) return item;
      const share = next / volume;
      return {
        ...item,
        volume: next,
        mass: { likely: likely * share, from: item.mass.from * share, to: item.mass.to * share },
        at: {
          x: (item.at.x * volume + a.x - b.x - t.x) / next,
          y: (item.at.y * volume + a.y - b.y - t.y) / next,
          z: item.at.z,
        },
      };
    }),
  );
}
