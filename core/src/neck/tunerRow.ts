import { changeTuner, editHeadstock } from '../design/neckEdits.ts';
import { tidy } from '../design/nodeEdits.ts';
import type { Design, Side, Tuner } from '../design/schema.ts';
import { offsetPath } from '../geometry/offset.ts';
import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';
import { solveOutline } from '../outline/solve.ts';
import { LONG_SCALE } from '../design/sections/neck.ts';
import { SHELF, specOf } from '../parts/shelf.ts';
import type { StringPlan } from '../strings/stringPlan.ts';
import { straightOn, stringIndex, stringsAtNut, winderOf, windingRadius } from './headstockPlan.ts';

/** On which side of the headstock a tuner’s button stands out. */
export const sideOf = ({ turn }: Pick<Tuner, 'turn'>): Side =>
  Math.cos((turn * Math.PI) / 180) >= 0 ? 'bass' : 'treble';

/** How tuners stand in a row: the first so far from the nut, each so far from the one before. mm. */
export interface TunerRow {
  readonly side: Side;
  readonly from: number;
  readonly pitch: number;
  /** Straight through the first and the last as they stand; or so far inside the headstock’s edge, turned with it. */
  readonly along: 'line' | { readonly inset: number };
}

const placed = (design: Design, id: string, at: Point, turn?: number): Design =>
  changeTuner(design, id, {
    at: { x: tidy(Number(at.x.toFixed(2))), y: tidy(Number(at.y.toFixed(2))) },
    ...(turn === undefined ? {} : { turn: Number(turn.toFixed(1)) }),
  });

/** The tuners of a side, from the nut on. */
export const tunersOn = ({ headstock }: Pick<Design, 'headstock'>, side: Side): readonly Tuner[] =>
  headstock.tuners.filter((t) => sideOf(t) === side).sort((a, b) => a.at.x - b.at.x);

/**
 * Tuners of one side in a row by their pitch. Null where there is no place for all of them: the edge, inside which they stand, is too short,
 * or nothing lies so far inside it.
 */
export function placeRow(design: Design, row: TunerRow): Design | null {
  const tuners = tunersOn(design, row.side);
  if (tuners.length === 0) return design;
  if (row.along === 'line') {
    const [a, b] = [tuners[0]!.at, tuners.at(-1)!.at];
    const long = distance(a, b);
    const way = long > 0 && b.x > a.x ? { x: (b.x - a.x) / long, y: (b.y - a.y) / long } : { x: 1, y: 0 };
    const first = { x: row.from, y: a.y + (way.y / way.x) * (row.from - a.x) };
    return tuners.reduce(
      (d, t, k) =>
        placed(d, t.id, { x: first.x + way.x * row.pitch * k, y: first.y + way.y * row.pitch * k }),
      design,
    );
  }
  const found = placesAlong(design, row.side, row.along.inset, row.from, row.pitch, tuners.length);
  return found && tuners.reduce((d, t, k) => placed(d, t.id, found[k]!.at, found[k]!.turn), design);
}

interface PlaceOnCurve {
  readonly at: Point;
  readonly turn: number;
}

/** Places on a curve inside the headstock’s edge, each a chord from the one before, away from the nut. */
function placesAlong(
  { headstock }: Design,
  side: Side,
  inset: number,
  from: number,
  pitch: number,
  count: number,
): readonly PlaceOnCurve[] | null {
  const curve = offsetPath(solveOutline(headstock.outline.nodes), -inset)[0];
  if (!curve) return null;
  const n = curve.length;
  // Counter-clockwise: along the bass side towards the nut, along the treble side away from it.
  const step = side === 'treble' ? 1 : -1;
  const at = (i: number): Point => curve[((i % n) + n) % n]!;
  let start: { readonly i: number; readonly at: Point } | null = null;
  for (let i = 0; i < n; i += 1) {
    const [a, b] = [at(i), at(i + step)];
    if (a.x > from || b.x <= from) continue;
    const t = (from - a.x) / (b.x - a.x);
    const p = { x: from, y: a.y + (b.y - a.y) * t };
    const further = start === null || (side === 'bass' ? p.y > start.at.y : p.y < start.at.y);
    if (further) start = { i, at: p };
  }
  if (!start) return null;
  const places: PlaceOnCurve[] = [];
  let { i, at: here } = start;
  for (let k = 0; k < count; k += 1) {
    const [a, b] = [at(i), at(i + step)];
    // Out of the wood: to the left of the way on the bass side, which goes away from the nut, to the right on the treble side.
    const out = side === 'bass' ? { x: -(b.y - a.y), y: b.x - a.x } : { x: b.y - a.y, y: -(b.x - a.x) };
    places.push({ at: here, turn: (Math.atan2(out.y, out.x) * 180) / Math.PI - 90 });
    if (k === count - 1) break;
    let walked = 0;
    while (distance(here, at(i + step)) < pitch) {
      i += step;
      walked += 1;
      if (walked > n || at(i + step).x < here.x) return null;
    }
    here = meets(here, pitch, walked === 0 ? here : at(i), at(i + step));
  }
  return places;
}

/** Where a line from within a circle to outside of it leaves it. */
function meets(middle: Point, radius: number, a: Point, b: Point): Point {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const [px, py] = [a.x - middle.x, a.y - middle.y];
  const [qa, qb, qc] = [dx * dx + dy * dy, px * dx + py * dy, px * px + py * py - radius * radius];
  const t = (-qb + Math.sqrt(Math.max(0, qb * qb - qa * qc))) / qa;
  return { x: a.x + t * dx, y: a.y + t * dy };
}

/** A tuner added behind another is so far from it, mm; the first so far from the nut. */
const NEXT = 3;
const FIRST = 32;

/** Adds the tuner of a string (counted from the treble side) that has none: behind the last on the side of its neighbour, straight on its string. */
export function addTuner(design: Design, stringPlan: StringPlan, string: number): Design {
  const { headstock, strings } = design;
  const taken = new Set(headstock.tuners.map((t) => t.id));
  let n = string;
  while (taken.has(`t${n}`)) n += 1;
  const long = strings.scaleLength > LONG_SCALE;
  const spec =
    headstock.tuners[0]?.spec ?? specOf(SHELF.find((s) => s.key === (long ? 'tuner-bass' : 'tuner-line'))!);
  const near = [...headstock.tuners].sort(
    (a, b) => Math.abs(a.string - string) - Math.abs(b.string - string),
  )[0];
  const side = near ? sideOf(near) : 'bass';
  const last = tunersOn(design, side).at(-1);
  const { post, housing } = winderOf({ spec });
  const x = last ? last.at.x + housing.long + NEXT : FIRST;
  const index = stringIndex(strings, { string });
  const from = stringsAtNut(strings, stringPlan)[index]!;
  const y = straightOn(from, x) + (side === 'bass' ? 1 : -1) * windingRadius(post, strings.gauges[index]!);
  const made: Tuner = {
    id: `t${n}`,
    string,
    spec,
    at: { x: Number(x.toFixed(2)), y: Number(y.toFixed(2)) },
    turn: side === 'bass' ? 0 : 180,
    passes: side === 'bass' ? 'treble' : 'bass',
  };
  return editHeadstock(design, { tuners: [...headstock.tuners, made].sort((a, b) => a.string - b.string) });
}
