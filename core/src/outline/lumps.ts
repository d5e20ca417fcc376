import type { ClosedPath } from '../geometry/closedPath.ts';
import { signedArea } from '../geometry/closedPath.ts';
import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';
import type { EdgeRun, EdgeSample } from './edgeRuns.ts';
import { edgeRuns } from './edgeRuns.ts';
import { risesOf } from './reference.ts';

/**
 * A lump (formulas section 4): a short rise or dip that a hand along the edge would feel and the shape does not
 * need.
 */
export interface Lump {
  readonly at: Point;
  /** Index of the segment it lies on. */
  readonly segment: number;
  /** Normal distance between the edge and the same stretch faired without it, mm. */
  readonly height: number;
  /** Along the edge, mm. */
  readonly length: number;
  /** Whether it stands out of the body (a bump) or into it (a dip). */
  readonly outward: boolean;
}

/** Whether two lumps are one and the same, seen before and after. */
export const sameLump = (a: Lump, b: Lump): boolean => distance(a.at, b.at) <= (a.length + b.length) / 2;

/** A lump with the edge it is on, and where that edge would run without it. */
export interface BridgedLump extends Lump {
  readonly run: EdgeRun;
  /** Samples of the run that stand off, in order. */
  readonly over: readonly EdgeSample[];
  /** Where each of them lies without the lump. */
  readonly faired: readonly Point[];
}

/** The edge is looked at about every so many mm: several samples on the shortest lump that a finger feels. */
const STEP = 2;
/** A straight piece of this length, mm, is a side that is meant: what joins it is no lump. */
const STRAIGHT_SIDE = 20;
/** A rise longer than this, mm, is the shape's own swing; one higher than the second is a feature. */
const LONGEST = 90;
const HIGHEST = 2.5;

/** The lumps of an outline that stand at least `least` mm high, highest first, each with its bridge; whichever way round it runs. */
export function bridgedLumps(path: ClosedPath, least: number): readonly BridgedLump[] {
  const sense = Math.sign(signedArea(path));
  if (sense === 0) return [];
  const found: BridgedLump[] = [];
  for (const run of edgeRuns(path, STEP, STRAIGHT_SIDE)) {
    const n = run.samples.length;
    for (const { from, offsets } of risesOf(run, least)) {
      const length = (offsets.length - 1) * run.step;
      const highest = offsets.reduce((m, v, i) => (Math.abs(v) > Math.abs(offsets[m]!) ? i : m), 0);
      const height = Math.abs(offsets[highest]!);
      if (length > LONGEST || height > HIGHEST) continue;
      const over = offsets.map((_, i) => run.samples[(from + i) % n]!);
      const { at, segment } = over[highest]!;
      // Left of a counter-clockwise edge lies the body: a reference within it means that the edge stands out.
      const outward = offsets[highest]! * sense > 0;
      const faired = over.map(({ at: p, way }, i) => ({
        x: p.x - way.y * offsets[i]!,
        y: p.y + way.x * offsets[i]!,
      }));
      found.push({ at, segment, height, length, outward, run, over, faired });
    }
  }
  return found.sort((p, q) => q.height - p.height);
}

/** The lumps of an outline that stand at least `least` mm high, highest first; whichever way round it runs. */
export const findLumps = (path: ClosedPath, least: number): readonly Lump[] =>
  bridgedLumps(path, least).map(({ at, segment, height, length, outward }) => ({
    at,
    segment,
    height,
    length,
    outward,
  }));

/** Rises lower than this, mm, are not drawn in the raking view: ten times as high they are a tenth of a mm. */
const LEAST_RAKED = 0.01;

/**
 * The raking view: the edge as a low light would show it, its rises over the faired reference drawn so many times
 * as high. One line for each rise, mm in the path's frame; elsewhere the edge is its own reference.
 */
export const rakedEdge = (path: ClosedPath, gain: number): readonly (readonly Point[])[] =>
  bridgedLumps(path, LEAST_RAKED).map(({ over, faired }) =>
    faired.map((p, i) => ({
      x: p.x + gain * (over[i]!.at.x - p.x),
      y: p.y + gain * (over[i]!.at.y - p.y),
    })),
  );
