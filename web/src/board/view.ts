import type { Box, Point, SeenFrom } from '@pelkin/core';
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

/**
 * Which ways the board is turned: x is −1 for a left-handed instrument, which is shown mirrored; y is −1 where the body is
 * turned over about its centre line and seen from the back.
 */
export interface Flip {
  readonly x: 1 | -1;
  readonly y: 1 | -1;
}

/** One object for each way, so that what is drawn by it is not drawn again. */
const FLIPS = {
  right: { front: { x: 1, y: 1 }, back: { x: 1, y: -1 } },
  left: { front: { x: -1, y: 1 }, back: { x: -1, y: -1 } },
} as const satisfies Record<'left' | 'right', Record<SeenFrom, Flip>>;

/** Every way a board can be turned. */
export const ALL_FLIPS: readonly Flip[] = [
  FLIPS.right.front,
  FLIPS.left.front,
  FLIPS.right.back,
  FLIPS.left.back,
];

export const flipOf = (hand: 'left' | 'right', from: SeenFrom = 'front'): Flip => FLIPS[hand][from];

export const LEAST_SCALE = 0.15;
export const MOST_SCALE = 60;

export const toScreen = (view: View, size: Size, flip: Flip, p: Point): Point => ({
  x: size.width / 2 + flip.x * (p.x - view.centre.x) * view.scale,
  y: size.height / 2 - flip.y * (p.y - view.centre.y) * view.scale,
});

export const toBoard = (view: View, size: Size, flip: Flip, p: Point): Point => ({
  x: view.centre.x + (flip.x * (p.x - size.width / 2)) / view.scale,
  y: view.centre.y - (flip.y * (p.y - size.height / 2)) / view.scale,
});

/** The same as an SVG transform. */
export const viewMatrix = ({ scale, centre }: View, size: Size, flip: Flip): string =>
  `matrix(${flip.x * scale} 0 0 ${-flip.y * scale} ${size.width / 2 - flip.x * centre.x * scale} ${size.height / 2 + flip.y * centre.y * scale})`;

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
  centre: {
    x: view.centre.x - (flip.x * dx) / view.scale,
    y: view.centre.y + (flip.y * dy) / view.scale,
  },
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
