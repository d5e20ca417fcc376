import { z } from 'zod';
import type { Limits } from '../limit.ts';
import { idRefusals, lineSchema, nodesRefusals, placeSchema } from '../nodes.ts';
import { plainTextSchema } from '../plainText.ts';
import type { Refusal } from '../refusal.ts';
import { idSchema, limited, mm, nameSchema } from '../schemaParts.ts';
import type { ValueOf } from '../section.ts';
import { section } from '../section.ts';
import { OPENING_LIMITS } from './openings.ts';
import { RUN_LIMITS } from './runs.ts';

export const MOST_PARTS = 200;

export const PART_LIMITS = {
  'part.tilt': { label: 'tilt', min: -80, max: 80, from: 'the face' },
} as const satisfies Limits;

/** What a part is: its kind, and its measures by name; those that nobody has measured yet are listed as assumed. */
export const partSpecSchema = () =>
  z.looseObject({
    kind: z
      .string({ error: 'a part names its kind' })
      .regex(/^[a-z0-9-]{1,40}$/, 'a part’s kind is a short word'),
    name: nameSchema,
    measures: z
      .record(z.string().max(40), z.number({ error: 'a part’s measures are numbers' }).min(-1000).max(10_000))
      .refine((r) => Object.keys(r).length <= 60, {
        message: 'over 60 measures of one part: leave some out',
      }),
    assumed: z
      .array(plainTextSchema('the name of an assumed measure', 40), {
        error: 'assumed measures must be a list of names',
      })
      .max(60),
    /** Its own outline on the face about its place, where the kind's does not fit it. */
    outline: lineSchema('a part’s outline').nullable(),
  });

/** A part at its place. On the edge, `turn` is the way it points inward and `z` how high it sits. */
const partSchema = () =>
  z.looseObject({
    id: idSchema('a part'),
    spec: partSpecSchema(),
    face: z.enum(['front', 'back', 'edge'], { error: 'a face is “front”, “back” or “edge”' }),
    at: placeSchema(),
    turn: limited(OPENING_LIMITS['opening.turn'], '°'),
    z: mm(RUN_LIMITS['run.z']),
    tilt: limited(PART_LIMITS['part.tilt'], '°'),
    /** Parts of one group are moved together. */
    group: plainTextSchema('the name of a group', 24).nullable(),
    /** The id of the pickguard or plate that it is fixed to; null, or not there, in the wood. */
    mount: idSchema('what a part is mounted in').nullable().optional(),
  });

const partsSchema = () =>
  z
    .array(partSchema(), { error: 'the parts must be a list' })
    .max(MOST_PARTS, `over ${MOST_PARTS} parts cannot be kept: leave some out`);
type Parts = ValueOf<ReturnType<typeof partsSchema>>;

const partsRefusals = (parts: Parts): readonly Refusal[] => [
  ...idRefusals('parts', parts),
  ...parts.flatMap(({ spec }, i) =>
    spec.outline ? nodesRefusals(spec.outline, `parts.${i}.spec.outline`) : [],
  ),
];

export const partsSection = /* @__PURE__ */ section({
  words: 'parts',
  schema: partsSchema,
  plain: () => [],
  refusals: partsRefusals,
});
