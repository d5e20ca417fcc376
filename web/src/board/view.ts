import type { Box, Point } from '@pelkin/core';
import { boxHeight, boxWidth } from '@pelkin/core';

/**
 * How the board lies under the window: `scale` pixels a millimetre, and which point of the instrument
 * frame is in the middle. +x goes right (left for a left-handed instrument, which is shown mirrored), +y up.
 */
export interface View {
  readonly scale: number;
  readonly centre: Point;
}

export interface Size {
  readonly width: number;
  readonly height: number;
}

/** 1 for right-handed, −1 for the mirrored left-handed board. */
export type Flip = 1 | -1;

export const LEAST_SCALE = 0.15;
export const MOST_SCALE = 60;

export const toScreen = (view: View, size: Size, flip: Flip, p: Point): Point => ({
  x: size.width / 2 + flip * (p.x - view.centre.x) * view.scale,
  y: size.height / 2 - (p.y - view.centre.y) * view.scale,
});

export const toBoard = (view: View, size: Size, flip: Flip, p: Point): Point => ({
  x: view.centre.x + (flip * (p.x - size.width / 2)) / view.scale,
  y: view.centre.y - (p.y - size.height / 2) / view.scale,
});

/** The same as an SVG transform. */
export const viewMatrix = ({ scale, centre }: View, size: Size, flip: Flip): string =>
  `matrix(${flip * scale} 0 0 ${-scale} ${size.width / 2 - flip * centre.x * scale} ${size.height / 2 + centre.y * scale})`;

/** Another scale, with the board's point under `at` (screen) kept where it is. */
export function zoomTo(view: View, size: Size, flip: Flip, at: Point, factor: number): View {
  const scale = Math.min(MOST_SCALE, Math.max(LEAST_SCALE, view.scale * factor));
  const held = toBoard(view, size, flip, at);
  const moved = toBoard({ ...view, scale }, size, flip, at);
  return { scale, centre: { x: view.centre.x + held.x - moved.x, y: view.centre.y + held.y - moved.y } };
}

/** Moved by so many pixels of the screen. */
export const panBy = (view: View, flip: Flip, dx: number, dy: number): View => ({
  ...view,
  centre: { x: view.centre.x - (flip * dx) / view.scale, y: view.centre.y + dy / view.scale },
});

/** The whole box in sight, with `around` pixels clear on every side. */
export function fitBox(box: Box, size: Size, around: number): View {
  const scale = Math.min(
    (size.width - 2 * around) / Math.max(1, boxWidth(box)),
    (size.height - 2 * around) / Math.max(1, boxHeight(box)),
  );
  return {
    scale: Math.min(MOST_SCALE, Math.max(LEAST_SCALE, scale)),
    centre: { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 },
  };
}
