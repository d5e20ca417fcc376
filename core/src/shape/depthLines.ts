import type { Point } from '../geometry/point.ts';
import type { Fields } from '../solid/field.ts';
import type { Grid } from '../solid/grid.ts';
import type { ThicknessMap } from './thicknessMap.ts';

/** A line along which a face was carved to one depth, mm. */
export interface DepthLine {
  readonly depth: number;
  readonly points: readonly Point[];
}

/** Ends nearer than this share of a cell are the same place. */
const SAME = 1e-6;

/**
 * Lines of equal depth on one face (marching squares: W. Lorensen and H. Cline, Marching cubes, 1987, in the plane), at
 * every so many mm. They end where a cell is no longer whole in the body.
 */
export const depthLines = (fields: Fields, depth: Float32Array, every: number): readonly DepthLine[] =>
  levelLines(fields, depth, every, (i) => fields.share[i]! >= 1 - SAME, Infinity);

/** A step from one cell to the next of more than this, mm, is a wall: no line runs over it. */
const WALL = 2;

/** Lines of equal wood on a map, at every so many mm, off the edge and off walls of openings. */
export const thicknessLines = (map: ThicknessMap, every: number): readonly DepthLine[] =>
  levelLines(map, map.wood, every, (i) => map.wood[i]! >= 0, WALL);

/** Lines along which values of a grid have one level; over cells whose corners count, and differ by no more than `most`. */
function levelLines(
  { x0, y0, step, columns, rows }: Grid,
  depth: Float32Array,
  every: number,
  counts: (cell: number) => boolean,
  steepest: number,
): readonly DepthLine[] {
  let most = 0;
  for (const d of depth) most = Math.max(most, d);
  const lines: DepthLine[] = [];
  for (let level = every; level < most; level += every) {
    const next = new Map<string, { readonly to: Point; readonly key: string }[]>();
    const key = (p: Point): string =>
      `${Math.round((p.x - x0) / step / SAME)} ${Math.round((p.y - y0) / step / SAME)}`;
    const between = (c: number, r: number, e: number, f: number): Point => {
      const [a, b] = [depth[r * columns + c]!, depth[f * columns + e]!];
      const t = (level - a) / (b - a);
      return { x: x0 + (c + (e - c) * t) * step, y: y0 + (r + (f - r) * t) * step };
    };
    const add = (p: Point, q: Point): void => {
      const [kp, kq] = [key(p), key(q)];
      next.set(kp, [...(next.get(kp) ?? []), { to: q, key: kq }]);
      next.set(kq, [...(next.get(kq) ?? []), { to: p, key: kp }]);
    };
    for (let r = 0; r + 1 < rows; r += 1)
      for (let c = 0; c + 1 < columns; c += 1) {
        const i = r * columns + c;
        const corners = [i, i + 1, i + columns + 1, i + columns];
        const over = corners.map((k) => depth[k]! >= level);
        const count = over.filter(Boolean).length;
        if (count === 0 || count === 4 || !corners.every(counts)) continue;
        const values = corners.map((k) => depth[k]!);
        if (Math.max(...values) - Math.min(...values) > steepest) continue;
        // Its four sides in turn; the line goes through those whose ends lie on either side of the level.
        const sides = [
          [c, r, c + 1, r],
          [c + 1, r, c + 1, r + 1],
          [c + 1, r + 1, c, r + 1],
          [c, r + 1, c, r],
        ] as const;
        const at = sides.flatMap((s, k) => (over[k] !== over[(k + 1) % 4] ? [between(...s)] : []));
        if (at.length === 2) add(at[0]!, at[1]!);
        else if (over[0]) {
          add(at[0]!, at[1]!);
          add(at[2]!, at[3]!);
        } else {
          add(at[3]!, at[0]!);
          add(at[1]!, at[2]!);
        }
      }
    // From open ends first, then round what is closed.
    const used = new Set<string>();
    const walk = (from: string, first: Point): void => {
      const points = [first];
      let here = from;
      for (;;) {
        const way = next.get(here)?.find((w) => !used.has(`${here}>${w.key}`));
        if (!way) break;
        used.add(`${here}>${way.key}`);
        used.add(`${way.key}>${here}`);
        points.push(way.to);
        here = way.key;
      }
      if (points.length > 2) lines.push({ depth: level, points });
    };
    const placeOf = (k: string): Point => {
      const [way] = next.get(k)!;
      return next.get(way!.key)!.find((w) => w.key === k)!.to;
    };
    for (const [k, ways] of next) if (ways.length === 1) walk(k, placeOf(k));
    for (const k of next.keys()) walk(k, placeOf(k));
  }
  return lines;
}
