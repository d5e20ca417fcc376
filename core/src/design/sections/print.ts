import { z } from 'zod';
import type { Showable } from '../../drawing/layers.ts';
import { SHOWABLE, shownAtFirst } from '../../drawing/layers.ts';
import type { Limits } from '../limit.ts';
import { figure } from '../nodes.ts';
import { sheetSize } from '../paper.ts';
import type { Refusal } from '../refusal.ts';
import { idSchema, limited, mm } from '../schemaParts.ts';
import type { ValueOf } from '../section.ts';
import { MOST_PARTS } from './parts.ts';
import { section } from '../section.ts';

export const PRINT_LIMITS = {
  'print.margin': { label: 'printer margin', min: 0, max: 60, from: 'the sheet’s edge' },
  'print.overlap': { label: 'overlap', min: 0, max: 60, from: 'what neighbouring tiles share' },
  'print.ownWidth': { label: 'sheet width', min: 120, max: 2000, from: 'edge to edge of your own sheet' },
  'print.ownHeight': { label: 'sheet height', min: 120, max: 2000, from: 'edge to edge of your own sheet' },
  'print.rollWidth': { label: 'roll width', min: 180, max: 2000, from: 'edge to edge of the roll' },
  'print.edgeWeight': {
    label: 'edge line',
    min: 0.05,
    max: 1.5,
    from: 'the width of the outline as it is printed',
  },
  'print.fineWeight': { label: 'other lines', min: 0.03, max: 1, from: 'the width of an ordinary fine line' },
  'print.cutOffset': { label: 'cut line off the edge', min: 0.2, max: 30, from: 'the edge, outward' },
  'print.shift': {
    label: 'shift of the sheets',
    min: -2000,
    max: 2000,
    from: 'the drawing’s lower left corner',
  },
  'print.turn': {
    label: 'turn of the drawing',
    min: -180,
    max: 180,
    from: 'the centre line along the sheet',
  },
  'print.bar': { label: 'reference bar', min: 85, max: 120, from: 'end tick to end tick' },
  'print.correction': { label: 'print correction', min: 0.8, max: 1.25, from: 'nominal over measured' },
} as const satisfies Limits;

const marginsSchema = () =>
  z.looseObject({
    left: mm(PRINT_LIMITS['print.margin']),
    right: mm(PRINT_LIMITS['print.margin']),
    top: mm(PRINT_LIMITS['print.margin']),
    bottom: mm(PRINT_LIMITS['print.margin']),
  });

const correction = () => limited(PRINT_LIMITS['print.correction'], '');

const paperSchema = () =>
  z.enum(['A4', 'A3', 'Letter', 'Legal', 'Tabloid', 'own', 'roll'], {
    error: 'paper must be A4, A3, Letter, Legal, Tabloid, “own” or “roll”',
  });

/** A reference bar as it measured: which of the two, by its nominal length, and its measured one. */
const barSchema = () =>
  z.looseObject({ nominal: mm(PRINT_LIMITS['print.bar']), measured: mm(PRINT_LIMITS['print.bar']) });

const printSchema = () =>
  z.looseObject({
    paper: paperSchema(),
    /** The sheet that “own” stands for, upright, and the width of the roll. */
    own: z.looseObject({
      width: mm(PRINT_LIMITS['print.ownWidth']),
      height: mm(PRINT_LIMITS['print.ownHeight']),
    }),
    rollWidth: mm(PRINT_LIMITS['print.rollWidth']),
    orientation: z.enum(['portrait', 'landscape'], { error: 'the sheet lies “portrait” or “landscape”' }),
    margins: marginsSchema(),
    overlap: mm(PRINT_LIMITS['print.overlap']),
    /** Nominal over measured, along and across the sheet: cures a printer that is off. */
    correction: z.looseObject({ x: correction(), y: correction() }),
    /**
     * What the bars of the last print measured, mm, and the correction it was made with: a reading belongs to one print.
     * Null, or not there, while none was typed.
     */
    reading: z
      .looseObject({
        madeWith: z.looseObject({ x: correction(), y: correction() }),
        x: barSchema().nullable(),
        y: barSchema().nullable(),
      })
      .nullable()
      .optional(),
    /** Which layers go on paper. */
    show: z.looseObject(
      Object.fromEntries(SHOWABLE.map((layer) => [layer, z.boolean()])) as Record<Showable, z.ZodBoolean>,
    ),
    /** Depth lines of contours are drawn at every so many mm. */
    depthEvery: z.union([z.literal(1), z.literal(2), z.literal(5)], {
      error: 'depth lines are drawn every 1, 2 or 5 mm',
    }),
    /** Parts whose outlines stay off paper, by their ids, while the others go on it. */
    without: z
      .array(idSchema('a part that stays off paper'), { error: 'what stays off paper must be a list' })
      .max(MOST_PARTS, `over ${MOST_PARTS} parts that stay off paper cannot be kept`),
    /** Widths of the outline and of an ordinary fine line; the others keep their proportion to it. */
    weights: z.looseObject({
      edge: mm(PRINT_LIMITS['print.edgeWeight']),
      fine: mm(PRINT_LIMITS['print.fineWeight']),
    }),
    /** A second line round the outline, so far outside it, to saw along; null without. */
    cutOffset: mm(PRINT_LIMITS['print.cutOffset']).nullable(),
    /** How the drawing lies under the sheets: turned (degrees, counter-clockwise), then shifted. */
    place: z.looseObject({
      turn: limited(PRINT_LIMITS['print.turn'], '°'),
      shiftX: mm(PRINT_LIMITS['print.shift']),
      shiftY: mm(PRINT_LIMITS['print.shift']),
    }),
    /** A first page with the design's numbers, and a page that shows how the sheets lie. */
    cover: z.boolean({ error: 'the cover is wanted or not: true or false' }),
    planPage: z.boolean({ error: 'the plan of the sheets is wanted or not: true or false' }),
  });

type Print = ValueOf<ReturnType<typeof printSchema>>;

/** Room on a tile beside its overlap and its longest reference bar (4 in): clear edges, ticks, the other bars. */
const ROOM_BESIDE_BAR = 30;
const LONGEST_BAR = 101.6;

/** The least side of a tile, mm, that carries its reference bars clear of the overlap. */
export const leastTile = (print: Print): number =>
  print.overlap + ROOM_BESIDE_BAR + LONGEST_BAR * Math.max(print.correction.x, print.correction.y);

function printRefusals(print: Print): Refusal[] {
  const sheet = sheetSize(print);
  const { left, right, top, bottom } = print.margins;
  const tile = Math.min(sheet.width - left - right, sheet.height - top - bottom);
  const need = leastTile(print);
  return tile < need
    ? [
        {
          where: 'print.margins',
          message:
            `margins and overlap leave ${figure(tile)} mm of the sheet, less than the ${figure(need)} mm that the overlap ` +
            'and the reference bars need: make them smaller',
        },
      ]
    : [];
}

/** How paper is set up to begin with. */
export const plainPrint = () => ({
  paper: 'A4' as const,
  own: { width: 610, height: 914 },
  rollWidth: 610,
  orientation: 'landscape' as const,
  margins: { left: 6, right: 6, top: 6, bottom: 6 },
  overlap: 12,
  correction: { x: 1, y: 1 },
  show: shownAtFirst(),
  without: [],
  weights: { edge: 0.35, fine: 0.12 },
  depthEvery: 2 as const,
  cutOffset: null,
  place: { turn: 0, shiftX: 0, shiftY: 0 },
  cover: true,
  planPage: true,
});

export const printSection = /* @__PURE__ */ section({
  words: 'paper',
  schema: printSchema,
  plain: plainPrint,
  refusals: printRefusals,
  listKeys: { without: (id: string) => id },
});
