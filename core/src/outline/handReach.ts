import type { ClosedPath } from '../geometry/closedPath.ts';
import { flattenPath } from '../geometry/closedPath.ts';
import type { StringPlan } from '../strings/stringPlan.ts';
import { hypot } from '../geometry/point.ts';

/** The fretting hand as it stands beside the neck, mm. */
export interface Hand {
  /** Room beside the neck that the hand takes up: from the board's edge outward. */
  readonly room: number;
  /** How far the first finger frets past the place where the hand is stopped. */
  readonly finger: number;
}

export interface SideReach {
  /** The most nutward wood beside the neck within the hand's room: where the hand is stopped; null where nothing stops it. */
  readonly stopX: number | null;
  /** The highest fret that the first finger still reaches there. */
  readonly fret: number;
}

export interface HandReach {
  readonly bass: SideReach;
  readonly treble: SideReach;
  /** How far neck and body lie over each other, mm, from the joint tailward. */
  readonly overlap: number;
}

const CHORD = 0.05;
/** The edge is looked at every so many mm of its chords, so that a long straight piece is seen too. */
const STEP = 1;

/**
 * The highest fret that each cutaway lets the hand reach: the hand slides up the neck until wood within its room
 * stops it, and the first finger reaches on. Instrument frame. A model of a hand that does not lift.
 */
export function handReach(path: ClosedPath, stringPlan: StringPlan, hand: Hand): HandReach {
  const edge = flattenPath(path, CHORD).flatMap((p, i, all) => {
    const q = all[(i + 1) % all.length]!;
    const steps = Math.max(1, Math.ceil(hypot(q.x - p.x, q.y - p.y) / STEP));
    return Array.from({ length: steps }, (_, k) => ({
      x: p.x + ((q.x - p.x) * k) / steps,
      y: p.y + ((q.y - p.y) * k) / steps,
    }));
  });
  const nut = stringPlan.frets.find((f) => f.number === 0)!;
  const last = stringPlan.frets.at(-1)!;
  const one = (side: 'bass' | 'treble'): SideReach => {
    const sign = side === 'bass' ? 1 : -1;
    const [a, b] = [nut[side], last[side]];
    // The board's edge, run on in line past the last fret.
    const edgeAt = (x: number): number => sign * (b.y + ((a.y - b.y) * (x - b.x)) / (a.x - b.x));
    let stopX: number | null = null;
    for (const { x, y } of edge) {
      const off = sign * y - edgeAt(x);
      if (off >= 0 && off <= hand.room && (stopX === null || x > stopX)) stopX = x;
    }
    const reachX = stopX === null ? -Infinity : stopX - hand.finger;
    const reached = stringPlan.frets.filter((f) => f.number > 0 && f[side].x >= reachX);
    return { stopX, fret: reached.reduce((most, f) => Math.max(most, f.number), 0) };
  };
  return { bass: one('bass'), treble: one('treble'), overlap: stringPlan.overhang };
}
