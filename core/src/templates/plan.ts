import type { Design } from '../design/schema.ts';
import type { SheetSize } from '../design/paper.ts';
import { sheetSize } from '../design/paper.ts';
import type { Drawing } from '../drawing/drawing.ts';
import { drawingBox, mapMark, turnAbout, turnDrawing } from '../drawing/drawing.ts';
import type { Box } from '../geometry/box.ts';
import { boxHeight, boxWidth } from '../geometry/box.ts';
import type { Point } from '../geometry/point.ts';
import type { TileGrid } from './tiles.ts';
import { tileArea, tileGrid, tilesWithLines } from './tiles.ts';

export interface Tile {
  readonly column: number;
  readonly row: number;
  /** Row letter from the top, column number from the left: A1. */
  readonly label: string;
  /** Where it lies in the corrected drawing, mm. */
  readonly area: Box;
  /** Whether it carries a line; the others are not printed. */
  readonly printed: boolean;
}

/** Which sheets a template takes. The drawing is corrected: as it must come out of this printer's settings. */
export interface SheetPlan {
  readonly sheet: SheetSize;
  readonly grid: TileGrid;
  readonly drawing: Drawing;
  readonly correction: { readonly x: number; readonly y: number };
  /** How far the drawing is turned under the sheets, rad, counter-clockwise. */
  readonly turn: number;
  readonly tiles: readonly Tile[];
  readonly printed: readonly Tile[];
}

/** A row's letter: A, B … Z, AA …, as rows are counted from the top. */
export function rowLetter(fromTop: number): string {
  const letter = String.fromCharCode(65 + (fromTop % 26));
  return fromTop < 26 ? letter : rowLetter(Math.floor(fromTop / 26) - 1) + letter;
}

/** Every point of a drawing scaled per axis about the origin. */
export function correctDrawing(drawing: Drawing, k: { readonly x: number; readonly y: number }): Drawing {
  if (k.x === 1 && k.y === 1) return drawing;
  const f = (p: Point): Point => ({ x: p.x * k.x, y: p.y * k.y });
  return { layers: drawing.layers.map((l) => ({ ...l, marks: l.marks.map((m) => mapMark(m, f)) })) };
}

const RAD = Math.PI / 180;

/**
 * The plan of the sheets for a template's drawing: turned, corrected along the sheet's own axes, laid out
 * (formulas section 10). A roll is as long as the drawing needs.
 */
export function planSheets(drawing: Drawing, print: Design['print']): SheetPlan {
  const { margins, place } = print;
  const turned = turnDrawing(drawing, place.turn * RAD);
  const corrected = correctDrawing(turned, print.correction);
  const box = drawingBox(corrected) ?? { minX: 0, minY: 0, maxX: 0, maxY: 0 };
  const sheet = sheetSize(print, {
    width: boxWidth(box) + margins.left + margins.right,
    height: boxHeight(box) + margins.top + margins.bottom,
  });
  const grid = tileGrid(box, sheet, margins, print.overlap, { x: place.shiftX, y: place.shiftY });
  const inked = tilesWithLines(grid, corrected);
  const tiles: Tile[] = [];
  for (let row = grid.rows - 1; row >= 0; row -= 1)
    for (let column = 0; column < grid.columns; column += 1)
      tiles.push({
        column,
        row,
        label: `${rowLetter(grid.rows - 1 - row)}${column + 1}`,
        area: tileArea(grid, column, row),
        printed: inked(column, row),
      });
  const { x, y } = print.correction;
  return {
    sheet,
    grid,
    drawing: corrected,
    correction: { x, y },
    turn: place.turn * RAD,
    tiles,
    printed: tiles.filter((t) => t.printed),
  };
}

/**
 * The plan of a drawing that begins with its first sheet’s upper edge, as it is drawn: what lies uppermost is cut by as few seams as may be, and
 * what is empty lies below.
 */
export function planFromTop(drawing: Drawing, print: Design['print']): SheetPlan {
  const as = (shiftY: number): SheetPlan =>
    planSheets(drawing, { ...print, place: { turn: 0, shiftX: 0, shiftY } });
  const first = as(0);
  const box = drawingBox(first.drawing);
  const { rows, tileHeight, overlap } = first.grid;
  const empty = rows * (tileHeight - overlap) + overlap - (box ? boxHeight(box) : 0);
  return empty > 0 ? as(empty) : first;
}

/** A place of the plan (corrected, turned) as a place of the template's own drawing. */
export function planToTemplate(plan: Pick<SheetPlan, 'correction' | 'turn'>): (p: Point) => Point {
  const back = turnAbout(-plan.turn);
  const { x, y } = plan.correction;
  return (p) => back({ x: p.x / x, y: p.y / y });
}
