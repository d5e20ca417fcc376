import type { Design, PatchOperation } from '@pelkin/core';
import { PatchMismatch, applyPatch, patchOf } from '@pelkin/core';

/** A step of undo or redo as it is kept on this device: its name, and what turns the state next to it into its own. */
export interface PackedStep {
  readonly name: string;
  readonly patch: readonly PatchOperation[];
}
/** Steps on both sides of a state, the nearest first. `top` is the whole state; the others are changes to their neighbour. */
export interface PackedSteps {
  readonly top: Design;
  readonly past: readonly PackedStep[];
  readonly future: readonly PackedStep[];
}

interface Step {
  readonly design: Design;
  readonly name: string;
}

/** Steps that are kept on each side. */
export const MOST_KEPT = 100;

/** What turns a state into its neighbour, worked out once for each pair. */
const known = new WeakMap<Design, { readonly from: Design; readonly patch: readonly PatchOperation[] }>();
function patchTo(to: Design, from: Design): readonly PatchOperation[] {
  const before = known.get(to);
  if (before?.from === from) return before.patch;
  const patch = patchOf(from, to);
  known.set(to, { from, patch });
  return patch;
}

/** `steps`: the nearest last, as undo has them. */
function packed(top: Design, steps: readonly Step[]): readonly PackedStep[] {
  let from = top;
  return steps
    .slice(-MOST_KEPT)
    .reverse()
    .map(({ design, name }) => {
      const patch = patchTo(design, from);
      from = design;
      return { name, patch };
    });
}

/** Packs what undo and redo go to. `past` and `future` end with the state that is next. */
export const packSteps = (top: Design, past: readonly Step[], future: readonly Step[]): PackedSteps => ({
  top,
  past: packed(top, past),
  future: packed(top, future),
});

/** Steps that cannot be made again are left out, with all beyond them. */
function unpacked(top: Design, steps: readonly PackedStep[]): readonly Step[] {
  const made: Step[] = [];
  let from = top;
  for (const { name, patch } of steps) {
    try {
      from = applyPatch(from, patch) as Design;
    } catch (error) {
      if (error instanceof PatchMismatch) break;
      throw error;
    }
    made.unshift({ design: from, name });
  }
  return made;
}

/** The steps on both sides of `top`, as undo and redo have them. */
export const unpackSteps = (
  top: Design,
  { past, future }: Omit<PackedSteps, 'top'>,
): { readonly past: readonly Step[]; readonly future: readonly Step[] } => ({
  past: unpacked(top, past),
  future: unpacked(top, future),
});
