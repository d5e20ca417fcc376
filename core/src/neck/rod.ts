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

/** The floor is looked at every so many mm and at each station; beside every place that is less than both its neighbours by thirds, to a hundredth. */
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

/** The place of the least floor between two places, where there is one only. */
function leastBetween(floor: (u: number) => number, from: number, to: number): number {
  let [low, high] = [from, to];
  while (high - low > NEAR) {
    const [a, b] = [low + (high - low) / 3, high - (high - low) / 3];
    if (floor(a) <= floor(b)) high = b;
    else low = a;
  }
  return (low + high) / 2;
}

/** The least floor under a slot, `from` < `to`. Between stations the section changes smoothly; at one it may turn. */
export function rodFloor(shaft: Shaft, slot: RodSlot): RodFloor {
  const count = Math.max(2, Math.ceil((slot.to - slot.from) / EVERY));
  const places = [
    ...Array.from({ length: count + 1 }, (_, i) => slot.from + ((slot.to - slot.from) * i) / count),
    ...shaft.stations.map((s) => s.u).filter((u) => u > slot.from && u < slot.to),
  ].sort((a, b) => a - b);
  const floor = (u: number): number => floorAt(shaft, slot, u);
  const floors = places.map(floor);
  let u = places[0]!;
  places.forEach((place, i) => {
    const [before, here, after] = [floors[i - 1] ?? Infinity, floors[i]!, floors[i + 1] ?? Infinity];
    if (here > before || here > after) return;
    // On both sides of it apart: it may be a station.
    const around = [places[i - 1] ?? place, place, places[i + 1] ?? place] as const;
    for (const at of [place, leastBetween(floor, around[0], place), leastBetween(floor, place, around[2])])
      if (floor(at) < floor(u)) u = at;
  });
  return { floor: floor(u), u, middle: woodDepth(shaft, u) - slot.depth };
}
