import type { SeenFrom } from '../drawing/drawing.ts';
import type { Derived } from './derive.ts';

const BACKS = new WeakMap<Derived, Derived>();

/** What follows from a design, with its drawing and its paper as they are seen from a face; the same object each time. */
export function asSeenFrom(derived: Derived, from: SeenFrom): Derived {
  if (from === 'front') return derived;
  const known = BACKS.get(derived);
  if (known) return known;
  const back = Object.create(derived, {
    drawing: { get: () => derived.backDrawing },
    template: { get: () => derived.backTemplate },
    plan: { get: () => derived.backPlan },
  }) as Derived;
  BACKS.set(derived, back);
  return back;
}
