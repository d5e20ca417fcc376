import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';
import { placesAlong } from './placesAlong.ts';

/** A closed line is walked in steps of about this, mm. */
const STEP = 1.5;
/** A corner turns within this length of the line, mm: about a quarter round a usual ledge’s middle, shorter than a narrow cover’s end. */
const WINDOW = 22;
/** A corner turns by at least this, and by this more than the line does in the mean: a round line has none. */
const LEAST_TURN = (45 * Math.PI) / 180;
const OVER_MEAN = (20 * Math.PI) / 180;
/** Turns this near to the largest of a corner are its middle: rounding of the steps. */
const SAME_TURN = (2 * Math.PI) / 180;

interface Walked {
  readonly at: readonly Point[];
  readonly total: number;
}

/** A closed line in even steps. */
function walked(polygon: readonly Point[]): Walked {
  const total = polygon.reduce((sum, p, i) => sum + distance(p, polygon[(i + 1) % polygon.length]!), 0);
  const count = Math.max(12, Math.round(total / STEP));
  return { at: placesAlong(polygon, total / count), total };
}

/** Runs of indices in a ring that are all marked. */
function runsOf(marked: readonly boolean[]): readonly (readonly number[])[] {
  const count = marked.length;
  const first = marked.findIndex((m, i) => m && !marked[(i + count - 1) % count]!);
  if (first < 0) return [];
  const runs: number[][] = [];
  for (let k = 0; k < count; k += 1) {
    const i = (first + k) % count;
    if (!marked[i]) continue;
    if (k === 0 || !marked[(i + count - 1) % count]) runs.push([]);
    runs.at(-1)!.push(i);
  }
  return runs;
}

/** Indices of the middles of the corners of a walked line. */
function cornersOf({ at, total }: Walked): readonly number[] {
  const count = at.length;
  const turn = at.map((p, i) => {
    const [a, b] = [at[(i + count - 1) % count]!, at[(i + 1) % count]!];
    const [ux, uy, vx, vy] = [p.x - a.x, p.y - a.y, b.x - p.x, b.y - p.y];
    return Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy);
  });
  const half = Math.round(WINDOW / 2 / (total / count));
  // No line is so short that a window would hold it twice.
  if (2 * half + 1 >= count / 2) return [];
  const within = turn.map((_, i) => {
    let sum = 0;
    for (let k = -half; k <= half; k += 1) sum += turn[(i + k + count) % count]!;
    return Math.abs(sum);
  });
  const mean = within.reduce((sum, t) => sum + t, 0) / count;
  const least = Math.max(LEAST_TURN, mean + OVER_MEAN);
  return runsOf(within.map((t) => t >= least)).map((run) => {
    const most = Math.max(...run.map((i) => within[i]!));
    const middle = run.filter((i) => within[i]! >= most - SAME_TURN);
    return middle[Math.floor((middle.length - 1) / 2)]!;
  });
}

/**
 * Places in the corners of a closed line and evenly between them, at most about `apart` mm; evenly along the whole line
 * where it has fewer than three corners. At least three places, so that a plate lies flat.
 */
export function placesFromCorners(polygon: readonly Point[], apart: number): readonly Point[] {
  const line = walked(polygon);
  const corners = [...cornersOf(line)].sort((a, b) => a - b);
  if (corners.length < 3) return placesAlong(polygon, apart);
  const { at, total } = line;
  const step = total / at.length;
  return corners.flatMap((from, i) => {
    const steps = (corners[(i + 1) % corners.length]! - from + at.length) % at.length;
    const parts = Math.max(1, Math.round((steps * step) / apart));
    return Array.from({ length: parts }, (_, k) => at[(from + Math.round((k * steps) / parts)) % at.length]!);
  });
}
