import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';
import { crosshairs } from './crosshairs.ts';
import type { SheetPlan } from './plan.ts';

/** Two crosshairs far apart, by their numbers, and how far they must be on the taped-up whole, mm. */
export interface FarPair {
  readonly from: number;
  readonly to: number;
  readonly apart: number;
}

/**
 * Distances that check the taped-up drawing as a whole (formulas section 10): the widest pair of crosshairs
 * along the sheets, up them, and both ways across. As they measure on paper from a printer that is cured.
 */
export function farCrosshairs(plan: SheetPlan): readonly FarPair[] {
  const { x: kx, y: ky } = plan.correction;
  const places = crosshairs(plan).map((h): Point => ({ x: h.at.x / kx, y: h.at.y / ky }));
  const pairs: FarPair[] = [];
  const widest = (measure: (p: Point) => number): void => {
    if (places.length < 2) return;
    const order = places.map((_, i) => i).sort((a, b) => measure(places[a]!) - measure(places[b]!));
    const [from, to] = [order[0]!, order.at(-1)!].sort((a, b) => a - b) as [number, number];
    if (from !== to && !pairs.some((p) => p.from === from + 1 && p.to === to + 1))
      pairs.push({ from: from + 1, to: to + 1, apart: distance(places[from]!, places[to]!) });
  };
  widest((p) => p.x);
  widest((p) => p.y);
  widest((p) => p.x + p.y);
  widest((p) => p.x - p.y);
  return pairs;
}
