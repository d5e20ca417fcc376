import { z } from 'zod';
import { EDGE_LIMITS, profileSchema } from '../bodyEdges.ts';
import type { Limits } from '../limit.ts';
import { idRefusals, nodesRefusals, placeSchema } from '../nodes.ts';
import type { Refusal } from '../refusal.ts';
import { idSchema, limited, mm, nameSchema } from '../schemaParts.ts';
import type { ValueOf } from '../section.ts';
import { section } from '../section.ts';
import { shapeSchema } from '../shapes.ts';

export const MOST_OPENINGS = 200;

export const OPENING_LIMITS = {
  'opening.depth': { label: 'depth', min: 0, max: 120, from: 'the face it is cut from' },
  'opening.turn': { label: 'turn', min: -360, max: 360, from: 'the centre line, counter-clockwise' },
  'cover.ledge': { label: 'ledge', min: 2, max: 40, from: 'the opening’s wall to the ledge’s' },
  'cover.thickness': { label: 'cover plate', min: 0.3, max: 12, from: 'face to face of the plate' },
  'cover.deeper': {
    label: 'ledge under the plate',
    min: 0,
    max: 6,
    from: 'the plate let in flush to the ledge’s floor',
  },
  'cover.gap': { label: 'gap round the plate', min: 0, max: 3, from: 'the plate’s edge to the ledge’s wall' },
  'cover.apart': { label: 'screws apart', min: 0, max: 250, from: 'along the ledge, about; 0 for none' },
  'cover.screwLength': { label: 'cover screw', min: 3, max: 60, from: 'the ledge’s floor to its tip' },
  'cover.screw': { label: 'cover screw', min: 0.5, max: 8, from: 'across it' },
  'step.bit': { label: 'bit', min: 0.5, max: 80, from: 'across its cutting edges' },
} as const satisfies Limits;

/** One step of an opening: its shape about the opening's place, and its floor below the face. */
const stepSchema = () =>
  z.looseObject({
    name: nameSchema,
    shape: shapeSchema(),
    at: placeSchema(),
    /** Floor below the face it is cut from, mm; 0 while it has none. */
    depth: mm(OPENING_LIMITS['opening.depth']),
    through: z.boolean({ error: 'a step goes through or not: true or false' }),
    role: z.enum(['cavity', 'ledge', 'chamber', 'channel', 'sound opening'], {
      error: 'a step is a “cavity”, a “ledge”, a “chamber”, a “channel” or a “sound opening”',
    }),
    /** The bit it is routed with: no inside corner is sharper; null, or not there, while none is chosen. */
    bit: mm(OPENING_LIMITS['step.bit']).nullable().optional(),
    /** Wood that stays standing within the step. */
    islands: z
      .array(z.looseObject({ shape: shapeSchema(), at: placeSchema() }), { error: 'islands must be a list' })
      .max(12, 'over 12 islands in one step cannot be kept'),
  });

/** What a bit does along the rim of a sound opening, mm; its bearing runs on the opening's wall. */
const rimSchema = () => z.looseObject({ profile: profileSchema(), bearing: mm(EDGE_LIMITS['edge.bearing']) });

/** A cover over an opening: its ledge round the first step, its plate, and its screws, all of the opening's own. */
const coverSchema = () =>
  z.looseObject({
    ledge: mm(OPENING_LIMITS['cover.ledge']),
    thickness: mm(OPENING_LIMITS['cover.thickness']),
    /** How much deeper the ledge is than the plate is thick: room for the finish. */
    deeper: mm(OPENING_LIMITS['cover.deeper']),
    gap: mm(OPENING_LIMITS['cover.gap']),
    apart: mm(OPENING_LIMITS['cover.apart']),
    /** “corners”: in the corners and evenly between, clear of what is under them; evenly along the ledge where it is not there. */
    screws: z
      .enum(['even', 'corners'], { error: 'cover screws are spread “even” or from the “corners”' })
      .optional(),
    screw: z.looseObject({
      length: mm(OPENING_LIMITS['cover.screwLength']),
      thread: mm(OPENING_LIMITS['cover.screw']),
      root: mm(OPENING_LIMITS['cover.screw']),
    }),
  });

/** A place that is routed: a stack of steps from one face. */
const openingSchema = () =>
  z.looseObject({
    id: idSchema('an opening'),
    name: nameSchema,
    face: z.enum(['front', 'back'], { error: 'an opening is cut from the “front” or the “back”' }),
    at: placeSchema(),
    turn: limited(OPENING_LIMITS['opening.turn'], '°'),
    steps: z
      .array(stepSchema(), { error: 'an opening needs a list of steps' })
      .min(1, 'an opening needs at least one step')
      .max(8, 'an opening of over 8 steps cannot be kept'),
    cover: coverSchema().nullable().optional(),
    /** The rim of a sound opening, where it is not square. */
    rim: rimSchema().nullable().optional(),
    /** Whether parts that are mounted in it move with it. */
    carries: z.boolean({ error: 'an opening carries its parts or not: true or false' }).optional(),
  });

const openingsSchema = () =>
  z
    .array(openingSchema(), { error: 'the openings must be a list' })
    .max(MOST_OPENINGS, `over ${MOST_OPENINGS} openings cannot be kept: leave some out`);
type Openings = ValueOf<ReturnType<typeof openingsSchema>>;

const openingsRefusals = (openings: Openings): readonly Refusal[] => [
  ...idRefusals('openings', openings),
  ...openings.flatMap((o, i) =>
    o.steps.flatMap((step, k) =>
      [step, ...step.islands].flatMap(({ shape }) =>
        shape.kind === 'free' ? nodesRefusals(shape.nodes, `openings.${i}.steps.${k}.shape.nodes`) : [],
      ),
    ),
  ),
];

export const openingsSection = /* @__PURE__ */ section({
  words: 'openings',
  schema: openingsSchema,
  plain: () => [],
  refusals: openingsRefusals,
});
