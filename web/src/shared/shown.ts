import { create } from 'zustand';

interface Shown {
  readonly comb: boolean;
  readonly dimensions: boolean;
  toggle(what: 'comb' | 'dimensions'): void;
}

/** What is shown over the board beside the drawing itself; lasts as long as the page. */
export const useShown = create<Shown>((set, get) => ({
  comb: true,
  dimensions: true,
  toggle: (what) => set(what === 'comb' ? { comb: !get().comb } : { dimensions: !get().dimensions }),
}));
