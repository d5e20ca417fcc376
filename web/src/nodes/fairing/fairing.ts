import type { Faired } from '@pelkin/core';
import { create } from 'zustand';

/** What fairing would do, while it is being looked at. */
interface Fairing {
  readonly on: boolean;
  readonly faired: Faired | null;
  /** Furthest that the edge may move, mm. */
  readonly tolerance: number;
  setOn(on: boolean): void;
  show(faired: Faired | null): void;
  setTolerance(tolerance: number): void;
}

export const useFairing = create<Fairing>((set) => ({
  on: false,
  faired: null,
  tolerance: 0.5,
  setOn: (on) => set({ on, faired: null }),
  show: (faired) => set({ faired }),
  setTolerance: (tolerance) => set({ tolerance }),
}));
