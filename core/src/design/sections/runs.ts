import { z } from 'zod';
import type { Limits } from '../limit.ts';
import { idRefusals, placeSchema } from '../nodes.ts';
import { idSchema, mm, nameSchema } from '../schemaParts.ts';
import { section } from '../section.ts';

export const MOST_RUNS = 40;

export const RUN_LIMITS = {
  'run.z': {
    label: 'height in the wood',
    min: -120,
    max: 60,
    from: 'the front face; under it is less than 0',
  },
  'run.diameter': { label: 'diameter', min: 1, max: 40, from: 'the bit' },
} as const satisfies Limits;

/** A straight hole or channel for wires, from one place in the wood to another; z is 0 at the front face. */
const runSchema = () =>
  z.looseObject({
    id: idSchema('a run'),
    name: nameSchema,
    from: placeSchema().extend({ z: mm(RUN_LIMITS['run.z']) }),
    to: placeSchema().extend({ z: mm(RUN_LIMITS['run.z']) }),
    diameter: mm(RUN_LIMITS['run.diameter']),
  });

const runsSchema = () =>
  z
    .array(runSchema(), { error: 'the runs must be a list' })
    .max(MOST_RUNS, `over ${MOST_RUNS} runs cannot be kept: leave some out`);

export const runsSection = /* @__PURE__ */ section({
  words: 'drilled runs',
  schema: runsSchema,
  plain: () => [],
  refusals: (runs) => idRefusals('runs', runs),
});
