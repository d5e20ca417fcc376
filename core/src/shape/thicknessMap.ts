import type { Point } from '../geometry/point.ts';
import { hypot } from '../geometry/point.ts';
import type { Fields } from '../solid/field.ts';
import type { Grid } from '../solid/grid.ts';

/** The wood between front and back at the middle of each cell. */
export interface ThicknessMap extends Grid {
  /** mm, 0 where there is none; −1 outside the body. */
  readonly wood: Float32Array;
  /** How deep each face was carved there by anything, mm. */
  readonly front: Float32Array;
  readonly back: Float32Array;
}

export function thicknessMap({
  x0,
  y0,
  step,
  columns,
  rows,
  thickness,
  share,
  front,
  back,
}: Fields): ThicknessMap {
  const wood = new Float32Array(share.length);
  for (let i = 0; i < wood.length; i += 1)
    wood[i] = share[i]! < 0.5 ? -1 : Math.max(0, thickness - front[i]! - back[i]!);
  return { x0, y0, step, columns, rows, wood, front, back };
}

/** What a map tells of a place; null outside the body. */
export function woodAt(
  { x0, y0, step, columns, rows, wood }: ThicknessMap,
  x: number,
  y: number,
): number | null {
  const [c, r] = [Math.round((x - x0) / step), Math.round((y - y0) / step)];
  if (c < 0 || r < 0 || c >= columns || r >= rows) return null;
  const t = wood[r * columns + c]!;
  return t < 0 ? null : t;
}

/** A place of a map with less wood than any round it, mm. */
export interface ThinPlace extends Point {
  readonly wood: number;
}

/** Thin places nearer to one another than this, mm, are one. */
const PLACES_APART = 30;
/** Wood beside the edge is meant to run out: thin places are looked for this far inside, mm. */
const INSIDE = 12;

/** Wood differs by less than this, mm, from a cell to those beside it, where it is wood to speak of. */
const EVEN = 1;

/** The thinnest places of a map, the thinnest first, well apart; at most so many, and none with more than `under` mm of wood. */
export function thinnestPlaces(map: ThicknessMap, most: number, under: number): readonly ThinPlace[] {
  const { wood, columns, rows, step, x0, y0 } = map;
  const inside = Math.max(1, Math.round(INSIDE / step));
  const found: ThinPlace[] = [];
  const candidates: number[] = [];
  for (let r = inside; r < rows - inside; r += 1)
    for (let c = inside; c < columns - inside; c += 1) {
      const i = r * columns + c;
      const t = wood[i]!;
      if (t <= 0 || t > under) continue;
      // In from the edge on all four sides: no bit that runs along it has been here.
      if (wood[i - inside]! < 0 || wood[i + inside]! < 0) continue;
      if (wood[i - inside * columns]! < 0 || wood[i + inside * columns]! < 0) continue;
      // Half over the rim of a hole, a cell says nothing.
      if (![i - 1, i + 1, i - columns, i + columns].every((k) => Math.abs(wood[k]! - t) < EVEN)) continue;
      candidates.push(i);
    }
  candidates.sort((a, b) => wood[a]! - wood[b]!);
  for (const i of candidates) {
    const at = { x: x0 + (i % columns) * step, y: y0 + Math.floor(i / columns) * step };
    if (found.some((f) => hypot(f.x - at.x, f.y - at.y) < PLACES_APART)) continue;
    found.push({ ...at, wood: wood[i]! });
    if (found.length === most) break;
  }
  return found;
}
