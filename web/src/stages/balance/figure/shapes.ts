import type { Point } from '@pelkin/core';

/** Where something of the figure is drawn: mm, y down, mirrored for a left-handed player. */
export type ToPicture = (p: Point) => Point;

const n = (v: number): string => v.toFixed(1);
const at = (p: Point): string => `${n(p.x)} ${n(p.y)}`;

/** A closed curve that runs smoothly through its points: each side's handles along the line between its neighbours (Catmull and Rom). */
export function smooth(points: readonly Point[], tension = 1 / 6): string {
  const of = (i: number): Point => points[(i + points.length) % points.length]!;
  const parts = points.map((_, i) => {
    const [a, b, c, d] = [of(i - 1), of(i), of(i + 1), of(i + 2)];
    const first = { x: b.x + (c.x - a.x) * tension, y: b.y + (c.y - a.y) * tension };
    const second = { x: c.x - (d.x - b.x) * tension, y: c.y - (d.y - b.y) * tension };
    return `C${at(first)} ${at(second)} ${at(c)}`;
  });
  return `M${at(of(0))}${parts.join('')}Z`;
}

/** A limb between two joints: round at both, as thick at each as it is there (the half). */
export function limb(from: Point, to: Point, halfFrom: number, halfTo: number): string {
  const long = Math.hypot(to.x - from.x, to.y - from.y) || 1;
  const [ux, uy] = [(to.x - from.x) / long, (to.y - from.y) / long];
  const side = (p: Point, half: number, sign: number): string =>
    at({ x: p.x - uy * half * sign, y: p.y + ux * half * sign });
  return (
    `M${side(from, halfFrom, 1)}L${side(to, halfTo, 1)}` +
    `A${n(halfTo)} ${n(halfTo)} 0 0 0 ${side(to, halfTo, -1)}` +
    `L${side(from, halfFrom, -1)}A${n(halfFrom)} ${n(halfFrom)} 0 0 0 ${side(from, halfFrom, 1)}Z`
  );
}

/** A line through places. */
export const line = (points: readonly Point[]): string => `M${points.map(at).join('L')}`;
export const polygon = (points: readonly Point[]): string => `${line(points)}Z`;

/** An arrow's head at the end of a way, px of the picture. */
export function arrowHead(from: Point, to: Point, size: number): string {
  const long = Math.hypot(to.x - from.x, to.y - from.y) || 1;
  const [ux, uy] = [(to.x - from.x) / long, (to.y - from.y) / long];
  const side = (sign: number): Point => ({
    x: to.x - ux * size - uy * size * 0.5 * sign,
    y: to.y - uy * size + ux * size * 0.5 * sign,
  });
  return polygon([to, side(1), side(-1)]);
}
