import type { Box } from '../geometry/box.ts';
import { boxHeight, boxWidth } from '../geometry/box.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import { pathBox, reversePath, signedArea } from '../geometry/closedPath.ts';
import type { Cubic } from '../geometry/cubic.ts';
import { cubicAt, cubicExtremes } from '../geometry/cubic.ts';
import type { Point } from '../geometry/point.ts';
import { once } from '../geometry/remember.ts';
import type { Hollow } from './hollow.ts';
import { stretchBetween } from './stretchBetween.ts';
import { tightestHollow } from './hollow.ts';
import type { NeckEnd } from './sides.ts';
import { centreCrossings, neckEnd } from './sides.ts';
import { widthAt } from './widthAt.ts';

/** The turning points of one side, from the tail to the neck; null where the side has no such place. */
export interface SideMeasures {
  readonly lowerBout: Point | null;
  readonly waist: Point | null;
  readonly upperBout: Point | null;
}

/** Measures of an outline (formulas section 4), instrument frame, mm. */
export interface OutlineMeasures {
  readonly box: Box;
  readonly length: number;
  readonly widest: number;
  readonly bass: SideMeasures;
  readonly treble: SideMeasures;
  /** Bass side and treble side together, each taken at its own place. */
  readonly lowerBout: number | null;
  readonly waist: number | null;
  readonly upperBout: number | null;
  /** The treble side’s edge from the tip of its lower bout to that of its upper one: what lies on a thigh. Empty without a waist. */
  readonly trebleHollow: readonly Cubic[];
  /** As {@link Turns}. */
  readonly wings: number | null;
  /** Waist of the bass side nutward of the treble side's. */
  readonly waistOffset: number | null;
  readonly areaMm2: number;
  readonly hollow: Hollow | null;
  /** Horns, cutaways and the ends on the centre line; null where the outline does not lie across it. */
  readonly neck: NeckEnd | null;
  /** How far the tail's furthest place lies tailward of the body's end on the centre line. */
  readonly tailOverhang: number | null;
}

/** y of equal height within this, mm, is a flat and not a turning point: rounding of a straight edge. */
const FLAT_TOLERANCE = 1e-9;

/** A tail that overhangs by at least this without a waist before it ends in wings, mm. */
const LEAST_NOTCH = 30;

/** A side has ended where it is further than this past the centre line, mm. */
const PAST_CENTRE = 1e-6;

/**
 * First place where `side`·y is locally largest, the least after it, the largest after that; of the stretch from the tail to where it crosses to the other side.
 * What lies past the centre line is no waist: a straight-sided body has none.
 */
function sideMeasures(places: readonly Point[], side: 1 | -1): SideMeasures {
  const found: Point[] = [];
  let rising = true;
  for (let i = 1; i < places.length && found.length < 3; i += 1) {
    if (found.length > 0 && side * places[i - 1]!.y < -PAST_CENTRE) break;
    const step = side * (places[i]!.y - places[i - 1]!.y);
    if (Math.abs(step) <= FLAT_TOLERANCE) continue;
    const rises = step > 0;
    if (rises !== rising) {
      const turn = places[i - 1]!;
      if (found.length > 0 || side * turn.y > 0) found.push(turn);
      rising = rises;
    }
  }
  const [lowerBout = null, waist = null, upperBout = null] = found;
  return { lowerBout, waist, upperBout };
}

/** The places in order from the one with the least x on, once round. */
function fromTail(places: readonly Point[], tail: Point): Point[] {
  const start = places.findIndex((p) => p.x === tail.x && p.y === tail.y);
  return [...places.slice(start), ...places.slice(0, start)];
}

/** A place of a path by its segment and parameter. */
interface Placed {
  readonly at: Point;
  readonly segment: number;
  readonly t: number;
}

/** Where both sides begin: where the tail crosses the centre line, else where the path reaches its least x. */
function tailPlace(path: ClosedPath): Placed {
  const crossings = centreCrossings(path);
  const [first] = crossings;
  if (first && crossings.length > 1)
    return crossings.reduce((tail, c) => (c.at.x < tail.at.x ? c : tail), first);
  return leastX(path);
}

/** Where the path reaches its least x; the first such place. */
function leastX(path: ClosedPath): Placed {
  let best = { at: path[0]!.p0, segment: 0, t: 0 };
  path.forEach((c, segment) => {
    for (const t of [0, ...cubicExtremes(c, 'x')]) {
      const at = cubicAt(c, t);
      if (at.x < best.at.x) best = { at, segment, t };
    }
  });
  return best;
}

/** The ends of the stretches over which y only rises or only falls, the tail among them, beginning there. */
function placesFromTail(path: ClosedPath): Point[] {
  const tail = tailPlace(path);
  const places: Point[] = [];
  path.forEach((c, segment) => {
    const ts = cubicExtremes(c, 'y');
    if (segment === tail.segment && tail.t > 0) ts.push(tail.t);
    places.push(
      c.p0,
      ...ts
        .sort((a, b) => a - b)
        .map((t) => (t === tail.t && segment === tail.segment ? tail.at : cubicAt(c, t))),
    );
  });
  return fromTail(places, tail.at);
}

const together = (a: Point | null, b: Point | null): number | null => (a && b ? a.y - b.y : null);

/** The turning points of both sides, and the path run counter-clockwise. */
export interface Turns {
  /** Of a body with wings and no waist: width of both together beside the notch’s end; null without. mm. */
  readonly wings: number | null;
  readonly box: Box;
  readonly bass: SideMeasures;
  readonly treble: SideMeasures;
  readonly neck: NeckEnd | null;
}

/** Where a counter-clockwise outline turns: what its measures are taken between. */
export function outlineTurns(counterClockwise: ClosedPath): Turns {
  // Counter-clockwise from the tail the path comes to the treble side first (y negative), then the neck.
  const ahead = placesFromTail(counterClockwise);
  const back = [ahead[0]!, ...ahead.slice(1).reverse()];
  const [box, neck] = [pathBox(counterClockwise)!, neckEnd(counterClockwise)];
  const treble = sideMeasures([...ahead, ahead[0]!], -1);
  const bass = sideMeasures([...back, back[0]!], 1);
  const isWinged = neck !== null && !bass.waist && !treble.waist && neck.tailX - box.minX >= LEAST_NOTCH;
  return {
    ...{ box, treble, bass, neck },
    wings: isWinged ? widthAt(counterClockwise, neck.tailX) : null,
  };
}

/** Measures of a closed outline of at least one segment, whichever way round it runs. */
export function measureOutline(path: ClosedPath): OutlineMeasures {
  const area = signedArea(path);
  const counterClockwise = area >= 0 ? path : reversePath(path);
  const { box, bass, treble, neck, wings } = outlineTurns(counterClockwise);
  // Computed when it is read: a drag's frame does not show it.
  const hollow = once(() => tightestHollow(counterClockwise));
  const trebleHollow = once(() =>
    treble.lowerBout && treble.upperBout
      ? stretchBetween(counterClockwise, treble.lowerBout, treble.upperBout)
      : [],
  );
  return {
    box,
    length: boxWidth(box),
    widest: boxHeight(box),
    bass,
    treble,
    lowerBout: together(bass.lowerBout, treble.lowerBout),
    waist: together(bass.waist, treble.waist),
    upperBout: together(bass.upperBout, treble.upperBout),
    get trebleHollow() {
      return trebleHollow();
    },
    waistOffset: bass.waist && treble.waist ? bass.waist.x - treble.waist.x : null,
    wings,
    areaMm2: Math.abs(area),
    get hollow() {
      return hollow();
    },
    neck,
    tailOverhang: neck && neck.tailX - box.minX,
  };
}
