import type { Design } from '@pelkin/core';
import { create } from 'zustand';

/** A frozen revision that is looked at; the open design waits meanwhile. */
export interface Frozen {
  readonly number: number;
  readonly name: string;
  readonly design: Design;
}

export const useLooking = create<{ readonly frozen: Frozen | null; look(frozen: Frozen | null): void }>(
  (set) => ({
    frozen: null,
    look: (frozen) => set({ frozen }),
  }),
);
