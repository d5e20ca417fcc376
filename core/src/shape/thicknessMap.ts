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
