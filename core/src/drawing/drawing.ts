import type { Box } from '../geometry/box.ts';
import { boxOfPoints, unionBox } from '../geometry/box.ts';
import type { SaidCut } from '../geometry/chains.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import type { Cubic } from '../geometry/cubic.ts';
import { cubicBox, isStraight } from '../geometry/cubic.ts';
import type { Point } from '../geometry/point.ts';
import type { Ink } from './inks.ts';
import type { LayerName } from './layers.ts';

export type PathStep =
  | { readonly kind: 'line'; readonly to: Point }
  | { readonly kind: 'cubic'; readonly c1: Point; readonly c2: Point; readonly to: Point };

export interface PathMark {
  readonly kind: 'path';
  readonly id: string;
  readonly ink: Ink;
  readonly start: Point;
  readonly steps: readonly PathStep[];
  readonly closed: boolean;
  /** The circle that it is, where it is one: files write it as such. */
  readonly circle?: { readonly at: Point; readonly diameter: number };
  /** What it is called and how it is cut: files carry it, so that it comes back with it. */
  readonly cut?: SaidCut & { readonly name: string };
}

export interface TextMark {
  readonly kind: 'text';
  readonly id: string;
  readonly ink: Ink;
  readonly at: Point;
  readonly text: string;
  /** Height of a capital's em, mm on paper. */
  readonly sizeMm: number;
  readonly align: 'start' | 'middle' | 'end';
  /** Turn counter-clockwise, radians. */
  readonly turn: number;
}

export type Mark = PathMark | TextMark;

/** Which face of the body is looked at. */
export type SeenFrom = 'front' | 'back';

export interface Layer {
  readonly name: LayerName;
  readonly marks: readonly Mark[];
}

/** Everything there is to draw, in the instrument frame, mm: one model for the board and for every file. */
export interface Drawing {
  readonly layers: readonly Layer[];
}

export function closedPathMark(
  id: string,
  ink: Ink,
  path: ClosedPath,
  circle: PathMark['circle'] | null = null,
): PathMark {
  return {
    kind: 'path',
    id,
    ink,
    start: path[0]?.p0 ?? { x: 0, y: 0 },
    steps: path.map((c) =>
      isStraight(c) ? { kind: 'line', to: c.p3 } : { kind: 'cubic', c1: c.p1, c2: c.p2, to: c.p3 },
    ),
    closed: true,
    ...(circle ? { circle } : {}),
  };
}

export function polylineMark(id: string, ink: Ink, points: readonly Point[], closed = false): PathMark {
  const [start = { x: 0, y: 0 }, ...rest] = points;
  return { kind: 'path', id, ink, start, steps: rest.map((to) => ({ kind: 'line', to })), closed };
}

/** A cross: two lines through a point, each arm so long, mm. */
export const crossMarks = (id: string, ink: Ink, at: Point, arm: number): readonly PathMark[] => [
  lineMark(`${id}-x`, ink, { x: at.x - arm, y: at.y }, { x: at.x + arm, y: at.y }),
  lineMark(`${id}-y`, ink, { x: at.x, y: at.y - arm }, { x: at.x, y: at.y + arm }),
];

export const lineMark = (id: string, ink: Ink, a: Point, b: Point): PathMark => polylineMark(id, ink, [a, b]);

/** The mark's pieces as cubics and straight pieces, the closing edge of a closed path included. */
export function markPieces(mark: PathMark): readonly Piece[] {
  const known = PIECES.get(mark);
  if (known) return known;
  const pieces = piecesOf(mark);
  PIECES.set(mark, pieces);
  return pieces;
}

type Piece = Cubic | readonly [Point, Point];
const PIECES = new WeakMap<PathMark, readonly Piece[]>();

function piecesOf(mark: PathMark): readonly Piece[] {
  const pieces: Piece[] = [];
  let at = mark.start;
  for (const step of mark.steps) {
    pieces.push(step.kind === 'line' ? [at, step.to] : { p0: at, p1: step.c1, p2: step.c2, p3: step.to });
    at = step.to;
  }
  if (mark.closed && (at.x !== mark.start.x || at.y !== mark.start.y)) pieces.push([at, mark.start]);
  return pieces;
}

/** The tight box of all lines of a drawing (text left out); null when there are none. */
export const drawingBox = (drawing: Drawing): Box | null =>
  drawing.layers.reduce<Box | null>((box, layer) => unionBox(box, layerBox(layer)), null);

const PIECE_BOXES = new WeakMap<Piece, Box>();
function pieceBox(piece: Piece): Box {
  let box = PIECE_BOXES.get(piece);
  if (!box) PIECE_BOXES.set(piece, (box = 'p0' in piece ? cubicBox(piece) : boxOfPoints(piece)!));
  return box;
}

const MARK_BOXES = new WeakMap<PathMark, Box>();

/** The tight box of a mark's lines, made once. */
export function markBox(mark: PathMark): Box {
  const known = MARK_BOXES.get(mark);
  if (known) return known;
  const box = markPieces(mark).reduce<Box | null>((b, piece) => unionBox(b, pieceBox(piece)), null) ?? {
    minX: mark.start.x,
    minY: mark.start.y,
    maxX: mark.start.x,
    maxY: mark.start.y,
  };
  MARK_BOXES.set(mark, box);
  return box;
}

const BOXES = new WeakMap<Layer, { readonly box: Box | null }>();

/** A layer's box, made once: most layers outlive a change of one of them. */
function layerBox(layer: Layer): Box | null {
  const known = BOXES.get(layer);
  if (known) return known.box;
  let box: Box | null = null;
  for (const mark of layer.marks) if (mark.kind === 'path') box = unionBox(box, markBox(mark));
  BOXES.set(layer, { box });
  return box;
}

/** Moves every point of a mark by `f`, which keeps lengths where circles are; text keeps its size and turn. */
export function mapMark(mark: Mark, f: (p: Point) => Point): Mark {
  if (mark.kind === 'text') return { ...mark, at: f(mark.at) };
  return {
    ...mark,
    ...(mark.circle ? { circle: { ...mark.circle, at: f(mark.circle.at) } } : {}),
    start: f(mark.start),
    steps: mark.steps.map((s) =>
      s.kind === 'line'
        ? { kind: 'line', to: f(s.to) }
        : { kind: 'cubic', c1: f(s.c1), c2: f(s.c2), to: f(s.to) },
    ),
  };
}

/** The drawing turned counter-clockwise about the origin, rad; words turn with it. */
export function turnDrawing(drawing: Drawing, angle: number): Drawing {
  if (angle === 0) return drawing;
  const turn = turnAbout(angle);
  return {
    layers: drawing.layers.map((layer) => ({
      ...layer,
      marks: layer.marks.map((mark) => {
        const moved = mapMark(mark, turn);
        return moved.kind === 'text' ? { ...moved, turn: moved.turn + angle } : moved;
      }),
    })),
  };
}

/** A turn nearer than this to whole quarters, in quarters, is one: rounding of degrees. */
const WHOLE_QUARTER = 1e-12;

/** A turn about the origin, counter-clockwise, rad; quarter turns are exact. */
export function turnAbout(angle: number): (p: Point) => Point {
  const quarters = angle / (Math.PI / 2);
  const whole = Math.round(quarters);
  const exact = Math.abs(quarters - whole) < WHOLE_QUARTER;
  const cos = exact ? [1, 0, -1, 0][((whole % 4) + 4) % 4]! : Math.cos(angle);
  const sin = exact ? [0, 1, 0, -1][((whole % 4) + 4) % 4]! : Math.sin(angle);
  return (p) => ({ x: cos * p.x - sin * p.y, y: sin * p.x + cos * p.y });
}

const SWAPPED = { start: 'end', middle: 'middle', end: 'start' } as const;

/** Mirrored marks; words whose line runs along what is mirrored are aligned from the other side, and stay readable. */
const mirrored = (
  drawing: Drawing,
  flip: (p: Point) => Point,
  isSwapped: (turn: number) => boolean,
): Drawing => ({
  layers: drawing.layers.map((layer) => ({
    ...layer,
    marks: layer.marks.map((mark) => {
      const moved = mapMark(mark, flip);
      return moved.kind === 'text' && isSwapped(moved.turn)
        ? { ...moved, align: SWAPPED[moved.align] }
        : moved;
    }),
  })),
});

const liesLevel = (turn: number): boolean => Math.abs(Math.cos(turn)) > Math.SQRT1_2;

/** The drawing of the left-handed instrument: mirrored along the centre line, text still readable. */
export const mirrorDrawing = (drawing: Drawing): Drawing =>
  mirrored(drawing, ({ x, y }) => ({ x: -x, y }), liesLevel);

/** The body turned over about its centre line: what was on the bass side lies below, text still readable. */
export const turnOverDrawing = (drawing: Drawing): Drawing =>
  mirrored(
    drawing,
    ({ x, y }) => ({ x, y: -y }),
    (turn) => !liesLevel(turn),
  );
