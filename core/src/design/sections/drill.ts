import { z } from 'zod';
import type { Limits } from '../limit.ts';
import { mm } from '../schemaParts.ts';
import type { ValueOf } from '../section.ts';
import { section } from '../section.ts';

export const DRILL_LIMITS = {
  'drill.bit': { label: 'bit out of the chuck', min: 20, max: 400, from: 'its tip to the chuck' },
  'drill.chuck': { label: 'chuck and hand', min: 10, max: 150, from: 'across, at their widest' },
  'drill.length': { label: 'drill', min: 30, max: 500, from: 'front of the chuck to its back' },
} as const satisfies Limits;

/** The drill that bores holes in the body’s edge, by hand. */
const drillSchema = () =>
  z.looseObject({
    bit: mm(DRILL_LIMITS['drill.bit']),
    chuck: mm(DRILL_LIMITS['drill.chuck']),
    length: mm(DRILL_LIMITS['drill.length']),
  });
export type Drill = ValueOf<ReturnType<typeof drillSchema>>;

/** A drill of middling size, mm. */
export const plainDrill = (): Drill => ({ bit: 65, chuck: 45, length: 190 });

export const drillSection = /* @__PURE__ */ section({
  words: 'drill',
  schema: drillSchema,
  plain: plainDrill,
});
