import type { Drawing, PathMark } from '../drawing/drawing.ts';
import { markBox, markPieces } from '../drawing/drawing.ts';
import type { SheetSize } from '../design/paper.ts';
import type { Box } from '../geometry/box.ts';
import { boxesMeet } from '../geometry/box.ts';
import type { Cubic } from '../geometry/cubic.ts';
import { cubicBox, straightCubic } from '../geometry/cubic.ts';
import { cubicMeetsBox } from '../geometry/meetsBox.ts';

export interface Margins {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

/** Tiles of one size laid from the drawing's lower left corner, neighbours sharing the overlap; mm. */
export interface TileGrid {
  readonly tileWidth: number;
  readonly tileHeight: number;
  readonly overlap: number;
  readonly columns: number;
  readonly rows: number;
  /** Lower left corner of tile (0, 0): the drawing's least x and y, less the shift. */
  readonly originX: number;
  readonly originY: number;
}

/** A drawing longer than a whole number of tiles by less than this share of a tile is rounding, not drawing. */
const COUNT_TOLERANCE = 1e-9;

const count = (extent: number, tile: number, overlap: number): number =>
  Math.max(1, Math.ceil((extent - overlap) / (tile - overlap) - COUNT_TOLERANCE));

/**
 * The tiles that a drawing takes (formulas section 10), `columns = max(1, ceil((W − o)/(tile_w − o) − 1e-9))`.
 * `box` is the drawing after correction. The tile must be larger than the overlap. A shift lays the tiles
 * so much further to the left and down, the drawing further in from their first corner; whole tiles of it do nothing.
 */
export function tileGrid(
  box: Box,
  sheet: SheetSize,
  margins: Margins,
  overlap: number,
  shift: { readonly x: number; readonly y: number } = { x: 0, y: 0 },
): TileGrid {
  const tileWidth = sheet.width - margins.left - margins.right;
  const tileHeight = sheet.height - margins.top - margins.bottom;
  if (tileWidth <= overlap || tileHeight <= overlap)
    throw new RangeError(
      `tile ${tileWidth} × ${tileHeight} mm is not larger than its overlap, ${overlap} mm: take smaller margins`,
    );
  const within = (by: number, tile: number): number => {
    const pitch = tile - overlap;
    return by - Math.floor(by / pitch) * pitch;
  };
  const originX = box.minX - within(shift.x, tileWidth);
  const originY = box.minY - within(shift.y, tileHeight);
  return {
    tileWidth,
    tileHeight,
    overlap,
    columns: count(box.maxX - originX, tileWidth, overlap),
    rows: count(box.maxY - originY, tileHeight, overlap),
    originX,
    originY,
  };
}

/** The tile's place in the corrected drawing, mm. */
export function tileArea(grid: TileGrid, column: number, row: number): Box {
  const minX = grid.originX + column * (grid.tileWidth - grid.overlap);
  const minY = grid.originY + row * (grid.tileHeight - grid.overlap);
  return { minX, minY, maxX: minX + grid.tileWidth, maxY: minY + grid.tileHeight };
}

const CURVES = new WeakMap<PathMark, readonly { readonly c: Cubic; readonly box: Box }[]>();

/** A mark's curves and their boxes, made once. */
function curvesOf(mark: PathMark): readonly { readonly c: Cubic; readonly box: Box }[] {
  const known = CURVES.get(mark);
  if (known) return known;
  const curves = markPieces(mark).map((piece) => {
    const c = 'p0' in piece ? piece : straightCubic(piece[0], piece[1]);
    return { c, box: cubicBox(c) };
  });
  CURVES.set(mark, curves);
  return curves;
}

/** All lines of a drawing as cubics. */
export const drawnCurves = (drawing: Drawing): readonly Cubic[] =>
  drawing.layers.flatMap((l) =>
    l.marks.flatMap((m) => (m.kind === 'path' ? curvesOf(m).map(({ c }) => c) : [])),
  );

const boxWithin = (box: Box, area: Box): boolean =>
  box.minX >= area.minX && box.maxX <= area.maxX && box.minY >= area.minY && box.maxY <= area.maxY;

/** Which tiles carry any line of a drawing, as a test of (column, row); a mark is checked only where its box meets one. */
export function tilesWithLines(grid: TileGrid, drawing: Drawing): (column: number, row: number) => boolean {
  const inked = new Set<number>();
  const marks = drawing.layers.flatMap((l) => l.marks.filter((m): m is PathMark => m.kind === 'path'));
  const carries = (mark: PathMark, area: Box): boolean => {
    const box = markBox(mark);
    if (!boxesMeet(box, area)) return false;
    return (
      boxWithin(box, area) ||
      curvesOf(mark).some(({ c, box: b }) => boxesMeet(b, area) && cubicMeetsBox(c, area))
    );
  };
  for (let row = 0; row < grid.rows; row += 1)
    for (let column = 0; column < grid.columns; column += 1) {
      const area = tileArea(grid, column, row);
      if (marks.some((m) => carries(m, area))) inked.add(row * grid.columns + column);
    }
  return (column, row) => inked.has(row * grid.columns + column);
}
