import type { Cubic } from './cubic.ts';
import type { Point } from './point.ts';
import { hypot } from './point.ts';

/** A stretch of an ellipse: half axes, mm, the first turned by `turn` from x; angles in the ellipse's own parameter, rad. */
export interface EllipseArc {
  readonly centre: Point;
  readonly rx: number;
  readonly ry: number;
  readonly turn: number;
  readonly from: number;
  /** Positive counter-clockwise; a full turn is 2π. */
  readonly sweep: number;
}

/** Pieces turn no more than this, rad: off the true circle by less than 4.3e-6 of its radius, a hundredth of a dot at R 500 mm. */
const MOST_TURN = Math.PI / 4;

/** Rounding of a count of pieces: a turn of just so many quarters takes no further one. */
const COUNT_ROUNDING = 1e-9;

/** The arc as cubics (4/3 tan(θ/4) legs: D. Riškus, Approximation of a cubic Bézier curve by circular arcs, 2006). */
export function arcCubics({ centre, rx, ry, turn, from, sweep }: EllipseArc): readonly Cubic[] {
  const count = Math.max(1, Math.ceil(Math.abs(sweep) / MOST_TURN - COUNT_ROUNDING));
  const step = sweep / count;
  const leg = (4 / 3) * Math.tan(step / 4);
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  const place = (x: number, y: number): Point => ({
    x: centre.x + c * rx * x - s * ry * y,
    y: centre.y + s * rx * x + c * ry * y,
  });
  return Array.from({ length: count }, (_, i): Cubic => {
    const [a, b] = [from + i * step, from + (i + 1) * step];
    const [ca, sa, cb, sb] = [Math.cos(a), Math.sin(a), Math.cos(b), Math.sin(b)];
    return {
      p0: place(ca, sa),
      p1: place(ca - leg * sa, sa + leg * ca),
      p2: place(cb + leg * sb, sb - leg * cb),
      p3: place(cb, sb),
    };
  });
}

/** The arc of a polyline's bulge (the tangent of a quarter of its turn, positive counter-clockwise). */
export function bulgeCubics(a: Point, b: Point, bulge: number): readonly Cubic[] {
  const sweep = 4 * Math.atan(bulge);
  const rise = (1 - bulge * bulge) / (4 * bulge);
  const centre = {
    x: (a.x + b.x) / 2 - (b.y - a.y) * rise,
    y: (a.y + b.y) / 2 + (b.x - a.x) * rise,
  };
  const radius = hypot(a.x - centre.x, a.y - centre.y);
  const from = Math.atan2(a.y - centre.y, a.x - centre.x);
  const pieces = [...arcCubics({ centre, rx: radius, ry: radius, turn: 0, from, sweep })];
  // Its ends are the vertices themselves, not what rounding makes of them.
  pieces[0] = { ...pieces[0]!, p0: a };
  pieces[pieces.length - 1] = { ...pieces.at(-1)!, p3: b };
  return pieces;
}
