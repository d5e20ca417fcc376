import type { Sampler } from '../solid/field.ts';
import { createSampler } from '../solid/field.ts';
import type { Mass } from '../solid/mass.ts';
import { massOf } from '../solid/mass.ts';
import type { Solid } from '../solid/solid.ts';
import type { Least } from '../solid/thickness.ts';
import { leastThickness } from '../solid/thickness.ts';
import type { ThicknessMap } from './thicknessMap.ts';
import { thicknessMap } from './thicknessMap.ts';

/** What is known of a body once it was sampled finely. */
export interface Shaped {
  readonly mass: Mass;
  /** The least wood, edges apart. */
  readonly least: Least;
  readonly map: ThicknessMap;
}

/** Cells while nothing moves, mm. */
export const FINE_STEP = 0.5;
/** And while something does: few enough to follow a hand. */
export const COARSE_STEP = 2;

/** Samples a body finely. `progress` is called with the share that is done, and may throw to end it. */
export function shaped(
  solid: Solid,
  progress: (share: number) => void = () => undefined,
  sampler: Sampler = createSampler(),
): Shaped {
  const fields = sampler.fields(solid, FINE_STEP, (share) => progress(0.7 * share));
  const mass = massOf(fields);
  const map = thicknessMap(fields);
  progress(0.8);
  const least = leastThickness(solid, FINE_STEP, sampler);
  progress(1);
  return { mass, least, map };
}
