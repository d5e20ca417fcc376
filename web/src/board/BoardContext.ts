import type { Point } from '@pelkin/core';
import { createContext, useContext } from 'react';
import { useBoard } from './boardStore.ts';
import type { Flip, Size, View } from './view.ts';
import { flipOf, toBoard, toScreen, viewMatrix } from './view.ts';

export const FlipContext = createContext<Flip>(flipOf('right'));

export interface BoardFrame {
  readonly view: View;
  readonly size: Size;
  readonly flip: Flip;
  /** Instrument frame (mm) to the board's own pixels. */
  readonly screen: (p: Point) => Point;
  readonly board: (p: Point) => Point;
  /** SVG transform from the instrument frame to the board's pixels. */
  readonly matrix: string;
}

/** How a board of a size lies, seen at a view. */
export const frameOf = (view: View, size: Size, flip: Flip): BoardFrame => ({
  view,
  size,
  flip,
  screen: (p) => toScreen(view, size, flip, p),
  board: (p) => toBoard(view, size, flip, p),
  matrix: viewMatrix(view, size, flip),
});

/** How the board lies now: what overlays draw by. */
export function useBoardFrame(): BoardFrame {
  const flip = useContext(FlipContext);
  const view = useBoard((s) => s.view);
  const size = useBoard((s) => s.size);
  return frameOf(view, size, flip);
}

/** The event's place in the pixels of the board that it happened on. */
export function boardPixels(event: { clientX: number; clientY: number }, element: Element): Point {
  const rect = (element.closest('.board') ?? element).getBoundingClientRect();
  return { x: event.clientX - rect.left, y: event.clientY - rect.top };
}
