import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { createDeriver } from '../derived/derive.ts';
import { editStrings } from '../design/edits.ts';
import { polygonArea, polygonMiddle } from '../geometry/polygons.ts';
import { boardMass } from './boardMass.ts';

const mm = (min: number, max: number) => fc.double({ min, max, noNaN: true });
/** A board that widens from the nut, at x = long, to its end at 0. */
const taper = (long: number, nut: number, end: number) => [
  { x: 0, y: -end / 2 },
  { x: long, y: -nut / 2 },
  { x: long, y: nut / 2 },
  { x: 0, y: end / 2 },
];

describe('a fingerboard', () => {
  it('that is flat weighs its plan by its thickness, in the middle of both', () =>
    fc.assert(
      fc.property(mm(300, 700), mm(30, 60), mm(45, 90), mm(3, 9), (long, nut, end, thick) => {
        const plan = taper(long, nut, end);
        const { volume, centre } = boardMass(plan, thick, null);
        expect(volume / (Math.abs(polygonArea(plan)) * thick)).toBeCloseTo(1, 5);
        const middle = polygonMiddle(plan);
        expect(Math.abs(centre.x - middle.x)).toBeLessThan(0.01);
        expect(centre.y).toBeCloseTo(0, 6);
        expect(centre.z).toBeCloseTo(thick / 2, 9);
      }),
    ));
  it('of even width and radius is its slab less the segment, in closed form', () =>
    fc.assert(
      fc.property(mm(40, 70), mm(180, 600), mm(4, 8), (wide, r, thick) => {
        const long = 450;
        const { volume, centre } = boardMass(taper(long, wide, wide), thick, { nut: r, end: r });
        const h = wide / 2;
        // The area between the arc and its tangent, both sides.
        const lost = wide * r - (h * Math.sqrt(r * r - h * h) + r * r * Math.asin(h / r));
        expect(Math.abs(volume / (long * (wide * thick - lost)) - 1)).toBeLessThan(2e-4);
        expect(centre.x).toBeCloseTo(long / 2, 6);
        expect(centre.z).toBeLessThan(thick / 2);
      }),
    ));
  it('of a cone lies between those of its two radii, its middle nearer to the flatter end', () =>
    fc.assert(
      fc.property(mm(180, 300), mm(310, 600), (nut, end) => {
        const plan = taper(480, 50, 50);
        const of = (a: number, b: number) => boardMass(plan, 6, { nut: a, end: b });
        const cone = of(nut, end);
        expect(cone.volume).toBeGreaterThan(of(nut, nut).volume);
        expect(cone.volume).toBeLessThan(of(end, end).volume);
        // x goes to the nut: the end is flatter, and has more wood.
        expect(cone.centre.x).toBeLessThan(240);
      }),
    ));
  it('of the demo weighs some grams less for its radius', () => {
    const windrow = demo('windrow');
    const grams = (d: typeof windrow): number =>
      createDeriver()(d).weighed!.items.find((i) => i.key === 'board')!.mass.likely;
    const [round, flat] = [grams(windrow), grams(editStrings(windrow, { boardRadius: null }))];
    expect(flat - round).toBeGreaterThan(3);
    expect(flat - round).toBeLessThan(12);
  });
});
