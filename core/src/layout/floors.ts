import { boxesMeet } from '../geometry/box.ts';
import type { Point } from '../geometry/point.ts';
import {
  commonOf,
  polygonArea,
  polygonHolds,
  polygonMiddle,
  polygonsMeet,
  withoutOf,
} from '../geometry/polygons.ts';
import type { Cut } from './cut.ts';
import { sameOwner, zGap } from './cut.ts';
import type { Layout } from './layOut.ts';
import { byPair } from './pairs.ts';

/** Roles that leave a floor. Screws and drilled runs have rules of their own. */
const FLOORED: ReadonlySet<Cut['role']> = new Set([
  'cavity',
  'ledge',
  'chamber',
  'channel',
  'pocket',
  'hole',
  'bore',
]);
/** Ground shared by less than this, mm², is a touch of two edges. */
const LEAST_SHARED = 0.01;

/** The wood left under an opening: to what is cut from the other side, or to the other face. */
export interface Floor {
  readonly a: Cut;
  /** What is cut beyond it; null for the face. */
  readonly b: Cut | null;
  readonly at: Point;
  readonly thickness: number;
}

/** A place on a polygon's ground, its middle where that lies on it. */
function placeOn(polygon: readonly Point[]): Point {
  const middle = polygonMiddle(polygon);
  if (polygonHolds(polygon, middle)) return middle;
  const [a, b] = [polygon[0]!, polygon[Math.floor(polygon.length / 2)]!];
  return { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
}

/** Where two cuts lie over each other; null where they do not. */
const sharedOf = byPair((a: Cut, b: Cut): Point | null => {
  if (!polygonsMeet(a.area, b.area)) return null;
  const common = commonOf([a.area.polygon], [b.area.polygon]);
  const islands = [...a.islands, ...b.islands];
  const shared = islands.length ? withoutOf(common, islands) : common;
  const largest = [...shared].sort((p, q) => polygonArea(q) - polygonArea(p))[0];
  return largest && polygonArea(largest) > LEAST_SHARED ? placeOn(largest) : null;
});

/** Floors of every opening: after the openings beyond it, and to the far face. */
export function floorsOf({ cuts, thickness }: Pick<Layout, 'cuts' | 'thickness'>): readonly Floor[] {
  const floored = cuts.filter((c) => FLOORED.has(c.role));
  const floors: Floor[] = [];
  floored.forEach((a, i) => {
    for (let k = i + 1; k < floored.length; k += 1) {
      const b = floored[k]!;
      if (!boxesMeet(a.area.box, b.area.box)) continue;
      const gap = zGap(a, b);
      if (gap <= 0 || sameOwner(a.owner, b.owner)) continue;
      const at = sharedOf(a, b);
      if (at) floors.push({ a, b, at, thickness: gap });
    }
    if (a.through) return;
    const under =
      a.face === 'front'
        ? a.bottom + thickness
        : a.face === 'back'
          ? -a.top
          : Math.min(a.bottom + thickness, -a.top);
    floors.push({ a, b: null, at: placeOn(a.area.polygon), thickness: under });
  });
  return floors;
}
