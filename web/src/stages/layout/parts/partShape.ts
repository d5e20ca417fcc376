import type { ClosedPath, PartSpec, Point } from '@pelkin/core';
import { partInPlace } from '@pelkin/core';

/** A part drawn flat from above by itself: its own outline, what is cut for it, and the box of both, mm. */
export interface PartShape {
  readonly outline: readonly ClosedPath[];
  readonly cuts: readonly ClosedPath[];
  readonly box: {
    readonly minX: number;
    readonly maxX: number;
    readonly minY: number;
    readonly maxY: number;
  };
}

/** Nothing is drawn smaller than this either way, mm. */
const LEAST = 4;
/** How thick the wood is that it is laid in for the picture, mm: no cut is shown by its depth. */
const WOOD = 44;

export function partShape(spec: PartSpec): PartShape {
  const laid = partInPlace(
    { id: 'alone', spec, at: { x: 0, y: 0 }, turn: 0, face: 'front', z: 0, tilt: 0, group: null },
    WOOD,
  );
  const cuts = laid.cuts.filter((c) => c.role !== 'screw').map((c) => c.path);
  const points = [...laid.footprint, ...cuts].flatMap((p) => p.flatMap((c) => [c.p0, c.p1, c.p2]));
  const [xs, ys] = [points.map((p) => p.x), points.map((p) => p.y)];
  return {
    outline: laid.footprint,
    cuts,
    box: {
      minX: Math.min(...xs, -LEAST),
      maxX: Math.max(...xs, LEAST),
      minY: Math.min(...ys, -LEAST),
      maxY: Math.max(...ys, LEAST),
    },
  };
}

/** A path as SVG data, each place by `at`. */
export const pathWords = (path: ClosedPath, at: (p: Point) => string): string =>
  path.length === 0
    ? ''
    : `M${at(path[0]!.p0)}${path.map((c) => `C${at(c.p1)} ${at(c.p2)} ${at(c.p3)}`).join('')}Z`;
