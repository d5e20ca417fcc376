import type { Mark, TextMark } from '../drawing/drawing.ts';
import { lineMark, mapMark, markPieces, polylineMark } from '../drawing/drawing.ts';
import type { SheetSize } from '../design/paper.ts';
import type { Box } from '../geometry/box.ts';
import { boxHolds, boxesMeet, boxOfPoints } from '../geometry/box.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import { cubicBox } from '../geometry/cubic.ts';
import { cubicMeetsBox } from '../geometry/meetsBox.ts';
import type { Point } from '../geometry/point.ts';
import type { Polygon } from '../geometry/polygons.ts';
import { MM_PER_INCH } from '../units/length.ts';
import { crosshairs } from './crosshairs.ts';
import type { SheetPlan, Tile } from './plan.ts';
import { inkedIn, quietPlaces } from './quietPlaces.ts';
import { drawnCurves } from './tiles.ts';
import type { Margins } from './tiles.ts';

/** One page: marks in the sheet's frame (mm from its lower left corner, y up). */
export interface Sheet {
  readonly label: string;
  readonly size: SheetSize;
  /** The drawing's own lines are cut off at this box. */
  readonly clip: Box;
  readonly drawing: readonly Mark[];
  readonly guides: readonly Mark[];
  /** A picture under the lines, cut off at a line and covered in places; the sheet's frame. */
  readonly picture?: {
    /** The bytes of a JPEG or PNG. */
    readonly image: Uint8Array;
    readonly size: { readonly width: number; readonly height: number };
    /** From its pixels: x = a u + c v + e, y = b u + d v + f, y up. */
    readonly matrix: readonly [number, number, number, number, number, number];
    readonly within: ClosedPath;
    readonly covered: readonly Polygon[];
  };
}

/** What is reported on every sheet, beside its own label. */
export interface SheetNotes {
  readonly name: string;
  readonly revision: string;
  readonly date: string;
}

/** Half of the widest line, mm: what is drawn on a tile's very edge keeps its full width. */
const LINE_EASE = 0.25;
const CROSSHAIR_ARM = 5;
const CROSSHAIR_RING = 2.5;
/** Reference bars, nominal length, mm. */
export const BAR_MM = 100;
export const BAR_INCHES = 4;
/** The bars' distances from their corner, mm. */
/** What the words of a bar take beside it, mm. */
const BAR_WORDS = 4.5;
const BAR_OFFSETS = { clear: 4, first: 5, second: 13, along: 20, tick: 2 } as const;

/** Control distance for a quarter circle by one cubic. */
const QUARTER = 0.5522847498307936;

function ring(id: string, at: Point, r: number): Mark {
  const p = (x: number, y: number): Point => ({ x: at.x + r * x, y: at.y + r * y });
  return {
    kind: 'path',
    id,
    ink: 'crosshair',
    start: p(1, 0),
    closed: true,
    steps: [
      { kind: 'cubic', c1: p(1, QUARTER), c2: p(QUARTER, 1), to: p(0, 1) },
      { kind: 'cubic', c1: p(-QUARTER, 1), c2: p(-1, QUARTER), to: p(-1, 0) },
      { kind: 'cubic', c1: p(-1, -QUARTER), c2: p(-QUARTER, -1), to: p(0, -1) },
      { kind: 'cubic', c1: p(QUARTER, -1), c2: p(1, -QUARTER), to: p(1, 0) },
    ],
  };
}

const crosshair = (id: string, at: Point, number: number): Mark[] => [
  note(`${id}-number`, { x: at.x + 1.2, y: at.y + 3 }, String(number), 2.4, 'start'),
  lineMark(
    `${id}-across`,
    'crosshair',
    { x: at.x - CROSSHAIR_ARM, y: at.y },
    { x: at.x + CROSSHAIR_ARM, y: at.y },
  ),
  lineMark(
    `${id}-along`,
    'crosshair',
    { x: at.x, y: at.y - CROSSHAIR_ARM },
    { x: at.x, y: at.y + CROSSHAIR_ARM },
  ),
  ring(`${id}-ring`, at, CROSSHAIR_RING),
];

const note = (
  id: string,
  at: Point,
  text: string,
  sizeMm: number,
  align: TextMark['align'],
  turn = 0,
): TextMark => ({
  kind: 'text',
  id,
  ink: 'note',
  at,
  text,
  sizeMm,
  align,
  turn,
});

/** A corner of the tile that bars and notes grow from: its place, and the way into the tile. */
interface Corner {
  readonly at: Point;
  readonly inX: 1 | -1;
  readonly inY: 1 | -1;
}

/** One bar with end ticks and its length written at its far end. */
function bar(
  id: string,
  from: Point,
  to: Point,
  label: string,
  at: Point,
  align: TextMark['align'],
  turn: number,
): Mark[] {
  const along = from.y === to.y;
  const { tick } = BAR_OFFSETS;
  const end = (name: string, p: Point): Mark =>
    lineMark(
      `${id}-${name}`,
      'bar',
      { x: p.x - (along ? 0 : tick), y: p.y - (along ? tick : 0) },
      { x: p.x + (along ? 0 : tick), y: p.y + (along ? tick : 0) },
    );
  return [
    lineMark(id, 'bar', from, to),
    end('from', from),
    end('to', to),
    note(`${id}-label`, at, label, 2.8, align, turn),
  ];
}

/**
 * The four reference bars of a sheet, scaled by the correction so that a cured print measures right: those across grow from one corner, those up
 * from another or the same.
 */
function bars(acrossFrom: Corner, upFrom: Corner, k: SheetPlan['correction']): Mark[] {
  const { first, second, along } = BAR_OFFSETS;
  const marks: Mark[] = [];
  for (const [name, offset, lengthMm, label] of [
    ['mm', first, BAR_MM, `${BAR_MM} mm`],
    ['in', second, BAR_INCHES * MM_PER_INCH, `${BAR_INCHES} in`],
  ] as const) {
    const y = acrossFrom.at.y + acrossFrom.inY * offset;
    const x = upFrom.at.x + upFrom.inX * offset;
    const startX = acrossFrom.at.x + acrossFrom.inX * along;
    const startY = upFrom.at.y + upFrom.inY * along;
    const toX = startX + acrossFrom.inX * lengthMm * k.x;
    const toY = startY + upFrom.inY * lengthMm * k.y;
    marks.push(
      ...bar(
        `bar-${name}-across`,
        { x: startX, y },
        { x: toX, y },
        label,
        { x: (startX + toX) / 2, y: y + 1.2 },
        'middle',
        0,
      ),
      ...bar(
        `bar-${name}-up`,
        { x, y: startY },
        { x, y: toY },
        label,
        { x: x - 1.2, y: (startY + toY) / 2 },
        'middle',
        Math.PI / 2,
      ),
    );
  }
  return marks;
}

/** Size of the notes' block beside the bars, mm. */
const NOTES = { width: 62, height: 34, from: 20 } as const;

/** Where the notes of a sheet are: their upper left or right corner. */
interface NotesAt {
  readonly x: number;
  readonly top: number;
  readonly align: 'start' | 'end';
}

const notesBeside = ({ at, inX, inY }: Corner): NotesAt => ({
  x: at.x + inX * NOTES.from,
  top: inY > 0 ? at.y + NOTES.from + NOTES.height : at.y - NOTES.from,
  align: inX > 0 ? 'start' : 'end',
});

function notes({ x, top, align }: NotesAt, plan: SheetPlan, tile: Tile, words: SheetNotes): Mark[] {
  const k = plan.correction;
  const corrected =
    k.x === 1 && k.y === 1 ? '' : ` Corrected × ${k.x.toFixed(4)} across, × ${k.y.toFixed(4)} up.`;
  const lines = [
    words.name,
    `${words.revision} · ${words.date}`,
    `Row ${tile.label.replace(/\d+/, '')} of ${plan.grid.rows}, column ${tile.column + 1} of ${plan.grid.columns}`,
    `Print at 100 %, never “fit to page”.${corrected}`,
    'Measure the bars both ways before you cut.',
  ];
  return [
    note('sheet-label', { x, y: top - 9 }, tile.label, 10, align),
    ...lines.map((text, i) =>
      note(`note-${i + 1}`, { x, y: top - 15 - i * 4.4 }, text, i === 0 ? 3.6 : 3, align),
    ),
  ];
}

/** The corner of the tile where bars and notes lie over the fewest lines; lower left when all are alike. */
function quietCorner(
  area: Box,
  inset: number,
  curves: ReturnType<typeof drawnCurves>,
): Corner & { readonly lines: number } {
  const corners: Corner[] = (
    [
      [1, 1],
      [-1, 1],
      [1, -1],
      [-1, -1],
    ] as const
  ).map(([inX, inY]) => ({
    at: {
      x: (inX > 0 ? area.minX : area.maxX) + inX * inset,
      y: (inY > 0 ? area.minY : area.maxY) + inY * inset,
    },
    inX,
    inY,
  }));
  const reach = BAR_OFFSETS.along + BAR_INCHES * MM_PER_INCH;
  const depth = BAR_OFFSETS.second + BAR_OFFSETS.tick;
  const lines = ({ at, inX, inY }: Corner): number => {
    const into = (w: number, h: number): Box => boxOfPoints([at, { x: at.x + inX * w, y: at.y + inY * h }])!;
    const boxes = [
      into(reach, depth),
      into(depth, reach),
      into(NOTES.from + NOTES.width, NOTES.from + NOTES.height),
    ];
    return curves.filter((c) => boxes.some((b) => boxesMeet(cubicBox(c), b) && cubicMeetsBox(c, b))).length;
  };
  return corners
    .map((c) => ({ ...c, lines: lines(c) }))
    .reduce((best, c) => (c.lines < best.lines ? c : best));
}

/** Least distance of bars and words from the edge of the printed area on a side without a neighbour, mm. */
const OUTER = 1;

/** The printed sheet in a column and row; undefined where none is printed. */
const printedAt = (plan: SheetPlan, column: number, row: number): Tile | undefined =>
  plan.printed.find((t) => t.column === column && t.row === row);

/** Where a sheet’s bars and notes are. */
interface Furniture {
  readonly across: Corner;
  readonly up: Corner;
  readonly notes: NotesAt;
}

/** Bars and notes together in a corner where nothing is drawn; else each by itself where the sheet is freest. */
function furnitureOf(plan: SheetPlan, tile: Tile, curves: ReturnType<typeof drawnCurves>): Furniture {
  const { area } = tile;
  const k = plan.correction;
  const inset = plan.grid.overlap + BAR_OFFSETS.clear;
  const corner = quietCorner(area, inset, curves);
  const together = { across: corner, up: corner, notes: notesBeside(corner) };
  if (corner.lines === 0) return together;
  // Where no sheet is joined to this one there is no overlap to keep free.
  const from = (column: number, row: number): number =>
    printedAt(plan, tile.column + column, tile.row + row) ? inset : OUTER;
  const inside = {
    minX: area.minX + from(-1, 0),
    minY: area.minY + from(0, -1),
    maxX: area.maxX - from(1, 0),
    maxY: area.maxY - from(0, 1),
  };
  const inked = inkedIn(
    inside,
    curves.filter((c) => boxesMeet(cubicBox(c), inside)),
  );
  const { first, second, along, tick } = BAR_OFFSETS;
  // From before the first bar to past the words of the second.
  const wide = second - first + 2 * tick + BAR_WORDS;
  const long = BAR_INCHES * MM_PER_INCH;
  const [across, up, block] =
    quietPlaces(inked, [
      { width: long * k.x + 2, height: wide },
      { width: wide, height: long * k.y + 2 },
      NOTES,
    ]) ?? [];
  if (!across || !up || !block) return together;
  return {
    across: {
      at: { x: across.minX + 1 - along, y: across.minY + tick - first },
      inX: 1,
      inY: 1,
    },
    up: { at: { x: up.minX + tick + BAR_WORDS - first, y: up.minY + 1 - along }, inX: 1, inY: 1 },
    notes: { x: block.minX, top: block.maxY, align: 'start' },
  };
}

/**
 * Lines to cut along, through the middle of the overlap, on the left and the lower edge of a sheet that
 * has a printed neighbour there: the cut sheet lies over the neighbour's flap, crosshair on crosshair.
 */
function cutLines(plan: SheetPlan, tile: Tile): Mark[] {
  const { area } = tile;
  const half = plan.grid.overlap / 2;
  const left = printedAt(plan, tile.column - 1, tile.row);
  const below = printedAt(plan, tile.column, tile.row - 1);
  const marks: Mark[] = [];
  if (left) {
    const x = area.minX + half;
    marks.push(
      polylineMark('cut-left', 'cutLine', [
        { x, y: area.minY },
        { x, y: area.maxY },
      ]),
      note(
        'cut-left-note',
        { x: x - 1.5, y: (area.minY + area.maxY) / 2 },
        `cut, lay over ${left.label}`,
        2.4,
        'middle',
        Math.PI / 2,
      ),
    );
  }
  if (below) {
    const y = area.minY + half;
    marks.push(
      polylineMark('cut-below', 'cutLine', [
        { x: area.minX, y },
        { x: area.maxX, y },
      ]),
      note(
        'cut-below-note',
        { x: (area.minX + area.maxX) / 2, y: y - 3.4 },
        `cut, lay over ${below.label}`,
        2.4,
        'middle',
      ),
    );
  }
  return marks;
}

/** Every printed sheet of a plan, ready for a file writer: nothing is left to compute but ink. */
export function layOutSheets(plan: SheetPlan, margins: Margins, words: SheetNotes): readonly Sheet[] {
  const curves = drawnCurves(plan.drawing);
  const hairs = crosshairs(plan);
  return plan.printed.map((tile): Sheet => {
    const { area } = tile;
    const toSheet = (p: Point): Point => ({
      x: p.x - area.minX + margins.left,
      y: p.y - area.minY + margins.bottom,
    });
    // Words stand on the sheets that their beginning lies on: twice in an overlap, as lines do.
    const meets = (mark: Mark): boolean =>
      mark.kind === 'path'
        ? markPieces(mark).some((piece) =>
            boxesMeet('p0' in piece ? cubicBox(piece) : boxOfPoints(piece)!, area),
          )
        : boxHolds(area, mark.at);
    const places = furnitureOf(plan, tile, curves);
    const guides = [
      ...cutLines(plan, tile),
      ...hairs.flatMap((h, i) =>
        h.tiles.includes(tile) ? crosshair(`crosshair-${i + 1}`, h.at, i + 1) : [],
      ),
      ...bars(places.across, places.up, plan.correction),
      ...notes(places.notes, plan, tile, words),
    ];
    const { left, bottom } = margins;
    return {
      label: tile.label,
      size: plan.sheet,
      clip: {
        minX: left - LINE_EASE,
        minY: bottom - LINE_EASE,
        maxX: left + plan.grid.tileWidth + LINE_EASE,
        maxY: bottom + plan.grid.tileHeight + LINE_EASE,
      },
      drawing: plan.drawing.layers.flatMap((l) => l.marks.filter(meets)).map((m) => mapMark(m, toSheet)),
      guides: guides.map((m) => mapMark(m, toSheet)),
    };
  });
}
