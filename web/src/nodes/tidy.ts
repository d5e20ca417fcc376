import type { Point } from '@pelkin/core';
import { LIMITS } from '@pelkin/core';

/** Half the width of the area that takes hold of a node: 24 px across, whatever the zoom. */
export const HOLD_PIXELS = 12;

/** A dragged place in figures that can be read back: tenths of a mm, hundredths when the board is near. */
export function tidy(p: Point, scale: number): Point {
  const per = scale > 8 ? 100 : 10;
  const within = (v: number, { min, max }: { min: number; max: number }): number =>
    Math.min(max, Math.max(min, Math.round(v * per) / per));
  return { x: within(p.x, LIMITS['outline.x']), y: within(p.y, LIMITS['outline.y']) };
}
