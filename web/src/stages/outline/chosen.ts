import { create } from 'zustand';

/** The node that is worked on; null when none is. */
export const useChosen = create<{ readonly id: string | null; choose(id: string | null): void }>((set) => ({
  id: null,
  choose: (id) => set({ id }),
}));
