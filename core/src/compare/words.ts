import type { Point } from '../geometry/point.ts';
import type { DisplayUnit } from '../units/length.ts';
import { lengthWithUnit } from '../units/length.ts';

/** Moves below this, mm, and turns below this, °, are no change that anybody sees. */
const LEAST_MOVE = 0.005;
const LEAST_TURN = 0.005;

/** A move in makers' words: “3.2 mm nutward, 1.0 mm to the bass side”; null where nothing moved. */
export function moveWords(from: Point, to: Point, units: DisplayUnit): string | null {
  const [x, y] = [to.x - from.x, to.y - from.y];
  const ways = [
    ...(Math.abs(x) >= LEAST_MOVE
      ? [`${lengthWithUnit(Math.abs(x), units, 2)} ${x > 0 ? 'nutward' : 'tailward'}`]
      : []),
    ...(Math.abs(y) >= LEAST_MOVE
      ? [`${lengthWithUnit(Math.abs(y), units, 2)} to the ${y > 0 ? 'bass' : 'treble'} side`]
      : []),
  ];
  return ways.length ? `moved ${ways.join(', ')}` : null;
}

/** A turn in words, degrees; null where there is none. */
export function turnWords(from: number, to: number): string | null {
  const by = to - from;
  return Math.abs(by) < LEAST_TURN
    ? null
    : `turned ${Number(Math.abs(by).toFixed(2))}° ${by > 0 ? 'counter-clockwise' : 'clockwise'}`;
}

/** A length before and after: “depth 18 mm → 20 mm”; null where it is the same. */
export const lengthWords = (label: string, from: number, to: number, units: DisplayUnit): string | null =>
  Math.abs(from - to) < LEAST_MOVE
    ? null
    : `${label} ${lengthWithUnit(from, units, 2)} → ${lengthWithUnit(to, units, 2)}`;

export const present = (words: readonly (string | null)[]): readonly string[] =>
  words.filter((w) => w !== null);
