import type { Point } from '../geometry/point.ts';
import { cross, distance, dot, subtract } from '../geometry/point.ts';

/** Length of the arms on either side of a corner that is looked for, mm: over a traced edge's noise, under most bends. */
const ARM = 4;
/** A turn under this, rad (17°), between the arms is a bend and no corner. */
const LEAST_TURN = 0.3;

/** The edge comes so near to the meeting of its arms at a corner, mm, beside the tolerance; arms that bend add to it. */
const LEAST_OFF = 0.15;
const BENT_ARMS = 0.1;
/** However nearly it folds back, a tip's arms are not let meet further off than five times that. */
const LEAST_SINE = 0.2;
/** A corner keeps at least this share of its turn over arms of half the length: between a bend's half and all of it. */
const BEND_SHARE = 0.72;
/** Sine of a turn so small that two arms have no meeting to speak of. */
const PARALLEL = 1e-6;

/** A straight line through samples by least squares: a place on it and its direction, in the samples' order. */
function lineThrough(samples: readonly Point[]): { readonly at: Point; readonly way: Point } {
  const n = samples.length;
  const at = {
    x: samples.reduce((s, p) => s + p.x, 0) / n,
    y: samples.reduce((s, p) => s + p.y, 0) / n,
  };
  let [xx, xy, yy] = [0, 0, 0];
  for (const p of samples) {
    xx += (p.x - at.x) ** 2;
    xy += (p.x - at.x) * (p.y - at.y);
    yy += (p.y - at.y) ** 2;
  }
  const angle = 0.5 * Math.atan2(2 * xy, xx - yy);
  const way = { x: Math.cos(angle), y: Math.sin(angle) };
  const along = dot(way, subtract(samples[n - 1]!, samples[0]!));
  return { at, way: along < 0 ? { x: -way.x, y: -way.y } : way };
}

/** A corner of a sampled edge: the sample it stands at, and the place where its arms meet. */
export interface Corner {
  readonly index: number;
  readonly at: Point;
  /** rad, counter-clockwise positive. */
  readonly turn: number;
}

/**
 * The corners of a closed, sampled edge (an even mm or so apart): places where straight arms on either side meet
 * at an angle, and where the edge itself comes within the tolerance of their meeting, which that of a rounded
 * corner does not. In order.
 */
export function cornersOf(samples: readonly Point[], tolerance: number): readonly Corner[] {
  const n = samples.length;
  const round = samples.reduce((s, p, i) => s + distance(p, samples[(i + 1) % n]!), 0);
  const reach = Math.max(3, Math.round((ARM * n) / round));
  if (n < 4 * reach) return [];
  const get = (i: number): Point => samples[((i % n) + n) % n]!;
  const arm = (from: number, to: number): readonly Point[] =>
    Array.from({ length: to - from + 1 }, (_, k) => get(from + k));
  const turnOver = (i: number, long: number): number => {
    const [a, b] = [lineThrough(arm(i - long, i)), lineThrough(arm(i, i + long))];
    return Math.atan2(cross(a.way, b.way), dot(a.way, b.way));
  };
  const turns = samples.map((_, i) => turnOver(i, reach));
  // The arms without the samples next to the corner, which noise or a blunt pen may have rounded.
  const skip = Math.max(1, Math.round(reach / 4));
  /** Where the arms on either side of a sample meet, and by how much they turn. */
  const meeting = (i: number): { readonly at: Point; readonly turned: number } | null => {
    const before = lineThrough(arm(i - reach, i - skip));
    const after = lineThrough(arm(i + skip, i + reach));
    const denominator = cross(before.way, after.way);
    if (Math.abs(denominator) < PARALLEL) return null;
    const along = cross(subtract(after.at, before.at), after.way) / denominator;
    return {
      at: { x: before.at.x + before.way.x * along, y: before.at.y + before.way.y * along },
      turned: Math.atan2(denominator, dot(before.way, after.way)),
    };
  };
  const found: Corner[] = [];
  turns.forEach((turn, index) => {
    if (Math.abs(turn) < LEAST_TURN) return;
    for (let d = 1; d <= reach; d += 1) {
      if (Math.abs(turns[(index + d) % n]!) > Math.abs(turn)) return;
      if (Math.abs(turns[(index - d + n) % n]!) >= Math.abs(turn)) return;
    }
    // A bend turns half as much over arms of half the length, a corner as much.
    const isFolded = Math.abs(turn) > Math.PI / 2;
    if (!isFolded && Math.abs(turnOver(index, Math.round(reach / 2))) < BEND_SHARE * Math.abs(turn)) return;
    const first = meeting(index);
    if (!first) return;
    // The sharpest sample may stand a little beside the corner: the arms are taken again from where they met.
    const near = arm(index - reach, index + reach).reduce(
      (best, p, k) => (distance(p, first.at) < distance(get(best), first.at) ? index - reach + k : best),
      index,
    );
    const { at, turned } = meeting(near) ?? first;
    const off = Math.min(...arm(near - 2, near + 2).map((p) => distance(p, at)));
    // Arms that bend by themselves meet a little off the corner: a tenth of a mm for a bend of R 20 mm.
    // The nearest sample is up to half a step away. Nearly folded back, their meeting slides far along a sharp tip.
    const allowed =
      (Math.max(tolerance, LEAST_OFF) + BENT_ARMS) / Math.max(LEAST_SINE, Math.abs(Math.sin(turn))) +
      round / n / 2;
    if (off <= allowed) found.push({ index: (near + n) % n, at, turn: turned });
  });
  return found;
}
