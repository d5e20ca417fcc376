import type { Design } from '@pelkin/core';
import { create } from 'zustand';
import type { KeptState } from './keptStates.ts';

/** A kept state that is looked at; the open design waits meanwhile. */
export interface LookedAt {
  readonly state: KeptState;
  readonly design: Design;
}

export const useLooking = create<{
  readonly lookedAt: LookedAt | null;
  look(lookedAt: LookedAt | null): void;
}>((set) => ({
  lookedAt: null,
  look: (lookedAt) => set({ lookedAt }),
}));
