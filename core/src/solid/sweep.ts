/**
 * A surface that is swept along x: under a middle line at y = 0, each place of it by its share of the half-width there (formulas section
 * 12). Heights z are 0 and less: 0 is the plane that depths are measured from. mm; y above 0 is the left side.
 */
export interface Sweep {
  /** Half of the width on each side: straight along x. */
  readonly half: Readonly<Record<SweepSide, Straight>>;
  /** What follows what, by x: the end of one is the beginning of the next. */
  readonly stretches: readonly SweepStretch[];
  /** Wood that is left more than the stretches say: none at its ends and along the edges, `height` in its middle. */
  readonly swells: readonly { readonly at: number; readonly half: number; readonly height: number }[];
  /** Where the sweep’s own frame lies: its origin at x = 0 and so far over the frame of the solid, turned about y. */
  readonly frame: SweepFrame;
}

export type SweepSide = 'left' | 'right';

/** A number that changes evenly along x. */
export interface Straight {
  /** At x = 0. */
  readonly at: number;
  readonly slope: number;
}

export interface SweepFrame {
  /** How far the solid’s own x axis falls below the sweep’s, rad: less than a quarter turn. */
  readonly tilt: number;
  /** The sweep’s plane over the solid’s front face, along the sweep’s z, where x is 0. */
  readonly over: number;
}

/** A section of a sweep: `z = −depth (1 − |y / half|^p)^(1/p)`, p each side its own. */
export interface SweepSection {
  readonly depth: number;
  readonly left: number;
  readonly right: number;
}

interface Along {
  readonly from: number;
  readonly to: number;
}

export type SweepStretch =
  /** Depth and fullness change evenly from one section to the other. */
  | (Along & { readonly kind: 'section'; readonly at: readonly [SweepSection, SweepSection] })
  /** Flat across, sloped along: depths at both ends. */
  | (Along & { readonly kind: 'flat'; readonly at: readonly [number, number] })
  /**
   * From the end of the stretch before to the beginning of the next: C. Hermite’s cubic at each share of the half-width, with the slope of
   * that stretch, or its own where one is given (dz/dx).
   */
  | (Along & { readonly kind: 'blend'; readonly slopes: readonly [number | null, number | null] });

const straightAt = ({ at, slope }: Straight, x: number): number => at + slope * x;
const mixed = (a: number, b: number, t: number): number => a + (b - a) * t;

/** The half-width of a side at x. */
export const sweepHalf = ({ half }: Sweep, x: number, side: SweepSide): number => straightAt(half[side], x);

/** `(1 − s^p)^(1/p)` for shares 0 to 1. */
const shareDeep = (s: number, p: number): number =>
  s >= 1 ? 0 : p === 2 ? Math.sqrt(1 - s * s) : (1 - s ** p) ** (1 / p);

/** Height and slope along x at shares of the half-width (0 to 1), across one place of a stretch. */
type Across = (share: number, side: SweepSide) => readonly [height: number, slope: number];

/** Across a stretch that is no blend, at x. */
function acrossOwn(stretch: Exclude<SweepStretch, { kind: 'blend' }>, x: number): Across {
  const long = stretch.to - stretch.from;
  const t = (x - stretch.from) / long;
  if (stretch.kind === 'flat') {
    const [a, b] = stretch.at;
    const same = [-mixed(a, b, t), -(b - a) / long] as const;
    return () => same;
  }
  const [a, b] = stretch.at;
  const depth = mixed(a.depth, b.depth, t);
  const deeper = (b.depth - a.depth) / long;
  const of = (side: SweepSide): { readonly p: number; readonly grows: number } => ({
    p: mixed(a[side], b[side], t),
    grows: (b[side] - a[side]) / long,
  });
  const sides = { left: of('left'), right: of('right') };
  return (s, side) => {
    const { p, grows } = sides[side];
    const share = shareDeep(s, p);
    if (share === 0) return [0, 0];
    const inner = grows === 0 || s === 0 ? 0 : s ** p;
    // d/dx of ln(1 − s^p) / p, which changes by p alone.
    const byFullness =
      inner === 0 ? 0 : grows * (-Math.log1p(-inner) / (p * p) - (inner * Math.log(s)) / (p * (1 - inner)));
    return [-depth * share, -share * (deeper + depth * byFullness)];
  };
}

/** The stretch that x lies in; the first or the last beyond them. */
function stretchAt(stretches: readonly SweepStretch[], x: number): number {
  let i = 0;
  while (i < stretches.length - 1 && x > stretches[i]!.to) i += 1;
  return i;
}

/** Height across one place of a sweep, by the share of the half-width on a side. */
type Heights = (share: number, side: SweepSide) => number;

/**
 * The heights of a sweep across x, in its own frame. Further out than the half-width it is what it is at its edge. A blend needs a stretch
 * before it and one behind.
 */
export function sweepAcross({ stretches, swells }: Pick<Sweep, 'stretches' | 'swells'>, x: number): Heights {
  const i = stretchAt(stretches, x);
  const here = stretches[i]!;
  const bare = here.kind === 'blend' ? blendAcross(stretches, i, here, x) : heightsOf(acrossOwn(here, x));
  let most = 0;
  for (const { at, half, height } of swells) {
    const r = (x - at) / half;
    if (Math.abs(r) < 1) most += height * (1 - r * r) ** 2;
  }
  return (share, side) => {
    const s = Math.min(1, share);
    return most === 0 ? bare(s, side) : bare(s, side) - most * (1 - s * s) ** 2;
  };
}

const heightsOf =
  (across: Across): Heights =>
  (s, side) =>
    across(s, side)[0];

function blendAcross(
  stretches: readonly SweepStretch[],
  i: number,
  { from, to, slopes }: Extract<SweepStretch, { kind: 'blend' }>,
  x: number,
): Heights {
  const [before, after] = [stretches[i - 1], stretches[i + 1]];
  if (!before || !after || before.kind === 'blend' || after.kind === 'blend')
    throw new RangeError('a blend of a sweep lies between two stretches that are none');
  const [begins, ends] = [acrossOwn(before, before.to), acrossOwn(after, after.from)];
  const run = to - from;
  const t = (x - from) / run;
  const weights = [
    2 * t ** 3 - 3 * t ** 2 + 1,
    run * (t ** 3 - 2 * t ** 2 + t),
    3 * t ** 2 - 2 * t ** 3,
    run * (t ** 3 - t ** 2),
  ] as const;
  return (s, side) => {
    const [a, slopeA] = begins(s, side);
    const [b, slopeB] = ends(s, side);
    return (
      a * weights[0] +
      (slopes[0] ?? slopeA) * weights[1] +
      b * weights[2] +
      (slopes[1] ?? slopeB) * weights[3]
    );
  };
}

/** The height of a sweep at a share of the half-width on a side, in its own frame. */
export const sweepAt = (
  sweep: Pick<Sweep, 'stretches' | 'swells'>,
  x: number,
  share: number,
  side: SweepSide,
): number => sweepAcross(sweep, x)(share, side);

/** The height of a sweep over a place of its own plan. */
export function sweepHeight(sweep: Sweep, x: number, y: number): number {
  const side = y > 0 ? 'left' : 'right';
  const half = straightAt(sweep.half[side], x);
  return sweepAt(sweep, x, half > 0 ? Math.abs(y) / half : 1, side);
}

/** Heights of a tilted sweep are right to so much, mm. */
const NEAR = 1e-7;
const TRIES = 60;

/**
 * The height of a sweep over a place of a solid’s plan, in the solid’s frame: where a line square to the solid’s face meets it, between
 * `low` and 0. I. Newton’s steps, halved where they leave what is known to hold the place.
 */
export function sweepInFrame(sweep: Sweep, low: number): (x: number, y: number) => number {
  const { tilt, over } = sweep.frame;
  const [sin, cos] = [Math.sin(tilt), Math.cos(tilt)];
  if (tilt === 0) {
    // Asked along y as a rule: what is the same across is made once.
    let last = { x: Number.NaN, across: null as Heights | null, left: 0, right: 0 };
    return (x, y) => {
      if (x !== last.x)
        last = {
          x,
          across: sweepAcross(sweep, x),
          left: straightAt(sweep.half.left, x),
          right: straightAt(sweep.half.right, x),
        };
      const half = y > 0 ? last.left : last.right;
      return last.across!(half > 0 ? Math.abs(y) / half : 1, y > 0 ? 'left' : 'right') + over;
    };
  }
  return (x, y) => {
    /** How far a place h over the face lies over the sweep. */
    const above = (h: number): number => h * cos - x * sin - over - sweepHeight(sweep, x * cos + h * sin, y);
    let [a, b] = [low, 0];
    if (above(a) >= 0) return a;
    if (above(b) <= 0) return b;
    let h = low / 2;
    for (let k = 0; k < TRIES; k += 1) {
      const f = above(h);
      if (Math.abs(f) < NEAR || b - a < NEAR) return h;
      if (f < 0) a = h;
      else b = h;
      const slope = (above(h + 1e-4) - f) / 1e-4;
      const next = h - f / slope;
      h = next > a && next < b ? next : (a + b) / 2;
    }
    return h;
  };
}
