import type { Cubic } from '../../geometry/cubic.ts';
import { straightCubic } from '../../geometry/cubic.ts';
import type { Point } from '../../geometry/point.ts';
import type { Affine } from './affine.ts';
import { IDENTITY, after, apply } from './affine.ts';
import type { FileRead, FoundCurve } from './found.ts';
import { MOST_PIECES, Unreadable, isPlaced, passing, startClock } from './found.ts';

/** A page of a PDF as a list of painting operations, and the numbers by which they are named. */
export interface PdfPage {
  readonly operations: { readonly fnArray: readonly number[]; readonly argsArray: readonly unknown[] };
  /** Numbers of the operations. */
  readonly names: Readonly<Record<string, number>>;
  /** From the page's own units to points, y up: its box and turn. */
  readonly matrix: Affine;
  /** Optional layers by their ids: their names, and whether they are shown. */
  readonly layers: ReadonlyMap<string, { readonly name: string; readonly shown: boolean }>;
  /** Millimetres of a point: 25.4/72, times the page's own unit. */
  readonly mm: number;
}

/** What a path's numbers stand for: moves, lines, curves, ends. */
const MOVE = 0;
const LINE = 1;
const CURVE = 2;
const QUADRATIC = 3;
const CLOSE = 4;
/** Two places nearer than this, points, are one. */
const SAME = 1e-4;

interface Subpath {
  readonly pieces: Cubic[];
  closed: boolean;
}

/** The subpaths of a path of numbers. */
function subpathsOf(data: ArrayLike<number>): readonly Subpath[] {
  const found: Subpath[] = [];
  let now: Subpath | null = null;
  let at: Point = { x: 0, y: 0 };
  let start: Point = at;
  const point = (i: number): Point => ({ x: data[i]!, y: data[i + 1]! });
  const add = (piece: Cubic): void => {
    if (!now) found.push((now = { pieces: [], closed: false }));
    now.pieces.push(piece);
    at = piece.p3;
  };
  for (let i = 0; i < data.length;) {
    const op = data[i]!;
    i += 1;
    if (op === MOVE) {
      at = start = point(i);
      now = null;
      i += 2;
    } else if (op === LINE) {
      const to = point(i);
      if (Math.hypot(to.x - at.x, to.y - at.y) > SAME) add(straightCubic(at, to));
      i += 2;
    } else if (op === CURVE) {
      add({ p0: at, p1: point(i), p2: point(i + 2), p3: point(i + 4) });
      i += 6;
    } else if (op === QUADRATIC) {
      const [c, to] = [point(i), point(i + 2)];
      const third = (p: Point): Point => ({ x: p.x + (2 / 3) * (c.x - p.x), y: p.y + (2 / 3) * (c.y - p.y) });
      add({ p0: at, p1: third(at), p2: third(to), p3: to });
      i += 4;
    } else if (op === CLOSE) {
      if (now) {
        if (Math.hypot(start.x - at.x, start.y - at.y) > SAME) add(straightCubic(at, start));
        (now as Subpath).closed = true;
      }
      now = null;
      at = start;
    } else throw new Unreadable('the page', 'a path of it is built in a way that cannot be followed');
  }
  return found;
}

/** Whether an open run ends where it began: many programs leave out the closing. */
const meets = ({ pieces }: Subpath): boolean => {
  const [a, b] = [pieces[0]!.p0, pieces.at(-1)!.p3];
  return pieces.length > 1 && Math.hypot(a.x - b.x, a.y - b.y) < SAME;
};

/** Operations whose details are read; of all others their name is enough. */
const READ: ReadonlySet<string> = new Set([
  'transform',
  'setDash',
  'paintFormXObjectBegin',
  'beginMarkedContentProps',
  'constructPath',
]);

/** A page's operations with the details that are read alone: what is handed from one thread to another. */
export function lightened(
  { fnArray, argsArray }: PdfPage['operations'],
  names: PdfPage['names'],
): PdfPage['operations'] {
  const read = new Set([...READ].map((name) => names[name]));
  return {
    fnArray: [...fnArray],
    argsArray: argsArray.map((args, i) => (read.has(fnArray[i]) ? args : null)),
  };
}

/** Ids of the optional layers that a page's operations speak of. */
export const layersIn = (
  { fnArray, argsArray }: PdfPage['operations'],
  names: PdfPage['names'],
): readonly string[] => [
  ...new Set(
    fnArray.flatMap((fn, i) => {
      if (fn !== names['beginMarkedContentProps']) return [];
      const [kind, data] = (argsArray[i] ?? []) as readonly unknown[];
      const id = kind === 'OC' ? (data as { id?: unknown } | null)?.id : undefined;
      return typeof id === 'string' ? [id] : [];
    }),
  ),
];

/** What is painted but no line, and why it is passed over. */
const PASSED: readonly (readonly [operation: string, what: string, why: string])[] = [
  ['showText', 'text', 'words are no lines'],
  ['showSpacedText', 'text', 'words are no lines'],
  ['paintImageXObject', 'picture', 'it has no lines: add the page under “Pictures” and draw over it'],
  ['paintInlineImageXObject', 'picture', 'it has no lines: add the page under “Pictures” and draw over it'],
  ['paintImageMaskXObject', 'picture', 'it has no lines: add the page under “Pictures” and draw over it'],
  ['shadingFill', 'shading', 'it has no lines'],
];

/** Six numbers as a map; null where they are none. */
function affineOf(raw: unknown): Affine | null {
  const six = raw && typeof raw === 'object' ? Array.from(raw as ArrayLike<unknown>) : [];
  if (six.length !== 6 || !six.every((n) => typeof n === 'number')) return null;
  const [a, b, c, d, e, f] = six as [number, number, number, number, number, number];
  return { a, b, c, d, e, f };
}

/**
 * The lines that a page of a PDF paints, in points, y up, with its layers, dashes and hidden layers: what only cuts off
 * others is left out. The page's true size is its unit.
 */
export function readPdfPage({ operations, names, matrix, layers, mm }: PdfPage): FileRead {
  const look = startClock('to read it');
  const { pass, list } = passing();
  const curves: FoundCurve[] = [];
  let pieces = 0;
  interface State {
    readonly matrix: Affine;
    readonly dashed: boolean;
  }
  let state: State = { matrix: IDENTITY, dashed: false };
  const saved: State[] = [];
  /** Layers that what is painted lies in, the innermost last; other marks are null. */
  const within: ({ readonly name: string; readonly shown: boolean } | null)[] = [];
  const moveBy = (by: Affine | null): void => {
    if (by) state = { ...state, matrix: after(state.matrix, by) };
  };
  const is = (fn: number, name: string): boolean => names[name] === fn;
  operations.fnArray.forEach((fn, i) => {
    look();
    const args = operations.argsArray[i] as readonly unknown[] | null;
    if (is(fn, 'save')) saved.push(state);
    else if (is(fn, 'restore')) state = saved.pop() ?? state;
    else if (is(fn, 'transform')) moveBy(affineOf(args));
    else if (is(fn, 'setDash')) {
      const dashes = args?.[0] as ArrayLike<number> | undefined;
      state = { ...state, dashed: dashes !== undefined && Array.from(dashes).some((d) => d > 0) };
    } else if (is(fn, 'paintFormXObjectBegin')) {
      saved.push(state);
      moveBy(affineOf(args?.[0]));
    } else if (is(fn, 'paintFormXObjectEnd')) state = saved.pop() ?? state;
    else if (is(fn, 'beginMarkedContentProps')) {
      const id = args?.[0] === 'OC' ? (args[1] as { id?: unknown } | null)?.id : undefined;
      within.push(typeof id === 'string' ? (layers.get(id) ?? null) : null);
    } else if (is(fn, 'beginMarkedContent')) within.push(null);
    else if (is(fn, 'endMarkedContent')) within.pop();
    else if (is(fn, 'constructPath')) {
      const [painted, data] = args as readonly [number, readonly [ArrayLike<number> | null]];
      // A path that is not painted cuts off what comes after it.
      if (is(painted, 'endPath') || !data[0]) return;
      if (within.some((l) => l?.shown === false)) return pass('path', 'the file does not show it');
      const name = within.reduce<string>((n, l) => l?.name ?? n, '');
      const place = (p: Point): Point => apply(matrix, apply(state.matrix, p));
      for (const sub of subpathsOf(data[0])) {
        if (sub.pieces.length === 0) continue;
        pieces += sub.pieces.length;
        if (pieces > MOST_PIECES)
          throw new Unreadable(
            'the page',
            `it has over ${MOST_PIECES} pieces of line: bring in the outline alone`,
          );
        const placed = sub.pieces.map(({ p0, p1, p2, p3 }) => ({
          p0: place(p0),
          p1: place(p1),
          p2: place(p2),
          p3: place(p3),
        }));
        if (!placed.every(isPlaced))
          throw new Unreadable('the page', 'a line of it lies ten million points away: a number is wrong');
        curves.push({
          pieces: placed,
          closed: sub.closed || meets(sub),
          name,
          layer: name,
          ...(state.dashed ? { dashed: true } : {}),
        });
      }
    } else {
      const passed = PASSED.find(([operation]) => is(fn, operation));
      if (passed) pass(passed[1], passed[2]);
    }
  });
  return {
    kind: 'pdf',
    curves,
    declared: { name: 'the page’s true size', mm },
    choices: [
      { name: 'the page’s true size', mm },
      { name: 'half size, doubled', mm: 2 * mm },
      { name: 'quarter size, times four', mm: 4 * mm },
    ],
    passedOver: list(),
    cautions: [],
  };
}
