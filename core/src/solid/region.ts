import type { ClosedPath } from '../geometry/closedPath.ts';
import { flattenPath, signedArea } from '../geometry/closedPath.ts';
import type { Box } from '../geometry/box.ts';
import { boxOfPoints } from '../geometry/box.ts';
import type { Polygon } from '../geometry/polygons.ts';
import { polygonArea } from '../geometry/polygons.ts';
import type { Region } from './solid.ts';
import { PLAN_CHORD } from './solid.ts';

/** Curves as a region: the outer counter-clockwise, holes clockwise, in chords too short to matter. */
export function regionOfPaths(outer: ClosedPath, holes: readonly ClosedPath[] = []): Region {
  const turned = (path: ClosedPath, sense: 1 | -1): Polygon => {
    const points = flattenPath(path, PLAN_CHORD);
    return Math.sign(signedArea(path)) === sense ? points : points.reverse();
  };
  return { outer: turned(outer, 1), holes: holes.map((h) => turned(h, -1)) };
}

/** Polygons as a region. */
export function regionOfPolygons(outer: Polygon, holes: readonly Polygon[] = []): Region {
  const turned = (polygon: Polygon, sense: 1 | -1): Polygon =>
    Math.sign(polygonArea(polygon)) === sense ? polygon : [...polygon].reverse();
  return { outer: turned(outer, 1), holes: holes.map((h) => turned(h, -1)) };
}

export const regionBox = ({ outer }: Region): Box => boxOfPoints(outer)!;

/** Rows of a region: where its edges cross lines along x. */
export interface Rows {
  /** The crossings of a line at y, in order: inside from each odd one to the next. */
  readonly at: (y: number) => readonly number[];
}

/** A region made ready for questions row by row: its edges by the rows that they cross. */
export function rowsOf({ outer, holes }: Region, height: number): Rows {
  const box = boxOfPoints(outer)!;
  const count = Math.max(1, Math.ceil((box.maxY - box.minY) / height) + 1);
  const rows: number[][] = Array.from({ length: count }, () => []);
  const row = (y: number): number => Math.max(0, Math.min(count - 1, Math.floor((y - box.minY) / height)));
  const edges: (readonly [number, number, number, number])[] = [];
  for (const polygon of [outer, ...holes])
    polygon.forEach((a, i) => {
      const b = polygon[(i + 1) % polygon.length]!;
      if (a.y === b.y) return;
      edges.push([a.x, a.y, b.x, b.y]);
      for (let r = row(Math.min(a.y, b.y)); r <= row(Math.max(a.y, b.y)); r += 1)
        rows[r]!.push(edges.length - 1);
    });
  return {
    at: (y) => {
      if (y < box.minY || y > box.maxY) return [];
      const found: number[] = [];
      for (const i of rows[row(y)]!) {
        const [ax, ay, bx, by] = edges[i]!;
        if (ay > y !== by > y) found.push(ax + ((bx - ax) * (y - ay)) / (by - ay));
      }
      return found.sort((p, q) => p - q);
    },
  };
}

/** Rows that single places are looked up in, mm. */
const ASKED_ROW = 1;

/** Whether places lie in a region. */
export function regionHolds(region: Region): (x: number, y: number) => boolean {
  const rows = rowsOf(region, ASKED_ROW);
  return (x, y) => {
    let inside = false;
    for (const at of rows.at(y)) {
      if (at > x) break;
      inside = !inside;
    }
    return inside;
  };
}
