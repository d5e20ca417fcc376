import { z } from 'zod';
import { EDGE_LIMITS, edgeSchema } from '../bodyEdges.ts';
import { CONTOUR_LIMITS, archSchema, contoursSchema } from '../contours.ts';
import type { Limits } from '../limit.ts';
import { idRefusals } from '../nodes.ts';
import type { Refusal } from '../refusal.ts';
import { limited, mm } from '../schemaParts.ts';
import type { ValueOf } from '../section.ts';
import { section } from '../section.ts';
import { hypot } from '../../geometry/point.ts';

export const BODY_LIMITS = {
  'body.thickness': { label: 'body thickness', min: 10, max: 120, from: 'front face to back face' },
  'gluedFront.thickness': { label: 'glued-on front', min: 1, max: 60, from: 'its face to the glue line' },
  'body.grain': { label: 'grain', min: -90, max: 90, from: 'the centre line, counter-clockwise' },
  ...EDGE_LIMITS,
  ...CONTOUR_LIMITS,
} as const satisfies Limits;

/** A front of a wood of its own, glued on the rest, the core. What of the front is routed in the core before lies closed under it. */
const gluedFrontSchema = () =>
  z
    .looseObject({
      thickness: mm(BODY_LIMITS['gluedFront.thickness']),
    })
    .nullable();

/**
 * `thickness`: with a glued-on front and its glue line, face to face. `grain`: which way the fibres run in the face, from the centre line, counter-clockwise. `edges`, `contours` and `arch`
 * only ever remove wood.
 */
const bodySchema = () =>
  z.looseObject({
    thickness: mm(BODY_LIMITS['body.thickness']),
    grain: limited(BODY_LIMITS['body.grain'], '°'),
    edges: z.looseObject({ front: edgeSchema(), back: edgeSchema() }),
    contours: contoursSchema(),
    arch: z.looseObject({ front: archSchema(), back: archSchema() }),
    gluedFront: gluedFrontSchema(),
  });
type Body = ValueOf<ReturnType<typeof bodySchema>>;

/** Places of a start line nearer to one another than this, mm, are one. */
const SAME_PLACE = 0.5;

function contourRefusals({ contours }: Body): readonly Refusal[] {
  return contours.flatMap(({ line, form, depth, name }, i): readonly Refusal[] => {
    const where = `body.contours.${i}`;
    const together = line.findIndex((p, k) => {
      const q = line[k + 1];
      return q !== undefined && hypot(q.x - p.x, q.y - p.y) < SAME_PLACE;
    });
    return [
      ...(together >= 0
        ? [
            {
              where: `${where}.line.${together + 1}`,
              message: `two places of the start line of ${name} lie within ${SAME_PLACE} mm: move them apart or remove one`,
            },
          ]
        : []),
      ...(form === 'flat' && depth.by === 'radius'
        ? [{ where: `${where}.depth`, message: `${name} is flat: it has a drop or an angle, no radius` }]
        : []),
      ...(form === 'arc' && depth.by === 'angle'
        ? [{ where: `${where}.depth`, message: `${name} is an arc: it has a drop or a radius, no angle` }]
        : []),
    ];
  });
}

const archRefusals = ({ arch }: Body): readonly Refusal[] =>
  (['front', 'back'] as const).flatMap((face) => {
    const pairs = arch[face];
    if (!pairs) return [];
    const where = `body.arch.${face}`;
    const wrong = pairs.findIndex((p, k) => k > 0 && p.inward - pairs[k - 1]!.inward < SAME_PLACE);
    return [
      ...(pairs[0]!.inward === 0
        ? []
        : [{ where: `${where}.0.inward`, message: 'an arch begins at the edge: its first distance is 0' }]),
      ...(wrong > 0
        ? [
            {
              where: `${where}.${wrong}.inward`,
              message: `the distances of an arch grow by ${SAME_PLACE} mm at least from one to the next`,
            },
          ]
        : []),
    ];
  });

/** A core thinner than this, mm, is none. */
const LEAST_CORE = 3;

const frontRefusals = ({ thickness, gluedFront }: Body): readonly Refusal[] =>
  gluedFront && gluedFront.thickness > thickness - LEAST_CORE
    ? [
        {
          where: 'body.gluedFront.thickness',
          message: `a glued-on front of ${gluedFront.thickness} mm leaves under ${LEAST_CORE} mm of core in a body of ${thickness} mm: make it thinner, or the body thicker`,
        },
      ]
    : [];

const bodyRefusals = (body: Body): readonly Refusal[] => [
  ...frontRefusals(body),
  ...idRefusals('body.contours', body.contours),
  ...idRefusals('body.edges.front.stretches', body.edges.front.stretches),
  ...idRefusals('body.edges.back.stretches', body.edges.back.stretches),
  ...contourRefusals(body),
  ...archRefusals(body),
];

/** An edge as it comes from the profile, with nothing done to it. */
const plainEdge = () => ({
  profile: { kind: 'square' as const },
  bearing: 12.7,
  squareAtNeck: true,
  squareAtParts: true,
  stretches: [],
  binding: [],
});

export const bodySection = /* @__PURE__ */ section({
  words: 'body',
  schema: bodySchema,
  plain: () => ({
    thickness: 44,
    grain: 0,
    edges: { front: plainEdge(), back: plainEdge() },
    contours: [],
    arch: { front: null, back: null },
    gluedFront: null,
  }),
  refusals: bodyRefusals,
});
