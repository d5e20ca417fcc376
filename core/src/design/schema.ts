import { z } from 'zod';
import {
  MOST_OPENINGS,
  MOST_PARTS,
  MOST_GUARDS,
  MOST_RUNS,
  guardSchema,
  neckSchema,
  openingSchema,
  partSchema,
  runSchema,
} from './layoutSchema.ts';
import { LIMITS, MOST_NODES } from './limits.ts';
import { filledTextSchema, plainTextSchema } from './plainText.ts';
import { count, limited, mm, nameSchema, nodeIdSchema, nodeSchema } from './schemaParts.ts';
import type { LimitPath } from './limits.ts';

export { nameSchema } from './schemaParts.ts';

export const DESIGN_FORMAT = 'pelkin-design';
export const DESIGN_VERSION = 6;

const sideSchema = z.enum(['bass', 'treble'], { error: 'a side is “bass” or “treble”' });
const boardPart = (frets: LimitPath) =>
  z.looseObject({ frets: count(frets), strings: count('strings.extraStrings'), side: sideSchema });

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
  /** Two scales: `scaleLength` is then the treble side's; one fret stands square to the centre line. */
  fan: z
    .looseObject({
      bassScale: mm('strings.bassScale'),
      perpendicularFret: count('strings.perpendicularFret'),
    })
    .nullable(),
  /** How many strings each course has, bass to treble; null where every string stands alone. */
  courses: z
    .array(count('strings.courseSize'), { error: 'courses must be a list of counts' })
    .max(LIMITS['strings.count'].max)
    .nullable(),
  courseSpread: z.looseObject({ nut: mm('strings.courseSpread'), bridge: mm('strings.courseSpread') }),
  /** Arc of the fret crowns, at the nut and at the board's tail end (a cone when they differ); null where flat. */
  boardRadius: z.looseObject({ nut: mm('strings.boardRadius'), end: mm('strings.boardRadius') }).nullable(),
  /** The nut only guides the strings, so far behind a fret that they break over. */
  zeroFret: z.looseObject({ behind: mm('strings.zeroFretBehind') }).nullable(),
  /** Frets past the last full one, and frets behind the nut, each under some strings of one side only. */
  extraFrets: boardPart('strings.extraFrets').nullable(),
  extension: boardPart('strings.extension').nullable(),
  /** Each string's saddle tailward of its end of the scale, bass to treble. */
  compensation: z
    .array(mm('strings.compensation'), { error: 'compensation must be a list' })
    .max(LIMITS['strings.count'].max),
  /** Kinds of string, each with the share of its gauge that bears the pull: what compensation is estimated from. */
  types: z
    .array(z.looseObject({ name: nameSchema, core: limited('strings.core', '%') }), {
      error: 'the kinds of string must be a list',
    })
    .min(1, 'the table of strings needs at least one kind')
    .max(12, 'over 12 kinds of string cannot be kept'),
  /** Each string's kind, as its place in the table, bass to treble. */
  typeOf: z
    .array(count('strings.typeOf'), { error: 'the strings’ kinds must be a list' })
    .max(LIMITS['strings.count'].max),
});

const outlineSchema = z.looseObject({
  nodes: z
    .array(nodeSchema, { error: 'the outline needs a list of nodes' })
    .min(3, 'an outline needs at least three nodes to close')
    .max(MOST_NODES, `an outline of over ${MOST_NODES} nodes cannot be kept fair: reduce it`),
  /** Nodes that are each other's mirror image in the centre line, as pairs of ids; one on the line with itself. */
  mirror: z
    .array(z.tuple([nodeIdSchema, nodeIdSchema], { error: 'a mirror link is a pair of node ids' }), {
      error: 'the mirror links must be a list of pairs',
    })
    .max(MOST_NODES),
});

/**
 * A picture laid under the drawing. Its middle lies at a place of the instrument frame; its pixels are squares of
 * `scale` mm, turned counter-clockwise. `mirrored`: seen from behind.
 */
const underlaySchema = z.looseObject({
  id: z
    .string({ error: 'an underlay needs an id' })
    .regex(/^[A-Za-z0-9_-]{1,24}$/, 'an underlay’s id must be 1 to 24 letters and figures'),
  name: nameSchema,
  /** The picture that the server keeps. */
  picture: z.uuid({ error: 'an underlay’s picture is named by its UUID' }),
  width: limited('underlay.pixels', '', true),
  height: limited('underlay.pixels', '', true),
  at: z.looseObject({ x: mm('underlay.at'), y: mm('underlay.at') }),
  turn: limited('underlay.turn', '°'),
  scale: limited('underlay.scale', ''),
  mirrored: z.boolean({ error: 'an underlay is mirrored or not: true or false' }),
  opacity: limited('underlay.opacity', ''),
  locked: z.boolean({ error: 'an underlay is locked or not: true or false' }),
  hidden: z.boolean({ error: 'an underlay is hidden or not: true or false' }),
  /** How its size was found; “not” while it is a guess. */
  scaled: z.enum(['not', 'measures', 'corners', 'instrument', 'file'], {
    error: 'an underlay is scaled by “measures”, “corners”, the “instrument”, its “file”, or “not”',
  }),
  /** How good its size and place are, mm; null where nothing tells. */
  goodTo: limited('underlay.goodTo', 'mm').nullable(),
  /** The lens’ focal length that its file told, as a share of its diagonal; null where it told none. */
  focal: limited('underlay.focal', '').nullable(),
  /** Where its camera stood over the marked plane, in pixels of the picture; null where nothing tells. */
  camera: z
    .looseObject({
      x: limited('underlay.cameraAt', ''),
      y: limited('underlay.cameraAt', ''),
      height: limited('underlay.cameraHeight', ''),
      plane: z.enum(['face', 'bench'], { error: 'a photo was marked on the “face” or on the “bench”' }),
    })
    .nullable(),
});
export const MOST_UNDERLAYS = 12;

/** A round tool for the edge; a straight block has no diameter. */
const toolSchema = z.looseObject({
  id: z
    .string({ error: 'a tool needs an id' })
    .regex(/^[A-Za-z0-9_-]{1,24}$/, 'a tool’s id must be 1 to 24 letters and figures'),
  kind: z.enum(['spindle', 'bit', 'block'], { error: 'a tool is a “spindle”, a “bit” or a “block”' }),
  diameter: mm('tools.diameter').nullable(),
});
export const MOST_TOOLS = 40;

const marginsSchema = z.looseObject({
  left: mm('print.margin'),
  right: mm('print.margin'),
  top: mm('print.margin'),
  bottom: mm('print.margin'),
});

const correction = limited('print.correction', '');

const paperSchema = z.enum(['A4', 'A3', 'Letter', 'Legal', 'Tabloid', 'own', 'roll'], {
  error: 'paper must be A4, A3, Letter, Legal, Tabloid, “own” or “roll”',
});

/** The layers that can go on paper and into files. */
export const SHOWABLE = [
  'outline',
  'openings',
  'back',
  'holes',
  'parts',
  'centre',
  'neck',
  'strings',
  'saddle',
  'dimensions',
] as const;
export type Showable = (typeof SHOWABLE)[number];

const printSchema = z.looseObject({
  paper: paperSchema,
  /** The sheet that “own” stands for, upright, and the width of the roll. */
  own: z.looseObject({ width: mm('print.ownWidth'), height: mm('print.ownHeight') }),
  rollWidth: mm('print.rollWidth'),
  orientation: z.enum(['portrait', 'landscape'], { error: 'the sheet lies “portrait” or “landscape”' }),
  margins: marginsSchema,
  overlap: mm('print.overlap'),
  /** Nominal over measured, along and across the sheet: cures a printer that is off. */
  correction: z.looseObject({ x: correction, y: correction }),
  /** Which layers go on paper. */
  show: z.looseObject(
    Object.fromEntries(SHOWABLE.map((layer) => [layer, z.boolean()])) as Record<Showable, z.ZodBoolean>,
  ),
  /** Widths of the outline and of an ordinary fine line; the others keep their proportion to it. */
  weights: z.looseObject({ edge: mm('print.edgeWeight'), fine: mm('print.fineWeight') }),
  /** A second line round the outline, so far outside it, to saw along; null without. */
  cutOffset: mm('print.cutOffset').nullable(),
  /** How the drawing lies under the sheets: turned (degrees, counter-clockwise), then shifted. */
  place: z.looseObject({
    turn: limited('print.turn', '°'),
    shiftX: mm('print.shift'),
    shiftY: mm('print.shift'),
  }),
  /** A first page with the design's numbers, and a page that shows how the sheets lie. */
  cover: z.boolean({ error: 'the cover is wanted or not: true or false' }),
  planPage: z.boolean({ error: 'the plan of the sheets is wanted or not: true or false' }),
});

/** A finding that was looked at and let stand. */
const acceptedSchema = z.looseObject({
  rule: plainTextSchema('the rule of an accepted finding', 60),
  subject: plainTextSchema('the subject of an accepted finding', 60),
  /** What was measured then; another measure is a new finding. */
  measured: z.number().nullable(),
  reason: filledTextSchema('the reason', 200, 'say why the finding may stand'),
});

export const MOST_ACCEPTED = 200;
export const MOST_TYPED = 500;

const findingsSchema = z.looseObject({
  /** The user's own limits, by name; where one is missing the rule's own holds. */
  limits: z.record(
    plainTextSchema('the name of a limit', 40),
    z.number({ error: 'a limit must be a number' }).min(0).max(1000),
  ),
  accepted: z
    .array(acceptedSchema, { error: 'accepted findings must be a list' })
    .max(
      MOST_ACCEPTED,
      `over ${MOST_ACCEPTED} accepted findings cannot be kept: withdraw the acceptance of some`,
    ),
});

export const STAGES = ['strings', 'outline', 'layout', 'templates'] as const;
export type Stage = (typeof STAGES)[number];
const markSchema = z.enum(['not started', 'in progress', 'done'], {
  error: 'a stage is “not started”, “in progress” or “done”',
});

/** The shape of a design; the rules that tie its numbers together are in check.ts. */
export const designShape = z.looseObject({
  format: z.literal(DESIGN_FORMAT, {
    error: `this is not a Pelkin design: its “format” is not “${DESIGN_FORMAT}”`,
  }),
  version: z.literal(DESIGN_VERSION),
  /** The unit of every length in the file, whatever is shown. */
  lengths: z.literal('mm', { error: 'the file’s lengths must be “mm”: convert it first' }),
  name: nameSchema,
  units: z.enum(['mm', 'in', 'in-fraction'], { error: 'units must be “mm”, “in” or “in-fraction”' }),
  handedness: z.enum(['right', 'left'], { error: 'handedness must be “right” or “left”' }),
  strings: stringsSchema,
  outline: outlineSchema,
  openings: z
    .array(openingSchema, { error: 'the openings must be a list' })
    .max(MOST_OPENINGS, `over ${MOST_OPENINGS} openings cannot be kept: leave some out`),
  underlays: z
    .array(underlaySchema, { error: 'the underlays must be a list' })
    .max(MOST_UNDERLAYS, `over ${MOST_UNDERLAYS} underlays cannot be kept: take some away`),
  /** Spindles, bits and sanding blocks that are owned. */
  tools: z
    .array(toolSchema, { error: 'the tools must be a list' })
    .max(MOST_TOOLS, `over ${MOST_TOOLS} tools cannot be kept: leave some out`),
  /** The fretting hand: room beside the neck, and how far the first finger reaches past it. */
  hand: z.looseObject({
    room: mm('hand.room'),
    finger: mm('hand.finger'),
    /** Where the picking hand plays over the strings, nutward of the bridge; how far its little finger reaches. */
    picking: mm('hand.picking'),
    reach: mm('hand.reach'),
  }),
  /** `grain`: which way the fibres run in the face, from the centre line, counter-clockwise. */
  body: z.looseObject({ thickness: mm('body.thickness'), grain: limited('body.grain', '°') }),
  parts: z
    .array(partSchema, { error: 'the parts must be a list' })
    .max(MOST_PARTS, `over ${MOST_PARTS} parts cannot be kept: leave some out`),
  runs: z
    .array(runSchema, { error: 'the runs must be a list' })
    .max(MOST_RUNS, `over ${MOST_RUNS} runs cannot be kept: leave some out`),
  guards: z
    .array(guardSchema, { error: 'the pickguards must be a list' })
    .max(MOST_GUARDS, `over ${MOST_GUARDS} pickguards cannot be kept: leave some out`),
  neck: neckSchema,
  print: printSchema,
  findings: findingsSchema,
  /** The mark of each stage; one without is not started, so that a stage can come without a version of its own. */
  progress: z.looseObject(
    Object.fromEntries(STAGES.map((stage) => [stage, markSchema.optional()])) as Record<
      Stage,
      z.ZodOptional<typeof markSchema>
    >,
  ),
  /** Lengths as they were typed, by path, where the words say more than the millimetres (25 1/2 in). */
  typed: z
    .record(plainTextSchema('the place of a remembered entry', 80), plainTextSchema('a remembered entry', 40))
    .refine((r) => Object.keys(r).length <= MOST_TYPED, {
      message: `over ${MOST_TYPED} remembered entries cannot be kept: leave some out`,
    }),
});

type DeepReadonly<T> = T extends [infer A, infer B]
  ? readonly [A, B]
  : T extends (infer U)[]
    ? readonly DeepReadonly<U>[]
    : T extends object
      ? { readonly [K in keyof T]: DeepReadonly<T[K]> }
      : T;

export type Design = DeepReadonly<z.infer<typeof designShape>>;
export type Strings = Design['strings'];
export type Outline = Design['outline'];
export type OutlineNode = Outline['nodes'][number];
export type Opening = Design['openings'][number];
export type OpeningStep = Opening['steps'][number];
export type Shape = OpeningStep['shape'];
export type Run = Design['runs'][number];
export type PlacedPart = Design['parts'][number];
export type PartSpec = PlacedPart['spec'];
export type Face = PlacedPart['face'];
export type Guard = Design['guards'][number];
export type Neck = Design['neck'];
export type Underlay = Design['underlays'][number];
export type PrintSettings = Design['print'];
export type Side = 'bass' | 'treble';
export type AcceptedFinding = Design['findings']['accepted'][number];
