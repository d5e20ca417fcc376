import type { ClosedPath } from '../geometry/closedPath.ts';
import { reversePath, signedArea } from '../geometry/closedPath.ts';
import { outlineTurns } from './measures.ts';
import type { Turns } from './measures.ts';
import { widthAt } from './widthAt.ts';

/** The measures that an outline can be begun from and reshaped by, mm. */
export const SHAPE_KEYS = [
  'length',
  'lowerBout',
  'lowerBoutAt',
  'waist',
  'waistAt',
  'waistOffset',
  'upperBout',
  'upperBoutAt',
  'hornReachBass',
  'hornReachTreble',
  'cutawayBass',
  'cutawayTreble',
  'tailOverhang',
  'wings',
] as const;
export type ShapeKey = (typeof SHAPE_KEYS)[number];

/** What each measure is called and measured from. */
export const SHAPE_WORDS: Readonly<Record<ShapeKey, { readonly name: string; readonly from: string }>> = {
  length: { name: 'length', from: 'the tail’s end to the furthest horn, along the centre line' },
  lowerBout: { name: 'lower bout', from: 'both sides together, each at its widest' },
  lowerBoutAt: { name: 'lower bout’s place', from: 'the tail’s end, the middle of both sides' },
  waist: { name: 'waist', from: 'both sides together, each at its narrowest' },
  waistAt: { name: 'waist’s place', from: 'the tail’s end, the middle of both sides' },
  waistOffset: { name: 'waist offset', from: 'the treble side’s waist to the bass side’s, nutward' },
  upperBout: { name: 'upper bout', from: 'both sides together, each at its widest' },
  upperBoutAt: { name: 'upper bout’s place', from: 'the tail’s end, the middle of both sides' },
  hornReachBass: { name: 'bass horn’s reach', from: 'the body’s edge on the centre line, nutward' },
  hornReachTreble: { name: 'treble horn’s reach', from: 'the body’s edge on the centre line, nutward' },
  cutawayBass: { name: 'bass cutaway’s depth', from: 'the horn’s tip to the cutaway’s deepest place' },
  cutawayTreble: { name: 'treble cutaway’s depth', from: 'the horn’s tip to the cutaway’s deepest place' },
  tailOverhang: { name: 'tail’s overhang', from: 'the tail on the centre line to its furthest place' },
  wings: { name: 'wings at the notch', from: 'outer edge to outer edge, beside the end of the notch' },
};

/** What measures of a body with wings (a V) are called: it has a span, tips and a notch where others have bouts and a tail. */
const WINGED_WORDS: Readonly<Partial<Record<ShapeKey, { readonly name: string; readonly from: string }>>> = {
  lowerBout: { name: 'span', from: 'wing to wing, at their widest' },
  lowerBoutAt: { name: 'widest place of the wings', from: 'the tips’ ends, the middle of both sides' },
  tailOverhang: { name: 'notch', from: 'its end on the centre line to the tips’ ends' },
};
/** Of a body without a waist and without wings (a wedge). */
const WAISTLESS_WORDS: typeof WINGED_WORDS = {
  lowerBout: { name: 'width', from: 'both sides together, each at its widest' },
  lowerBoutAt: { name: 'widest place', from: 'the tail’s end, the middle of both sides' },
};

/** What a measure of a shape is called and measured from: straight-sided bodies have words of their own. */
export const shapeWords = (
  key: ShapeKey,
  shape: ShapeMeasures,
): { readonly name: string; readonly from: string } =>
  (shape.wings !== undefined
    ? WINGED_WORDS[key]
    : shape.waist === undefined
      ? WAISTLESS_WORDS[key]
      : undefined) ?? SHAPE_WORDS[key];

export type ShapeMeasures = Readonly<Partial<Record<ShapeKey, number>>>;

/** A horn that reaches less than this past the neck's edge, mm, is a shoulder. */
const LEAST_REACH = 1;
const LEAST_OVERHANG = 1;

/**
 * The measures that an outline has; those that its shape does not have (a waist, horns) are left out.
 * `shoulderAt`: the upper bout is then the plain width so far from the tail, as straight-sided bodies take it.
 */
export function shapeMeasures(path: ClosedPath, shoulderAt: number | null = null): ShapeMeasures {
  const counterClockwise = signedArea(path) >= 0 ? path : reversePath(path);
  const turns = outlineTurns(counterClockwise);
  if (shoulderAt === null) return shapeOf(turns);
  const upperBout = widthAt(counterClockwise, turns.box.minX + shoulderAt) ?? 0;
  return { ...shapeOf(turns), upperBout, upperBoutAt: shoulderAt };
}

/** The same from an outline's turning points, where they are known already. */
export function shapeOf({ box, bass, treble, neck, wings }: Turns): ShapeMeasures {
  const out: Partial<Record<ShapeKey, number>> = { length: box.maxX - box.minX };
  for (const key of ['lowerBout', 'waist', 'upperBout'] as const) {
    const [a, b] = [bass[key], treble[key]];
    if (!a || !b) continue;
    out[key] = a.y - b.y;
    out[`${key}At`] = (a.x + b.x) / 2 - box.minX;
    if (key === 'waist') out.waistOffset = a.x - b.x;
  }
  if (wings !== null) out.wings = wings;
  if (neck) {
    for (const [side, name] of [
      ['bass', 'Bass'],
      ['treble', 'Treble'],
    ] as const) {
      const { reach, cutaway } = neck[side];
      if (cutaway && reach >= LEAST_REACH) out[`hornReach${name}`] = reach;
      if (cutaway) out[`cutaway${name}`] = cutaway.depth;
    }
    const overhang = neck.tailX - box.minX;
    if (overhang >= LEAST_OVERHANG) out.tailOverhang = overhang;
  }
  return out;
}
