import type { SheetSize } from '../design/paper.ts';
import { PAPERS } from '../design/paper.ts';
import type { Mark, PathMark, TextMark } from '../drawing/drawing.ts';
import { drawingBox, mapMark, polylineMark } from '../drawing/drawing.ts';
import type { Box } from '../geometry/box.ts';
import { boxHeight, boxWidth, unionBox } from '../geometry/box.ts';
import type { Point } from '../geometry/point.ts';
import { crosshairs } from './crosshairs.ts';
import { farCrosshairs } from './farCrosshairs.ts';
import type { SheetPlan } from './plan.ts';
import type { Sheet, SheetNotes } from './sheets.ts';

/** A headed group of facts, name and value, or plain lines. */
export interface FactGroup {
  readonly heading: string;
  readonly facts: readonly (readonly [string, string])[];
  readonly lines?: readonly string[];
}

/** Largest share of the cover's height for the picture, and the usual ratio of an instrument's length to its width. */
const PICTURE_SHARE = 0.24;
const PICTURE_RATIO = 3;
const MARGIN = 14;
const LINE = 5.4;
const text = (
  id: string,
  at: Point,
  words: string,
  sizeMm: number,
  align: TextMark['align'] = 'start',
): TextMark => ({ kind: 'text', id, ink: 'note', at, text: words, sizeMm, align, turn: 0 });

/** Pages that go before the sheets are cut sheets of their own: a roll's first pages are A4. */
const frontSize = (plan: SheetPlan, isRoll: boolean): SheetSize => (isRoll ? PAPERS.A4 : plan.sheet);

const page = (label: string, size: SheetSize, guides: readonly Mark[]): Sheet => ({
  label,
  size,
  clip: { minX: 0, minY: 0, maxX: size.width, maxY: size.height },
  drawing: [],
  guides,
});

/** Words longer than this share of a line go on the next; letters are taken half as wide as they are high. */
function wrapped(words: string, widthMm: number, sizeMm: number): readonly string[] {
  const most = Math.max(10, Math.floor(widthMm / (sizeMm * 0.5)));
  const lines: string[] = [];
  for (const word of words.split(' ')) {
    const last = lines.at(-1);
    if (last !== undefined && last.length + word.length + 1 <= most)
      lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines;
}

/**
 * A cover with the design's numbers, in as many columns and pages as they need; at least one page. `picture`: lines of the
 * instrument, mm, drawn over the columns of the first page.
 */
export function coverPages(
  plan: SheetPlan,
  isRoll: boolean,
  notes: SheetNotes,
  groups: readonly FactGroup[],
  picture: readonly PathMark[] = [],
): readonly Sheet[] {
  const size = frontSize(plan, isRoll);
  const columns = size.width > 260 ? 2 : 1;
  const column = (size.width - 2 * MARGIN - (columns - 1) * 12) / columns;
  const pages: Mark[][] = [];
  let marks: Mark[] = [];
  const top = size.height - MARGIN - 22;
  const wide = size.width - 2 * MARGIN;
  const high = picture.length > 0 ? Math.min(PICTURE_SHARE * size.height, wide / PICTURE_RATIO) : 0;
  let at = columns;
  let y = 0;
  const next = (): void => {
    at += 1;
    if (at >= columns) {
      marks = [
        text('cover-name', { x: MARGIN, y: size.height - MARGIN - 5 }, notes.name, 7),
        text(
          'cover-revision',
          { x: MARGIN, y: size.height - MARGIN - 12 },
          `${notes.revision} · ${notes.date}`,
          3.4,
        ),
      ];
      pages.push(marks);
      at = 0;
    }
    y = top - (pages.length === 1 ? high : 0);
  };
  const room = (lines: number): void => {
    if (pages.length === 0 || y - lines * LINE < MARGIN) next();
  };
  let id = 0;
  const put = (words: string, sizeMm: number, align: TextMark['align'], x: number): void => {
    id += 1;
    marks.push(text(`cover-${id}`, { x: MARGIN + at * (column + 12) + x, y }, words, sizeMm, align));
  };
  for (const { heading, facts, lines = [] } of groups) {
    room(3);
    put(heading, 4, 'start', 0);
    y -= LINE + 1;
    for (const [name, value] of facts) {
      room(1);
      put(name, 3.1, 'start', 0);
      put(value, 3.1, 'end', column);
      y -= LINE;
    }
    for (const line of lines.flatMap((l) => wrapped(l, column, 3.1))) {
      room(1);
      put(line, 3.1, 'start', 0);
      y -= LINE;
    }
    y -= LINE / 2;
  }
  if (pages.length === 0) next();
  pages[0]!.push(
    ...fitted(picture, 'cover-picture', {
      minX: MARGIN,
      maxX: MARGIN + wide,
      minY: top - high + LINE,
      maxY: top,
    }),
  );
  // A column left free shows the drawing, small.
  if (at + 1 < columns)
    marks.push(
      ...smallDrawing(plan, 'cover', {
        minX: MARGIN + (at + 1) * (column + 12),
        maxX: MARGIN + (at + 1) * (column + 12) + column,
        minY: MARGIN,
        maxY: top - (pages.length === 1 ? high : 0),
      }),
    );
  return pages.map((m, i) => page(i === 0 ? 'Cover' : `Cover ${i + 1}`, size, m));
}

/** Outline and centre line of the plan, as large as a box takes, in its middle. */
function smallDrawing(plan: SheetPlan, id: string, into: Box): readonly Mark[] {
  const lines = plan.drawing.layers.flatMap((l) =>
    l.marks.filter(
      (m): m is PathMark => m.kind === 'path' && (m.ink === 'outline' || m.ink === 'centreLine'),
    ),
  );
  return fitted(lines, id, into);
}

/** Lines as large as a box takes, in its middle, in the ink of notes. */
function fitted(lines: readonly PathMark[], id: string, into: Box): readonly Mark[] {
  const box = drawingBox({ layers: [{ name: 'outline', marks: lines }] });
  if (!box) return [];
  const k = Math.min(
    boxWidth(into) / Math.max(1, boxWidth(box)),
    boxHeight(into) / Math.max(1, boxHeight(box)),
  );
  const place = (p: Point): Point => ({
    x: (into.minX + into.maxX) / 2 + (p.x - (box.minX + box.maxX) / 2) * k,
    y: (into.minY + into.maxY) / 2 + (p.y - (box.minY + box.maxY) / 2) * k,
  });
  return lines.map((m) => mapMark({ ...m, id: `${id}-${m.id}`, ink: 'note' }, place));
}

/** A page that shows how the sheets lie, with every crosshair's number and the distances that check the whole. */
export function planPage(
  plan: SheetPlan,
  isRoll: boolean,
  notes: SheetNotes,
  shown: (mm: number) => string,
): Sheet {
  const size = frontSize(plan, isRoll);
  const pairs = farCrosshairs(plan);
  const foot = MARGIN + (pairs.length + 4) * LINE;
  const head = size.height - MARGIN - 18;
  const all = plan.tiles.reduce<Box | null>((box, t) => unionBox(box, t.area), null)!;
  const k = Math.min(
    (size.width - 2 * MARGIN) / (all.maxX - all.minX),
    (head - foot) / (all.maxY - all.minY),
  );
  const left = (size.width - k * (all.maxX - all.minX)) / 2;
  const place = (p: Point): Point => ({ x: left + (p.x - all.minX) * k, y: foot + (p.y - all.minY) * k });
  const marks: Mark[] = [
    text('plan-name', { x: MARGIN, y: size.height - MARGIN - 5 }, `${notes.name}: how the sheets lie`, 6),
    text(
      'plan-revision',
      { x: MARGIN, y: size.height - MARGIN - 12 },
      `${notes.revision} · ${notes.date} · not to scale`,
      3.2,
    ),
  ];
  for (const layer of plan.drawing.layers)
    for (const mark of layer.marks)
      if (mark.kind === 'path' && (mark.ink === 'outline' || mark.ink === 'centreLine'))
        marks.push(mapMark({ ...mark, id: `plan-${mark.id}`, ink: 'note' } as PathMark, place));
  for (const t of plan.tiles) {
    const { minX, minY, maxX, maxY } = t.area;
    const corners = [
      { x: minX, y: minY },
      { x: maxX, y: minY },
      { x: maxX, y: maxY },
      { x: minX, y: maxY },
    ].map(place);
    marks.push(polylineMark(`plan-tile-${t.label}`, t.printed ? 'crosshair' : 'cutLine', corners, true));
    const middle = place({ x: (minX + maxX) / 2, y: (minY + maxY) / 2 });
    marks.push(
      text(
        `plan-label-${t.label}`,
        middle,
        t.printed ? t.label : `${t.label}, empty`,
        t.printed ? 6 : 3,
        'middle',
      ),
    );
  }
  crosshairs(plan).forEach((h, i) => {
    const at = place(h.at);
    marks.push(
      polylineMark(`plan-cross-${i + 1}a`, 'crosshair', [
        { x: at.x - 1.6, y: at.y },
        { x: at.x + 1.6, y: at.y },
      ]),
      polylineMark(`plan-cross-${i + 1}b`, 'crosshair', [
        { x: at.x, y: at.y - 1.6 },
        { x: at.x, y: at.y + 1.6 },
      ]),
      text(`plan-number-${i + 1}`, { x: at.x + 1.2, y: at.y + 1.2 }, String(i + 1), 2.6),
    );
  });
  const lines =
    pairs.length > 0
      ? [
          'Tape the sheets crosshair on crosshair, then measure the whole before you cut:',
          ...pairs.map((p) => `from crosshair ${p.from} to crosshair ${p.to}: ${shown(p.apart)}`),
          'Off by more than 0.5 mm: lift the tape and lay the sheets again.',
        ]
      : ['One sheet: nothing to tape. Measure its bars both ways before you cut.'];
  lines.forEach((line, i) =>
    marks.push(text(`plan-line-${i + 1}`, { x: MARGIN, y: foot - (i + 1.4) * LINE }, line, 3.4)),
  );
  return page('Plan', size, marks);
}
