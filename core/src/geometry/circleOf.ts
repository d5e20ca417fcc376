import type { Cubic } from './cubic.ts';
import { cubicAt } from './cubic.ts';
import type { Point } from './point.ts';
import { distance } from './point.ts';

/** A line leaves a circle by so much at most, mm, or by this share of its diameter: exporters round, and draw chords. */
const OFF = { mm: 0.02, share: 2e-3 };
/** Corners of a circle drawn in chords at least: fewer are a polygon that is meant. */
const LEAST_CHORDS = 12;

/**
 * The circle that a closed line draws, mm: its arcs, or its chords where there are {@link LEAST_CHORDS} or more; null
 * where it draws none.
 */
export function circleOf(pieces: readonly Cubic[]): { readonly at: Point; readonly diameter: number } | null {
  if (pieces.length === 0) return null;
  const ends = pieces.map((c) => c.p0);
  const middles = pieces.map((c) => cubicAt(c, 0.5));
  const isChord = (c: Cubic, m: Point): boolean =>
    distance(m, { x: (c.p0.x + c.p3.x) / 2, y: (c.p0.y + c.p3.y) / 2 }) < OFF.mm / 4;
  const chords = pieces.filter((c, i) => isChord(c, middles[i]!)).length;
  // Chords lie inside their circle: their ends alone are on it.
  const on = chords === pieces.length ? ends : [...ends, ...middles];
  if (chords > 0 && pieces.length < LEAST_CHORDS) return null;
  const bounds = on.reduce(
    (b, p) => ({
      minX: Math.min(b.minX, p.x),
      maxX: Math.max(b.maxX, p.x),
      minY: Math.min(b.minY, p.y),
      maxY: Math.max(b.maxY, p.y),
    }),
    { minX: Infinity, maxX: -Infinity, minY: Infinity, maxY: -Infinity },
  );
  // The mean of evenly spread places is the middle; the box's is not where no place lies at its side.
  const mean = on.reduce((s, p) => ({ x: s.x + p.x / on.length, y: s.y + p.y / on.length }), { x: 0, y: 0 });
  const box = { x: (bounds.minX + bounds.maxX) / 2, y: (bounds.minY + bounds.maxY) / 2 };
  for (const at of [mean, box]) {
    const radii = on.map((p) => distance(p, at));
    const radius = radii.reduce((s, r) => s + r, 0) / radii.length;
    const off = Math.max(...radii.map((r) => Math.abs(r - radius)));
    if (radius > 0 && off <= Math.max(OFF.mm, 2 * radius * OFF.share)) return { at, diameter: 2 * radius };
  }
  return null;
}
