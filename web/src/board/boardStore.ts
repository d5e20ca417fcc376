import type { Box, Point, SeenFrom, Snapped } from '@pelkin/core';
import { create } from 'zustand';
import type { Flip, Size, View } from './view.ts';
import { fitBox, flipOf, panBy, zoomTo } from './view.ts';

/** Pixels left clear round what is fitted: rulers, chips and dimensions find room. */
const AROUND = 46;
/** Scale at which a place is shown when it is gone to, unless the board is nearer already. */
const PLACE_SCALE = 3;

interface BoardState {
  readonly view: View;
  readonly size: Size;
  /** The face that is looked at. */
  readonly from: SeenFrom;
  /** The pointer's place in the instrument frame; null when it is elsewhere. */
  readonly pointer: Point | null;
  /** A place that a reading or finding was pressed for; shown with a ring until the next press. */
  readonly shownPlace: Point | null;
  /** The two-point ruler while it is on: its ends, each null until it is set. */
  readonly ruler: { readonly from: Snapped | null; readonly to: Snapped | null } | null;
  /** Pixels a true millimetre takes on this screen, once it was measured. */
  readonly pixelsPerMm: number | null;
  setSize(size: Size): void;
  /** Fits a board that is not drawn yet; by the size it will have, unless it was measured already. */
  begin(expected: Size, box: Box): void;
  setPointer(pointer: Point | null): void;
  /** The body turned over about its centre line. */
  turnOver(): void;
  zoom(at: Point | null, factor: number, flip: Flip): void;
  setScale(scale: number): void;
  pan(dx: number, dy: number, flip: Flip): void;
  fit(box: Box): void;
  /** Goes to a place and marks it; null takes the mark away. `covered`: so much of the board’s lower part is hidden, px. */
  showPlace(place: Point | null, covered?: number): void;
  setRuler(ruler: BoardState['ruler']): void;
  setPixelsPerMm(value: number): void;
}

const MEASURED_KEY = 'pelkin.pixelsPerMm';
function storedPixelsPerMm(): number | null {
  try {
    const value = Number(localStorage.getItem(MEASURED_KEY));
    return value > 0.5 && value < 40 ? value : null;
  } catch {
    return null;
  }
}

export const useBoard = create<BoardState>((set, get) => ({
  view: { scale: 1, centre: { x: 150, y: 0 } },
  size: { width: 0, height: 0 },
  from: 'front',
  pointer: null,
  shownPlace: null,
  ruler: null,
  pixelsPerMm: storedPixelsPerMm(),
  setSize: (size) => {
    const now = get().size;
    if (size.width !== now.width || size.height !== now.height) set({ size });
  },
  setPointer: (pointer) => set({ pointer }),
  turnOver: () => set({ from: get().from === 'front' ? 'back' : 'front', pointer: null }),
  zoom: (at, factor, flip) => {
    const { view, size } = get();
    set({ view: zoomTo(view, size, flip, at ?? { x: size.width / 2, y: size.height / 2 }, factor) });
  },
  setScale: (scale) => set({ view: { ...get().view, scale } }),
  pan: (dx, dy, flip) => set({ view: panBy(get().view, flip, dx, dy) }),
  begin: (expected, box) => {
    const { size: measured } = get();
    const size = measured.width > 0 ? measured : expected;
    set({ from: 'front', ruler: null });
    if (size.width > 0) set({ size, view: fitBox(box, size, AROUND) });
  },
  fit: (box) => {
    const { size, view: now } = get();
    if (size.width === 0) return;
    const view = fitBox(box, size, AROUND);
    // Fitted already: what is drawn by the view is not drawn again.
    if (view.scale !== now.scale || view.centre.x !== now.centre.x || view.centre.y !== now.centre.y)
      set({ view });
  },
  showPlace: (shownPlace, covered = 0) => {
    const { view, from } = get();
    const scale = Math.max(view.scale, PLACE_SCALE);
    // Up on the screen is the bass side, or the treble side where the body is turned over; whichever hand plays it.
    const up = flipOf('right', from).y;
    set(
      shownPlace
        ? {
            shownPlace,
            view: { scale, centre: { x: shownPlace.x, y: shownPlace.y - (up * covered) / 2 / scale } },
          }
        : { shownPlace },
    );
  },
  setRuler: (ruler) => set({ ruler }),
  setPixelsPerMm: (pixelsPerMm) => {
    set({ pixelsPerMm });
    try {
      localStorage.setItem(MEASURED_KEY, String(pixelsPerMm));
    } catch {
      // Then it is measured again next time.
    }
  },
}));
