import type { Point } from '../geometry/point.ts';
import type { StringPlan } from '../strings/stringPlan.ts';
import type { PartInPlace } from './partInPlace.ts';

/** A pole and the string it belongs under. */
export interface Pole {
  readonly at: Point;
  /** The string’s place across where the pole stands along. */
  readonly stringY: number;
  /** Pole less string, mm across; positive to the bass side. */
  readonly off: number;
}

/** y of a string, run on to any x. */
export function stringYAt(line: StringPlan['lines'][number], x: number): number {
  const { nut, saddle } = line;
  return saddle.y + ((nut.y - saddle.y) * (x - saddle.x)) / (nut.x - saddle.x);
}

/** The outer strings' distance at x, mm. */
export function spreadAt(stringPlan: StringPlan, x: number): number {
  const [first, last] = [stringPlan.lines[0]!, stringPlan.lines.at(-1)!];
  return Math.abs(stringYAt(first, x) - stringYAt(last, x));
}

/** Poles of a pickup, bass to treble, one a string, evenly over its spread. Null for a part without poles. */
export function polesOf(placed: PartInPlace, stringPlan: StringPlan): readonly Pole[] | null {
  const { poles } = placed.form;
  if (!poles) return null;
  const n = stringPlan.lines.length;
  return stringPlan.lines.map((line, i) => {
    const at = placed.place({ x: 0, y: n > 1 ? poles.spread / 2 - (poles.spread * i) / (n - 1) : 0 });
    const stringY = stringYAt(line, at.x);
    return { at, stringY, off: at.y - stringY };
  });
}

/** How far the poles miss their strings at most; of a blade, how far strings lie past its ends. 0 or more, mm. */
export function poleError(
  placed: PartInPlace,
  stringPlan: StringPlan,
): { readonly by: number; readonly at: Point } | null {
  const poles = polesOf(placed, stringPlan);
  if (!poles) return null;
  if (placed.form.poles!.blade) {
    const ends = [poles[0]!, poles.at(-1)!].map(({ at, stringY, off }, i) => ({
      at: { x: at.x, y: stringY },
      by: Math.max(0, i === 0 ? -off : off),
    }));
    return ends.reduce((a, b) => (b.by > a.by ? b : a));
  }
  return poles.map(({ at, off }) => ({ at, by: Math.abs(off) })).reduce((a, b) => (b.by > a.by ? b : a));
}

/** The turn, degrees, that lays a pickup square to the strings' middle line at x (0 for one scale), within a fan. */
export function fannedTurn(stringPlan: StringPlan, x: number): number {
  const [bass, treble] = [stringPlan.lines[0]!, stringPlan.lines.at(-1)!];
  // The line through equal shares of both outer strings.
  const share = (line: typeof bass): number => (x - line.bridge.x) / (line.nut.x - line.bridge.x);
  const mean = (share(bass) + share(treble)) / 2;
  const at = (line: typeof bass): Point => ({
    x: line.bridge.x + mean * (line.nut.x - line.bridge.x),
    y: line.bridge.y + mean * (line.nut.y - line.bridge.y),
  });
  const [p, q] = [at(bass), at(treble)];
  return (Math.atan2(-(p.x - q.x), p.y - q.y) * 180) / Math.PI;
}

/** The fret, of a board that went on, that a place over the strings would be at: `n = 12 log₂(L / x)`; null behind the bridge. */
export const fretNumberAt = (scale: number, x: number): number | null =>
  x > 0 && x <= scale ? 12 * Math.log2(scale / x) : null;

/** Shares of the open string at which its overtones stand still, up to the seventh, nearest first. */
export function nodesNear(
  scale: number,
  x: number,
): readonly { readonly share: string; readonly off: number }[] {
  const nodes = new Map<number, string>();
  for (let k = 2; k <= 7; k += 1)
    for (let n = 1; n < k; n += 1) if (!nodes.has(n / k)) nodes.set(n / k, `${n}/${k}`);
  return [...nodes]
    .map(([at, share]) => ({ share, off: x - at * scale }))
    .sort((a, b) => Math.abs(a.off) - Math.abs(b.off));
}
