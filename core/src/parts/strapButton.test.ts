import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { measureOf } from './kinds.ts';
import { SHELF, specOf } from './shelf.ts';
import type { StrapHolder } from './strapButton.ts';
import { heldBy, holderOf, isLocked, standsOut, strapHoldsAt } from './strapButton.ts';

const shelf = (key: string) => specOf(SHELF.find((s) => s.key === key)!);
const HOLDERS: readonly StrapHolder[] = ['head', 'lock', 'let in'];

describe('what holds a strap on its button', () => {
  it('is told by its measures: the shelf’s button by its head, its lock is let in', () => {
    expect(holderOf(shelf('strap-button'))).toBe('head');
    expect(holderOf(shelf('strap-lock'))).toBe('let in');
    expect(isLocked(shelf('strap-lock'))).toBe(true);
    // A recess of no depth takes no lock.
    const shallow = { ...shelf('strap-button'), measures: { recess: 16, recessDeep: 0 } };
    expect(holderOf(shallow)).toBe('head');
  });
  it('is what was chosen, by whatever way it came there', () =>
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...HOLDERS), { minLength: 1, maxLength: 6 }), (ways) => {
        const spec = ways.reduce(heldBy, shelf('strap-button'));
        expect(holderOf(spec)).toBe(ways.at(-1));
        expect(measureOf(spec, 'high')).toBe(ways.at(-1) === 'let in' ? 4 : 14);
        // One that is chosen twice is not changed again.
        expect(heldBy(spec, ways.at(-1)!)).toBe(spec);
      }),
    ));
  it('leaves what was measured otherwise: height, screw, mass, washer', () => {
    const measured = {
      ...shelf('strap-button'),
      measures: { ...shelf('strap-button').measures, high: 11.5, washer: 1.2, screwLength: 28, mass: 9 },
      assumed: [],
    };
    const locked = heldBy(measured, 'lock');
    expect(locked.measures).toMatchObject({ high: 11.5, washer: 1.2, screwLength: 28, mass: 9 });
    // The usual size of a lock is nobody’s measure yet; what is as it was is still measured.
    expect(locked.assumed).toEqual(['lock']);
    expect(heldBy(measured, 'let in').assumed).toEqual(['recess', 'recessDeep', 'high']);
  });
  it('holds the strap further out by the washer, whichever it is', () =>
    fc.assert(
      fc.property(
        fc.constantFrom(...HOLDERS),
        fc.double({ min: 0, max: 12, noNaN: true }),
        (holder, washer) => {
          const spec = heldBy(shelf('strap-button'), holder);
          const washed = { ...spec, measures: { ...spec.measures, washer } };
          expect(strapHoldsAt(washed) - strapHoldsAt(spec)).toBeCloseTo(washer, 9);
          expect(standsOut(washed) - standsOut(spec)).toBeCloseTo(washer, 9);
        },
      ),
    ));
});
