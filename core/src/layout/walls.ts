import { boxesMeet, growBox } from '../geometry/box.ts';
import type { Point } from '../geometry/point.ts';
import type { Gap } from '../geometry/polygons.ts';
import { areaHolds, distanceToEdge, edgeGap, polygonHolds } from '../geometry/polygons.ts';
import type { Cut } from './cut.ts';
import { zOverlap } from './cut.ts';
import type { LaidOut } from './layOut.ts';
import { byPair } from './pairs.ts';

/** Walls thicker than this, mm, are not looked at: no limit reaches further. */
export const WALL_SIGHT = 25;

/** Roles whose walls are told. Screws and drilled runs have rules of their own. */
const WALLED: ReadonlySet<Cut['role']> = new Set([
  'cavity',
  'ledge',
  'chamber',
  'channel',
  'pocket',
  'hole',
  'bore',
]);
/** Roles that are meant to run out at the edge. */
const AT_EDGE: ReadonlySet<Cut['role']> = new Set(['pocket', 'bore', 'drilled']);

/** Wood between two openings, or between one and the body's edge. */
export interface Wall {
  readonly a: Cut;
  /** Null for the body's edge. */
  readonly b: Cut | null;
  /** The middle of the thinnest place, and how thick it is there; less than 0: so far past the edge. */
  readonly at: Point;
  readonly thickness: number;
  /** Across the fibres' ends: the wall is short grain, and breaks out soonest. */
  readonly endGrain: boolean;
}

/** A wall whose way across runs within this of the grain has end grain on its faces (formulas section 9: |φ| > 60°). */
const END_GRAIN = Math.sin((60 * Math.PI) / 180);

/** Whether the shortest way across a wall runs along the grain (rad from the centre line). */
export function isEndGrain(gap: Pick<Gap, 'from' | 'to'>, grain: number): boolean {
  const [x, y] = [gap.to.x - gap.from.x, gap.to.y - gap.from.y];
  const long = Math.hypot(x, y);
  return long > 0 && Math.abs(x * Math.cos(grain) + y * Math.sin(grain)) / long > END_GRAIN;
}

/** The gap between two cuts in plan; null where they meet, one holds the other, or they are far apart. */
const gapOf = byPair((a: Cut, b: Cut): Gap | null => {
  const gap = edgeGap(a.area, b.area, WALL_SIGHT);
  if (!gap || gap.distance === 0) return null;
  const inside = areaHolds(b.area, a.area.polygon[0]!) || areaHolds(a.area, b.area.polygon[0]!);
  return inside ? null : gap;
});

/** How a cut lies to the body's edge: the wall to it, or how far it reaches past it; null where it is far inside. */
const edgeWallOf = byPair(
  (cut: Cut, body: LaidOut['body']): { at: Point; gap: Gap | null; past: number } | null => {
    const gap = edgeGap(cut.area, body, WALL_SIGHT);
    // Where no edges cross, one corner tells for all.
    const inside = gap?.distance !== 0 && polygonHolds(body.polygon, cut.area.polygon[0]!);
    const outside = inside ? [] : cut.area.polygon.filter((p) => !polygonHolds(body.polygon, p));
    if (outside.length === 0 && gap?.distance !== 0)
      return gap && { at: { x: (gap.from.x + gap.to.x) / 2, y: (gap.from.y + gap.to.y) / 2 }, gap, past: 0 };
    // Past the edge: how far its furthest corner lies outside.
    let [past, at] = [0, gap?.from ?? cut.area.polygon[0]!];
    for (const p of outside) {
      const far = distanceToEdge(body.polygon, p);
      if (far > past) [past, at] = [far, p];
    }
    return { at, gap: null, past };
  },
);

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

/**
 * Every wall thinner than {@link WALL_SIGHT}: between two openings that share some depth and do not meet, and between
 * an opening and the body's edge. `grain`: rad from the centre line.
 */
export function wallsOf({ cuts, body }: Pick<LaidOut, 'cuts' | 'body'>, grain: number): readonly Wall[] {
  const walled = cuts.filter((c) => WALLED.has(c.role));
  const near = nearPairs(walled);
  const walls: Wall[] = [];
  walled.forEach((a, i) => {
    for (const k of near[i]!) {
      const b = walled[k]!;
      if (a.owner === b.owner || !zOverlap(a, b)) continue;
      const gap = gapOf(a, b);
      if (!gap) continue;
      const at = { x: (gap.from.x + gap.to.x) / 2, y: (gap.from.y + gap.to.y) / 2 };
      const [low, high] = [Math.max(a.bottom, b.bottom), Math.min(a.top, b.top)];
      // A third opening may have taken all of it away.
      const gone = walled.some(
        (c) => c !== a && c !== b && c.bottom <= low && c.top >= high && areaHolds(c.area, at),
      );
      if (!gone) walls.push({ a, b, at, thickness: gap.distance, endGrain: isEndGrain(gap, grain) });
    }
    if (AT_EDGE.has(a.role)) return;
    const edge = edgeWallOf(a, body);
    if (!edge) return;
    walls.push({
      a,
      b: null,
      at: edge.at,
      thickness: edge.gap ? edge.gap.distance : -edge.past,
      endGrain: edge.gap !== null && isEndGrain(edge.gap, grain),
    });
  });
  return walls;
}
