import { z } from 'zod';
import type { LimitPath } from './limits.ts';
import { LIMITS } from './limits.ts';
import { filledTextSchema } from './plainText.ts';

// A page reads few documents: to compile readers for them first would take longer than the reading (and `new
// Function` is refused where pages forbid it).
z.config({ jitless: true });

/** What people call a design. */
export const nameSchema = filledTextSchema('the name', 80, 'the name is empty: give the design a name');

const IN_UNITS = { mm: ' of millimetres', '°': ' of degrees', '%': ', in per cent', '': '' } as const;

/** A finite number within its limits, refused in a maker's words. */
export const limited = (path: LimitPath, unit: 'mm' | '°' | '%' | '', whole = false): z.ZodType<number> => {
  const { label, min, max } = LIMITS[path];
  const named = unit ? ` ${unit}` : '';
  return z
    .number({ error: `${label} must be a number${IN_UNITS[unit]}` })
    .refine((n) => n >= min, {
      error: (issue) => `${label} ${String(issue.input)}${named} is under the least, ${min}${named}`,
    })
    .refine((n) => n <= max, {
      error: (issue) => `${label} ${String(issue.input)}${named} is over the most, ${max}${named}`,
    })
    .refine((n) => !whole || Number.isInteger(n), {
      error: (issue) => `${label} ${String(issue.input)} must be a whole number`,
    });
};
export const mm = (path: LimitPath): z.ZodType<number> => limited(path, 'mm');
export const count = (path: LimitPath): z.ZodType<number> => limited(path, '', true);

const handleSchema = z.looseObject({ x: mm('outline.handle'), y: mm('outline.handle') });

/**
 * A place on the outline. Handles are vectors from the node towards its neighbours: a smooth node carries
 * both, in line; a corner may carry either; a fair node's are solved.
 */
export const nodeIdSchema = z
  .string({ error: 'a node needs an id' })
  .regex(/^[A-Za-z0-9_-]{1,24}$/, 'a node’s id must be 1 to 24 letters and figures');
export const nodeSchema = z.looseObject({
  id: nodeIdSchema,
  x: mm('outline.x'),
  y: mm('outline.y'),
  kind: z.enum(['fair', 'smooth', 'corner'], { error: 'a node is “fair”, “smooth” or “corner”' }),
  before: handleSchema.optional(),
  after: handleSchema.optional(),
  /** How much of a fair curve's parameter lies between this node and the next; its own length where left out. */
  span: mm('outline.span').optional(),
  /** Whether fairing leaves the node where it is. */
  pinned: z.boolean({ error: 'a node is pinned or not: true or false' }).optional(),
});

/** The name by which other members speak of one. */
export const idSchema = (what: string) =>
  z
    .string({ error: `${what} needs an id` })
    .regex(/^[A-Za-z0-9_-]{1,24}$/, `the id of ${what} must be 1 to 24 letters and figures`);
