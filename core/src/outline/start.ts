import type { Outline, OutlineNode } from '../design/schema.ts';
import { pathCrossings } from '../geometry/crossings.ts';
import type { Point } from '../geometry/point.ts';
import { hypot } from '../geometry/point.ts';
import type { Contradiction, NeckSeat } from './contradictions.ts';
import { contradictionsOf, figure, tailOf } from './contradictions.ts';
import type { Family } from './families.ts';
import { FAMILY_KEYS, isStraightSided } from './families.ts';
import { reshape } from './reshape.ts';
import type { ShapeKey, ShapeMeasures } from './shapeMeasures.ts';
import { SHAPE_WORDS, shapeMeasures } from './shapeMeasures.ts';
import { solveOutline, solveTrial } from './solve.ts';

export type Started =
  | { readonly ok: true; readonly outline: Outline; readonly measures: ShapeMeasures }
  | { readonly ok: false; readonly contradictions: readonly Contradiction[] };

/** The straight inner sides of a V end so far beside the centre line, mm: between them the notch is round. */
const NOTCH_HALF = 16;
/** They begin so far from the shoulder's place, mm. */
const SHOULDER_BEFORE = 8;

/** One wing of a V from the shoulder to before the notch: two straight sides, joined by a round tip. */
function wingNodes(m: ShapeMeasures, seat: NeckSeat): (Point & { kind: OutlineNode['kind'] })[] {
  const tail = tailOf(m, seat);
  const [upper, lower] = [m.upperBout! / 2, m.lowerBout! / 2];
  const [upperX, lowerX] = [tail + m.upperBoutAt!, tail + m.lowerBoutAt!];
  // The tip is an arc about this place; both sides leave it where they touch it.
  const radius = m.lowerBoutAt!;
  const tip = { x: lowerX, y: lower - radius };
  const touching = (from: Point, side: 1 | -1): Point => {
    const [x, y] = [tip.x - from.x, tip.y - from.y];
    const long = hypot(x, y) || 1;
    return { x: tip.x + (side * radius * y) / long, y: tip.y - (side * radius * x) / long };
  };
  const shoulder = { x: upperX - SHOULDER_BEFORE, y: upper };
  const outer = touching(shoulder, 1);
  // The notch is an arc that leaves both straight sides where they end.
  const floor = tail + m.tailOverhang!;
  const side = hypot(floor - tip.x, tip.y) || 1;
  const arc = (NOTCH_HALF * side) / Math.max(1, floor - tip.x);
  const notch = { x: floor - arc * (1 - tip.y / side), y: NOTCH_HALF };
  const inner = touching(notch, -1);
  const slope = (shoulder.y - outer.y) / (shoulder.x - outer.x);
  // The shoulder: the middle of a parabola from the side’s end to the neck’s seat, convex however they stand.
  const met = { x: seat.x, y: shoulder.y + slope * (seat.x - shoulder.x) };
  const about = (p: Point): number => (Math.atan2(p.y - tip.y, p.x - tip.x) + 2 * Math.PI) % (2 * Math.PI);
  const [from, to] = [about(outer), about(inner)];
  const round = (share: number): Point & { kind: 'fair' } => ({
    x: tip.x + radius * Math.cos(from + (to - from) * share),
    y: tip.y + radius * Math.sin(from + (to - from) * share),
    kind: 'fair',
  });
  return [
    {
      x: (shoulder.x + 2 * met.x + seat.x) / 4,
      y: (shoulder.y + 2 * met.y + seat.half) / 4,
      kind: 'fair',
    },
    { ...shoulder, kind: 'smooth' },
    { ...outer, kind: 'smooth' },
    round(1 / 2),
    { ...inner, kind: 'smooth' },
    { ...notch, kind: 'smooth' },
  ];
}

/** Nodes of one side from the neck's seat to before the tail; y is positive, mirrored for the treble side. */
function sideNodes(
  family: Family,
  m: ShapeMeasures,
  seat: NeckSeat,
  side: 'bass' | 'treble',
): (Point & { kind: OutlineNode['kind'] })[] {
  const tail = tailOf(m, seat);
  const name = side === 'bass' ? 'Bass' : 'Treble';
  const offset = ((side === 'bass' ? 1 : -1) * (m.waistOffset ?? 0)) / 2;
  const [upper, lower] = [m.upperBout! / 2, m.lowerBout! / 2];
  const [upperX, lowerX] = [tail + m.upperBoutAt!, tail + m.lowerBoutAt!];
  const fair = (x: number, y: number): Point & { kind: 'fair' } => ({ x, y, kind: 'fair' });
  const nodes: (Point & { kind: OutlineNode['kind'] })[] = [{ x: seat.x, y: seat.half, kind: 'corner' }];
  if (family === 'wedge') {
    const slope = (lower - upper) / (upperX - lowerX);
    const round = m.lowerBoutAt!;
    const lastX = lowerX + Math.min((upperX - lowerX) * 0.4, round * 0.75);
    return [
      ...nodes,
      fair(seat.x - (seat.x - upperX) * 0.12, seat.half + (upper - seat.half) * 0.55),
      { x: upperX - (upperX - lowerX) * 0.08, y: upper + slope * (upperX - lowerX) * 0.06, kind: 'smooth' },
      { x: lastX, y: lower - slope * (lastX - lowerX) * 0.62, kind: 'smooth' },
      fair(lowerX, lower),
      fair(tail + round * 0.29, lower * 0.7),
    ];
  }
  if (family === 'straight-v') return [...nodes, ...wingNodes(m, seat)];
  const isHorn = FAMILY_KEYS[family].includes(`hornReach${name}`);
  if (isHorn) {
    const tipX = seat.x + m[`hornReach${name}`]!;
    const cutX = tipX - m[`cutaway${name}`]!;
    const tipY = seat.half + (upper - seat.half) * 0.66;
    // A wide neck leaves less room: the cutaway stays round for a bit.
    const cutY = seat.half + (upper - seat.half) * (family === 'one-horn' ? 0.27 : 0.2);
    // A cutaway no deeper than the neck's edge has its floor there: the node stands just nutward of it.
    nodes.push(fair(Math.max(cutX, Math.min(cutX + 3, seat.x)), cutY));
    if (family === 'one-horn') nodes.push(fair(cutX + (tipX - cutX) * 0.7, cutY + (tipY - cutY) * 0.46));
    nodes.push(fair(tipX, tipY));
    nodes.push(fair(upperX + (tipX - upperX) * 0.74, upper - (upper - tipY) * 0.36));
    nodes.push(fair(upperX + offset * 0.3, upper));
  } else {
    const drop = seat.x - upperX;
    nodes.push(fair(seat.x - drop * 0.1, seat.half + (upper - seat.half) * 0.5));
    nodes.push(fair(upperX + drop * 0.5, upper * 0.93));
    nodes.push(fair(upperX - drop * 0.15, upper));
  }
  nodes.push(fair(tail + m.waistAt! + offset, m.waist! / 2));
  nodes.push(fair(lowerX + offset * 0.35, lower));
  if (family === 'swept-tail') nodes.push(fair(tail, lower * 0.66));
  else nodes.push(fair(tail + m.lowerBoutAt! * 0.28, lower * 0.7));
  return nodes;
}

/**
 * Begins an outline from measures: at most 16 fair nodes that give each of the family's measures within
 * {@link PROMISED}, or which of them contradict each other. Instrument frame; nodes run from the bass side of
 * the neck round the tail. The sides are linked as mirror images where their measures are the same.
 */
export function startOutline(family: Family, wanted: ShapeMeasures, seat: NeckSeat): Started {
  const keys = FAMILY_KEYS[family];
  const m: ShapeMeasures = Object.fromEntries(
    keys.flatMap((k) => (wanted[k] === undefined ? [] : [[k, wanted[k]]])),
  );
  const contradictions = contradictionsOf(family, m, seat);
  if (contradictions.length) return { ok: false, contradictions };
  const shoulderAt = isStraightSided(family) ? m.upperBoutAt! : null;
  const { nodes, misses } = reshape(nearestDraft(family, m, seat), m, shoulderAt);
  const off = misses.filter(({ by }) => !(Math.abs(by) <= PROMISED));
  if (off.length)
    return {
      ok: false,
      contradictions: off.map(({ key, by }) => ({
        keys: [key, ...nearestKeys(family, key)],
        message: `the ${SHAPE_WORDS[key].name} of ${figure(m[key]!)} cannot be had beside ${nearestKeys(
          family,
          key,
        )
          .map((k) => `a ${SHAPE_WORDS[k].name} of ${figure(m[k]!)}`)
          .join(
            ' and ',
          )}${Number.isFinite(by) ? `: the nearest smooth body misses it by ${figure(Math.abs(by))}` : ''}`,
      })),
    };
  const path = solveOutline(nodes);
  const { crossings } = pathCrossings(path, 0.1);
  if (crossings.length)
    return {
      ok: false,
      contradictions: [
        {
          keys,
          message: `a body of these measures crosses itself near ${figure(crossings[0]!.at.x)} from the bridge: give the horns and cutaways more room`,
        },
      ],
    };
  return {
    ok: true,
    outline: { nodes, mirror: mirrorLinks(nodes) },
    measures: shapeMeasures(path, shoulderAt),
  };
}

/** Every measure of a begun outline is met to this, mm. */
export const PROMISED = 0.5;

/** Which measures act nearest to a measure's place: the ones to look at when it cannot be had. */
const nearestKeys = (family: Family, key: ShapeKey): readonly ShapeKey[] => {
  const beside: Readonly<Record<ShapeKey, readonly ShapeKey[]>> = {
    length: ['lowerBoutAt', 'upperBoutAt'],
    lowerBout: ['waist', 'lowerBoutAt'],
    lowerBoutAt: ['waistAt', 'length'],
    waist: ['lowerBout', 'upperBout'],
    waistAt: ['lowerBoutAt', 'upperBoutAt'],
    waistOffset: ['waistAt', 'upperBoutAt'],
    upperBout: ['waist', 'upperBoutAt'],
    upperBoutAt: ['waistAt', 'length'],
    hornReachBass: ['cutawayBass', 'upperBoutAt'],
    hornReachTreble: ['cutawayTreble', 'upperBoutAt'],
    cutawayBass: ['hornReachBass', 'waistAt'],
    cutawayTreble: ['hornReachTreble', 'waistAt'],
    tailOverhang: ['lowerBoutAt', 'length'],
    wings: ['lowerBout', 'tailOverhang'],
  };
  return beside[key].filter((k) => FAMILY_KEYS[family].includes(k));
};

/** The smooth nodes of a straight-sided body get handles along the straight side between them. */
function withStraightSides(nodes: readonly OutlineNode[]): readonly OutlineNode[] {
  return nodes.map((n, i) => {
    if (n.kind !== 'smooth') return n;
    const next = nodes[i + 1]!;
    const isFirst = next.kind === 'smooth';
    const other = isFirst ? next : nodes[i - 1]!;
    const third = { x: (other.x - n.x) / 3, y: (other.y - n.y) / 3 };
    const size = hypot(third.x, third.y);
    const free = isFirst ? nodes[i - 1]! : next;
    const chord = { x: free.x - n.x, y: free.y - n.y };
    const long = hypot(chord.x, chord.y);
    // As long as on an arc that leaves the straight side here and reaches the next node: chord / (3 cos²(φ/2)), φ
    // between chord and side; cos²(φ/2) is half of 1 + cos φ.
    const cos = -(third.x * chord.x + third.y * chord.y) / (size * long);
    const reach = (2 * long) / (3 * (1 + Math.max(0, cos)));
    const away = { x: (-third.x / size) * reach, y: (-third.y / size) * reach };
    return isFirst ? { ...n, after: third, before: away } : { ...n, before: third, after: away };
  });
}

/** The body's nodes as the family places them for such measures. */
function draft(family: Family, m: ShapeMeasures, seat: NeckSeat): readonly OutlineNode[] {
  const tail = tailOf(m, seat) + (m.tailOverhang ?? 0);
  const bass = sideNodes(family, m, seat, 'bass');
  const treble = sideNodes(family, m, seat, 'treble').map((p) => ({ ...p, y: -p.y }));
  const places = [...bass, { x: tail, y: 0, kind: 'fair' as const }, ...[...treble].reverse()];
  const nodes = places.map((p, i): OutlineNode => ({ ...p, id: `n${i + 1}` }));
  return isStraightSided(family) ? withStraightSides(nodes) : nodes;
}

/** Drafts that are tried, and the share of what one misses that the next makes up for. */
const DRAFTS = 8;
const MADE_UP = 0.7;

/**
 * The draft that comes nearest to the measures: nodes stand near the extremes they are for, so a draft for
 * measures that are off the other way comes out nearer (a fixed-point iteration; the best one is kept).
 */
function nearestDraft(family: Family, m: ShapeMeasures, seat: NeckSeat): readonly OutlineNode[] {
  const shoulderAt = isStraightSided(family) ? m.upperBoutAt! : null;
  let asked: ShapeMeasures = m;
  let best = draft(family, m, seat);
  let least = Infinity;
  for (let i = 0; i < DRAFTS; i += 1) {
    const nodes = draft(family, asked, seat);
    const has = shapeMeasures(solveTrial(nodes), shoulderAt);
    const gaps = FAMILY_KEYS[family].map((k) => [k, m[k]! - (has[k] ?? NaN)] as const);
    const off = Math.hypot(...gaps.map(([, gap]) => gap));
    if (Number.isNaN(off)) break;
    if (off < least) {
      least = off;
      best = nodes;
    }
    asked = Object.fromEntries(gaps.map(([k, gap]) => [k, asked[k]! + gap * MADE_UP]));
  }
  return best;
}

/** Twins closer to each other's image than this, mm, are linked. */
const SAME = 0.01;

function mirrorLinks(nodes: readonly OutlineNode[]): Outline['mirror'] {
  const n = nodes.length;
  const side = n % 2 === 1 ? (n - 1) / 2 : -1;
  const pairs = Array.from({ length: side + 1 }, (_, i) => [nodes[i]!, nodes[n - 1 - i]!] as const);
  const whole = pairs.every(([a, b]) => Math.abs(a.x - b.x) <= SAME && Math.abs(a.y + b.y) <= SAME);
  return whole ? pairs.map(([a, b]) => [a.id, b.id] as const) : [];
}
