import type { Shaft } from './shaft.ts';
import { fullness, halfWidth, shareOfDepth, woodDepth } from './shaft.ts';

/** A truss rod's slot, cut from the glue plane; mm. */
export interface RodSlot {
  readonly depth: number;
  readonly width: number;
  readonly from: number;
  readonly to: number;
}

/** Wood left under a slot, at its sides, where it is least (formulas section 12). */
export interface RodFloor {
  readonly floor: number;
  readonly u: number;
  /** Under its middle there. */
  readonly middle: number;
}

export const LEAST_FLOOR = 4;

/** The floor is looked at every so many mm, and between the neighbours of the least by thirds to a hundredth. */
const EVERY = 2;
const NEAR = 0.01;

/** `h (1 − (a/b)^p)^(1/p) − D_r` at a place, p and b those of the side that leaves less. */
export const floorAt = (shaft: Shaft, { depth, width }: RodSlot, u: number): number =>
  woodDepth(shaft, u) *
    Math.min(
      ...(['bass', 'treble'] as const).map((side) =>
        shareOfDepth(width / 2 / halfWidth(shaft, u, side), fullness(shaft, u, side).p),
      ),
    ) -
  depth;

/** The least floor under a slot, `from` < `to`. */
export function rodFloor(shaft: Shaft, slot: RodSlot): RodFloor {
  const count = Math.max(2, Math.ceil((slot.to - slot.from) / EVERY));
  const at = (i: number): number => slot.from + ((slot.to - slot.from) * i) / count;
  let best = 0;
  for (let i = 1; i <= count; i += 1)
    if (floorAt(shaft, slot, at(i)) < floorAt(shaft, slot, at(best))) best = i;
  let [low, high] = [at(Math.max(0, best - 1)), at(Math.min(count, best + 1))];
  while (high - low > NEAR) {
    const [a, b] = [low + (high - low) / 3, high - (high - low) / 3];
    if (floorAt(shaft, slot, a) <= floorAt(shaft, slot, b)) high = b;
    else low = a;
  }
  const u = [at(best), low, high].reduce((p, q) =>
    floorAt(shaft, slot, q) < floorAt(shaft, slot, p) ? q : p,
  );
  return { floor: floorAt(shaft, slot, u), u, middle: woodDepth(shaft, u) - slot.depth };
}
