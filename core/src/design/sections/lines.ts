import { z } from 'zod';
import type { Limits } from '../limit.ts';
import { idRefusals, placeSchema } from '../nodes.ts';
import type { Refusal } from '../refusal.ts';
import { idSchema, mm, nameSchema } from '../schemaParts.ts';
import type { ValueOf } from '../section.ts';
import { section } from '../section.ts';

export const MOST_LINES = 60;
export const MOST_PLACES = 2000;

export const LINE_LIMITS = {
  'line.fromCentre': {
    label: 'from the centre line',
    min: -400,
    max: 400,
    from: 'the centre line, toward the bass side',
  },
  'line.fromEdge': { label: 'inside the edge', min: -60, max: 150, from: 'the body’s edge, inward' },
} as const satisfies Limits;

/** How a line lies: between two places, or at a distance from the centre line or from the body’s edge. */
const waySchema = () =>
  z.discriminatedUnion(
    'by',
    [
      z.looseObject({ by: z.literal('points'), from: placeSchema(), to: placeSchema() }),
      z.looseObject({ by: z.literal('centre'), off: mm(LINE_LIMITS['line.fromCentre']) }),
      z.looseObject({ by: z.literal('edge'), off: mm(LINE_LIMITS['line.fromEdge']) }),
      // As a drawing had it, in straight pieces.
      z.looseObject({
        by: z.literal('drawn'),
        closed: z.boolean({ error: 'a drawn line is closed or not: true or false' }),
        places: z
          .array(placeSchema(), { error: 'a drawn line is a list of places' })
          .min(2, 'a drawn line needs two places at least')
          .max(MOST_PLACES, `a drawn line of over ${MOST_PLACES} places cannot be kept: simplify it`),
      }),
    ],
    { error: 'a line goes by two “points”, follows the “centre” line or the “edge”, or is “drawn”' },
  );

/** A line of the maker’s own: a guide, or a seam of the wood. */
const lineOfOwnSchema = () =>
  z.looseObject({
    id: idSchema('a line'),
    name: nameSchema,
    kind: z.enum(['guide', 'seam'], { error: 'a line is a “guide” or a “seam”' }),
    way: waySchema(),
  });

const linesSchema = () =>
  z
    .array(lineOfOwnSchema(), { error: 'the lines must be a list' })
    .max(MOST_LINES, `over ${MOST_LINES} guide and seam lines cannot be kept: leave some out`);
type Lines = ValueOf<ReturnType<typeof linesSchema>>;

const linesRefusals = (lines: Lines): readonly Refusal[] => [
  ...idRefusals('lines', lines),
  ...lines.flatMap(({ way }, i) =>
    way.by === 'points' && way.from.x === way.to.x && way.from.y === way.to.y
      ? [{ where: `lines.${i}.way`, message: 'a line’s two points lie on one place: set them apart' }]
      : [],
  ),
];

export const linesSection = /* @__PURE__ */ section({
  words: 'guide and seam lines',
  schema: linesSchema,
  plain: () => [],
  refusals: linesRefusals,
});
