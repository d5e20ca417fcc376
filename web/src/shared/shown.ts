import { create } from 'zustand';

export type Showing =
  | 'comb'
  | 'headstockComb'
  | 'dimensions'
  | 'sides'
  | 'places'
  | 'silhouette'
  | 'reach'
  | 'picture'
  | 'thickness'
  | 'section'
  | 'solid';

interface Shown extends Readonly<Record<Showing, boolean>> {
  toggle(what: Showing): void;
}

/** What is shown over the board beside the drawing itself; lasts as long as the page. */
export const useShown = create<Shown>((set, get) => ({
  comb: true,
  headstockComb: false,
  dimensions: true,
  sides: false,
  places: false,
  silhouette: false,
  reach: false,
  picture: true,
  thickness: true,
  section: true,
  solid: false,
  toggle: (what) => set({ [what]: !get()[what] }),
}));
