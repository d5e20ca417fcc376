import { createDeriver } from '@pelkin/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demo } from '../../../../../core/tests/findings.ts';
import { linesOf } from './turning.ts';

const range = (likely: number) => ({ likely, from: likely, to: likely });

describe('the table of weights', () => {
  it.each(['windrow', 'fathom', 'skerry'] as const)(
    'of %s: shares are a whole, nothing turns it about its balance point',
    (name) => {
      const weight = createDeriver()(demo(name)).weighed!;
      const lines = linesOf(weight);
      expect(lines).toHaveLength(weight.items.length);
      expect(lines.reduce((sum, l) => sum + l.share, 0)).toBeCloseTo(1, 9);
      expect(lines.reduce((sum, l) => sum + l.moment, 0)).toBeCloseTo(0, 6);
      const masses = lines.map((l) => l.item.mass.likely);
      expect(masses).toEqual([...masses].sort((a, b) => b - a));
      // All that turns one way is a whole, and so is what turns it back.
      const down = lines.filter((l) => l.moment > 0).reduce((sum, l) => sum + l.ofTurning, 0);
      const up = lines.filter((l) => l.moment < 0).reduce((sum, l) => sum + l.ofTurning, 0);
      expect(down).toBeCloseTo(1, 6);
      expect(up).toBeCloseTo(1, 6);
    },
  );
  it('of two masses on a lever is the lever’s law', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 10, max: 3000, noNaN: true }),
        fc.double({ min: 10, max: 3000, noNaN: true }),
        fc.double({ min: 50, max: 900, noNaN: true }),
        (a, b, apart) => {
          const x = (b * apart) / (a + b);
          const [first, second] = linesOf({
            items: [
              { key: 'a', name: 'a', kind: 'part', mass: range(a), at: { x: 0, y: 0, z: 0 } },
              { key: 'b', name: 'b', kind: 'part', mass: range(b), at: { x: apart, y: 0, z: 0 } },
            ],
            total: range(a + b),
            centre: { x, y: 0, z: 0 },
          });
          expect(Math.abs(first!.moment + second!.moment)).toBeLessThan(1e-9);
          // g over a metre: 9.80665 mN·m.
          expect(Math.abs(first!.moment)).toBeCloseTo((9.80665e-6 * a * b * apart) / (a + b), 9);
        },
      ),
    ));
  it('of nothing that turns has no shares of turning', () => {
    const [only] = linesOf({
      items: [{ key: 'a', name: 'a', kind: 'part', mass: range(5), at: { x: 3, y: 0, z: 0 } }],
      total: range(5),
      centre: { x: 3, y: 0, z: 0 },
    });
    expect(only).toMatchObject({ share: 1, moment: 0, ofTurning: 0 });
  });
});
