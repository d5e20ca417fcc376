import type { Sampler } from '../solid/field.ts';
import { createSampler } from '../solid/field.ts';
import type { Mass } from '../solid/mass.ts';
import { massOf } from '../solid/mass.ts';
import type { Solid } from '../solid/solid.ts';
import type { Least } from '../solid/thickness.ts';
import { leastThickness, withoutEdges } from '../solid/thickness.ts';
import { areaWithoutWood } from '../solid/withoutWood.ts';
import type { GluedSolids } from './glued.ts';
import { gluedFields, gluedMap, gluedMass, gluedSamplers, leastAtClosed } from './glued.ts';
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
  /** Of a body with a glued-on front, the front’s and the core’s own. */
  readonly pieces: { readonly front: Mass; readonly core: Mass } | null;
}

/** A body with a glued-on front, as it is and without its holes. */
export interface GluedBody {
  readonly whole: GluedSolids;
  readonly floors: GluedSolids;
}

/** Cells while nothing moves, mm. */
export const FINE_STEP = 0.5;
/** And while something does: few enough to follow a hand. */
export const COARSE_STEP = 2;

/** Samples a body finely; `floors` is the same without its holes. `progress` is called with the share that is done, and may throw to end it. */
export function shaped(
  solid: Solid,
  floors: Solid,
  glued: GluedBody | null = null,
  progress: (share: number) => void = () => undefined,
  sampler: Sampler = createSampler(),
): Shaped {
  const fields = sampler.fields(solid, FINE_STEP, (share) => progress((glued ? 0.3 : 0.7) * share));
  const bare = withoutEdges(floors);
  const brokenThrough = (): number => areaWithoutWood(bare, sampler.fields(bare, FINE_STEP));
  if (!glued) {
    const map = thicknessMap(fields);
    progress(0.8);
    const least = leastThickness(floors, FINE_STEP, sampler);
    progress(0.9);
    const open = brokenThrough();
    progress(1);
    return { mass: massOf(fields), least, brokenThrough: open, map, pieces: null };
  }
  const samplers = gluedSamplers();
  const pieces = gluedFields(glued.whole, FINE_STEP, samplers);
  progress(0.6);
  const {
    pieces: [front, core],
    ...mass
  } = gluedMass(pieces);
  const map = gluedMap(fields, pieces);
  progress(0.7);
  const least = leastThickness(floors, FINE_STEP, sampler);
  progress(0.8);
  const open = brokenThrough();
  const at = leastAtClosed(
    gluedFields(
      { ...glued.floors, front: withoutEdges(glued.floors.front), core: withoutEdges(glued.floors.core) },
      FINE_STEP,
      samplers,
    ),
  );
  progress(1);
  return {
    mass,
    least: at.least && at.least.thickness < least.thickness ? at.least : least,
    brokenThrough: open + at.open,
    map,
    pieces: { front: front!, core: core! },
  };
}
