import type { Derived, Design, LimitPath } from '@pelkin/core';
import { asHeadstock, fromHeadstock } from '@pelkin/core';
import { create } from 'zustand';
import { derive, usePicked as usePickedOfDesign } from '../design/derived.ts';
import { useLengths as useLengthsOfDesign } from '../design/lengths.ts';
import { useLongSteps } from '../design/longResults.ts';
import { useRested } from '../design/rested.ts';
import type { DesignState } from '../design/store.ts';
import { useDesign as useWholeDesign, useDesignStore } from '../design/store.ts';

/** Which closed line the tools for nodes work on: the body’s outline, or the headstock’s in its place. */
export type DrawnLine = 'body' | 'headstock';

export const useDrawnLine = create<{
  readonly line: DrawnLine;
  draw(line: DrawnLine): void;
}>((set) => ({ line: 'body', draw: (line) => set({ line }) }));

/**
 * The design as these tools see and change it: with the drawn line as its outline. What reads and edits a design here takes it from this
 * file alone, so that one set of tools draws every closed line.
 */
const SEEN: Readonly<Record<DrawnLine, (design: Design) => Design>> = {
  body: (design) => design,
  headstock: asHeadstock,
};

const changedIn = (line: DrawnLine, design: Design, change: (d: Design) => Design): Design =>
  line === 'body' ? change(design) : fromHeadstock(design, change(asHeadstock(design)));

const editDrawn: DesignState['edit'] = (name, change, gesture) => {
  const { line } = useDrawnLine.getState();
  return useDesignStore.getState().edit(name, (d) => changedIn(line, d, change), gesture);
};

type Drawn = Pick<DesignState, 'id' | 'design' | 'dragging' | 'edit'>;

const drawnOf = (line: DrawnLine, { id, design, dragging }: DesignState): Drawn => ({
  id,
  design: design && SEEN[line](design),
  dragging,
  edit: editDrawn,
});

/** As `useDesignStore`, of the drawn line. */
export const useDrawnStore = Object.assign(
  <T>(pick: (drawn: Drawn) => T): T => {
    const line = useDrawnLine((s) => s.line);
    return useDesignStore((s) => pick(drawnOf(line, s)));
  },
  { getState: (): Drawn => drawnOf(useDrawnLine.getState().line, useDesignStore.getState()) },
);

/** As `useRested`, of the drawn line. */
export function useRestedDrawn<T>(pick: (rested: { readonly design: Design | null }) => T): T {
  const line = useDrawnLine((s) => s.line);
  return useRested(({ design }) => pick({ design: design && SEEN[line](design) }));
}

export function useDesign(): Design {
  const line = useDrawnLine((s) => s.line);
  return SEEN[line](useWholeDesign());
}

export function useDerived(): Derived {
  useLongSteps();
  return derive(useDesign());
}

export function usePicked<T>(pick: (design: Design, derived: Derived) => T): T {
  const line = useDrawnLine((s) => s.line);
  return usePickedOfDesign((d) => {
    const seen = SEEN[line](d);
    return pick(seen, derive(seen));
  });
}

/** As `useLengths`, of the drawn line: what was typed for a headstock’s node is kept apart from a body’s. */
export function useLengths() {
  const lengths = useLengthsOfDesign();
  const line = useDrawnLine((s) => s.line);
  return (path: string, change: (design: Design, mm: number) => Design, limitPath: LimitPath) =>
    lengths(
      line === 'body' ? path : `${line}.${path}`,
      (d, mm) => changedIn(line, d, (seen) => change(seen, mm)),
      limitPath,
    );
}

/** Where places along the centre line are counted from, and how its sides are called. */
export interface Origin {
  readonly x: number;
  readonly from: string;
  readonly above: string;
  readonly below: string;
}

const BRIDGE: Origin = { x: 0, from: 'bridge', above: 'nutward', below: 'tailward' };

/** The ends of the line along the centre line, in words: at the lower x first. */
export const ENDS: Readonly<Record<DrawnLine, readonly [string, string]>> = {
  body: ['tail', 'neck'],
  headstock: ['nut', 'end'],
};

export function useOrigin(): Origin {
  const line = useDrawnLine((s) => s.line);
  const x = usePickedOfDesign((_, { stringPlan }) => stringPlan.centreScale);
  return line === 'body' ? BRIDGE : { x, from: 'nut', above: 'past the nut', below: 'before the nut' };
}
