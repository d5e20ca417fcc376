import type { Point } from '../geometry/point.ts';
import { distance, hypot } from '../geometry/point.ts';
import { flattenCubic } from '../geometry/cubic.ts';
import { crosshairs } from './crosshairs.ts';
import type { SheetPlan, Tile } from './plan.ts';
import { planToTemplate } from './plan.ts';
import { BAR_MM } from './sheets.ts';
import type { Margins } from './tiles.ts';
import { drawnCurves } from './tiles.ts';

/**
 * A small stand-in for a printer that is off, as they are: it scales each way, feeds the paper askew, and
 * leaves the sheet's edges blank.
 */
export interface Printer {
  /** Printed over true, across the sheet and up it: 0.98 prints 100 mm as 98 mm. */
  readonly scaleX: number;
  readonly scaleY: number;
  /** How far the picture is turned on the sheet, rad, counter-clockwise. */
  readonly skew: number;
  /** What it cannot print on at each edge, mm. */
  readonly blank: Margins;
}

export const TRUE_PRINTER: Printer = {
  scaleX: 1,
  scaleY: 1,
  skew: 0,
  blank: { left: 0, right: 0, top: 0, bottom: 0 },
};

/** Where a point of a sheet comes out on the paper, mm from its lower left corner: scaled and turned about its middle. */
export function printedPlace(
  printer: Printer,
  sheet: { readonly width: number; readonly height: number },
  p: Point,
): Point {
  const u = (p.x - sheet.width / 2) * printer.scaleX;
  const v = (p.y - sheet.height / 2) * printer.scaleY;
  const [cos, sin] = [Math.cos(printer.skew), Math.sin(printer.skew)];
  return { x: sheet.width / 2 + cos * u - sin * v, y: sheet.height / 2 + sin * u + cos * v };
}

/** A turn and a shift, as paper is moved on a table. */
interface Laid {
  readonly cos: number;
  readonly sin: number;
  readonly dx: number;
  readonly dy: number;
}
const lay = ({ cos, sin, dx, dy }: Laid, p: Point): Point => ({
  x: cos * p.x - sin * p.y + dx,
  y: sin * p.x + cos * p.y + dy,
});

/** The turn and shift that brings points nearest to their places, by least squares (the plane case of Kabsch's method). */
function bestLaid(from: readonly Point[], to: readonly Point[]): Laid {
  const mean = (list: readonly Point[]): Point =>
    list.reduce((m, p) => ({ x: m.x + p.x / list.length, y: m.y + p.y / list.length }), { x: 0, y: 0 });
  const [a, b] = [mean(from), mean(to)];
  let along = 0;
  let across = 0;
  from.forEach((p, i) => {
    const u = { x: p.x - a.x, y: p.y - a.y };
    const v = { x: to[i]!.x - b.x, y: to[i]!.y - b.y };
    along += u.x * v.x + u.y * v.y;
    across += u.x * v.y - u.y * v.x;
  });
  const size = hypot(along, across);
  const [cos, sin] = size > 0 ? [along / size, across / size] : [1, 0];
  return { cos, sin, dx: b.x - cos * a.x + sin * a.y, dy: b.y - sin * a.x - cos * a.y };
}

/** What a printer makes of a plan, after its sheets were laid crosshair on crosshair and taped. */
export interface TapedUp {
  /** What a 100 mm bar of a sheet measures. */
  readonly barX: number;
  readonly barY: number;
  /** Every line of the template as it lies on the taped whole, in the template's own frame, laid over the true drawing as well as it goes. */
  readonly lines: readonly (readonly Point[])[];
  /** The furthest that any point of it lies from where it should, mm. */
  readonly worst: number;
  /** Length of line, mm, that fell on the blank edges of its sheets and shows on no other. */
  readonly lost: number;
}

/** Lines are followed by chords this near to them, mm. */
const CHORD = 0.02;

/** Prints, lays and tapes a plan: the first sheet stays, each next is laid on the crosshairs that it shares with those that lie. */
export function tapeUp(plan: SheetPlan, margins: Margins, printer: Printer): TapedUp {
  const { sheet } = plan;
  const toSheet = (tile: Tile, p: Point): Point => ({
    x: p.x - tile.area.minX + margins.left,
    y: p.y - tile.area.minY + margins.bottom,
  });
  const out = (tile: Tile, p: Point): Point => printedPlace(printer, sheet, toSheet(tile, p));
  const hairs = crosshairs(plan);
  const laid = new Map<Tile, Laid>();
  /** Crosshairs that lie on the table already. */
  const known = new Map<(typeof hairs)[number], Point>();
  const waiting = new Set(plan.printed);
  const put = (tile: Tile, how: Laid): void => {
    laid.set(tile, how);
    waiting.delete(tile);
    for (const h of hairs)
      if (h.tiles.includes(tile) && !known.has(h)) known.set(h, lay(how, out(tile, h.at)));
  };
  while (waiting.size > 0) {
    const shared = (tile: Tile) => hairs.filter((h) => h.tiles.includes(tile) && known.has(h));
    const next = [...waiting].reduce((a, b) => (shared(b).length > shared(a).length ? b : a));
    const on = shared(next);
    // One that shares no crosshair with those that lie (or is the first) is laid by its own place on the plan.
    const places =
      on.length > 0
        ? on.map((h) => h.at)
        : [
            { x: next.area.minX, y: next.area.minY },
            { x: next.area.maxX, y: next.area.maxY },
          ];
    put(
      next,
      bestLaid(
        places.map((p) => out(next, p)),
        on.length > 0 ? on.map((h) => known.get(h)!) : places,
      ),
    );
  }
  const { left, right, top, bottom } = printer.blank;
  const shows = (tile: Tile, p: Point): boolean => {
    const { minX, minY, maxX, maxY } = tile.area;
    if (p.x < minX || p.x > maxX || p.y < minY || p.y > maxY) return false;
    const q = out(tile, p);
    return q.x >= left && q.x <= sheet.width - right && q.y >= bottom && q.y <= sheet.height - top;
  };
  const back = planToTemplate(plan);
  const truth: Point[] = [];
  const made: Point[] = [];
  const runs: number[][] = [];
  let lost = 0;
  for (const c of drawnCurves(plan.drawing)) {
    const points = [...flattenCubic(c, CHORD), c.p3];
    let run: number[] = [];
    points.forEach((p, i) => {
      const tile = plan.printed.find((t) => shows(t, p));
      if (!tile) {
        if (i > 0) lost += distance(points[i - 1]!, p);
        if (run.length > 1) runs.push(run);
        run = [];
        return;
      }
      run.push(made.length);
      truth.push(back(p));
      made.push(lay(laid.get(tile)!, out(tile, p)));
    });
    if (run.length > 1) runs.push(run);
  }
  const over = bestLaid(made, truth);
  const on = made.map((p) => lay(over, p));
  return {
    barX: BAR_MM * plan.correction.x * printer.scaleX,
    barY: BAR_MM * plan.correction.y * printer.scaleY,
    lines: runs.map((r) => r.map((i) => on[i]!)),
    worst: on.reduce((most, p, i) => Math.max(most, distance(p, truth[i]!)), 0),
    lost,
  };
}
