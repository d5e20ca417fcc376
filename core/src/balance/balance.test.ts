import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';
import type { OnStrap } from './hanging.ts';
import { StrapTooShort, hang, leftHandLoad, massHeld, weightOf } from './hanging.ts';
import { toSpare } from './hangingState.ts';
import { sure, weigh, woodMass } from './masses.ts';
import { sit } from './sitting.ts';

const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const instruments: fc.Arbitrary<OnStrap> = fc
  .record({
    hornX: between(180, 320),
    hornY: between(60, 150),
    tailX: between(-120, -60),
    tailY: between(-10, 10),
    x: between(20, 230),
    y: between(-12, 12),
    massG: between(2200, 4800),
    strap: between(700, 1300),
    friction: between(0.05, 0.5),
  })
  .map(({ hornX, hornY, tailX, tailY, x, y, ...rest }) => ({
    ...rest,
    horn: { x: hornX, y: hornY },
    tail: { x: tailX, y: tailY },
    centre: { x, y },
  }));
const HAND: Point = { x: 480, y: 0 };

/**
 * How high the centre of mass lies over the shoulder, as a slippery strap lets it: turned by an angle, the strap taut over a shoulder at the origin. Found
 * without the ellipse: both ends of the strap by their lengths, the shorter first, and what the turn leaves.
 */
function lowest(on: OnStrap): { readonly angle: number; readonly under: number } {
  const apart = distance(on.horn, on.tail);
  // Two circles about the buttons, of what of the strap is on either side: the shoulder is where they cross, on the bass side.
  const shoulderAt = (onHorn: number): Point | null => {
    const [r, q] = [onHorn, on.strap - onHorn];
    const along = (r * r - q * q + apart * apart) / (2 * apart);
    const square = r * r - along * along;
    if (square < 0) return null;
    const [ux, uy] = [(on.tail.x - on.horn.x) / apart, (on.tail.y - on.horn.y) / apart];
    const h = Math.sqrt(square);
    return { x: on.horn.x + ux * along + uy * h, y: on.horn.y + uy * along - ux * h };
  };
  let [best, far] = [on.strap / 2, -1];
  const [a, b] = [(on.strap - apart) / 2, (on.strap + apart) / 2];
  const depth = (onHorn: number): number => {
    const p = shoulderAt(onHorn);
    return p ? distance(p, on.centre) : -1;
  };
  let [from, to] = [a, b];
  for (let round = 0; round < 12; round += 1) {
    for (let i = 0; i <= 60; i += 1) {
      const onHorn = from + ((to - from) * i) / 60;
      const d = depth(onHorn);
      if (d > far) [best, far] = [onHorn, d];
    }
    const width = (to - from) / 60;
    [from, to] = [Math.max(a, best - width), Math.min(b, best + width)];
  }
  const p = shoulderAt(best)!;
  return { angle: Math.atan2(p.x - on.centre.x, p.y - on.centre.y), under: far };
}

describe('hanging on a strap', () => {
  it('without friction is where the centre of mass is lowest, by a second method, wherever both ends pull', () =>
    fc.assert(
      fc.property(instruments, (on) => {
        fc.pre(on.strap > distance(on.horn, on.tail) + 20);
        const { freeAngle, under, carries } = hang(on);
        if (!carries) return;
        const second = lowest(on);
        expect(under).toBeCloseTo(second.under, 4);
        expect(Math.abs(freeAngle - second.angle)).toBeLessThan(2e-3);
      }),
      { numRuns: 200 },
    ));

  it('rests in a band about that angle; more friction holds more, and no hand is needed within it', () =>
    fc.assert(
      fc.property(instruments, between(0, 1), (on, t) => {
        fc.pre(on.strap > distance(on.horn, on.tail) + 20);
        const own = hang(on);
        const grippy = hang({ ...on, friction: on.friction + 0.2 });
        for (const r of own.rest)
          expect(grippy.rest.some((g) => g.from <= r.from + 1e-6 && g.to >= r.to - 1e-6)).toBe(true);
        if (own.carries) expect(own.restAtFree).not.toBeNull();
        const band = own.restAtFree;
        if (!band) return;
        const within = band.from + (band.to - band.from) * (0.02 + 0.96 * t);
        const handX = HAND.x * Math.cos(within) - HAND.y * Math.sin(within);
        const load = leftHandLoad(on, within, HAND);
        // Where the hand is on the neck's side of it all, the strap alone holds it.
        if (handX > 300) expect(Math.abs(load!)).toBeLessThan(1e-6 * weightOf(on.massG) + 1e-6);
      }),
      { numRuns: 60 },
    ));

  it('takes more of the hand the further the centre of mass lies towards the neck', () =>
    fc.assert(
      fc.property(instruments, between(5, 40), (on, more) => {
        fc.pre(on.strap > distance(on.horn, on.tail) + 20);
        const angle = (25 * Math.PI) / 180;
        const [a, b] = [on, { ...on, centre: { ...on.centre, x: on.centre.x + more } }].map((o) =>
          leftHandLoad(o, angle, HAND),
        );
        if (a !== null && a !== undefined && b !== null && b !== undefined)
          expect(b).toBeGreaterThanOrEqual(a - 1e-9);
      }),
      { numRuns: 60 },
    ));

  it('is refused where the strap is shorter than its buttons are apart, with both lengths', () => {
    const on: OnStrap = {
      horn: { x: 280, y: 120 },
      tail: { x: -90, y: 0 },
      centre: { x: 90, y: 0 },
      massG: 3500,
      strap: 300,
      friction: 0.2,
    };
    expect(() => hang(on)).toThrow(StrapTooShort);
    expect(() => leftHandLoad(on, 0, HAND)).toThrow(/300 mm long and its buttons are 389 mm apart/);
  });
});

it('sitting, what the forearm presses balances the moments about the edge of the thigh', () =>
  fc.assert(
    fc.property(between(60, 300), between(-0.5, 0.8), between(2000, 5000), (x, angle, massG) => {
      const on = { contact: { x: 100, y: -110 }, centre: { x, y: 0 }, massG, angle, half: 60 };
      const at = { x: -60, y: 125 };
      const { tips, press, lever } = sit(on, at);
      const level = (p: Point): number => p.x * Math.cos(angle) - p.y * Math.sin(angle);
      expect(lever).toBeCloseTo(level(on.centre) - level(on.contact), 9);
      if (tips !== 'neck down' || press === null) return;
      const edge = level(on.contact) + on.half;
      expect(weightOf(massG) * (level(on.centre) - edge)).toBeCloseTo(press * (edge - level(at)), 6);
    }),
  ));

it('all together weigh what each weighs; what is not known to the gram is off by the root of the squares', () => {
  const wood = woodMass(4e6, { likely: 500, from: 450, to: 560 });
  expect(wood).toEqual({ likely: 2000, from: 1800, to: 2240 });
  const items = [
    { key: 'a', name: 'a', kind: 'wood' as const, mass: wood, at: { x: 0, y: 0, z: -20 } },
    {
      key: 'b',
      name: 'b',
      kind: 'wood' as const,
      mass: { likely: 500, from: 350, to: 600 },
      at: { x: 500, y: 10, z: 0 },
    },
    { key: 'c', name: 'c', kind: 'part' as const, mass: sure(500), at: { x: 0, y: 0, z: 5 } },
  ];
  const { total, centre } = weigh(items)!;
  expect(total.likely).toBe(3000);
  expect(total.from).toBeCloseTo(3000 - Math.hypot(200, 150), 9);
  expect(total.to).toBeCloseTo(3000 + Math.hypot(240, 100), 9);
  expect(centre).toEqual({ x: 250 / 3, y: 5 / 3, z: (-20 * 2000 + 5 * 500) / 3000 });
  expect(weigh([])).toBeNull();
});

it('what an angle has to spare is how far it is from the nearest that a smooth strap does not hold', () =>
  fc.assert(
    fc.property(instruments, between(-60, 60), (on, degrees) => {
      const angle = (degrees * Math.PI) / 180;
      const { rest } = hang(on);
      const spare = toSpare({ rest }, angle);
      const holds = (a: number): boolean => leftHandLoad(on, a, HAND) === 0;
      if (spare === null) return;
      if (spare < 0.002) return;
      expect(holds(angle - spare + 0.001)).toBe(true);
      expect(holds(angle + spare - 0.001)).toBe(true);
      expect(holds(angle - spare - 0.001) && holds(angle + spare + 0.001)).toBe(false);
    }),
    { numRuns: 40 },
  ));

it('a force on the hand is as heavy as the mass that weighs it, whichever way it goes', () => {
  expect(massHeld(weightOf(320))).toBeCloseTo(320, 9);
  expect(massHeld(-3.1)).toBeCloseTo(316.1, 1);
});
