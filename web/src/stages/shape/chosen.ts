import type { Contour, Point } from '@pelkin/core';
import { create } from 'zustand';

interface Chosen {
  /** The contour that is worked on, and the place of its line. */
  readonly contour: string | null;
  readonly place: number | null;
  /** The stretch of an edge that is worked on. */
  readonly stretch: { readonly face: 'front' | 'back'; readonly id: string } | null;
  /** A contour that was copied; it outlives the design it came from. */
  readonly copied: Contour | null;
  copy(contour: Contour): void;
  choose(contour: string | null, place?: number | null): void;
  chooseStretch(stretch: Chosen['stretch']): void;
}

export const useChosenInShape = create<Chosen>((set) => ({
  contour: null,
  place: null,
  stretch: null,
  copied: null,
  copy: (copied) => set({ copied }),
  choose: (contour, place = null) => set({ contour, place }),
  chooseStretch: (stretch) => set({ stretch }),
}));

interface Cut {
  /** Where the body is cut through; null until it is first moved: across the waist. */
  readonly line: { readonly from: Point; readonly to: Point } | null;
  /** The place along it that is pointed at, mm. */
  readonly at: number | null;
  setLine(line: Cut['line']): void;
  point(at: number | null): void;
}

/** The section line; lasts as long as the page. */
export const useCut = create<Cut>((set) => ({
  line: null,
  at: null,
  setLine: (line) => set({ line }),
  point: (at) => set({ at }),
}));
