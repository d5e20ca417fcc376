import { z } from 'zod';
import type { Limits } from '../limit.ts';
import { idRefusals, lineSchema, nodesRefusals, placeSchema } from '../nodes.ts';
import type { Refusal } from '../refusal.ts';
import { idSchema, limited, mm, nameSchema } from '../schemaParts.ts';
import type { ValueOf } from '../section.ts';
import { section } from '../section.ts';

export const MOST_GUARDS = 8;
export const MOST_GUARD_SCREWS = 60;

export const GUARD_LIMITS = {
  'guard.follow': { label: 'inside the edge', min: 0, max: 120, from: 'the body’s edge, inward' },
  'guard.thickness': { label: 'pickguard', min: 0.5, max: 8, from: 'face to face of the sheet' },
  'guard.bevel': { label: 'bevel', min: 0, max: 60, from: 'square to the face' },
  'guard.gap': { label: 'room round what comes up', min: 0, max: 5, from: 'the part to the cut-out' },
  'guard.apart': { label: 'screws apart', min: 0, max: 250, from: 'along the edge, about; 0 for none' },
  'guard.screwInset': { label: 'screws inside the edge', min: 2, max: 30, from: 'the pickguard’s edge' },
} as const satisfies Limits;

/** A pickguard: a region of the front face, kept so far inside the body's edge where it follows it. */
const guardSchema = () =>
  z.looseObject({
    id: idSchema('a pickguard'),
    name: nameSchema,
    nodes: lineSchema('a pickguard'),
    /** Its distance from the body's edge where the region would reach nearer; null where it only follows its nodes. */
    follow: mm(GUARD_LIMITS['guard.follow']).nullable(),
    thickness: mm(GUARD_LIMITS['guard.thickness']),
    bevel: limited(GUARD_LIMITS['guard.bevel'], '°'),
    /** Room round what comes up through it. */
    gap: mm(GUARD_LIMITS['guard.gap']),
    /** Its screws are about so far apart and so far inside its edge; none with 0. */
    apart: mm(GUARD_LIMITS['guard.apart']),
    screwInset: mm(GUARD_LIMITS['guard.screwInset']),
    /** Its screws where they were set by hand; null while they follow its edge. */
    screws: z
      .array(placeSchema(), { error: 'the screws of a pickguard must be a list of places' })
      .max(MOST_GUARD_SCREWS, `over ${MOST_GUARD_SCREWS} screws in one pickguard cannot be kept`)
      .nullable(),
  });

const guardsSchema = () =>
  z
    .array(guardSchema(), { error: 'the pickguards must be a list' })
    .max(MOST_GUARDS, `over ${MOST_GUARDS} pickguards cannot be kept: leave some out`);
type Guards = ValueOf<ReturnType<typeof guardsSchema>>;

const guardsRefusals = (guards: Guards): readonly Refusal[] => [
  ...idRefusals('guards', guards),
  ...guards.flatMap((g, i) => nodesRefusals(g.nodes, `guards.${i}.nodes`)),
];

export const guardsSection = /* @__PURE__ */ section({
  words: 'pickguards',
  schema: guardsSchema,
  plain: () => [],
  refusals: guardsRefusals,
});
