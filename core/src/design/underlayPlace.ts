import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';
import type { OutlineNode, Underlay } from './schema.ts';

/** A similarity of the plane: turned by `turn` (rad) and scaled about `about`, which goes to `to`. */
export interface Similarity {
  readonly about: Point;
  readonly to: Point;
  readonly turn: number;
  readonly scale: number;
}

const DEGREES = 180 / Math.PI;
/** Degrees within (−180, 180]. */
const wrapped = (deg: number): number => {
  const turned = ((((deg + 180) % 360) + 360) % 360) - 180;
  return turned === -180 ? 180 : turned;
};

/** The picture moved by a similarity of the instrument frame. */
export function moveUnderlay(u: Underlay, { about, to, turn, scale }: Similarity): Partial<Underlay> {
  const [c, s] = [Math.cos(turn) * scale, Math.sin(turn) * scale];
  const [x, y] = [u.at.x - about.x, u.at.y - about.y];
  return {
    at: { x: to.x + c * x - s * y, y: to.y + s * x + c * y },
    turn: wrapped(u.turn + turn * DEGREES),
    scale: u.scale * scale,
  };
}

/** The similarity that takes p to `toP` and q to `toQ`; null where the points fall together. */
export function similarityOf(p: Point, q: Point, toP: Point, toQ: Point): Similarity | null {
  const [from, to] = [distance(p, q), distance(toP, toQ)];
  if (!(from > 0 && to > 0)) return null;
  const turn = Math.atan2(toQ.y - toP.y, toQ.x - toP.x) - Math.atan2(q.y - p.y, q.x - p.x);
  return { about: p, to: toP, turn, scale: to / from };
}

/** A distance between two marks of a picture, and what it truly is, mm. */
export interface MarkedMeasure {
  readonly from: Point;
  readonly to: Point;
  readonly truth: number;
}

/**
 * The factor that brings marked distances nearest to their truth (least squares of the distances), and how far
 * each is off after it, mm.
 */
export function scaleByMeasures(
  measures: readonly MarkedMeasure[],
): { readonly factor: number; readonly off: readonly number[] } | null {
  const pairs = measures.map((m) => ({ drawn: distance(m.from, m.to), truth: m.truth }));
  const square = pairs.reduce((s, { drawn }) => s + drawn * drawn, 0);
  const both = pairs.reduce((s, { drawn, truth }) => s + drawn * truth, 0);
  if (!(square > 0 && both > 0)) return null;
  const factor = both / square;
  return { factor, off: pairs.map(({ drawn, truth }) => drawn * factor - truth) };
}

/** A picture's pixels (u right, v down, from its upper left corner) in the instrument frame. */
export function pixelMap(u: Underlay): (p: Point) => Point {
  const turn = u.turn / DEGREES;
  const [c, s] = [Math.cos(turn) * u.scale, Math.sin(turn) * u.scale];
  const sense = u.mirrored ? -1 : 1;
  return (p) => {
    const [x, y] = [sense * (p.x - u.width / 2), u.height / 2 - p.y];
    return { x: u.at.x + c * x - s * y, y: u.at.y + s * x + c * y };
  };
}

/** The instrument frame in a picture's pixels. */
export function toPixelMap(u: Underlay): (p: Point) => Point {
  const turn = u.turn / DEGREES;
  const [c, s] = [Math.cos(turn) / u.scale, Math.sin(turn) / u.scale];
  const sense = u.mirrored ? -1 : 1;
  return (p) => {
    const [x, y] = [p.x - u.at.x, p.y - u.at.y];
    return { x: u.width / 2 + sense * (c * x + s * y), y: u.height / 2 - (c * y - s * x) };
  };
}

/** Where a picture is placed; pictures placed the same are drawn the same. */
type Placement = Pick<Underlay, 'at' | 'turn' | 'scale' | 'mirrored' | 'width' | 'height'>;

/** Whether a picture is where it was, as large, and the same way round. */
export const isPlacedAs = (a: Placement, b: Placement): boolean =>
  a.at.x === b.at.x &&
  a.at.y === b.at.y &&
  a.turn === b.turn &&
  a.scale === b.scale &&
  a.mirrored === b.mirrored &&
  a.width === b.width &&
  a.height === b.height;

/** From the instrument frame as a picture was placed to the place of the same pixel as it is placed now. */
export function carryPlace(was: Underlay, now: Underlay): (p: Point) => Point {
  const [toPixel, fromPixel] = [toPixelMap(was), pixelMap(now)];
  return (p) => fromPixel(toPixel(p));
}

/** Nodes that were drawn over a picture, with their handles, as it is placed now. A mirrored picture mirrors them. */
export function carryNodes(
  nodes: readonly OutlineNode[],
  was: Underlay,
  now: Underlay,
): readonly OutlineNode[] {
  const carry = carryPlace(was, now);
  return nodes.map((n) => {
    const { x, y } = carry(n);
    const handle = <H extends Point>(h: H): H => {
      const tip = carry({ x: n.x + h.x, y: n.y + h.y });
      return { ...h, x: tip.x - x, y: tip.y - y };
    };
    return {
      ...n,
      x,
      y,
      ...(n.before ? { before: handle(n.before) } : {}),
      ...(n.after ? { after: handle(n.after) } : {}),
    };
  });
}
