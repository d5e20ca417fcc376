import { create } from 'zustand';

/** The tuner that is worked on, by its id; lasts as long as the page. */
export const useChosenTuner = create<{ readonly id: string | null; choose(id: string | null): void }>(
  (set) => ({ id: null, choose: (id) => set({ id }) }),
);
