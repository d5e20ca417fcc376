import type { Point } from '../geometry/point.ts';
import type { SheetPlan, Tile } from './plan.ts';
import { tileArea } from './tiles.ts';

/** Where along a shared edge crosshairs stand, as shares of the tile. */
const ALONG = [0.25, 0.75] as const;

/** A place in the middle of an overlap, in the corrected drawing, and the tiles that share it. */
export interface Crosshair {
  readonly at: Point;
  readonly tiles: readonly Tile[];
}

/**
 * Crosshairs in the middle of every overlap that at least two printed tiles share: two on each shared
 * edge, one where four tiles meet.
 */
export function crosshairs(plan: SheetPlan): readonly Crosshair[] {
  const { grid } = plan;
  const tile = (column: number, row: number): Tile | undefined =>
    plan.printed.find((t) => t.column === column && t.row === row);
  const found: Crosshair[] = [];
  const offer = (at: Point, places: readonly (readonly [number, number])[]): void => {
    const tiles = places.map(([c, r]) => tile(c, r)).filter((t): t is Tile => t !== undefined);
    if (tiles.length > 1) found.push({ at, tiles });
  };
  for (let row = 0; row < grid.rows; row += 1)
    for (let column = 0; column < grid.columns; column += 1) {
      const area = tileArea(grid, column, row);
      const right = area.maxX - grid.overlap / 2;
      const top = area.maxY - grid.overlap / 2;
      for (const share of ALONG) {
        if (column + 1 < grid.columns)
          offer({ x: right, y: area.minY + share * grid.tileHeight }, [
            [column, row],
            [column + 1, row],
          ]);
        if (row + 1 < grid.rows)
          offer({ x: area.minX + share * grid.tileWidth, y: top }, [
            [column, row],
            [column, row + 1],
          ]);
      }
      if (column + 1 < grid.columns && row + 1 < grid.rows)
        offer({ x: right, y: top }, [
          [column, row],
          [column + 1, row],
          [column, row + 1],
          [column + 1, row + 1],
        ]);
    }
  return found;
}
