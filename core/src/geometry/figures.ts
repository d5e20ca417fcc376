import { arcCubics } from './arcs.ts';
import type { ClosedPath } from './closedPath.ts';
import type { Cubic } from './cubic.ts';
import { straightCubic } from './cubic.ts';
import type { Point } from './point.ts';
import { hypot } from './point.ts';

/** A side shorter than this, mm, is none: rounding, far below a router step. */
const NO_SIDE = 1e-9;

const arc = (centre: Point, radius: number, from: number, sweep: number): readonly Cubic[] =>
  arcCubics({ centre, rx: radius, ry: radius, turn: 0, from, sweep });

/** Figures are no smaller than this, mm: a part that was measured as nothing is still somewhere. */
const LEAST_FIGURE = 0.01;

/** A circle about the origin, counter-clockwise. */
export const circlePath = (diameter: number): ClosedPath =>
  arc({ x: 0, y: 0 }, Math.max(LEAST_FIGURE, diameter) / 2, 0, 2 * Math.PI);

/**
 * A rectangle about the origin with rounded corners, counter-clockwise: `long` along x, `wide` along y, mm. A radius
 * that does not fit is taken as far as it goes: half the shorter side, which makes a slot.
 */
export function rectPath(long: number, wide: number, radius: number): ClosedPath {
  const [hx, hy] = [Math.max(LEAST_FIGURE, long) / 2, Math.max(LEAST_FIGURE, wide) / 2];
  const r = Math.max(0, Math.min(radius, hx, hy));
  const corners: readonly (readonly [number, number, number])[] = [
    [hx, hy, 0],
    [-hx, hy, Math.PI / 2],
    [-hx, -hy, Math.PI],
    [hx, -hy, (3 * Math.PI) / 2],
  ];
  const pieces: Cubic[] = [];
  corners.forEach(([x, y, from], i) => {
    const centre = { x: x - Math.sign(x) * r, y: y - Math.sign(y) * r };
    if (r > 0) pieces.push(...arc(centre, r, from, Math.PI / 2));
    const end = r > 0 ? pieces.at(-1)!.p3 : { x, y };
    const [nx, ny, next] = corners[(i + 1) % 4]!;
    const start =
      r > 0
        ? {
            x: nx - Math.sign(nx) * r + r * Math.cos(next),
            y: ny - Math.sign(ny) * r + r * Math.sin(next),
          }
        : { x: nx, y: ny };
    if (hypot(start.x - end.x, start.y - end.y) > NO_SIDE) pieces.push(straightCubic(end, start));
  });
  return pieces;
}

/** A closed chain of straight sides. */
export const polygonPath = (points: readonly Point[]): ClosedPath =>
  points.map((a, i) => straightCubic(a, points[(i + 1) % points.length]!));

/** Turn counter-clockwise about the origin, rad, then move. */
export function placeBy(at: Point, turn: number): (p: Point) => Point {
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  return (p) => ({ x: at.x + c * p.x - s * p.y, y: at.y + s * p.x + c * p.y });
}
