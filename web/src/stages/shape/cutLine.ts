import type { ClosedPath, Derived, Point } from '@pelkin/core';
import { flattenPath } from '@pelkin/core';
import { useCut } from './chosen.ts';
import { useDerived } from '../../design/derived.ts';

/** A section line stands out past the body by so much, mm. */
const PAST = 14;

/** Across the middle of the body, until it is moved. */
export function usualCut({ measures: { box } }: Pick<Derived, 'measures'>): { from: Point; to: Point } {
  const x = Math.round(box.minX + 0.42 * (box.maxX - box.minX));
  return { from: { x, y: box.maxY + PAST }, to: { x, y: box.minY - PAST } };
}

export function useCutLine(): { readonly from: Point; readonly to: Point } {
  const line = useCut((s) => s.line);
  const derived = useDerived();
  return line ?? usualCut(derived);
}

/** A section line goes on past the body by so much on either side of a place, mm: the body is nowhere wider. */
const FAR = 700;

/** The line across the body through a place, square to a start line there. */
export function cutThrough(
  path: ClosedPath,
  line: readonly Point[],
  place: number,
): { from: Point; to: Point } | null {
  const at = line[place];
  const [a, b] = [line[Math.max(0, place - 1)], line[Math.min(line.length - 1, place + 1)]];
  if (!at || !a || !b) return null;
  const long = Math.hypot(b.x - a.x, b.y - a.y);
  if (long === 0) return null;
  const way = { x: -(b.y - a.y) / long, y: (b.x - a.x) / long };
  const met = flattenPath(path, 0.5).reduce<readonly [number, number] | null>((found, p) => {
    // How far along the line a place of the edge that lies near it is.
    const across = (p.x - at.x) * way.y - (p.y - at.y) * way.x;
    if (Math.abs(across) > NEAR) return found;
    const s = (p.x - at.x) * way.x + (p.y - at.y) * way.y;
    return found ? [Math.min(found[0], s), Math.max(found[1], s)] : [s, s];
  }, null);
  const [low, high] = met && met[1] - met[0] > NEAR ? [met[0] - PAST, met[1] + PAST] : [-FAR, FAR];
  const on = (s: number): Point => ({ x: at.x + way.x * s, y: at.y + way.y * s });
  // From the upper end to the lower, as a section is read.
  return way.y >= 0 ? { from: on(high), to: on(low) } : { from: on(low), to: on(high) };
}

/** A place of the edge so near to a line, mm, is where the line meets it. */
const NEAR = 6;
