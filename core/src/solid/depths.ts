import { offsetPolygon } from '../geometry/offset.ts';
import type { Point } from '../geometry/point.ts';
import { distance, hypot } from '../geometry/point.ts';
import type { Polygon } from '../geometry/polygons.ts';
import { boxOfPoints } from '../geometry/box.ts';
import { besides } from './beside.ts';
import type { NearChain } from './near.ts';
import { nearChain } from './near.ts';
import { hollowDepths } from './arch.ts';
import { regionHolds } from './region.ts';
import type { Chain, Profile, Region, Removal } from './solid.ts';
import { PLAN_CHORD } from './solid.ts';
import { sweepInFrame } from './sweep.ts';

/** How deep something is cut at a place, mm; 0 where it is not. */
export type Depth = (x: number, y: number) => number;

/** A number of a removal that makes no cut: which, and what to do. */
export class BadRemoval extends Error {}

/** An arc's place nearer than this to where it stands upright, mm, is refused. */
const UPRIGHT = 1e-3;

/** The part of a closed line from its place nearest `from` on to that nearest `to`. */
function between(line: Polygon, from: Point, to: Point): Chain {
  const nearest = (p: Point): { readonly i: number; readonly at: Point } => {
    let best = { i: 0, at: line[0]!, d: Infinity };
    line.forEach((a, i) => {
      const b = line[(i + 1) % line.length]!;
      const [dx, dy] = [b.x - a.x, b.y - a.y];
      const long = dx * dx + dy * dy;
      const t = long === 0 ? 0 : Math.max(0, Math.min(1, ((p.x - a.x) * dx + (p.y - a.y) * dy) / long));
      const at = { x: a.x + t * dx, y: a.y + t * dy };
      const d = distance(p, at);
      if (d < best.d) best = { i, at, d };
    });
    return best;
  };
  const [a, b] = [nearest(from), nearest(to)];
  const chain: Point[] = [a.at];
  const ahead = a.i === b.i && distance(line[a.i]!, a.at) <= distance(line[b.i]!, b.at);
  if (!ahead)
    for (let i = (a.i + 1) % line.length; ; i = (i + 1) % line.length) {
      chain.push(line[i]!);
      if (i === b.i) break;
    }
  chain.push(b.at);
  return chain;
}

/**
 * Chords of a bit's axis stay so near to it, mm, however coarse the edge: where a round begins, at the edge, it falls so
 * steeply that a fiftieth of a mm aside is half a mm of its depth.
 */
const AXIS_CHORD = 5e-4;

/** Ways of a bit's axis that were computed for one region, by edge and bearing. */
export type Axes = Map<string, readonly Polygon[]>;

/**
 * The way of a bit's axis outside an edge that its bearing runs along everywhere: each place goes straight out. Null where
 * a hollow is too tight for the bearing.
 */
function quickAxis(outer: Polygon, bearingRadius: number, chord: number): Polygon | null {
  const steps = Math.min(0.2, Math.sqrt((8 * chord) / bearingRadius) / 2);
  const { places, cutOff } = besides([...outer].reverse(), steps).at(bearingRadius);
  return places.length < 3 || cutOff.some(Boolean) ? null : [...places].reverse();
}

/** The way of a bit's axis along an edge: so far outside the wood as its bearing is wide, where it can get to. */
function axisOf(region: Region, edge: 'outer' | number, bearingRadius: number): readonly Polygon[] {
  const chord = Math.min(AXIS_CHORD, region.chord ?? PLAN_CHORD);
  if (edge === 'outer') {
    const quick = quickAxis(region.outer, bearingRadius, chord);
    if (quick) return [quick];
    // The outermost line alone: hollows that the bearing does not get into are bridged.
    const lines = offsetPolygon(region.outer, bearingRadius, chord);
    return lines
      .slice()
      .sort((a, b) => b.length - a.length)
      .slice(0, 1);
  }
  const hole = region.holes[edge];
  if (!hole) throw new BadRemoval(`there is no hole ${edge + 1} whose edge could be cut`);
  return offsetPolygon([...hole].reverse(), -bearingRadius, chord).map((p) => [...p].reverse());
}

/**
 * How a removal cuts: to one depth within a shape, by the place itself, or by the distance from a line: `deep` at 0 to `reach` from it (less
 * `lessBy`), `beyond` further off; on its left alone, or on both sides.
 */
export type Cut =
  | { readonly kind: 'within'; readonly shape: Region; readonly depth: number }
  /** By the place alone, wherever its line. */
  | { readonly kind: 'by place'; readonly deep: Depth }
  | {
      readonly kind: 'from line';
      readonly lines: readonly NearChain[];
      readonly lessBy: number;
      readonly left: boolean;
      readonly reach: number;
      readonly beyond: number;
      /** How far the region goes from a contour’s line, mm; Infinity for others. */
      readonly far: number;
      readonly deep: (s: number) => number;
    };

/** From an edge as a bearing runs along it: 0 at the edge, more into the wood. */
function inFrom(
  region: Region,
  { edge, bearingRadius, stretch }: Extract<Removal, { edge: 'outer' | number }>,
  reach: number,
  deep: (s: number) => number,
  axes: Axes,
): Cut {
  if (!(bearingRadius > 0)) throw new BadRemoval('a bearing has a radius over 0');
  const key = `${edge} ${bearingRadius}`;
  const axis = axes.get(key) ?? axisOf(region, edge, bearingRadius);
  axes.set(key, axis);
  if (axis.length === 0) throw new BadRemoval('the bearing does not go into the hole: take a smaller one');
  const lines = axis.map((line) =>
    stretch ? nearChain(between(line, ...stretch), false) : nearChain(line, true),
  );
  return {
    kind: 'from line',
    lines,
    lessBy: bearingRadius,
    left: false,
    reach,
    beyond: 0,
    far: Infinity,
    deep,
  };
}

/** A line carried on straight at both ends, far past the region. */
function carriedOn(start: Chain, region: Region): Chain {
  if (start.length < 2) throw new BadRemoval('a contour begins at a line of two places at least');
  const box = boxOfPoints([...region.outer, ...start])!;
  const far = 2 * hypot(box.maxX - box.minX, box.maxY - box.minY) + 100;
  const beyond = (a: Point, b: Point): Point => {
    const long = distance(a, b);
    if (long === 0) throw new BadRemoval('two places of a contour’s line fall together');
    return { x: b.x + ((b.x - a.x) / long) * far, y: b.y + ((b.y - a.y) / long) * far };
  };
  const n = start.length;
  return [beyond(start[1]!, start[0]!), ...start, beyond(start[n - 2]!, start[n - 1]!)];
}

/** How deep a profile is at a distance from its line. */
function profileOf(profile: Profile, farthest: () => number): (u: number) => number {
  if (profile.kind === 'flat') {
    const { softStart: soft, by } = profile;
    const slope = (): number => {
      if ('angle' in by) return Math.tan(by.angle);
      const u = farthest();
      return u < soft ? (2 * soft * by.dropAtFarthest) / (u * u) : by.dropAtFarthest / (u - soft / 2);
    };
    const m = slope();
    return (u) => (u < soft ? (m * u * u) / (2 * soft) : m * (u - soft / 2));
  }
  const { by } = profile;
  const radiusOf = (reach: number, drop: number): number => {
    if (!(drop < reach)) throw new BadRemoval('an arc drops by less than it reaches: make the drop smaller');
    return (reach * reach + drop * drop) / (2 * drop);
  };
  const radius =
    'radius' in by
      ? by.radius
      : 'reach' in by
        ? radiusOf(by.reach, by.drop)
        : radiusOf(farthest(), by.dropAtFarthest);
  return (u) => {
    if (u > radius - UPRIGHT)
      throw new BadRemoval('the arc stands upright before it reaches the edge: make its radius larger');
    return radius - Math.sqrt(radius * radius - u * u);
  };
}

/** The place on the left of a line that is furthest from it, of the region’s edge: how far, mm; 0 where none is on its left. */
const farthestOf = (region: Region, line: NearChain): number =>
  region.outer.reduce((u, { x, y }) => {
    return Math.max(u, line.signed(x, y));
  }, 0);

/** How a removal cuts its region; `axes` keeps what several of one region share. Throws {@link BadRemoval} for one that makes no cut. */
export function cutOf(region: Region, removal: Removal, axes: Axes = new Map()): Cut {
  switch (removal.kind) {
    case 'opening':
      return { kind: 'within', shape: removal.shape, depth: removal.depth };
    case 'edge round': {
      const { radius: r } = removal;
      return inFrom(region, removal, r, (s) => r - Math.sqrt(r * r - (r - s) * (r - s)), axes);
    }
    case 'edge chamfer': {
      const { width, angle } = removal;
      const m = Math.tan(angle);
      return inFrom(region, removal, width, (s) => (width - s) * m, axes);
    }
    case 'edge rabbet': {
      const { width, depth } = removal;
      return inFrom(region, removal, width, () => depth, axes);
    }
    case 'contour': {
      const line = nearChain(carriedOn(removal.start, region), false);
      const far = farthestOf(region, line);
      const deep = profileOf(removal.profile, () => {
        if (!(far > 0)) throw new BadRemoval('nothing of the body lies on the contour’s side of its line');
        return far;
      });
      return {
        kind: 'from line',
        lines: [line],
        lessBy: 0,
        left: true,
        reach: Infinity,
        beyond: 0,
        far,
        deep,
      };
    }
    case 'swept': {
      const { sweep, thickness } = removal;
      const height = sweepInFrame(sweep, -thickness);
      return { kind: 'by place', deep: (x, y) => Math.max(0, thickness + Math.min(0, height(x, y))) };
    }
    case 'arch': {
      const { pairs } = removal;
      const [reach, beyond] = pairs.at(-1) ?? [0, 0];
      return {
        kind: 'from line',
        lines: [nearChain(region.outer, true)],
        lessBy: 0,
        far: Infinity,
        left: false,
        reach,
        beyond,
        deep: hollowDepths(pairs),
      };
    }
  }
}

/** How deep a cut goes at each place. */
function depthOfCut(cut: Cut): Depth {
  if (cut.kind === 'within') {
    const { shape, depth } = cut;
    const holds = regionHolds(shape);
    return (x, y) => (holds(x, y) ? depth : 0);
  }
  if (cut.kind === 'by place') return cut.deep;
  const { lines, lessBy, left, reach, beyond, deep } = cut;
  return (x, y) => {
    let near = Infinity;
    for (const line of lines) {
      const d = left ? line.signed(x, y) : line.distance(x, y, reach + lessBy);
      if (d >= 0) near = Math.min(near, d);
    }
    if (left && near === Infinity) return 0;
    const s = near - lessBy;
    return s <= reach ? deep(Math.max(0, s)) : beyond;
  };
}

/** How deep a removal goes at each place of its solid. Throws {@link BadRemoval} for one that makes no cut. */
export const depthOf = (region: Region, removal: Removal, axes?: Axes): Depth =>
  depthOfCut(cutOf(region, removal, axes));

/** How deep several removals of one face go together: the deepest wins. `axes` keeps what others of the region share. */
export function deepest(region: Region, removals: readonly Removal[], axes: Axes = new Map()): Depth {
  const depths = removals.map((r) => depthOf(region, r, axes));
  return (x, y) => {
    let deep = 0;
    for (const depth of depths) deep = Math.max(deep, depth(x, y));
    return deep;
  };
}
