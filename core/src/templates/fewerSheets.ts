import type { PrintSettings } from '../design/schema.ts';
import type { Drawing } from '../drawing/drawing.ts';
import { turnAbout } from '../drawing/drawing.ts';
import { flattenCubic } from '../geometry/cubic.ts';
import type { Point } from '../geometry/point.ts';
import { planSheets } from './plan.ts';
import { drawnCurves } from './tiles.ts';

/** A turn and shift of the drawing that need fewer sheets. */
export interface FewerSheets {
  readonly place: PrintSettings['place'];
  readonly sheets: number;
  readonly saved: number;
}

/** Turns that are tried, degrees, and shifts each way, as shares of the room that the last tile leaves. */
const TURN_STEP = 3;
const SHIFTS = 5;
/** Points on the lines stand so near, mm, that a guess misses hardly a sheet; the best guesses are then planned in full. */
const CHORD = 0.6;
const FULL_PLANS = 24;

/** Rounding of a count of tiles: a drawing of just so many takes no further one (formulas section 10). */
const COUNT_ROUNDING = 1e-9;

interface Guess {
  readonly place: PrintSettings['place'];
  readonly sheets: number;
}

/** How many tiles the points touch. */
function touched(points: readonly Point[], origin: Point, tile: Point, overlap: number): number {
  const pitch = { x: tile.x - overlap, y: tile.y - overlap };
  const inked = new Set<number>();
  for (const p of points) {
    const [u, v] = [p.x - origin.x, p.y - origin.y];
    const [c, r] = [Math.floor(u / pitch.x), Math.floor(v / pitch.y)];
    // In an overlap a point lies on two tiles.
    const columns = c > 0 && u - c * pitch.x < overlap ? [c, c - 1] : [c];
    const rows = r > 0 && v - r * pitch.y < overlap ? [r, r - 1] : [r];
    for (const i of columns) for (const k of rows) inked.add(k * 1000 + i);
  }
  return inked.size;
}

/**
 * The turn and shift of the drawing that saves most sheets; null when none that was tried does better than
 * the present one. Tried are turns every 3° and shifts within the room that the outer tiles leave; the result
 * is planned in full, so its count is exact, but no proof that fewer could not do.
 */
export function fewerSheets(
  drawing: Drawing,
  print: PrintSettings,
  told: (share: number) => void = () => undefined,
): FewerSheets | null {
  const now = planSheets(drawing, print).printed.length;
  const points = drawnCurves(drawing).flatMap((c) => [...flattenCubic(c, CHORD), c.p3]);
  const { correction, overlap } = print;
  const guesses: Guess[] = [];
  for (let turn = -90; turn < 90; turn += TURN_STEP) {
    told((turn + 90) / 180);
    const about = turnAbout((turn * Math.PI) / 180);
    const lie = points.map((p) => {
      const q = about(p);
      return { x: q.x * correction.x, y: q.y * correction.y };
    });
    const [minX, minY] = [Math.min(...lie.map((p) => p.x)), Math.min(...lie.map((p) => p.y))];
    const [maxX, maxY] = [Math.max(...lie.map((p) => p.x)), Math.max(...lie.map((p) => p.y))];
    // Only the grid is needed: its sheet may depend on the drawing (a roll), so it is planned once a turn.
    const { grid } = planSheets({ layers: [] }, print);
    const size = (extent: number, tile: number): number =>
      Math.max(1, Math.ceil((extent - overlap) / (tile - overlap) - COUNT_ROUNDING)) * (tile - overlap) +
      overlap -
      extent;
    const roll = print.paper === 'roll';
    const room = { x: size(maxX - minX, grid.tileWidth), y: size(maxY - minY, grid.tileHeight) };
    for (let i = 0; i <= (roll ? 0 : SHIFTS); i += 1)
      for (let k = 0; k <= (roll ? 0 : SHIFTS); k += 1) {
        const [shiftX, shiftY] = [(room.x * i) / SHIFTS, (room.y * k) / SHIFTS];
        const tile = roll
          ? print.orientation === 'landscape'
            ? { x: Infinity, y: grid.tileHeight }
            : { x: grid.tileWidth, y: Infinity }
          : { x: grid.tileWidth, y: grid.tileHeight };
        const place = { turn, shiftX: Math.floor(shiftX * 10) / 10, shiftY: Math.floor(shiftY * 10) / 10 };
        const sheets = touched(lie, { x: minX - place.shiftX, y: minY - place.shiftY }, tile, overlap);
        if (sheets < now) guesses.push({ place, sheets });
      }
  }
  const likely = guesses.sort(
    (a, b) =>
      a.sheets - b.sheets ||
      Math.abs(a.place.turn) - Math.abs(b.place.turn) ||
      a.place.shiftX + a.place.shiftY - b.place.shiftX - b.place.shiftY,
  );
  let best: FewerSheets | null = null;
  for (const { place, sheets } of likely.slice(0, FULL_PLANS)) {
    if (best && best.sheets <= sheets) break;
    const full = planSheets(drawing, { ...print, place }).printed.length;
    if (full < (best?.sheets ?? now)) best = { place, sheets: full, saved: now - full };
  }
  return best;
}
