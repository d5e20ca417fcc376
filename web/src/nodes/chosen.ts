import type { OutlineNode } from '@pelkin/core';
import { create } from 'zustand';

interface Chosen {
  /** The nodes that are worked on, in the order they were chosen; the last one leads. */
  readonly ids: readonly string[];
  /** Whether the next drag on the board draws a box that chooses what lies in it. */
  readonly boxing: boolean;
  /** A stretch that was copied; it outlives the design it came from. */
  readonly copied: readonly OutlineNode[];
  /** Chooses one node alone, or none. */
  choose(id: string | null): void;
  chooseAll(ids: readonly string[]): void;
  /** Adds a node to those chosen, or takes it out of them. */
  toggle(id: string): void;
  setBoxing(boxing: boolean): void;
  copy(nodes: readonly OutlineNode[]): void;
}

/** What is worked on in the outline; lasts as long as the page. */
export const useChosen = create<Chosen>((set, get) => ({
  ids: [],
  boxing: false,
  copied: [],
  choose: (id) => set({ ids: id === null ? [] : [id] }),
  chooseAll: (ids) => set({ ids, boxing: false }),
  toggle: (id) => {
    const { ids } = get();
    set({ ids: ids.includes(id) ? ids.filter((i) => i !== id) : [...ids, id] });
  },
  setBoxing: (boxing) => set({ boxing }),
  copy: (copied) => set({ copied }),
}));

/** The one node that is chosen alone; null with none or several. */
export const useOnlyChosen = (): string | null => useChosen((s) => (s.ids.length === 1 ? s.ids[0]! : null));
