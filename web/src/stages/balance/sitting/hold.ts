import type { LapHold } from '@pelkin/core';
import { HOLD_ANGLES } from '@pelkin/core';
import { create } from 'zustand';

/** The hold that is looked at, and at what angle. Not part of the design. */
export const useHold = create<{
  readonly hold: LapHold;
  readonly degrees: number;
  readonly take: (hold: LapHold) => void;
  readonly turn: (degrees: number) => void;
}>((set) => ({
  hold: 'picking',
  degrees: HOLD_ANGLES.picking,
  take: (hold) => set({ hold, degrees: HOLD_ANGLES[hold] }),
  turn: (degrees) => set({ degrees }),
}));
