import type { DisplayUnit, Point } from '@pelkin/core';
import { lengthWithUnit } from '@pelkin/core';

/** What places along the centre line are counted from, and how its two sides are called. */
interface CountedFrom {
  readonly from: string;
  readonly above: string;
  readonly below: string;
}
const BRIDGE: CountedFrom = { from: 'bridge', above: 'nutward', below: 'tailward' };

/** A place in makers' words: x from the bridge, or from what is said. */
export function placeWords(p: Point, unit: DisplayUnit, counted: CountedFrom = BRIDGE): string {
  const side = p.x < 0 ? counted.below : counted.above;
  const along =
    p.x === 0
      ? `on the ${counted.from === 'bridge' ? 'bridge line' : counted.from}`
      : `${lengthWithUnit(Math.abs(p.x), unit)} ${side}${counted.from === 'bridge' ? ' of the bridge' : ''}`;
  const across =
    p.y === 0
      ? 'on the centre line'
      : `${lengthWithUnit(Math.abs(p.y), unit)} to the ${p.y < 0 ? 'treble' : 'bass'} side`;
  return `${along}, ${across}`;
}

/** A place in as few words as a list has room for; from the bridge line and the centre line. */
export function placeBrief(p: Point, unit: DisplayUnit): string {
  const along =
    p.x === 0 ? 'bridge line' : `${lengthWithUnit(Math.abs(p.x), unit)} ${p.x < 0 ? 'tailward' : 'nutward'}`;
  const across =
    p.y === 0 ? 'centre line' : `${lengthWithUnit(Math.abs(p.y), unit)} ${p.y < 0 ? 'treble' : 'bass'} side`;
  return `${along}, ${across}`;
}

/** Nodes are counted from the bass side of the neck round the tail. */
export const nodeName = (index: number): string => `node ${index + 1}`;

/** Which side of the instrument a place lies on. */
export const placeSide = (p: Point): string =>
  Math.abs(p.y) < 1 ? 'on the centre line' : p.y > 0 ? 'bass side' : 'treble side';
