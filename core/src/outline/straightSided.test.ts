import { describe, expect, it } from 'vitest';
import { createDeriver } from '../derived/derive.ts';
import { findAll } from '../findings/run.ts';
import { drawDimensions } from './dimensions.ts';
import { FAMILIES } from './families.ts';
import { reshapeDesign } from './reshapeDesign.ts';
import { startDesign, startMeasures } from './startDesign.ts';
import type { ShapeKey } from './shapeMeasures.ts';
import { shapeOf, shapeWords } from './shapeMeasures.ts';

const derive = createDeriver();
const begun = (family: (typeof FAMILIES)[number], count = 6, scale = 640) => {
  const started = startDesign('Skiff', family, startMeasures(family, count, scale), count, scale);
  if (!started.ok) throw new Error(started.contradictions.map((c) => c.message).join('; '));
  return started.design;
};

describe.each(['straight-v', 'wedge'] as const)('a %s', (family) => {
  const design = begun(family);
  const { measures } = derive(design);
  const shape = shapeOf(measures);
  it('has no waist, in its measures, on the board and on paper', () => {
    for (const side of [measures.bass, measures.treble]) {
      expect(side.waist).toBeNull();
      expect(side.lowerBout).not.toBeNull();
    }
    expect([shape.waist, measures.waist, shape.waistOffset]).toEqual([undefined, null, undefined]);
    expect(drawDimensions(measures, 'mm').marks.some((m) => m.id.includes('waist'))).toBe(false);
    expect(Object.values(shape).every((v) => v! > 0)).toBe(true);
  });
  it('takes each of its own measures typed, the others stay', () => {
    for (const key of Object.keys(shape) as ShapeKey[])
      for (const by of [-6, 6]) {
        const reshaped = reshapeDesign(design, key, shape[key]! + by);
        if (!reshaped.ok) throw new Error(`${key} ${by}: ${reshaped.message}`);
        const after = shapeOf(derive(reshaped.design).measures);
        for (const other of Object.keys(shape) as ShapeKey[])
          expect([
            key,
            other,
            Math.abs(after[other]! - shape[other]! - (other === key ? by : 0)) < 0.5,
          ]).toEqual([key, other, true]);
      }
  });
});

it('a V has a span, a notch and wings; a wedge a width; others bouts', () => {
  const names = (family: (typeof FAMILIES)[number]) => {
    const shape = shapeOf(derive(begun(family)).measures);
    return (Object.keys(shape) as ShapeKey[]).map((k) => shapeWords(k, shape).name);
  };
  expect(names('straight-v')).toEqual(
    expect.arrayContaining(['length', 'span', 'notch', 'wings at the notch']),
  );
  expect(names('wedge')).toContain('width');
  expect(names('two-horns')).toEqual(expect.arrayContaining(['lower bout', 'waist', 'upper bout']));
});

describe('a body begun from measures', () => {
  it.each(FAMILIES)(
    '%s begins on every instrument, a bass of 864 mm among them, with nothing found',
    (family) => {
      for (const [count, scale] of [
        [6, 560],
        [6, 640],
        [7, 686],
        [4, 762],
        [4, 864],
        [5, 864],
        [8, 686],
      ] as const) {
        const design = begun(family, count, scale);
        const found = findAll(design, derive(design)).map((f) => f.rule);
        expect([count, scale, found]).toEqual([count, scale, []]);
      }
    },
  );
});
