import type { ShaftNumbers } from '../design/schema.ts';
import { SHAFT_LIMITS } from '../design/sections/shaft.ts';
import { fretFromNut, centreScale } from '../strings/frets.ts';
import type { Shaft } from './shaft.ts';
import { shareOfDepth } from './shaft.ts';

const { min: LEAST_FULL, max: MOST_FULL } = SHAFT_LIMITS['shaft.fullness'];
/** Fullnesses nearer to one another than this are one. */
const NEAR = 1e-4;

/** How full a section is that at a share s of its half-width is so deep, as a share of its depth; within what may be typed. */
export function fullnessThrough(s: number, ratio: number): number {
  let [low, high] = [LEAST_FULL, MOST_FULL] as [number, number];
  if (ratio <= shareOfDepth(s, low)) return low;
  if (ratio >= shareOfDepth(s, high)) return high;
  while (high - low > NEAR) {
    const middle = (low + high) / 2;
    if (shareOfDepth(s, middle) < ratio) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

const { min: THINNEST, max: THICKEST } = SHAFT_LIMITS['shaft.thickness'];
const withinLimits = (mm: number): number =>
  Math.round(100 * Math.min(THICKEST, Math.max(THINNEST, mm))) / 100;

/** The typed thickness, at fret 1 or 12, whichever is nearer, that makes the neck so thick at a place; mm with the fingerboard. */
export function thicknessThrough(
  { taper, atFret1, atFret12 }: Pick<Shaft, 'taper' | 'atFret1' | 'atFret12'>,
  u: number,
  thickness: number,
): Partial<Pick<ShaftNumbers, 'atFret1' | 'atFret12'>> {
  const scale = centreScale(taper);
  const [first, twelfth] = [fretFromNut(scale, 1), fretFromNut(scale, 12)];
  const share = (u - first) / (twelfth - first);
  return share < 0.5
    ? { atFret1: withinLimits((thickness - share * atFret12) / (1 - share)) }
    : { atFret12: withinLimits(atFret1 + (thickness - atFret1) / share) };
}
