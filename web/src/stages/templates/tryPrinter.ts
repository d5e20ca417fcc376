import type { Printer } from '@pelkin/core';
import { TRUE_PRINTER } from '@pelkin/core';
import { create } from 'zustand';

interface TryPrinter {
  readonly on: boolean;
  readonly printer: Printer;
  setOn(on: boolean): void;
  set(change: Partial<Printer>): void;
}

/** The simulated printer of the preview; lasts as long as the page. It begins somewhat off, as printers are. */
export const useTryPrinter = create<TryPrinter>((set, get) => ({
  on: false,
  printer: {
    ...TRUE_PRINTER,
    scaleX: 0.982,
    scaleY: 0.991,
    skew: 0.004,
    blank: { left: 4, right: 4, top: 4, bottom: 4 },
  },
  setOn: (on) => set({ on }),
  set: (change) => set({ printer: { ...get().printer, ...change } }),
}));
