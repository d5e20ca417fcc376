import type { Design, HangingState, Weight } from '@pelkin/core';
import { buttonsOf, hangingState, quickWeight, remember, slabOf } from '@pelkin/core';
import { derive } from './derived.ts';
import { useRested } from './rested.ts';

/** An instrument's weight and how it hangs, as they are shown. */
export interface Weighed {
  readonly weight: Weight | null;
  readonly hanging: HangingState | null;
}

/** What may differ while an outline is dragged: parts of its edge follow it. */
const MOVES = new Set(['outline', 'parts', 'typed', 'progress']);

const onlyOutlineMoves = (a: Design, b: Design): boolean =>
  a.outline !== b.outline &&
  (Object.keys(a) as (keyof Design)[]).every((key) => MOVES.has(key) || a[key] === b[key]);

const slabs = new WeakMap<Design, ReturnType<typeof slabOf>>();
function slab(design: Design): ReturnType<typeof slabOf> {
  const { path, layout } = derive(design);
  const made = slabs.get(design) ?? slabOf(design, path, layout.cuts);
  slabs.set(design, made);
  return made;
}

/** What was weighed in full, by the design: a state that is gone back to is not weighed again. */
const known = new WeakMap<Design, Weighed>();

/** The weight of a design in full. */
export function weighedOf(design: Design): Weighed {
  const before = known.get(design);
  if (before) return before;
  const { weighed, hanging } = derive(design);
  const made = { weight: weighed, hanging };
  known.set(design, made);
  return made;
}

/** By what the slab changed: once for each state, since several readings ask for it. */
const quickly = remember((rested: Design, design: Design): Weighed => {
  const { weight } = weighedOf(rested);
  const now = weight && quickWeight(weight, slab(rested), slab(design));
  return {
    weight: now,
    hanging: hangingState(now, buttonsOf(design.parts), design.player, design.strings),
  };
});

/** The weight of the design at hand: in full, or while its outline is dragged by what the slab changed since it rested. */
export function weighedNow(design: Design): Weighed {
  const done = known.get(design);
  if (done) return done;
  const rested = useRested.getState().design;
  if (!rested || !onlyOutlineMoves(rested, design)) return weighedOf(design);
  return quickly(rested, design);
}
