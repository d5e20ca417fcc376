import type { ClosedPath } from '../geometry/closedPath.ts';
import type { Cubic } from '../geometry/cubic.ts';
import { cubicAt, cubicCurvature, cubicFirst, isStraight } from '../geometry/cubic.ts';
import type { Point } from '../geometry/point.ts';
import { distance, length as sizeOf } from '../geometry/point.ts';
import { CORNER_TURN, turnAt } from './hollow.ts';

/** A place on a smooth run of edge. */
export interface EdgeSample {
  readonly at: Point;
  /** Unit direction of travel. */
  readonly way: Point;
  /** 1/mm, positive turning counter-clockwise. */
  readonly curvature: number;
  readonly segment: number;
}

/** A smooth run of edge between corners, or all of an edge without any, at even steps. */
export interface EdgeRun {
  readonly samples: readonly EdgeSample[];
  /** Distance between neighbouring samples along the edge, mm. */
  readonly step: number;
  /** All of a closed edge without corners: the first sample follows the last. */
  readonly closed: boolean;
}

/** Chords per segment by which length grows with the parameter: they fall short of the arc by about a thousandth. */
const LOOKS = 16;

/**
 * The smooth runs of a path, sampled at even steps of about so many mm; a run too short for four steps has four. With
 * `straight` (mm) they end at straight pieces of that length too: a straight side is meant, and what joins it begins there.
 */
export function edgeRuns(path: ClosedPath, step: number, straight = Infinity): readonly EdgeRun[] {
  const isSide = (c: Cubic): boolean => distance(c.p0, c.p3) >= straight && isStraight(c);
  const corners = path
    .map((_, i) => i)
    .filter(
      (i) =>
        Math.abs(turnAt(path, i)) > CORNER_TURN ||
        isSide(path[i]!) ||
        isSide(path[(i + path.length - 1) % path.length]!),
    );
  const starts = corners.length ? corners : [0];
  return starts.map((start, k) => {
    const stop = starts[(k + 1) % starts.length]!;
    const count = ((stop - start + path.length - 1) % path.length) + 1;
    const segments = Array.from({ length: count }, (_, j) => (start + j) % path.length);
    /** Arc length at each look, from the run's start. */
    const table: { readonly segment: number; readonly t: number; readonly s: number }[] = [];
    let s = 0;
    for (const segment of segments) {
      const c = path[segment]!;
      let before = c.p0;
      for (let i = 0; i < LOOKS; i += 1) {
        table.push({ segment, t: i / LOOKS, s });
        const next = cubicAt(c, (i + 1) / LOOKS);
        s += distance(before, next);
        before = next;
      }
    }
    const closed = corners.length === 0;
    const parts = Math.max(4, Math.round(s / step));
    const samples: EdgeSample[] = [];
    let look = 0;
    for (let i = 0; i < parts + (closed ? 0 : 1); i += 1) {
      const at = (s * i) / parts;
      while (look + 1 < table.length && table[look + 1]!.s <= at) look += 1;
      const { segment, t, s: from } = table[look]!;
      const to = table[look + 1]?.s ?? s;
      const c = path[segment]!;
      const u = Math.min(1, t + (to > from ? (at - from) / (to - from) : 0) / LOOKS);
      const way = cubicFirst(c, u);
      const speed = sizeOf(way) || 1;
      samples.push({
        at: cubicAt(c, u),
        way: { x: way.x / speed, y: way.y / speed },
        curvature: cubicCurvature(c, u) ?? 0,
        segment,
      });
    }
    return { samples, step: s / parts, closed };
  });
}
