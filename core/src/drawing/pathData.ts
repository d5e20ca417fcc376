import type { Point } from '../geometry/point.ts';
import type { PathMark } from './drawing.ts';

/** Tenths of a micron: far below any printer dot or router step. */
const PER_MM = 1e4;
const figure = (value: number): number => Math.round(value * PER_MM) / PER_MM;

/** SVG path data of a mark, through `place` (for instance the flip of y that screens and SVG need). */
export function pathData(mark: PathMark, place: (p: Point) => Point = (p) => p): string {
  const text = (p: Point): string => {
    const q = place(p);
    return `${figure(q.x)} ${figure(q.y)}`;
  };
  const parts = [`M${text(mark.start)}`];
  for (const s of mark.steps)
    parts.push(s.kind === 'line' ? `L${text(s.to)}` : `C${text(s.c1)} ${text(s.c2)} ${text(s.to)}`);
  if (mark.closed) parts.push('Z');
  return parts.join('');
}
