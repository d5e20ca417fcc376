import { offsetPolygon } from '../geometry/offset.ts';
import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';
import type { Polygon } from '../geometry/polygons.ts';
import { boxOfPoints } from '../geometry/box.ts';
import { nearChain } from './near.ts';
import { hollowDepths } from './arch.ts';
import { regionHolds } from './region.ts';
import type { Chain, Profile, Region, Removal } from './solid.ts';
import { PLAN_CHORD } from './solid.ts';

/** How deep a removal goes. */
export interface Depth {
  /** At a place, mm; 0 where it does not go. */
  readonly at: (x: number, y: number) => number;
  /** Whether it may go anywhere within so far of a place: what it does not reach is not asked. */
  readonly reaches: (x: number, y: number, within: number) => boolean;
}

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

/** The way of a bit's axis along an edge: so far outside the wood as its bearing is wide, where it can get to. */
function axisOf(region: Region, edge: 'outer' | number, bearingRadius: number): readonly Polygon[] {
  if (edge === 'outer') {
    // The outermost line alone: hollows that the bearing does not get into are bridged.
    const lines = offsetPolygon(region.outer, bearingRadius, PLAN_CHORD);
    return lines
      .slice()
      .sort((a, b) => b.length - a.length)
      .slice(0, 1);
  }
  const hole = region.holes[edge];
  if (!hole) throw new BadRemoval(`there is no hole ${edge + 1} whose edge could be cut`);
  return offsetPolygon([...hole].reverse(), -bearingRadius, PLAN_CHORD).map((p) => [...p].reverse());
}

/** Distances from an edge as a bearing runs along it: 0 at the edge, more into the wood. */
function inFrom(
  region: Region,
  { edge, bearingRadius, stretch }: Extract<Removal, { edge: 'outer' | number }>,
  reach: number,
  deep: (s: number) => number,
): Depth {
  if (!(bearingRadius > 0)) throw new BadRemoval('a bearing has a radius over 0');
  const lines = axisOf(region, edge, bearingRadius);
  if (lines.length === 0) throw new BadRemoval('the bearing does not go into the hole: take a smaller one');
  const chains = lines.map((line) => {
    if (!stretch) return nearChain(line, true);
    return nearChain(between(line, ...stretch), false);
  });
  const least = (x: number, y: number, most: number): number => {
    let nearest = Infinity;
    for (const chain of chains) nearest = Math.min(nearest, chain.distance(x, y, most));
    return nearest;
  };
  return {
    at: (x, y) => {
      const s = least(x, y, reach + bearingRadius) - bearingRadius;
      return s <= reach ? deep(Math.max(0, s)) : 0;
    },
    reaches: (x, y, within) => least(x, y, reach + bearingRadius + within) < Infinity,
  };
}

/** A line carried on straight at both ends, far past the region. */
function carriedOn(start: Chain, region: Region): Chain {
  if (start.length < 2) throw new BadRemoval('a contour begins at a line of two places at least');
  const box = boxOfPoints([...region.outer, ...start])!;
  const far = 2 * Math.hypot(box.maxX - box.minX, box.maxY - box.minY) + 100;
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

function contourDepth(region: Region, start: Chain, profile: Profile): Depth {
  const line = nearChain(carriedOn(start, region), false);
  const left = (x: number, y: number): number => (line.side(x, y) > 0 ? line.distance(x, y) : 0);
  const deep = profileOf(profile, () => {
    const most = region.outer.reduce((u, p) => Math.max(u, left(p.x, p.y)), 0);
    if (!(most > 0)) throw new BadRemoval('nothing of the body lies on the contour’s side of its line');
    return most;
  });
  return {
    at: (x, y) => {
      const u = left(x, y);
      return u > 0 ? deep(u) : 0;
    },
    reaches: (x, y, within) => line.side(x, y) > 0 || line.distance(x, y, within) < Infinity,
  };
}

/** How deep a removal goes at each place of its solid. Throws {@link BadRemoval} for one that makes no cut. */
export function depthOf(region: Region, removal: Removal): Depth {
  switch (removal.kind) {
    case 'opening': {
      const { shape, depth } = removal;
      const holds = regionHolds(shape);
      const edge = nearChain(shape.outer, true);
      return {
        at: (x, y) => (holds(x, y) ? depth : 0),
        reaches: (x, y, within) => holds(x, y) || edge.distance(x, y, within) < Infinity,
      };
    }
    case 'edge round': {
      const { radius: r } = removal;
      return inFrom(region, removal, r, (s) => r - Math.sqrt(r * r - (r - s) * (r - s)));
    }
    case 'edge chamfer': {
      const { width, angle } = removal;
      const m = Math.tan(angle);
      return inFrom(region, removal, width, (s) => (width - s) * m);
    }
    case 'edge rabbet': {
      const { width, depth } = removal;
      return inFrom(region, removal, width, () => depth);
    }
    case 'contour':
      return contourDepth(region, removal.start, removal.profile);
    case 'arch': {
      const line = nearChain(region.outer, true);
      const deep = hollowDepths(removal.pairs);
      return { at: (x, y) => deep(line.distance(x, y)), reaches: () => true };
    }
  }
}

/** The deepest of some depths at a place. */
const most = (depths: readonly Depth[], x: number, y: number): number => {
  let deep = 0;
  for (const depth of depths) deep = Math.max(deep, depth.at(x, y));
  return deep;
};

/** How deep several removals of one face go together: the deepest wins. */
export function deepest(
  region: Region,
  removals: readonly Removal[],
): Depth & {
  /** The same within so far of a place alone: what does not reach there is left out. */
  readonly near: (x: number, y: number, within: number) => Depth['at'];
} {
  const depths = removals.map((r) => depthOf(region, r));
  return {
    at: (x, y) => most(depths, x, y),
    reaches: (x, y, within) => depths.some((d) => d.reaches(x, y, within)),
    near: (x, y, within) => {
      const here = depths.filter((d) => d.reaches(x, y, within));
      return here.length === 0 ? () => 0 : (u, v) => most(here, u, v);
    },
  };
}
