import { once, remember } from '../geometry/remember.ts';
import type { Fields } from '../solid/field.ts';
import { createSampler } from '../solid/field.ts';
import type { BodySolid } from './bodySolid.ts';
import type { GluedFields } from './glued.ts';
import { gluedSamplers, gluedSolids } from './glued.ts';
import { COARSE_STEP } from './shaped.ts';

/** A body sampled coarsely: as it is seen from outside, and its pieces where it has a glued-on front. */
export interface CoarseFields {
  readonly outside: Fields;
  readonly pieces: GluedFields | null;
}

/** Samples bodies coarsely, quickly enough to follow a hand; remembers what it sampled last, for all who look at it. */
export function createCoarse(): (body: BodySolid) => CoarseFields {
  const sampler = createSampler();
  const samplers = gluedSamplers();
  const solidsOf = remember(({ whole }: NonNullable<BodySolid['glued']>) => gluedSolids(whole));
  return remember((body: BodySolid): CoarseFields => {
    const outside = once(() => sampler.fields(body.solid, COARSE_STEP));
    const solids = body.glued && solidsOf(body.glued);
    const piece = (key: keyof GluedFields) => once(() => samplers[key].fields(solids![key], COARSE_STEP));
    const [front, core, closed] = [piece('front'), piece('core'), piece('closed')];
    // Each is sampled when it is first read: who weighs a body asks only for its pieces.
    return {
      get outside() {
        return outside();
      },
      pieces: solids && {
        get front() {
          return front();
        },
        get core() {
          return core();
        },
        get closed() {
          return closed();
        },
      },
    };
  });
}
