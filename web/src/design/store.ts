import type { CarryFacts, Design, Refusal } from '@pelkin/core';
import {
  carryAlong,
  designRefusals,
  edgePartsFollow,
  leadsDiffer,
  remember,
  shapeRefusals,
  solveOutline,
} from '@pelkin/core';
import { createContext, useContext } from 'react';
import { create } from 'zustand';

type Rebase = (design: Design) => Design;
/** A state that can be gone back to, and the name of the step that left it. */
export interface Step {
  readonly design: Design;
  /** What other pages changed since, in its order: it is put in when the state is gone to, not in hundreds of states at once. */
  readonly rebases?: readonly Rebase[];
  readonly name: string;
  /** Steps of one gesture (a drag, a run of nudges) are one. */
  readonly gesture: string | null;
}

/** How far back undo reaches. */
export const MOST_STEPS = 500;

export interface DesignState {
  readonly id: string;
  readonly design: Design | null;
  readonly past: readonly Step[];
  readonly future: readonly Step[];
  /** Counts changes since the design was opened: what the keeping of it watches. */
  readonly changes: number;
  /** Counts the steps that these changes make: a drag, however long, is one. */
  readonly steps: number;
  /** Whether a drag is going on: long work and device copies wait for its end. */
  readonly dragging: boolean;
  /**
   * The last step that no design can hold (too many of something, a text that cannot be kept), and why; null once another
   * one was taken. Numbers that do not agree are told by the field or tool that set them.
   */
  readonly refused: { readonly name: string; readonly refusals: readonly Refusal[] } | null;
  /**
   * The design as it was before thickness, scale, fingerboard or joint changed, while what that left behind is shown;
   * null without such a change, or once its notice was closed.
   */
  readonly carriedFrom: Design | null;
  open(id: string, design: Design): void;
  close(): void;
  /**
   * Changes the design as a named step; gives the refusals when the change would break the design,
   * which then stays as it was. Calls with the same gesture are one step.
   */
  edit(name: string, change: (design: Design) => Design, gesture?: string): readonly Refusal[];
  setDragging(dragging: boolean): void;
  /**
   * Puts a design in the place of the open one that has what another page changed; `rebase` gives each state of undo and redo that change
   * too. It is no step of this page.
   */
  takeIn(design: Design, rebase: Rebase): void;
  /** Gives the open design the steps that were kept of it; the nearest is last. It does not change the design. */
  recall(steps: {
    readonly past: readonly { readonly design: Design; readonly name: string }[];
    readonly future: readonly { readonly design: Design; readonly name: string }[];
  }): void;
  undo(): void;
  redo(): void;
  /** Closes the notice of what followed a change and what it left behind. */
  dismissCarried(): void;
  /** The user has read why the last step was not taken. */
  dismissRefused(): void;
}

/** The state of a step, with what other pages changed since. */
export const stateOfStep = ({ design, rebases = [] }: Step): Design =>
  rebases.reduce((state, rebase) => rebase(state), design);

/** Derives the facts for `carryAlong`. Set by the page's deriver, which imports this store and so cannot be imported here. */
let carryFacts: ((design: Design) => CarryFacts) | null = null;
export const carryWith = (facts: (design: Design) => CarryFacts): void => {
  carryFacts = facts;
};

/** Returns the changed design with its dependent numbers carried along, or `changed` itself if the result would be refused. */
function carriedOrNot(changed: Design, before: Design): Design {
  const next = carryFacts ? carryAlong(changed, before, carryFacts) : changed;
  return next === changed || designRefusals(next).length === 0 ? next : changed;
}

/** The edge of the last outlines: a drag solves each but once. */
const solveRemembered = remember(solveOutline);

/** What the page holds while no design is open, and every design begins with. */
const NOTHING_OPEN = {
  id: '',
  design: null,
  past: [],
  future: [],
  changes: 0,
  steps: 0,
  dragging: false,
  refused: null,
  carriedFrom: null,
};

export const useDesignStore = create<DesignState>((set, get) => ({
  ...NOTHING_OPEN,
  open: (id, design) => set({ ...NOTHING_OPEN, id, design }),
  close: () => set(NOTHING_OPEN),
  edit: (name, change, gesture) => {
    const { design, past, changes, steps } = get();
    if (!design) return [];
    // Parts in the edge stay in it, whatever changed the outline.
    const changed = edgePartsFollow(change(design), design, solveRemembered);
    if (changed === design) return [];
    const shape = shapeRefusals(changed, design);
    if (shape.length) {
      set({ refused: { name, refusals: shape } });
      return shape;
    }
    const refusals = designRefusals(changed);
    if (refusals.length) return refusals;
    const leads = leadsDiffer(changed, design);
    const next = leads ? carriedOrNot(changed, design) : changed;
    const last = past[past.length - 1];
    const continues = gesture !== undefined && last?.gesture === gesture;
    set({
      design: next,
      past: continues ? past : [...past.slice(1 - MOST_STEPS), { design, name, gesture: gesture ?? null }],
      future: [],
      changes: changes + 1,
      steps: continues ? steps : steps + 1,
      refused: null,
      carriedFrom: leads ? (get().carriedFrom ?? design) : get().carriedFrom,
    });
    return [];
  },
  dismissCarried: () => set({ carriedFrom: null }),
  setDragging: (dragging) => set({ dragging }),
  takeIn: (design, rebase) => {
    const { past, future, changes } = get();
    const rebased = (step: Step): Step => ({ ...step, rebases: [...(step.rebases ?? []), rebase] });
    set({ design, past: past.map(rebased), future: future.map(rebased), changes: changes + 1 });
  },
  recall: ({ past, future }) => {
    const steps = (list: typeof past): readonly Step[] => list.map((s) => ({ ...s, gesture: null }));
    set({ past: steps(past), future: steps(future) });
  },
  dismissRefused: () => set({ refused: null }),
  undo: () => {
    const { design, past, future, changes, steps } = get();
    const step = past[past.length - 1];
    if (!design || !step) return;
    set({
      design: stateOfStep(step),
      past: past.slice(0, -1),
      future: [...future, { design, name: step.name, gesture: null }],
      changes: changes + 1,
      steps: steps + 1,
      refused: null,
    });
  },
  redo: () => {
    const { design, past, future, changes, steps } = get();
    const step = future[future.length - 1];
    if (!design || !step) return;
    set({
      design: stateOfStep(step),
      past: [...past, { design, name: step.name, gesture: null }],
      future: future.slice(0, -1),
      changes: changes + 1,
      steps: steps + 1,
      refused: null,
    });
  },
}));

/** The design that a part of the page follows a drag with, when it may fall a little behind; null: at once. */
export const FollowedDesign = createContext<Design | null>(null);

/** The open design; only below a page that has one open. */
export function useDesign(): Design {
  const followed = useContext(FollowedDesign);
  const design = useDesignStore((s) => followed ?? s.design);
  if (!design) throw new Error('no design is open');
  return design;
}
