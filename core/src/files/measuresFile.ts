import { z } from 'zod';
import type { Refusal } from '../design/check.ts';
import { LIMITS } from '../design/limits.ts';
import { wordsOfIssue } from '../design/refusal.ts';
import { nameSchema } from '../design/schemaParts.ts';
import type { Family } from '../outline/families.ts';
import { FAMILIES, FAMILY_KEYS, FAMILY_STARTS } from '../outline/families.ts';
import type { ShapeMeasures } from '../outline/shapeMeasures.ts';
import { SHAPE_KEYS } from '../outline/shapeMeasures.ts';
import { startDesign, startMeasures } from '../outline/startDesign.ts';
import type { Design } from '../design/schema.ts';
import { parseLength } from '../units/length.ts';

export const MEASURES_FORMAT = 'pelkin-measures';

/** A length as millimetres, or as words in any unit. */
const lengthSchema = z.union(
  [
    z.number(),
    z.string().transform((text, context) => {
      const reading = parseLength(text, 'mm');
      if (reading.ok) return reading.mm;
      context.addIssue({ code: 'custom', message: `“${text.slice(0, 40)}”: ${reading.reason}` });
      return z.NEVER;
    }),
  ],
  { error: 'a length is a number of millimetres, or words as “12 5/8 in”' },
);

const count = LIMITS['strings.count'];
const scale = LIMITS['strings.scaleLength'];

/** What a body is begun from, as a file: JSON with lengths in millimetres or in words. */
export const measuresSchema = z.strictObject({
  format: z.literal(MEASURES_FORMAT, { error: `“format” must be “${MEASURES_FORMAT}”` }),
  version: z.literal(1, { error: '“version” must be 1' }),
  name: nameSchema,
  family: z.enum(FAMILIES, { error: `the family is one of ${FAMILIES.join(', ')}` }),
  strings: z
    .strictObject({
      count: z.number().int().min(count.min).max(count.max).default(6),
      scaleLength: lengthSchema
        .refine((mm) => mm >= scale.min && mm <= scale.max, {
          error: `the scale length must be ${scale.min} to ${scale.max} mm`,
        })
        .default(640),
    })
    .default({ count: 6, scaleLength: 640 }),
  measures: z.partialRecord(z.enum(SHAPE_KEYS), lengthSchema),
});

export type Begun =
  | { readonly ok: true; readonly design: Design }
  | { readonly ok: false; readonly refusals: readonly Refusal[] };

/** Reads a file of measures and begins a design from it; measures left out are the family's own. */
export function readMeasuresText(text: string): Begun {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    return { ok: false, refusals: [{ where: '', message: 'the file is not JSON' }] };
  }
  const read = measuresSchema.safeParse(raw);
  if (!read.success)
    return {
      ok: false,
      refusals: read.error.issues.map((i) => ({ where: i.path.join('.'), message: wordsOfIssue(i) })),
    };
  const { name, family, strings, measures } = read.data;
  const foreign = Object.keys(measures).filter((k) => !FAMILY_KEYS[family].some((f) => f === k));
  if (foreign.length)
    return {
      ok: false,
      refusals: foreign.map((k) => ({
        where: `measures.${k}`,
        message: `a body of the family ${family} has no such measure`,
      })),
    };
  const started = startDesign(
    name,
    family,
    { ...startMeasures(family, strings.count, strings.scaleLength), ...measures },
    strings.count,
    strings.scaleLength,
  );
  if (started.ok) return started;
  return {
    ok: false,
    refusals: started.contradictions.map((c) => ({
      where: c.keys.map((k) => `measures.${k}`).join(', '),
      message: c.message,
    })),
  };
}

/** The file that begins a body of a family with its own measures: one to fill in. */
export const measuresTemplate = (
  name: string,
  family: Family,
  measures: ShapeMeasures = FAMILY_STARTS[family],
): string =>
  `${JSON.stringify({ format: MEASURES_FORMAT, version: 1, name, family, strings: { count: 6, scaleLength: 640 }, measures }, null, 2)}\n`;
