import fc from 'fast-check';
import { expect, it } from 'vitest';
import { setApart } from './setApart.ts';

it('sets alike places apart, on both sides of where their figures are rounded too, and leaves the others', () => {
  const places = setApart(
    Float32Array.from([-2.42985, 112, -3, -2.4298501, 112, -3, 5, 5, 5, -2.42985, 112, -3]),
  );
  expect(places[0]).toBeCloseTo(-2.42985, 5);
  expect([...places.slice(6, 9)]).toEqual([5, 5, 5]);
  const xs = [places[0]!, places[3]!, places[9]!].sort((a, b) => a - b);
  expect(xs[1]! - xs[0]!).toBeGreaterThan(1e-4);
  expect(xs[2]! - xs[1]!).toBeGreaterThan(1e-4);
});

it('leaves no two alike, moving none by more than as many steps as there are places', () => {
  const near = fc.double({ min: 100, max: 100.001, noNaN: true });
  fc.assert(
    fc.property(fc.array(fc.tuple(near, near, near), { minLength: 1, maxLength: 30 }), (list) => {
      const before = Float32Array.from(list.flat());
      const places = setApart(before.slice());
      for (let i = 0; i < list.length; i += 1) {
        expect(Math.abs(places[3 * i]! - before[3 * i]!)).toBeLessThan(3e-4 * list.length);
        for (let k = 0; k < i; k += 1)
          expect([0, 1, 2].some((d) => Math.abs(places[3 * i + d]! - places[3 * k + d]!) >= 1e-4)).toBe(true);
      }
    }),
  );
});
