import { z } from 'zod';
import type { Limits } from './limit.ts';
import { PLACE_LIMITS, lineSchema } from './nodes.ts';
import { isPlainText } from './plainText.ts';
import { count, mm } from './schemaParts.ts';

export const SHAPE_LIMITS = {
  'shape.side': { label: 'size', min: 0.5, max: 1500, from: 'edge to edge' },
  'shape.radius': { label: 'corner radius', min: 0, max: 200, from: 'what the bit leaves in a corner' },
  'shape.holes': { label: 'holes', min: 1, max: 24, from: 'counted' },
  'shape.inset': { label: 'inset', min: -100, max: 300, from: 'the edge it follows, inward' },
} as const satisfies Limits;

/** A closed flat shape about its own middle: long runs along x, wide along y; turned and moved by what carries it. */
export const shapeSchema = () =>
  z.discriminatedUnion('kind', [
    z.looseObject({
      kind: z.literal('rect'),
      long: mm(SHAPE_LIMITS['shape.side']),
      wide: mm(SHAPE_LIMITS['shape.side']),
      radius: mm(SHAPE_LIMITS['shape.radius']),
    }),
    z.looseObject({
      kind: z.literal('slot'),
      long: mm(SHAPE_LIMITS['shape.side']),
      wide: mm(SHAPE_LIMITS['shape.side']),
    }),
    z.looseObject({ kind: z.literal('circle'), diameter: mm(SHAPE_LIMITS['shape.side']) }),
    z.looseObject({
      kind: z.literal('free'),
      nodes: lineSchema('a free shape'),
    }),
    /** Round holes in rows about the place: columns along x, rows along y. */
    z.looseObject({
      kind: z.literal('grid'),
      diameter: mm(SHAPE_LIMITS['shape.side']),
      columns: count(SHAPE_LIMITS['shape.holes']),
      rows: count(SHAPE_LIMITS['shape.holes']),
      alongApart: mm(SHAPE_LIMITS['shape.side']),
      acrossApart: mm(SHAPE_LIMITS['shape.side']),
    }),
    /** Round holes evenly on a circle about the place, the first along x. */
    z.looseObject({
      kind: z.literal('ring'),
      diameter: mm(SHAPE_LIMITS['shape.side']),
      holes: count(SHAPE_LIMITS['shape.holes']),
      across: mm(SHAPE_LIMITS['shape.side']),
    }),
    /** What lies so far inside the body's edge (or another opening, by id; outside it when negative), within bounds. */
    z.looseObject({
      kind: z.literal('inset'),
      of: z
        .string({ error: 'an inset names “body” or an opening' })
        .max(24)
        .refine(isPlainText, 'an inset names “body” or an opening'),
      by: mm(SHAPE_LIMITS['shape.inset']),
      within: z
        .looseObject({
          minX: mm(PLACE_LIMITS['outline.x']),
          maxX: mm(PLACE_LIMITS['outline.x']),
          minY: mm(PLACE_LIMITS['outline.y']),
          maxY: mm(PLACE_LIMITS['outline.y']),
        })
        .nullable(),
    }),
  ]);
