import { z } from 'zod';
import type { Limits } from './limit.ts';
import { placeSchema } from './nodes.ts';
import { idSchema, limited, mm, nameSchema } from './schemaParts.ts';

export const MOST_STRETCHES = 24;
export const MOST_STRIPS = 4;

export const EDGE_LIMITS = {
  'edge.radius': { label: 'radius of the round', min: 0.5, max: 40, from: 'the bit’s own' },
  'edge.width': { label: 'width of the chamfer', min: 0.2, max: 60, from: 'the edge, inward over the face' },
  'edge.angle': { label: 'angle of the chamfer', min: 5, max: 85, from: 'the face' },
  'edge.bearing': { label: 'bearing', min: 3, max: 40, from: 'its diameter' },
  'binding.width': { label: 'width of the strip', min: 0.3, max: 12, from: 'the strip before it, inward' },
  'binding.depth': { label: 'depth of the strip', min: 0.3, max: 30, from: 'the face' },
} as const satisfies Limits;

/** How an edge is cut: square as it comes from the profile, by a round bit, or by a chamfer bit. */
export const profileSchema = () =>
  z.discriminatedUnion(
    'kind',
    [
      z.looseObject({ kind: z.literal('square') }),
      z.looseObject({ kind: z.literal('round'), radius: mm(EDGE_LIMITS['edge.radius']) }),
      z.looseObject({
        kind: z.literal('chamfer'),
        width: mm(EDGE_LIMITS['edge.width']),
        angle: limited(EDGE_LIMITS['edge.angle'], '°'),
      }),
    ],
    { error: 'an edge is “square”, “round” or a “chamfer”' },
  );

/** A stretch of the edge that is cut otherwise, from one place to another with the body on its left. */
const stretchSchema = () =>
  z.looseObject({
    id: idSchema('a stretch of the edge'),
    name: nameSchema,
    from: placeSchema(),
    to: placeSchema(),
    profile: profileSchema(),
  });

/** One face's edge all round. */
export const edgeSchema = () =>
  z.looseObject({
    profile: profileSchema(),
    /** The bearing's diameter: it runs on the body's edge. */
    bearing: mm(EDGE_LIMITS['edge.bearing']),
    /** Left square where the neck is joined, and where a jack's plate or a strap button sits. */
    squareAtNeck: z.boolean({ error: 'the edge is left square at the neck or not: true or false' }),
    squareAtParts: z.boolean({ error: 'the edge is left square at parts in it or not: true or false' }),
    stretches: z
      .array(stretchSchema(), { error: 'the stretches of an edge must be a list' })
      .max(MOST_STRETCHES, `over ${MOST_STRETCHES} stretches of an edge cannot be kept: join some`),
    /** Channels for binding, from the edge inward: each strip's own width, and its depth from the face. */
    binding: z
      .array(
        z.looseObject({
          width: mm(EDGE_LIMITS['binding.width']),
          depth: mm(EDGE_LIMITS['binding.depth']),
        }),
        { error: 'the strips of a binding must be a list' },
      )
      .max(MOST_STRIPS, `a binding has ${MOST_STRIPS} strips at most`),
  });
