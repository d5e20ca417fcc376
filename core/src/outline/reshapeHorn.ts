import type { OutlineNode, Side } from '../design/schema.ts';
import type { Point } from '../geometry/point.ts';
import { measureOutline } from './measures.ts';
import { heldNodes, warp } from './reshape.ts';
import type { ShapeKey } from './shapeMeasures.ts';
import { solveOutline } from './solve.ts';

/** What a horn can be reshaped by, and on which side. */
export const HORN_KEYS = {
  hornReachBass: ['bass', 'reach'],
  hornReachTreble: ['treble', 'reach'],
  cutawayBass: ['bass', 'cutaway'],
  cutawayTreble: ['treble', 'cutaway'],
} as const satisfies Partial<Record<ShapeKey, readonly [Side, 'reach' | 'cutaway']>>;
export type HornKey = keyof typeof HORN_KEYS;
export const isHornKey = (key: ShapeKey): key is HornKey => key in HORN_KEYS;

/** From 0 to 1 without a corner at either end (Hermite's cubic). */
const smooth = (t: number): number => {
  const s = Math.min(1, Math.max(0, t));
  return s * s * (3 - 2 * s);
};

/** Rounds of the search at most, and how near the measure must come, mm: what a drawing shows. */
const ROUNDS = 24;
const NEAR = 1e-3;
/** A first step that tells how much the measure answers, mm. */
const PROBE = 0.5;
const rounded = (value: number): number => Math.round(value * 1e4) / 1e4;

/**
 * How far a place goes with a horn, 0 to 1; instrument frame, mm. For its reach all that is nutward of the cutaway's
 * deepest place on its side, the tip fully; for the cutaway what lies between tip and neck seat, its deepest place fully.
 */
function hornWeight(
  side: 1 | -1,
  what: 'reach' | 'cutaway',
  tip: Point,
  deepest: Point,
  seat: number,
): (p: Point) => number {
  return (p) => {
    if (side * p.y <= 0) return 0;
    const out = (p.x - deepest.x) / (tip.x - deepest.x);
    if (what === 'reach') return smooth(out);
    // The outer side of the horn stays.
    if (side * p.y > side * tip.y) return 0;
    const fromSeat = (side * p.y - seat) / Math.max(1, side * deepest.y - seat);
    return smooth(1 - out) * smooth(fromSeat);
  };
}

/**
 * The outline's nodes with one horn's reach or cutaway changed to a length, mm; the other side and the neck's seat stay
 * as they are. Null where this side has no horn, or no smooth change of it alone gives the length.
 */
export function reshapeHorn(
  nodes: readonly OutlineNode[],
  key: HornKey,
  wanted: number,
): readonly OutlineNode[] | null {
  const [name, what] = HORN_KEYS[key];
  const side = name === 'bass' ? 1 : -1;
  const measure = (list: readonly OutlineNode[]): number | null => {
    const horn = measureOutline(solveOutline(list)).neck?.[name];
    return (what === 'reach' ? horn?.reach : horn?.cutaway?.depth) ?? null;
  };
  const { neck } = measureOutline(solveOutline(nodes));
  const horn = neck?.[name];
  if (!neck || !horn?.cutaway) return null;
  const held = heldNodes(nodes);
  const seat = Math.max(0, ...nodes.filter((n) => held.has(n.id)).map((n) => side * n.y));
  const weight = hornWeight(side, what, horn.tip, horn.cutaway.at, seat);
  // The reach goes nutward; a deeper cutaway goes tailward.
  const sense = what === 'reach' ? 1 : -1;
  const apply = (amount: number): readonly OutlineNode[] =>
    warp(nodes, held, (p) => ({ x: sense * amount * weight(p), y: 0 }));
  const start = measure(nodes);
  if (start === null) return null;
  // The measure grows about as the amount does: a secant finds it in a few rounds.
  let [a, fa] = [0, start - wanted];
  let b = Math.abs(fa) > PROBE ? -fa : PROBE;
  for (let round = 0; round < ROUNDS; round += 1) {
    const list = apply(b);
    const at = measure(list);
    if (at === null) return null;
    const fb = at - wanted;
    if (Math.abs(fb) < NEAR) return list.map((n) => ({ ...n, x: rounded(n.x), y: rounded(n.y) }));
    const slope = (fb - fa) / (b - a);
    if (!(slope > 0.05)) return null;
    [a, fa, b] = [b, fb, b - fb / slope];
  }
  return null;
}
