import type { Sampler } from '../solid/field.ts';
import { createSampler } from '../solid/field.ts';
import type { Mass } from '../solid/mass.ts';
import { massOf } from '../solid/mass.ts';
import type { Solid } from '../solid/solid.ts';
import type { Least } from '../solid/thickness.ts';
import { leastThickness, withoutEdges } from '../solid/thickness.ts';
import type { ThicknessMap } from './thicknessMap.ts';
import { thicknessMap } from './thicknessMap.ts';

/** What is known of a body once it was sampled finely. */
export interface Shaped {
  readonly mass: Mass;
  /** The least wood, edges and holes apart. */
  readonly least: Least;
  /** Where front and back meet that were not meant to, mm². */
  readonly brokenThrough: number;
  readonly map: ThicknessMap;
}

/** Cells while nothing moves, mm. */
export const FINE_STEP = 0.5;
/** And while something does: few enough to follow a hand. */
export const COARSE_STEP = 2;

/** Samples a body finely; `floors` is the same without its holes. `progress` is called with the share that is done, and may throw to end it. */
export function shaped(
  solid: Solid,
  floors: Solid,
  progress: (share: number) => void = () => undefined,
  sampler: Sampler = createSampler(),
): Shaped {
  const fields = sampler.fields(solid, FINE_STEP, (share) => progress(0.7 * share));
  const mass = massOf(fields);
  const map = thicknessMap(fields);
  progress(0.8);
  const least = leastThickness(floors, FINE_STEP, sampler);
  progress(0.9);
  const { withoutWood } = massOf(sampler.fields(withoutEdges(floors), FINE_STEP));
  progress(1);
  return { mass, least, brokenThrough: withoutWood, map };
}
