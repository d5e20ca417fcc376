import type { Design } from '../design/schema.ts';
import { boxesMeet } from '../geometry/box.ts';
import type { Point } from '../geometry/point.ts';
import { hypot } from '../geometry/point.ts';
import type { Boxed } from '../geometry/polygons.ts';
import {
  areaHolds,
  distanceToEdge,
  edgeGap,
  nearestOnSegment,
  polygonHolds,
  polygonsMeet,
} from '../geometry/polygons.ts';
import type { StringPlan } from '../strings/stringPlan.ts';
import type { Layout } from './layOut.ts';
import { byPair } from './pairs.ts';
import { stringYAt } from './poles.ts';
import type { PartInPlace, PlacedSolid } from './partInPlace.ts';

/** Two things over the face, and how near they come to one another, mm; 0 where they overlap. */
export interface Nearness {
  readonly a: PartInPlace;
  readonly b: PartInPlace;
  readonly at: Point;
  readonly apart: number;
}

/** How far things over the face are looked for, mm. */
const SIGHT = 60;

const middleOf = (a: Point, b: Point): Point => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 });

const meet = byPair((a: Boxed, b: Boxed): boolean => polygonsMeet(a, b));

/** Knobs that hands turn side by side. */
export function knobsApart({ parts }: Pick<Layout, 'parts'>): readonly Nearness[] {
  const knobs = parts.filter((p) => p.form.knob);
  return knobs.flatMap((a, i) =>
    knobs.slice(i + 1).flatMap((b): readonly Nearness[] => {
      if (a.part.face !== b.part.face || isKnobOn(a, b)) return [];
      const { x, y } = a.part.at;
      const apart =
        hypot(b.part.at.x - x, b.part.at.y - y) - (a.form.knob!.diameter + b.form.knob!.diameter) / 2;
      return apart < SIGHT ? [{ a, b, at: middleOf(a.part.at, b.part.at), apart: Math.max(0, apart) }] : [];
    }),
  );
}

/** The string nearest to an area over the body: how far, and where; 0 under a string. */
export const toStrings = byPair(
  (area: Boxed, stringPlan: StringPlan): { readonly apart: number; readonly at: Point } => {
    let best = { apart: Infinity, at: area.polygon[0]! };
    for (const { saddle, nut } of stringPlan.lines) {
      const crossing = stringCrosses(area, saddle, nut);
      if (crossing) return { apart: 0, at: crossing };
      for (const p of area.polygon) {
        const q = nearestOnSegment(saddle, nut, p);
        const apart = hypot(p.x - q.x, p.y - q.y);
        if (apart < best.apart) best = { apart, at: middleOf(p, q) };
      }
    }
    return best;
  },
);

/** A place where a string runs over an area; null where it does not. */
function stringCrosses(area: Boxed, saddle: Point, nut: Point): Point | null {
  const { minX, maxX } = area.box;
  const [from, to] = [Math.max(minX, Math.min(saddle.x, nut.x)), Math.min(maxX, Math.max(saddle.x, nut.x))];
  if (from > to) return null;
  const yAt = (x: number): number => saddle.y + ((nut.y - saddle.y) * (x - saddle.x)) / (nut.x - saddle.x);
  const steps = Math.max(2, Math.ceil((to - from) / 0.5));
  for (let i = 0; i <= steps; i += 1) {
    const x = from + ((to - from) * i) / steps;
    const p = { x, y: yAt(x) };
    if (areaHolds(area, p)) return p;
  }
  return null;
}

/** How far inside the body's edge an area over the face stays, mm; less than 0: so far past it. Within sight only. */
export const insideEdge = byPair((area: Boxed, body: Boxed): { readonly by: number; readonly at: Point } => {
  const gap = edgeGap(area, body, SIGHT);
  const first = area.polygon[0]!;
  if (!gap) return { by: polygonHolds(body.polygon, first) ? SIGHT : -SIGHT, at: first };
  const outside = area.polygon.filter((p) => !polygonHolds(body.polygon, p));
  if (outside.length === 0) return { by: gap.distance, at: gap.from };
  return outside
    .map((at) => ({ by: -distanceToEdge(body.polygon, at), at }))
    .reduce((a, b) => (b.by < a.by ? b : a));
});

/** Kinds that are made to lie round one another. */
const NESTED: readonly (readonly [string, string])[] = [
  ['pickup', 'ring'],
  ['plate', 'pickup'],
  ['plate', 'screw'],
  ['plate', 'pot'],
  ['plate', 'toggle'],
  ['plate', 'lever'],
  ['plate', 'rotary'],
];
/** A knob this near to a shaft’s middle, mm, is the one on it. */
const ON_SHAFT = 2;

/** Whether one of two parts is a knob of its own on the other’s shaft: it takes the place of the one that the control was given. */
export const isKnobOn = (a: PartInPlace, b: PartInPlace): boolean =>
  [
    [a, b],
    [b, a],
  ].some(
    ([knob, control]) =>
      knob!.part.spec.kind === 'knob' &&
      control!.form.bush !== undefined &&
      knob!.part.face === control!.part.face &&
      hypot(knob!.part.at.x - control!.part.at.x, knob!.part.at.y - control!.part.at.y) <= ON_SHAFT,
  );

const isNested = (a: PlacedSolid, b: PlacedSolid, kinds: ReadonlyMap<string, string>): boolean =>
  NESTED.some(([p, q]) => {
    const [ka, kb] = [kinds.get(a.part) ?? '', kinds.get(b.part) ?? ''];
    return (ka.startsWith(p) && kb.startsWith(q)) || (kb.startsWith(p) && ka.startsWith(q));
  });

/** Parts that would overlap. */
export function solidsThatMeet({ parts }: Pick<Layout, 'parts'>): readonly {
  readonly a: PlacedSolid;
  readonly b: PlacedSolid;
  readonly at: Point;
}[] {
  const kinds = new Map(parts.map((p) => [p.part.id, p.part.spec.kind]));
  const placed = new Map(parts.map((p) => [p.part.id, p]));
  const isMountedIn = (a: PlacedSolid, b: PlacedSolid): boolean =>
    placed.get(a.part)!.mounted?.id === b.part || placed.get(b.part)!.mounted?.id === a.part;
  const solids = parts.flatMap((p) => p.solids);
  return solids.flatMap((a, i) =>
    solids.slice(i + 1).flatMap((b) => {
      if (a.part === b.part || Math.min(a.high, b.high) <= Math.max(a.low, b.low)) return [];
      if (!boxesMeet(a.area.box, b.area.box)) return [];
      if (isMountedIn(a, b) || isNested(a, b, kinds) || isKnobOn(placed.get(a.part)!, placed.get(b.part)!))
        return [];
      return meet(a.area, b.area) ? [{ a, b, at: middleOf(centreOf(a.area), centreOf(b.area)) }] : [];
    }),
  );
}

const centreOf = ({ box }: Boxed): Point => ({ x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 });

/** Height of a string over the face at x: straight from its saddle to the nut; mm. */
export function stringHeightAt(
  x: number,
  saddle: { readonly x: number; readonly z: number },
  nut: { readonly x: number; readonly z: number },
): number {
  return saddle.z + ((nut.z - saddle.z) * (x - saddle.x)) / (nut.x - saddle.x);
}

/** Places along the strings this far apart are checked for what is below them, mm. */
const UNDER_STEP = 1;

/** Where strings run over an area: every mm, with the string's index. */
export const stringsOver = byPair(
  (area: Boxed, stringPlan: StringPlan): readonly { readonly at: Point; readonly string: number }[] => {
    const { minX, maxX, minY, maxY } = area.box;
    return stringPlan.lines.flatMap((line, string) => {
      const [ya, yb] = [stringYAt(line, minX), stringYAt(line, maxX)];
      if (Math.max(ya, yb) < minY || Math.min(ya, yb) > maxY) return [];
      const over: { at: Point; string: number }[] = [];
      for (let x = Math.max(minX, line.saddle.x); x <= Math.min(maxX, line.nut.x); x += UNDER_STEP) {
        const at = { x, y: stringYAt(line, x) };
        if (areaHolds(area, at)) over.push({ at, string });
      }
      return over;
    });
  },
);

/** A place over the strings where the picking hand plays. */
export const pickingPlace = (hand: Design['hand'], stringPlan: StringPlan): Point => {
  const lines = stringPlan.lines;
  const middle = lines.reduce((s, l) => s + l.saddle.y, 0) / lines.length;
  return { x: hand.picking, y: middle };
};
