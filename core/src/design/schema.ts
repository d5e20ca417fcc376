import { z } from 'zod';
import type { LimitPath } from './limits.ts';
import { LIMITS } from './limits.ts';

export const DESIGN_FORMAT = 'pelkin-design';
export const DESIGN_VERSION = 1;

/** What people call a design; control characters would break files and lists. */
export const nameSchema = z
  .string({ error: 'the name must be text' })
  .trim()
  .min(1, 'the name is empty: give the design a name')
  .max(80, 'the name is longer than 80 characters: shorten it')
  .refine(
    (text) =>
      !/[\u0000-\u001f\u007f\u2028\u2029\ud800-\udfff]/.test(
        text.replace(/[\ud800-\udbff][\udc00-\udfff]/g, ''),
      ),
    {
      message: 'the name holds characters that cannot be printed: type it again',
    },
  );

/** A finite number within its limits, refused in a maker's words. */
const limited = (path: LimitPath, unit: 'mm' | '', whole = false): z.ZodType<number> => {
  const { label, min, max } = LIMITS[path];
  const named = unit ? ` ${unit}` : '';
  return z
    .number({ error: `${label} must be a number${unit ? ' of millimetres' : ''}` })
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
const mm = (path: LimitPath): z.ZodType<number> => limited(path, 'mm');
const count = (path: LimitPath): z.ZodType<number> => limited(path, '', true);

const stringsSchema = z.looseObject({
  count: count('strings.count'),
  scaleLength: mm('strings.scaleLength'),
  frets: count('strings.frets'),
  jointFret: count('strings.jointFret'),
  nutWidth: mm('strings.nutWidth'),
  nutMargin: mm('strings.nutMargin'),
  bridgeSpread: mm('strings.bridgeSpread'),
  bridgeMargin: mm('strings.bridgeMargin'),
  boardEnd: mm('strings.boardEnd'),
  spacing: z.enum(['equal-centres', 'equal-gaps'], {
    error: 'string spacing must be “equal-centres” or “equal-gaps”',
  }),
  /** Diameters, bass to treble, one a string. */
  gauges: z.array(mm('strings.gauge'), { error: 'gauges must be a list' }).max(LIMITS['strings.count'].max),
});

const handleSchema = z.looseObject({ x: mm('outline.handle'), y: mm('outline.handle') });

/** A place on the outline. Corners may carry handles, as vectors from the node towards its neighbours. */
const nodeSchema = z.looseObject({
  id: z
    .string({ error: 'a node needs an id' })
    .regex(/^[A-Za-z0-9_-]{1,24}$/, 'a node’s id must be 1 to 24 letters and figures'),
  x: mm('outline.x'),
  y: mm('outline.y'),
  kind: z.enum(['fair', 'corner'], { error: 'a node is “fair” or “corner”' }),
  before: handleSchema.optional(),
  after: handleSchema.optional(),
});

export const MOST_NODES = 200;

const outlineSchema = z.looseObject({
  nodes: z
    .array(nodeSchema, { error: 'the outline needs a list of nodes' })
    .min(3, 'an outline needs at least three nodes to close')
    .max(MOST_NODES, `an outline of over ${MOST_NODES} nodes cannot be kept fair: reduce it`),
});

const marginsSchema = z.looseObject({
  left: mm('print.margin'),
  right: mm('print.margin'),
  top: mm('print.margin'),
  bottom: mm('print.margin'),
});

const correction = limited('print.correction', '');

const printSchema = z.looseObject({
  paper: z.enum(['A4', 'Letter'], { error: 'paper must be A4 or Letter' }),
  orientation: z.enum(['portrait', 'landscape'], { error: 'the sheet lies “portrait” or “landscape”' }),
  margins: marginsSchema,
  overlap: mm('print.overlap'),
  /** Nominal over measured, along and across the sheet: cures a printer that is off. */
  correction: z.looseObject({ x: correction, y: correction }),
  /** Which layers go on paper beside the outline. */
  show: z.looseObject({ centre: z.boolean(), neck: z.boolean(), strings: z.boolean() }),
});

export const STAGES = ['strings', 'outline', 'templates'] as const;
export type Stage = (typeof STAGES)[number];
const markSchema = z.enum(['untouched', 'in hand', 'settled'], {
  error: 'a stage is untouched, in hand or settled',
});

/** The shape of a design; the rules that tie its numbers together are in check.ts. */
export const designShape = z.looseObject({
  format: z.literal(DESIGN_FORMAT, {
    error: `this is not a Pelkin design: its “format” is not “${DESIGN_FORMAT}”`,
  }),
  version: z.literal(DESIGN_VERSION),
  name: nameSchema,
  units: z.enum(['mm', 'in', 'in-fraction'], { error: 'units must be “mm”, “in” or “in-fraction”' }),
  handedness: z.enum(['right', 'left'], { error: 'handedness must be “right” or “left”' }),
  strings: stringsSchema,
  outline: outlineSchema,
  body: z.looseObject({ thickness: mm('body.thickness') }),
  print: printSchema,
  progress: z.looseObject({ strings: markSchema, outline: markSchema, templates: markSchema }),
  /** Lengths as they were typed, by path, where the words say more than the millimetres (25 1/2 in). */
  typed: z.record(z.string().max(80), z.string().max(40)).refine((r) => Object.keys(r).length <= 500, {
    message: 'over 500 remembered entries: remove some',
  }),
});

type DeepReadonly<T> = T extends (infer U)[]
  ? readonly DeepReadonly<U>[]
  : T extends object
    ? { readonly [K in keyof T]: DeepReadonly<T[K]> }
    : T;

export type Design = DeepReadonly<z.infer<typeof designShape>>;
export type Strings = Design['strings'];
export type Outline = Design['outline'];
export type OutlineNode = Outline['nodes'][number];
export type PrintSettings = Design['print'];
