import { boxesMeet } from '../geometry/box.ts';
import type { Point } from '../geometry/point.ts';
import type { Boxed, Polygon } from '../geometry/polygons.ts';
import {
  boxed,
  commonOf,
  cornersKey,
  polygonArea,
  polygonHolds,
  polygonMiddle,
  sidesNear,
  withoutAll,
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

/** Heights of a piece of ground at which it is crossed in search of a place on it, as shares of its box. */
const CROSSED_AT = [0.5, 0.37, 0.63, 0.21, 0.79] as const;

/**
 * A place on ground: the middle of its largest piece where that lies on it, else the middle of its widest crossing.
 * `ground`: outer edges and holes, by the even-odd rule; null where it is empty.
 */
function placeOn(ground: readonly Polygon[]): Point | null {
  const largest = [...ground].sort((p, q) => polygonArea(q) - polygonArea(p))[0];
  if (!largest || polygonArea(largest) <= LEAST_SHARED) return null;
  const middle = polygonMiddle(largest);
  const isOn = (p: Point): boolean => ground.filter((g) => polygonHolds(g, p)).length % 2 === 1;
  if (isOn(middle)) return middle;
  const { minY, maxY } = boxed(largest).box;
  let [widest, place] = [0, largest[0]!];
  for (const share of CROSSED_AT) {
    const y = minY + share * (maxY - minY);
    const xs = ground.flatMap((polygon) =>
      polygon.flatMap((a, i) => {
        const b = polygon[(i + 1) % polygon.length]!;
        return a.y > y === b.y > y ? [] : [a.x + ((b.x - a.x) * (y - a.y)) / (b.y - a.y)];
      }),
    );
    xs.sort((p, q) => p - q);
    for (let i = 0; i + 1 < xs.length; i += 2) {
      const wide = xs[i + 1]! - xs[i]!;
      if (wide > widest) [widest, place] = [wide, { x: (xs[i]! + xs[i + 1]!) / 2, y }];
    }
  }
  return place;
}

/** Floors thicker than this, mm, are not looked at twice: no limit reaches further. */
const FLOOR_SIGHT = 40;

/** Depths nearer than this, mm, are the same. */
const TOUCH = 1e-6;
/** Depth of a cut below its own face, mm; 0 for one in the edge, which nothing goes deeper than. */
const depthOf = ({ face, bottom, top }: Cut): number =>
  face === 'front' ? -bottom : face === 'back' ? top : 0;
/** Whether a cut from the same face goes deeper than another: under that one there is no floor then. */
const isDeeper = (c: Cut, than: Cut): boolean =>
  c !== than && than.face !== 'edge' && c.face === than.face && depthOf(c) > depthOf(than) + TOUCH;

const boxedAll = (polygons: readonly Polygon[]): readonly Boxed[] => polygons.map(boxed);

interface Open {
  readonly deeper: readonly Cut[];
  readonly body: Layout['body'];
  readonly ground: readonly Boxed[];
}
const known = new WeakMap<Cut, Open>();

/** A cut’s own ground: inside the body, without its islands and without what goes deeper from the same face. */
function openGround(cut: Cut, near: readonly Cut[], body: Layout['body']): readonly Boxed[] {
  const deeper = near.filter((c) => isDeeper(c, cut));
  const last = known.get(cut);
  if (
    last?.body === body &&
    last.deeper.length === deeper.length &&
    deeper.every((c, i) => c === last.deeper[i])
  )
    return last.ground;
  const open = withoutAll(cut.area.polygon, [...deeper.map((c) => c.area), ...boxedAll(cut.islands)]);
  const runsOut = sidesNear(body.polygon, cut.area.box, 0).length > 0;
  const ground = boxedAll(
    runsOut || !polygonHolds(body.polygon, cut.area.polygon[0]!) ? commonOf(open, [body.polygon]) : open,
  );
  known.set(cut, { deeper, body, ground });
  return ground;
}

/** A place on the ground that two cuts share, null where there is none; kept while the open ground of neither changes. */
const sharedPlace = byPair((a: readonly Boxed[], b: readonly Boxed[]): Point | null => {
  const near = a.filter((p) => b.some((q) => boxesMeet(p.box, q.box)));
  const other = b.filter((q) => a.some((p) => boxesMeet(p.box, q.box)));
  if (near.length === 0) return null;
  return placeOn(
    commonOf(
      near.map((p) => p.polygon),
      other.map((q) => q.polygon),
    ),
  );
});

/** For each cut the others whose boxes meet its own, in order. */
function meeting(cuts: readonly Cut[]): ReadonlyMap<Cut, readonly Cut[]> {
  return new Map(cuts.map((a) => [a, cuts.filter((c) => c !== a && boxesMeet(c.area.box, a.area.box))]));
}

/** Floors of every opening: after the openings beyond it, and to the far face. */
export function floorsOf({
  cuts,
  thickness,
  body,
}: Pick<Layout, 'cuts' | 'thickness' | 'body'>): readonly Floor[] {
  const floored = cuts.filter((c) => FLOORED.has(c.role));
  const near = meeting(floored);
  // Of cuts that are alike in line and depth the ground is found once.
  const alike = new Map<string, readonly Boxed[]>();
  const ground = new Map(
    floored.map((c) => {
      const key = `${c.face} ${depthOf(c)} ${c.islands.length} ${cornersKey(c.area)}`;
      const known = c.islands.length === 0 ? alike.get(key) : undefined;
      const open = known ?? openGround(c, near.get(c)!, body);
      alike.set(key, open);
      return [c, open];
    }),
  );
  const place = new Map(floored.map((c, i) => [c, i]));
  const floors: Floor[] = [];
  floored.forEach((a, i) => {
    const own = ground.get(a)!;
    for (const b of own.length ? near.get(a)! : []) {
      const gap = zGap(a, b);
      if (place.get(b)! < i || gap <= 0 || sameOwner(a.owner, b.owner)) continue;
      const at = sharedPlace(own, ground.get(b)!);
      if (at) floors.push({ a, b, at, thickness: gap });
    }
    if (a.through) return;
    const thick =
      a.face === 'front'
        ? a.bottom + thickness
        : a.face === 'back'
          ? -a.top
          : Math.min(a.bottom + thickness, -a.top);
    const at = thick < FLOOR_SIGHT ? placeOn(own.map((g) => g.polygon)) : placeOn([a.area.polygon]);
    if (at) floors.push({ a, b: null, at, thickness: thick });
  });
  return floors;
}
