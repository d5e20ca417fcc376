import { z } from 'zod';
import type { Limits } from './limit.ts';
import { placeSchema } from './nodes.ts';
import { idSchema, limited, mm, nameSchema } from './schemaParts.ts';

export const MOST_CONTOURS = 100;
export const MOST_LINE_PLACES = 12;
export const MOST_ARCH_PLACES = 12;

export const CONTOUR_LIMITS = {
  'contour.soft': { label: 'soft start', min: 0, max: 200, from: 'the start line, over the face' },
  'contour.drop': { label: 'drop', min: 0.1, max: 120, from: 'the flat face, at the edge furthest away' },
  'contour.angle': { label: 'slope', min: 0.5, max: 60, from: 'the flat face' },
  'contour.radius': { label: 'radius of the arc', min: 5, max: 5000, from: 'its own middle' },
  'arch.inward': { label: 'distance', min: 0, max: 250, from: 'the edge, inward' },
  'arch.depth': { label: 'depth', min: 0, max: 60, from: 'the flat face' },
} as const satisfies Limits;

/** How deep a contour goes: typed as its drop at the edge, or as its slope or radius. */
const depthSchema = () =>
  z.discriminatedUnion(
    'by',
    [
      z.looseObject({ by: z.literal('drop'), drop: mm(CONTOUR_LIMITS['contour.drop']) }),
      z.looseObject({ by: z.literal('angle'), angle: limited(CONTOUR_LIMITS['contour.angle'], '°') }),
      z.looseObject({ by: z.literal('radius'), radius: mm(CONTOUR_LIMITS['contour.radius']) }),
    ],
    { error: 'a contour’s depth is given “by” its “drop”, its “angle” or its “radius”' },
  );

export const CONTOUR_KINDS = ['forearm', 'belly', 'thigh', 'heel', 'scoop', 'bevel'] as const;

/**
 * Wood taken off a face from a line on: on the left of the line as it runs through its places. “flat”: an even slope after a
 * soft start; “arc”: ever steeper.
 */
const contourSchema = () =>
  z.looseObject({
    id: idSchema('a contour'),
    name: nameSchema,
    kind: z.enum(CONTOUR_KINDS, {
      error: `a contour is a ${CONTOUR_KINDS.map((k) => `“${k}”`).join(', ')}`,
    }),
    face: z.enum(['front', 'back'], { error: 'a contour is cut into the “front” or the “back”' }),
    line: z
      .array(placeSchema(), { error: 'a contour’s start line is a list of places' })
      .min(2, 'a contour’s start line needs two places at least')
      .max(MOST_LINE_PLACES, `a contour’s start line has ${MOST_LINE_PLACES} places at most: remove some`),
    form: z.enum(['flat', 'arc'], { error: 'a contour is “flat” or an “arc”' }),
    soft: mm(CONTOUR_LIMITS['contour.soft']),
    depth: depthSchema(),
  });

export const contoursSchema = () =>
  z
    .array(contourSchema(), { error: 'the contours must be a list' })
    .max(MOST_CONTOURS, `over ${MOST_CONTOURS} contours cannot be kept: remove some`);

/** A face arched by its distance from the edge: depths at distances that grow, the first at the edge itself. */
export const archSchema = () =>
  z
    .array(
      z.looseObject({
        inward: mm(CONTOUR_LIMITS['arch.inward']),
        depth: mm(CONTOUR_LIMITS['arch.depth']),
      }),
      { error: 'an arch is a list of distances and depths' },
    )
    .min(2, 'an arch needs two places at least: the edge and where it is flat')
    .max(MOST_ARCH_PLACES, `an arch has ${MOST_ARCH_PLACES} places at most: remove some`)
    .nullable();
