import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';

/** Standard gravity, m/s². */
export const GRAVITY = 9.80665;
/** Weight of a mass, N of g. */
export const weightOf = (massG: number): number => (massG / 1000) * GRAVITY;
/** The mass that weighs as much as a force, N, in either direction; g. */
export const massHeld = (forceN: number): number => (Math.abs(forceN) / GRAVITY) * 1000;

/**
 * An instrument on a strap, as a rigid body on a cord over a rough drum (formulas section 6; L. Euler and J. A. Eytelwein for the friction):
 * places in the body plane, x to the neck, y to the bass side, mm. A point shoulder, one plane, no belly contact.
 */
export interface OnStrap {
  readonly horn: Point;
  readonly tail: Point;
  readonly centre: Point;
  readonly massG: number;
  /** The strap’s free length over the shoulder: longer than the buttons are apart. */
  readonly strap: number;
  /** Between strap and shoulder. */
  readonly friction: number;
}

/** Angles are of the neck above the horizontal, rad. */
export interface Interval {
  readonly from: number;
  readonly to: number;
}

/** How it hangs without a hand on it. */
export interface Hanging {
  /** With a strap without friction, and how far the centre of mass is under the shoulder then. */
  readonly freeAngle: number;
  readonly under: number;
  /** Whether both strap ends pull there: else it turns over or hangs on end. */
  readonly carries: boolean;
  /** All angles at which the strap holds it, in rising order; and which of them has the free angle. */
  readonly rest: readonly Interval[];
  readonly restAtFree: Interval | null;
}

/** The strap is shorter than its buttons are apart: it goes over no shoulder. */
export class StrapTooShort extends Error {}

/** The places of the shoulder: the upper half of an ellipse about the buttons, and the rest of it, by a parameter. */
interface Ellipse {
  readonly at: (t: number) => Point;
  readonly middle: Point;
  /** Half axes with their ways. */
  readonly long: Point;
  readonly short: Point;
}

function ellipseOf({ horn, tail, strap }: Pick<OnStrap, 'horn' | 'tail' | 'strap'>): Ellipse {
  const apart = distance(horn, tail);
  if (!(strap > apart))
    throw new StrapTooShort(
      `the strap is ${strap.toFixed(0)} mm long and its buttons are ${apart.toFixed(0)} mm apart: take a longer one`,
    );
  const e = { x: (horn.x - tail.x) / apart, y: (horn.y - tail.y) / apart };
  // Up where the tail button lies on the left and the horn on the right.
  const n = { x: -e.y, y: e.x };
  const a = strap / 2;
  const q = Math.sqrt(a * a - (apart / 2) ** 2);
  const middle = { x: (horn.x + tail.x) / 2, y: (horn.y + tail.y) / 2 };
  return {
    middle,
    long: { x: e.x * a, y: e.y * a },
    short: { x: n.x * q, y: n.y * q },
    at: (t) => ({
      x: middle.x + e.x * a * Math.cos(t) + n.x * q * Math.sin(t),
      y: middle.y + e.y * a * Math.cos(t) + n.y * q * Math.sin(t),
    }),
  };
}

/** World coordinates of a place of the body at an angle: X to the neck’s side, Y up. */
const turned = ({ x, y }: Point, angle: number): Point => ({
  x: x * Math.cos(angle) - y * Math.sin(angle),
  y: x * Math.sin(angle) + y * Math.cos(angle),
});

/** The angle at which the shoulder stands over the centre of mass. */
const angleUnder = (shoulder: Point, centre: Point): number =>
  Math.atan2(shoulder.x - centre.x, shoulder.y - centre.y);

/**
 * How near a place of the shoulder is to slipping at an angle: the logarithm of the tensions’ ratio less what friction holds; over 0 it slips.
 * Infinity where an end does not pull.
 */
function slip(
  { horn, tail, friction }: Pick<OnStrap, 'horn' | 'tail' | 'friction'>,
  shoulder: Point,
  angle: number,
): number {
  // The ways to both buttons, turned: this is asked thousands of times.
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const [hx, hy] = [horn.x - shoulder.x, horn.y - shoulder.y];
  const [tx, ty] = [tail.x - shoulder.x, tail.y - shoulder.y];
  const a = Math.atan2(hx * c - hy * s, -hx * s - hy * c);
  const b = Math.atan2(ty * s - tx * c, -tx * s - ty * c);
  if (!(a > 0) || !(b > 0) || !(a + b < Math.PI)) return Infinity;
  return Math.abs(Math.log(Math.sin(b) / Math.sin(a))) - friction * (Math.PI - (a + b));
}

/** Places of the ellipse are looked at this near to one another, and found to so much, rad of its parameter. */
const STEPS = 2880;
const HALVINGS = 50;
const TURN = 2 * Math.PI;

/** Where something is no more than 0, as stretches of the parameter; a stretch over its beginning is one. */
function held(f: (t: number) => number): readonly Interval[] {
  const ok = (t: number): boolean => f(t) <= 0;
  const border = (inside: number, outside: number): number => {
    let [a, b] = [inside, outside];
    for (let i = 0; i < HALVINGS; i += 1) {
      const middle = (a + b) / 2;
      if (ok(middle)) a = middle;
      else b = middle;
    }
    return a;
  };
  const at = (i: number): number => (TURN * i) / STEPS;
  const found: Interval[] = [];
  let from: number | null = ok(0) ? 0 : null;
  for (let i = 1; i <= STEPS; i += 1) {
    const here = ok(at(i));
    if (here && from === null) from = border(at(i), at(i - 1));
    if (!here && from !== null) {
      found.push({ from, to: border(at(i - 1), at(i)) });
      from = null;
    }
  }
  if (from !== null) {
    const first = found[0];
    if (first?.from === 0) return [{ from: from - TURN, to: first.to }, ...found.slice(1)];
    found.push({ from, to: TURN });
  }
  return found;
}

/** The least and the greatest of a smooth function over a stretch. */
function reach(f: (t: number) => number, { from, to }: Interval): Interval {
  const count = Math.max(8, Math.ceil(((to - from) / TURN) * STEPS));
  const at = (i: number): number => from + ((to - from) * i) / count;
  const values = Array.from({ length: count + 1 }, (_, i) => f(at(i)));
  const extreme = (sign: 1 | -1): number => {
    let k = 0;
    values.forEach((v, i) => {
      if (sign * v > sign * values[k]!) k = i;
    });
    let [a, b] = [at(Math.max(0, k - 1)), at(Math.min(count, k + 1))];
    // Thirds: smooth, with one turning place between its neighbours.
    for (let i = 0; i < 100; i += 1) {
      const [p, q] = [a + (b - a) / 3, b - (b - a) / 3];
      if (sign * f(p) < sign * f(q)) a = p;
      else b = q;
    }
    const best = f((a + b) / 2);
    return sign * best > sign * values[k]! ? best : values[k]!;
  };
  return { from: extreme(-1), to: extreme(1) };
}

/** Intervals in rising order, those that meet as one. */
function joined(all: readonly Interval[]): readonly Interval[] {
  const kept: Interval[] = [];
  for (const next of [...all].sort((a, b) => a.from - b.from)) {
    const last = kept.at(-1);
    if (last && next.from <= last.to)
      kept[kept.length - 1] = { from: last.from, to: Math.max(last.to, next.to) };
    else kept.push(next);
  }
  return kept;
}

/** How an instrument hangs on its strap. Throws {@link StrapTooShort}. */
export function hang(on: OnStrap): Hanging {
  const { at } = ellipseOf(on);
  const far = (t: number): number => distance(at(t), on.centre);
  let best = 0;
  for (let i = 1; i < STEPS; i += 1) if (far((TURN * i) / STEPS) > far((TURN * best) / STEPS)) best = i;
  let [a, b] = [(TURN * (best - 1)) / STEPS, (TURN * (best + 1)) / STEPS];
  // The derivative of the square is found, not its greatest value: a flat top is told to half as many places.
  const rises = (t: number): number => {
    const h = 1e-5;
    return far(t + h) ** 2 - far(t - h) ** 2;
  };
  for (let i = 0; i < HALVINGS; i += 1) {
    const middle = (a + b) / 2;
    if (rises(middle) > 0) a = middle;
    else b = middle;
  }
  const t = (a + b) / 2;
  const shoulder = at(t);
  const freeAngle = angleUnder(shoulder, on.centre);
  const angle = (u: number): number => angleUnder(at(u), on.centre);
  const rest = joined(
    held((u) => slip(on, at(u), angle(u))).map((stretch) => reach(unwound(angle, stretch), stretch)),
  );
  return {
    freeAngle,
    under: far(t),
    carries: slip({ ...on, friction: 1e9 }, shoulder, freeAngle) <= 0,
    rest,
    restAtFree: rest.find((r) => freeAngle >= r.from - NEAR && freeAngle <= r.to + NEAR) ?? null,
  };
}
/** Angles nearer to one another than this, rad, are one. */
const NEAR = 1e-7;

/** An angle without its jump by a whole turn along a stretch. */
function unwound(angle: (t: number) => number, { from }: Interval): (t: number) => number {
  const begin = angle(from);
  return (t) => begin + Math.atan2(Math.sin(angle(t) - begin), Math.cos(angle(t) - begin));
}

/** How the fretting hand holds an instrument at an angle: its force, N, and where the shoulder stands in the body plane then. */
export interface Held {
  readonly force: number;
  readonly shoulder: Point;
}

/** A mass at its balance point. */
type Load = Pick<OnStrap, 'centre' | 'massG'>;

/**
 * How a hand holds the neck at an angle, for any mass and balance point: where a strap can carry depends on neither. Gives the least force of the
 * hand at `hand` (body plane), N, of all that strap and friction allow; over 0 it lifts the neck, under 0 it pulls it down, 0 where the strap holds it
 * alone. Null where no place of the strap carries that angle. Throws {@link StrapTooShort}.
 */
export function holderAt(
  on: Omit<OnStrap, keyof Load>,
  angle: number,
  hand: Point,
): (load: Load) => Held | null {
  const ellipse = ellipseOf(on);
  const { at, long, short } = ellipse;
  const handX = turned(hand, angle).x;
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const xOf = (p: Point): number => p.x * c - p.y * s;
  const x = (t: number): number => xOf(at(t));
  const stretches = held((t) => {
    const p = at(t);
    return xOf(p) < handX ? slip(on, p, angle) : Infinity;
  });
  // Where the shoulder is furthest to either side: there the force turns.
  const turn = Math.atan2(turned(short, angle).x, turned(long, angle).x);
  const placesOf = stretches.map(({ from, to }) => {
    const between = Array.from({ length: 6 }, (_, k) => turn + (k - 2) * Math.PI);
    return [from, to, ...between.filter((t) => t > from && t < to)];
  });
  return ({ centre, massG }) => {
    const [weight, centreX] = [weightOf(massG), turned(centre, angle).x];
    const force = (t: number): number => (weight * (centreX - x(t))) / (handX - x(t));
    let least: { readonly force: number; readonly t: number } | null = null;
    for (const places of placesOf) {
      const forces = places.map((t) => ({ force: force(t), t }));
      const [up, down] = [forces.find((f) => f.force >= 0), forces.find((f) => f.force <= 0)];
      // Through 0: somewhere between, the strap alone holds it.
      const own =
        up && down
          ? { force: 0, t: zeroOf(force, up.t, down.t) }
          : forces.reduce((p, q) => (Math.abs(q.force) < Math.abs(p.force) ? q : p));
      if (least === null || Math.abs(own.force) < Math.abs(least.force)) least = own;
    }
    return least && { force: least.force, shoulder: at(least.t) };
  };
}

/** {@link holderAt} of one instrument. */
export const heldAt = (on: OnStrap, angle: number, hand: Point): Held | null => holderAt(on, angle, hand)(on);

/** Where a function is 0 between a place where it is not below and one where it is not above. */
function zeroOf(f: (t: number) => number, up: number, down: number): number {
  let [a, b] = [up, down];
  for (let i = 0; i < HALVINGS; i += 1) {
    const middle = (a + b) / 2;
    if (f(middle) >= 0) a = middle;
    else b = middle;
  }
  return (a + b) / 2;
}

/** The force of {@link heldAt} alone, N. */
export const leftHandLoad = (on: OnStrap, angle: number, hand: Point): number | null =>
  heldAt(on, angle, hand)?.force ?? null;

/**
 * Where an instrument comes to rest that is let go at an angle: that angle where the strap holds it there, else the nearest one that it
 * holds on the way that it falls; null where it holds none.
 */
export function settlesAt(
  { rest }: Pick<Hanging, 'rest'>,
  angle: number,
  load: number | null,
): number | null {
  if (rest.some((r) => angle >= r.from - NEAR && angle <= r.to + NEAR)) return angle;
  const below = rest.filter((r) => r.to < angle).at(-1)?.to ?? null;
  const above = rest.find((r) => r.from > angle)?.from ?? null;
  return load !== null && load < 0 ? (above ?? below) : (below ?? above);
}

/** How the weight is shared between the two ends of the strap, N each, with the hand’s share taken off; null where an end does not pull. */
export function pulls(
  { horn, tail, massG }: OnStrap,
  angle: number,
  { shoulder, force }: Held,
): { readonly horn: number; readonly tail: number } | null {
  const [p, h, s] = [turned(shoulder, angle), turned(horn, angle), turned(tail, angle)];
  const a = Math.atan2(h.x - p.x, p.y - h.y);
  const b = Math.atan2(p.x - s.x, p.y - s.y);
  const down = weightOf(massG) - force;
  const both = Math.sin(a + b);
  if (!(a > 0) || !(b > 0) || !(both > 0) || !(down > 0)) return null;
  return { horn: (down * Math.sin(b)) / both, tail: (down * Math.sin(a)) / both };
}
