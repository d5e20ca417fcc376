import type { ShapeKey, ShapeMeasures } from './shapeMeasures.ts';

/** The kinds of body that an outline can be begun as. */
export const FAMILIES = ['two-horns', 'one-horn', 'rounded', 'wedge', 'swept-tail', 'straight-v'] as const;
export type Family = (typeof FAMILIES)[number];

export const FAMILY_WORDS: Readonly<Record<Family, string>> = {
  'two-horns': 'two horns',
  'one-horn': 'one horn, on the treble side',
  rounded: 'rounded, without horns',
  wedge: 'straight-sided wedge',
  'swept-tail': 'swept tail, two horns',
  'straight-v': 'straight-sided V',
};

/** Families whose sides are straight: their upper bout is the plain width at the shoulder. */
export const isStraightSided = (family: Family): boolean => family === 'wedge' || family === 'straight-v';

const BODY: readonly ShapeKey[] = [
  'length',
  'lowerBout',
  'lowerBoutAt',
  'waist',
  'waistAt',
  'waistOffset',
  'upperBout',
  'upperBoutAt',
];

/** The measures that each family is made from. */
export const FAMILY_KEYS: Readonly<Record<Family, readonly ShapeKey[]>> = {
  'two-horns': [...BODY, 'hornReachBass', 'hornReachTreble', 'cutawayBass', 'cutawayTreble'],
  'one-horn': [...BODY, 'hornReachTreble', 'cutawayTreble'],
  rounded: BODY,
  wedge: ['length', 'lowerBout', 'lowerBoutAt', 'upperBout', 'upperBoutAt'],
  'straight-v': ['length', 'lowerBout', 'lowerBoutAt', 'upperBout', 'upperBoutAt', 'tailOverhang'],
  'swept-tail': [...BODY, 'hornReachBass', 'hornReachTreble', 'cutawayBass', 'cutawayTreble', 'tailOverhang'],
};

/** Measures to begin with, mm: a middling body of each family, for anybody to type their own over. */
export const FAMILY_STARTS: Readonly<Record<Family, ShapeMeasures>> = {
  'two-horns': {
    length: 455,
    lowerBout: 320,
    lowerBoutAt: 105,
    waist: 222,
    waistAt: 238,
    waistOffset: 18,
    upperBout: 262,
    upperBoutAt: 335,
    hornReachBass: 98,
    hornReachTreble: 66,
    cutawayBass: 112,
    cutawayTreble: 96,
  },
  'one-horn': {
    length: 425,
    lowerBout: 330,
    lowerBoutAt: 105,
    waist: 226,
    waistAt: 236,
    waistOffset: 0,
    upperBout: 262,
    upperBoutAt: 326,
    hornReachTreble: 42,
    cutawayTreble: 74,
  },
  rounded: {
    length: 400,
    lowerBout: 320,
    lowerBoutAt: 100,
    waist: 226,
    waistAt: 225,
    waistOffset: 0,
    upperBout: 262,
    upperBoutAt: 315,
  },
  wedge: { length: 400, lowerBout: 340, lowerBoutAt: 80, upperBout: 170, upperBoutAt: 350 },
  'swept-tail': {
    length: 500,
    lowerBout: 336,
    lowerBoutAt: 110,
    waist: 214,
    waistAt: 268,
    waistOffset: 14,
    upperBout: 262,
    upperBoutAt: 378,
    hornReachBass: 104,
    hornReachTreble: 62,
    cutawayBass: 124,
    cutawayTreble: 92,
    tailOverhang: 26,
  },
  'straight-v': {
    length: 440,
    lowerBout: 400,
    lowerBoutAt: 32,
    upperBout: 130,
    upperBoutAt: 385,
    tailOverhang: 120,
  },
};
