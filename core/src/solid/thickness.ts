import type { Point } from '../geometry/point.ts';
import { hypot } from '../geometry/point.ts';
import type { Polygon } from '../geometry/polygons.ts';
import { deepest } from './depths.ts';
import type { Sampler } from './field.ts';
import { createSampler } from './field.ts';
import { regionHolds } from './region.ts';
import type { Removal, Solid } from './solid.ts';
import { isAlongEdge } from './solid.ts';

/** A solid without what is done along its edges: there the wood runs out to nothing, and is meant to. */
export const withoutEdges = (solid: Solid): Solid => {
  const bare = (removals: readonly Removal[]): readonly Removal[] => removals.filter((r) => !isAlongEdge(r));
  return { ...solid, front: bare(solid.front), back: bare(solid.back) };
};

/** The least wood of a solid, and a place that has it. */
export interface Least {
  /** mm; never under 0. */
  readonly thickness: number;
  readonly at: Point;
}

/** A hair inside every line, mm: on it, a place counts to either side. */
const HAIR = 1e-5;

/** Places a hair inside a line (wood or cut on its left), no further apart than `step`, and in its corners. */
function* placesInside(polygon: Polygon, step: number): Generator<readonly [number, number]> {
  const n = polygon.length;
  for (let i = 0; i < n; i += 1) {
    const [before, a, b] = [polygon[(i + n - 1) % n]!, polygon[i]!, polygon[(i + 1) % n]!];
    const [dx, dy] = [b.x - a.x, b.y - a.y];
    const long = hypot(dx, dy);
    if (long === 0) continue;
    const [nx, ny] = [-dy / long, dx / long];
    const parts = Math.max(1, Math.ceil(long / step));
    for (let k = 1; k < parts; k += 1)
      yield [a.x + (dx * k) / parts + nx * HAIR, a.y + (dy * k) / parts + ny * HAIR];
    // Into the corner, between its two sides.
    const back = hypot(a.x - before.x, a.y - before.y) || 1;
    yield [a.x + (nx - (a.y - before.y) / back) * HAIR, a.y + (ny + (a.x - before.x) / back) * HAIR];
  }
}

/**
 * The least wood of a solid without what is done along its edges, mm: along every line exactly, between them by the grid.
 */
export function leastThickness(solid: Solid, step: number, sampler: Sampler = createSampler()): Least {
  const bare = withoutEdges(solid);
  const [front, back] = [deepest(bare.region, bare.front), deepest(bare.region, bare.back)];
  let best: Least = { thickness: Infinity, at: solid.region.outer[0]! };
  const look = (x: number, y: number, f: number, b: number): void => {
    const t = Math.max(0, solid.thickness - f - b);
    if (t < best.thickness) best = { thickness: t, at: { x, y } };
  };
  const holds = regionHolds(solid.region);
  const lines = [
    solid.region.outer,
    ...solid.region.holes,
    ...[...bare.front, ...bare.back].flatMap((r) =>
      r.kind === 'opening' ? [r.shape.outer, ...r.shape.holes] : [],
    ),
  ];
  for (const line of lines)
    for (const [x, y] of placesInside(line, step)) if (holds(x, y)) look(x, y, front(x, y), back(x, y));
  const fields = sampler.fields(bare, step);
  for (let i = 0; i < fields.share.length; i += 1)
    if (fields.share[i]! > 0.999)
      look(
        fields.x0 + (i % fields.columns) * step,
        fields.y0 + Math.floor(i / fields.columns) * step,
        fields.front[i]!,
        fields.back[i]!,
      );
  return best;
}
