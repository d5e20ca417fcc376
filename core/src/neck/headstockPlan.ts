import type { Headstock, Side, Strings, Tuner } from '../design/schema.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import { flattenPath, mapPath, pathBox } from '../geometry/closedPath.ts';
import { rectPath, placeBy } from '../geometry/figures.ts';
import { depthInside } from '../geometry/inside.ts';
import type { Point } from '../geometry/point.ts';
import type { Boxed, Polygon } from '../geometry/polygons.ts';
import { boxed, divided, edgeGap, polygonsMeet } from '../geometry/polygons.ts';
import { solveOutline } from '../outline/solve.ts';
import { formOf } from '../parts/kinds.ts';
import type { Winder } from '../parts/part.ts';
import { centreScale } from '../strings/frets.ts';
import type { StringPlan } from '../strings/stringPlan.ts';
import { boardEdge } from '../strings/taper.ts';
import type { AtNut, HeadstockSide, StringPath } from './stringPaths.ts';
import { breakAngleAtNut, stringPaths } from './stringPaths.ts';

const RAD = Math.PI / 180;
/** Housings are looked at along their sides every so many mm, and their corners are drawn so near to round, mm. */
const ALONG_SIDES = 2;
const CORNER = 2;
const CHORD = 0.05;
/** Between a tuner’s hole and the edge at least so much wood is usually left, mm. */
export const LEAST_TO_EDGE = 3;
/** A key is drawn so wide, mm, after a stem of this share of what is past the housing. */
const KEY_LONG = 7;
export const STEM = 0.36;
/** Housings further apart than this, mm, are no neighbours. */
const NEIGHBOURS = 40;

/** Place of a tuner’s string in lists that begin on the bass side: strings are counted from the treble side. */
export const stringIndex = ({ count }: Pick<Strings, 'count'>, { string }: Pick<Tuner, 'string'>): number =>
  count - string;

/** A tuner in its place. Headstock frame. */
export interface TunerPlan {
  readonly tuner: Tuner;
  /** What its string is called, counted from the treble side; under 1 where the instrument has no such string. */
  readonly number: number;
  /** Which string it winds, from 0 on the bass side; null where the instrument has no such string. */
  readonly string: number | null;
  /** The string’s way to it; null without a string, or where there is none. */
  readonly path: StringPath | null;
  /** Down at the nut: to the tree that holds the string down, if there is one before the post. */
  readonly breakAngle: number | null;
  readonly tree: string | null;
  /** Wood between its hole and the headstock’s edge; less than 0 where it breaks it. */
  readonly holeToEdge: number;
  /** How far its housing reaches past the edge, at most; 0 within it. */
  readonly over: number;
  /** How far its key reaches back over the headstock’s wood, mm: fingers get round it from the edge outward. 0 where it is clear, and without one. */
  readonly keyOver: number;
  readonly housing: Polygon;
  /** How much of its bush is left beyond the headstock’s back. */
  readonly bushLeft: number;
  /** The nearest other housing: how far away, less than 0 where they meet, and whose. */
  readonly nearest: { readonly apart: number; readonly tuner: string } | null;
}

/** The headstock with its tuners. Its own frame: the plane of its face, x from the nut along the centre line, y to the bass side. */
export interface HeadstockPlan {
  readonly path: ClosedPath;
  /** From the nut along the centre line to its furthest place, and its greatest width. */
  readonly length: number;
  readonly width: number;
  readonly side: HeadstockSide;
  readonly strings: readonly AtNut[];
  /** How far its edge lies outside the neck’s at the nut on each side; null where none is near. */
  readonly besideNut: Readonly<Record<Side, number | null>>;
  /** By string from the bass side, those without one last. */
  readonly tuners: readonly TunerPlan[];
}

/** A tuner’s measures; of something else, a post without room of its own. */
export const winderOf = ({ spec }: Pick<Tuner, 'spec'>): Winder => formOf(spec).winder ?? NO_WINDER;
const NO_WINDER: Winder = {
  post: 6,
  takeOff: 9,
  hole: 0,
  washer: 0,
  bush: 0,
  housing: { long: 1, wide: 1, deep: 0 },
  button: 0,
  screw: null,
};

/** The sides of a housing about its post, turned with its tuner. */
const housingOf = (tuner: Tuner): Polygon => {
  const { long, wide } = winderOf(tuner).housing;
  const corner = Math.min(CORNER, long / 2, wide / 2);
  return flattenPath(rectPath(long, wide, corner), CHORD).map(placeBy(tuner.at, tuner.turn * RAD));
};

/** How far a line reaches out of a path, at most; 0 within it. */
const reachOver = (path: ClosedPath, line: Polygon): number =>
  divided(line, () => ALONG_SIDES).reduce((far, p) => Math.max(far, -depthInside(path, p)), 0);

/** A key’s outline: a bar on a stem past its housing. Headstock frame. */
export function keyOutline(tuner: Tuner): ClosedPath {
  const { button, housing } = winderOf(tuner);
  const stem = button * STEM;
  const place = placeBy(tuner.at, tuner.turn * RAD);
  return mapPath(rectPath(KEY_LONG, button - stem, KEY_LONG / 2), (p) =>
    place({ x: p.x, y: p.y + housing.wide / 2 + stem + (button - stem) / 2 }),
  );
}

/** How far a tuner’s key reaches over a headstock’s wood, mm. */
const keyOver = (path: ClosedPath, tuner: Tuner): number =>
  winderOf(tuner).button > 0
    ? divided(flattenPath(keyOutline(tuner), CHORD), () => ALONG_SIDES).reduce(
        (most, p) => Math.max(most, depthInside(path, p)),
        0,
      )
    : 0;

function nearestOf(areas: readonly Boxed[], i: number, ids: readonly string[]): TunerPlan['nearest'] {
  let best: TunerPlan['nearest'] = null;
  areas.forEach((other, k) => {
    if (k === i) return;
    const own = areas[i]!;
    const apart = polygonsMeet(own, other) ? -1 : (edgeGap(own, other, NEIGHBOURS)?.distance ?? Infinity);
    if (apart < (best?.apart ?? NEIGHBOURS)) best = { apart, tuner: ids[k]! };
  });
  return best;
}

/** The strings where they lie on the nut, and how they run there; headstock frame. */
export const stringsAtNut = (strings: Strings, { lines }: StringPlan): readonly AtNut[] =>
  lines.map(({ start, bridge }) => ({
    x: start.x - centreScale(strings),
    y: start.y,
    slope: (start.y - bridge.y) / (start.x - bridge.x),
  }));

/** Where a string lies on a line straight on from the nut. */
export const straightOn = ({ x, y, slope }: AtNut, at: number): number => y + slope * (at - x);

/** How a post guides its string: half of both across. */
export const windingRadius = (post: number, gauge: number): number => (post + gauge) / 2;

/** Places of the edge so near to the nut’s line count as its, mm; and so far aside they belong to something else. */
const AT_NUT = 0.6;
const FAR_ASIDE = 15;

/** The edge’s place nearest the nut’s end on a side, outside the neck’s own edge there. A slanted nut has its ends at different x. */
function besideNut(path: ClosedPath, strings: Strings, side: Side): number | null {
  const end = boardEdge(strings, side).nut;
  const x = end.x - centreScale(strings);
  const near = flattenPath(path, CHORD).filter(
    (p) => Math.abs(p.x - x) < AT_NUT && Math.abs(p.y - end.y) < FAR_ASIDE,
  );
  if (near.length === 0) return null;
  const outward = near.map((p) => (side === 'bass' ? p.y - end.y : end.y - p.y));
  return outward.reduce((a, b) => Math.max(a, b));
}

/** What a headstock’s plan follows from: not how its back runs. */
export type PlannedFrom = Pick<Headstock, 'outline' | 'tuners' | 'trees' | 'tilt' | 'below' | 'thickness'>;

export function planHeadstock(
  headstock: PlannedFrom,
  strings: Strings,
  stringPlan: StringPlan,
): HeadstockPlan {
  const path = solveOutline(headstock.outline.nodes);
  const box = pathBox(path)!;
  const side: HeadstockSide = { tilt: headstock.tilt * RAD, below: headstock.below };
  const atNut = stringsAtNut(strings, stringPlan);
  const has = (t: Tuner): boolean => t.string <= strings.count;
  const tuners = [...headstock.tuners].sort(
    (a, b) => Number(!has(a)) - Number(!has(b)) || a.string - b.string,
  );
  const wound = tuners.filter(has);
  const posts = wound.map((t) => ({
    at: t.at,
    radius: windingRadius(winderOf(t).post, strings.gauges[stringIndex(strings, t)]!),
    takeOff: winderOf(t).takeOff,
    passes: t.passes as Side,
  }));
  const paths = stringPaths(
    side,
    wound.map((t) => atNut[stringIndex(strings, t)]!),
    posts,
  );
  const areas = tuners.map((t) => boxed(housingOf(t)));
  const ids = tuners.map((t) => t.id);
  return {
    path,
    length: box.maxX,
    width: box.maxY - box.minY,
    side,
    strings: atNut,
    besideNut: {
      bass: besideNut(path, strings, 'bass'),
      treble: besideNut(path, strings, 'treble'),
    },
    tuners: tuners.map((tuner, i): TunerPlan => {
      const own = has(tuner);
      const string = own ? stringIndex(strings, tuner) : null;
      const found = own ? paths[i]! : null;
      const from = string === null ? null : atNut[string]!;
      const tree =
        from === null
          ? undefined
          : headstock.trees.find(
              (t) =>
                tuner.string >= t.first && tuner.string <= t.last && t.at.x > from.x && t.at.x < tuner.at.x,
            );
      return {
        tuner,
        number: tuner.string,
        string,
        path: found,
        tree: tree?.id ?? null,
        breakAngle:
          found && from && tree
            ? breakAngleAtNut(side, tree.at.x - from.x, tree.height)
            : (found?.breakAngle ?? null),
        holeToEdge: depthInside(path, tuner.at) - winderOf(tuner).hole / 2,
        over: reachOver(path, areas[i]!.polygon),
        keyOver: keyOver(path, tuner),
        housing: areas[i]!.polygon,
        bushLeft: winderOf(tuner).bush - headstock.thickness,
        nearest: nearestOf(areas, i, ids),
      };
    }),
  };
}

/** A place of the headstock in the instrument frame, laid out flat. */
export const onPlan =
  (strings: Strings) =>
  ({ x, y }: Point): Point => ({ x: x + centreScale(strings), y });
