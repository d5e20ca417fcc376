import { z } from 'zod';
import type { Limit } from './limit.ts';
import { filledTextSchema } from './plainText.ts';

// A page reads few documents: to compile readers for them first would take longer than the reading (and `new
// Function` is refused where pages forbid it).
z.config({ jitless: true });

/** What people call a design. */
export const nameSchema = filledTextSchema('the name', 80, 'the name is empty: give the design a name');

const IN_UNITS = {
  mm: ' of millimetres',
  '°': ' of degrees',
  '%': ', in per cent',
  g: ' of grams',
  'kg/m³': ' of kilograms a cubic metre',
  '': '',
} as const;

/** A finite number within its limits, refused in a maker's words. */
export const limited = (
  { label, min, max }: Limit,
  unit: keyof typeof IN_UNITS,
  whole = false,
): z.ZodType<number> => {
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
export const mm = (limit: Limit): z.ZodType<number> => limited(limit, 'mm');
export const count = (limit: Limit): z.ZodType<number> => limited(limit, '', true);

/** The name by which other members speak of one. */
export const idSchema = (what: string) =>
  z
    .string({ error: `${what} needs an id` })
    .regex(/^[A-Za-z0-9_-]{1,24}$/, `the id of ${what} must be 1 to 24 letters and figures`);
