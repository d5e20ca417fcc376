import type { DisplayUnit, Point } from '@pelkin/core';
import { lengthWithUnit } from '@pelkin/core';

/** A place in makers' words. */
export function placeWords(p: Point, unit: DisplayUnit): string {
  const along =
    p.x === 0
      ? 'on the bridge line'
      : `${lengthWithUnit(Math.abs(p.x), unit)} ${p.x < 0 ? 'tailward' : 'nutward'} of the bridge`;
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
