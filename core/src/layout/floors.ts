import { boxesMeet } from '../geometry/box.ts';
import type { Point } from '../geometry/point.ts';
import type { Polygon } from '../geometry/polygons.ts';
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

/** Where two cuts lie over each other, wherever else is cut; empty where they do not. */
const sharedOf = byPair((a: Cut, b: Cut): readonly Polygon[] => {
  if (!polygonsMeet(a.area, b.area)) return [];
  const common = commonOf([a.area.polygon], [b.area.polygon]);
  const islands = [...a.islands, ...b.islands];
  return islands.length ? withoutOf(common, islands) : common;
});

/** Floors thicker than this, mm, are not looked at twice: no limit reaches further. */
const FLOOR_SIGHT = 40;

/** Whether a cut from the same face goes deeper than another: under that one there is no floor then. */
const isDeeper = (c: Cut, than: Cut): boolean =>
  c !== than &&
  c.face === than.face &&
  (than.face === 'front' ? c.bottom < than.bottom - TOUCH : than.face === 'back' && c.top > than.top + TOUCH);
/** Depths nearer than this, mm, are the same. */
const TOUCH = 1e-6;

interface Known {
  readonly among: readonly unknown[];
  readonly at: Point | null;
}
const known = byPair((_a: object, _b: object): { last: Known | null } => ({ last: null }));

/** Where there really is a floor under a cut to another (or to the far face): inside the body, and where nothing from either side goes deeper. */
function floorAt(a: Cut, b: Cut | null, cuts: readonly Cut[], body: Layout['body']): Point | null {
  const deeper = cuts.filter(
    (c) => boxesMeet(c.area.box, a.area.box) && (isDeeper(c, a) || (b !== null && isDeeper(c, b))),
  );
  const memory = known(a, b ?? a);
  const among = [body, ...deeper];
  if (memory.last?.among.length === among.length && among.every((x, i) => x === memory.last!.among[i]))
    return memory.last.at;
  const ground = b ? sharedOf(a, b) : [a.area.polygon];
  const open = deeper.length
    ? withoutOf(
        ground,
        deeper.map((c) => c.area.polygon),
      )
    : ground;
  const inside = commonOf(open, [body.polygon]);
  const largest = [...inside].sort((p, q) => polygonArea(q) - polygonArea(p))[0];
  const at = largest && polygonArea(largest) > LEAST_SHARED ? placeOn(largest) : null;
  memory.last = { among, at };
  return at;
}

/** Floors of every opening: after the openings beyond it, and to the far face. */
export function floorsOf({
  cuts,
  thickness,
  body,
}: Pick<Layout, 'cuts' | 'thickness' | 'body'>): readonly Floor[] {
  const floored = cuts.filter((c) => FLOORED.has(c.role));
  const floors: Floor[] = [];
  const add = (a: Cut, b: Cut | null, thick: number): void => {
    const at = thick < FLOOR_SIGHT ? floorAt(a, b, floored, body) : placeOn(a.area.polygon);
    if (at) floors.push({ a, b, at, thickness: thick });
  };
  floored.forEach((a, i) => {
    for (let k = i + 1; k < floored.length; k += 1) {
      const b = floored[k]!;
      if (!boxesMeet(a.area.box, b.area.box)) continue;
      const gap = zGap(a, b);
      if (gap <= 0 || sameOwner(a.owner, b.owner)) continue;
      if (sharedOf(a, b).some((p) => polygonArea(p) > LEAST_SHARED)) add(a, b, gap);
    }
    if (a.through) return;
    const under =
      a.face === 'front'
        ? a.bottom + thickness
        : a.face === 'back'
          ? -a.top
          : Math.min(a.bottom + thickness, -a.top);
    add(a, null, under);
  });
  return floors;
}
