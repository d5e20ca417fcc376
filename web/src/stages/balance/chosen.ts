import { create } from 'zustand';

/** The line of the table of weights that is chosen. */
export const useChosenWeight = create<{
  readonly key: string | null;
  readonly choose: (key: string | null) => void;
}>((set) => ({ key: null, choose: (key) => set({ key }) }));
