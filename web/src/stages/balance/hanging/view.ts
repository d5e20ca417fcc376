import { create } from 'zustand';

/** The angle that the instrument is looked at on its strap, degrees; null at the playing angle. Not part of the design. */
export const useTurned = create<{
  readonly degrees: number | null;
  readonly turn: (degrees: number | null) => void;
}>((set) => ({ degrees: null, turn: (degrees) => set({ degrees }) }));
