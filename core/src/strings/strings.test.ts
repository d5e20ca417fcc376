import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { newDesign } from '../design/defaults.ts';
import { fretTableCsv } from '../files/csv.ts';
import { planStrings } from './stringPlan.ts';
import { stringPlaces } from './places.ts';

describe('the layout of strings', () => {
  const { strings } = newDesign('Test', 6, 628);
  it('puts fret 12 at half the scale and the joint at its fret', () => {
    const plan = planStrings(strings);
    expect(plan.frets[12]!.x).toBeCloseTo(314, 9);
    expect(plan.jointX).toBe(plan.frets[strings.jointFret]!.x);
    expect(plan.boardEndX).toBeCloseTo(plan.frets[strings.frets]!.x - strings.boardEnd, 9);
  });
  it('adds fret spaces up to the distance from the nut', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 300, max: 1100, noNaN: true }),
        fc.integer({ min: 5, max: 36 }),
        (scaleLength, frets) => {
          const plan = planStrings({ ...strings, scaleLength, frets, jointFret: 5 });
          const sum = plan.frets.reduce((total, f) => total + f.fromPrevious, 0);
          return Math.abs(sum - plan.frets[frets]!.fromNut) < 1e-9;
        },
      ),
    );
  });
  it('leaves the same gap everywhere when gaps are equal', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.2, max: 3, noNaN: true }), { minLength: 2, maxLength: 12 }),
        (gauges) => {
          const places = stringPlaces(80, gauges, 'equal-gaps');
          const gaps = places.slice(1).map((y, i) => places[i]! - y - (gauges[i]! + gauges[i + 1]!) / 2);
          return gaps.every((g) => Math.abs(g - gaps[0]!) < 1e-9) && Math.abs(places.at(-1)! + 40) < 1e-9;
        },
      ),
    );
  });
  it('puts a single string on the centre line', () =>
    expect(stringPlaces(0, [1], 'equal-gaps')).toEqual([0]));
  it('writes the fret table with a row for the nut and each fret', () => {
    const rows = fretTableCsv(planStrings(strings)).trim().split('\r\n');
    expect(rows.length).toBe(strings.frets + 2);
    expect(rows[0]).toContain('from nut (mm)');
    expect(rows[13]!.split(',').slice(0, 3)).toEqual(['12', '314.000', '12.3622']);
  });
});
