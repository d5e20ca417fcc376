import type { Neck, PlacedPart } from '../design/schema.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import { flattenPath } from '../geometry/closedPath.ts';
import { boxOfPoints } from '../geometry/box.ts';
import type { Point } from '../geometry/point.ts';
import type { Polygon } from '../geometry/polygons.ts';
import { commonOf, polygonArea, polygonMiddle } from '../geometry/polygons.ts';
import type { MassItem, Weight } from './masses.ts';
import { weigh } from './masses.ts';

/** What of a design says what a slab of its wood weighs. */
export interface SlabOf {
  readonly path: ClosedPath;
  readonly thickness: number;
  /** Of a glued-on front, mm; null without. */
  readonly front: number | null;
  readonly neck: Pick<Neck, 'joint' | 'core'>;
  readonly parts: readonly PlacedPart[];
}

const CHORD = 0.1;

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

/** The slab’s moments by line of the table of weights, nothing cut from it. */
function slabs({ path, thickness, front, neck }: SlabOf): ReadonlyMap<string, Moments> {
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
  return of;
}

/**
 * The weight of a design whose outline is being moved, from that at rest before: each piece of the body’s wood heavier and elsewhere by what the
 * slab is (by exact integrals over the outline), parts that followed its edge where they are now. What edges and carves take is as before: at rest it is
 * weighed anew. Quick enough for every frame of a drag.
 */
export function quickWeight(rested: Weight, was: SlabOf, now: SlabOf): Weight | null {
  const [before, after] = [slabs(was), slabs(now)];
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
      const next = volume + a.volume - b.volume;
      if (next <= 0) return item;
      const share = next / volume;
      return {
        ...item,
        volume: next,
        mass: { likely: likely * share, from: item.mass.from * share, to: item.mass.to * share },
        at: {
          x: (item.at.x * volume + a.x - b.x) / next,
          y: (item.at.y * volume + a.y - b.y) / next,
          z: item.at.z,
        },
      };
    }),
  );
}
