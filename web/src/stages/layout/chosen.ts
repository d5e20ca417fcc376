import type { PartSpec, PlacedPart } from '@pelkin/core';
import { create } from 'zustand';

/** A part taken from the shelf and not yet laid down. */
export interface Carried {
  readonly spec: PartSpec;
  readonly face: PlacedPart['face'];
}

interface ChosenInLayout {
  /** Parts that are worked on, in the order they were chosen. */
  readonly parts: readonly string[];
  /** The opening that is worked on: the last chosen of several. */
  readonly opening: string | null;
  readonly openings: readonly string[];
  readonly run: string | null;
  readonly line: string | null;
  /** The node of a pickguard that is worked on, or the screw. */
  readonly ofGuard: { readonly guard: string; readonly node?: string; readonly screw?: number } | null;
  readonly carried: Carried | null;
  /** Parts that were copied; they outlive the design they came from. */
  readonly copied: readonly PlacedPart[];
  /** The measure of a part that a caliper is held to. */
  readonly caliper: string | null;
  choose(id: string | null): void;
  chooseAll(ids: readonly string[]): void;
  toggle(id: string): void;
  chooseOpening(id: string | null): void;
  chooseOpenings(ids: readonly string[]): void;
  toggleOpening(id: string): void;
  chooseRun(id: string | null): void;
  chooseLine(id: string | null): void;
  chooseOfGuard(it: ChosenInLayout['ofGuard']): void;
  carry(carried: Carried | null): void;
  copy(parts: readonly PlacedPart[]): void;
  measure(key: string | null): void;
}

/** What is worked on in the layout; lasts as long as the page. */
export const useChosenInLayout = create<ChosenInLayout>((set, get) => ({
  parts: [],
  opening: null,
  openings: [],
  run: null,
  line: null,
  ofGuard: null,
  carried: null,
  copied: [],
  caliper: null,
  choose: (id) => set({ parts: id === null ? [] : [id], caliper: null }),
  chooseAll: (parts) => set({ parts }),
  toggle: (id) => {
    const { parts } = get();
    set({ parts: parts.includes(id) ? parts.filter((p) => p !== id) : [...parts, id] });
  },
  chooseOpening: (id) => set({ opening: id, openings: id === null ? [] : [id] }),
  chooseOpenings: (openings) => set({ openings, opening: openings.at(-1) ?? null }),
  toggleOpening: (id) => {
    const { openings, chooseOpenings } = get();
    chooseOpenings(openings.includes(id) ? openings.filter((o) => o !== id) : [...openings, id]);
  },
  chooseRun: (run) => set({ run }),
  chooseLine: (line) => set({ line }),
  chooseOfGuard: (ofGuard) => set({ ofGuard }),
  carry: (carried) => set({ carried }),
  copy: (copied) => set({ copied }),
  measure: (caliper) => set({ caliper }),
}));
