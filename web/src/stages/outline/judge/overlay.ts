import type { Point, RatioFigure } from '@pelkin/core';
import { create } from 'zustand';

/** What a figure is fitted to. */
export const FITS = [
  ['body', 'the whole body'],
  ['lower', 'the lower bout'],
  ['bridge', 'tail to bridge'],
] as const;
export type Fit = (typeof FITS)[number][0];

/** The ratio figure that is laid over the shape, and what is pointed at along the edge. */
interface Overlay {
  readonly figure: RatioFigure | 'none';
  readonly ratio: number;
  readonly fit: Fit;
  readonly shift: Point;
  readonly turned: boolean;
  /** Tools: whether the edge is coloured by the largest that follows. */
  readonly tools: boolean;
  readonly pointed: Point | null;
  set(
    change: Partial<Pick<Overlay, 'figure' | 'ratio' | 'fit' | 'shift' | 'turned' | 'tools' | 'pointed'>>,
  ): void;
}

export const useOverlay = create<Overlay>((set) => ({
  figure: 'none',
  ratio: (1 + Math.sqrt(5)) / 2,
  fit: 'body',
  shift: { x: 0, y: 0 },
  turned: false,
  tools: false,
  pointed: null,
  set: (change) => set(change),
}));
