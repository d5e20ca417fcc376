import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { betaOfShares, gamma } from '../geometry/gamma.ts';
import { faceDrop, onePieceHeight, scarf, scarfedHeight } from './blank.ts';
import type { Heel } from './heel.ts';
import { backAt, heelDepth, steepness } from './heel.ts';
import { floorAt, rodFloor } from './rod.ts';
import type { Shaft } from './shaft.ts';
import {
  halfWidth,
  sectionArea,
  sectionCurve,
  sectionSize,
  shaftBack,
  shaftMass,
  slopeAlong,
  woodDepth,
} from './shaft.ts';
import type { Post } from './stringPaths.ts';
import { stringPaths } from './stringPaths.ts';

const p = fc.double({ min: 1.1, max: 4, noNaN: true });
const shafts: fc.Arbitrary<Shaft> = fc
  .record({
    scaleLength: fc.double({ min: 400, max: 900, noNaN: true }),
    bassMore: fc.double({ min: 0, max: 40, noNaN: true }),
    nutWidth: fc.double({ min: 36, max: 60, noNaN: true }),
    spread: fc.double({ min: 45, max: 90, noNaN: true }),
    atFret1: fc.double({ min: 17, max: 25, noNaN: true }),
    more: fc.double({ min: -1, max: 4, noNaN: true }),
    board: fc.double({ min: 4, max: 8, noNaN: true }),
    powers: fc.array(fc.tuple(p, p), { minLength: 1, maxLength: 4 }),
  })
  .map(({ scaleLength, bassMore, nutWidth, spread, atFret1, more, board, powers }) => ({
    taper: {
      scaleLength,
      fan: bassMore > 5 ? { bassScale: scaleLength + bassMore, perpendicularFret: 7 } : null,
      nutWidth,
      nutMargin: 3,
      bridgeSpread: spread,
      bridgeMargin: 3,
    },
    atFret1,
    atFret12: atFret1 + more,
    board,
    stations: powers.map(([bass, treble], i) => ({ u: 30 + 110 * i, bass, treble })),
  }));
const places = fc.double({ min: 0, max: 380, noNaN: true });

/** The area, and its first moments, of strips across a section: the middle rule, many strips towards the edges. */
function strips(shaft: Shaft, u: number): { readonly area: number; readonly w: number; readonly v: number } {
  let [area, w, v] = [0, 0, 0];
  const n = 500;
  for (const side of ['bass', 'treble'] as const) {
    const b = halfWidth(shaft, u, side);
    for (let i = 0; i < n; i += 1) {
      // Equal steps of an angle: strips are thin where the curve turns upright.
      const [s0, s1] = [Math.sin((Math.PI / 2) * (i / n)), Math.sin((Math.PI / 2) * ((i + 1) / n))];
      const at = (side === 'treble' ? 1 : -1) * b * ((s0 + s1) / 2);
      const deep = -shaftBack(shaft, u, at);
      const a = b * (s1 - s0) * deep;
      area += a;
      w -= (a * deep) / 2;
      v += a * at;
    }
  }
  return { area, w, v };
}

describe('sections', () => {
  it('their areas and moments are those of thin strips', () =>
    fc.assert(
      fc.property(shafts, places, (shaft, u) => {
        const { area } = strips(shaft, u);
        expect(sectionArea(shaft, u) / area).toBeCloseTo(1, 4);
      }),
      { numRuns: 20 },
    ));

  it('a stretch of shaft has the volume and the middle of many sections', () =>
    fc.assert(
      fc.property(shafts, (shaft) => {
        const [from, to, n] = [10, 390, 50];
        let [volume, u, v, w] = [0, 0, 0, 0];
        for (let i = 0; i < n; i += 1) {
          const at = from + ((to - from) * (i + 0.5)) / n;
          const s = strips(shaft, at);
          volume += s.area;
          u += s.area * at;
          v += s.v;
          w += s.w;
        }
        const mass = shaftMass(shaft, from, to);
        expect(mass.volume / ((volume * (to - from)) / n)).toBeCloseTo(1, 3);
        expect(mass.u).toBeCloseTo(u / volume, 1);
        expect(mass.v).toBeCloseTo(v / volume, 2);
        expect(mass.w).toBeCloseTo(w / volume, 2);
      }),
      { numRuns: 5 },
    ));

  it('fall towards the bridge as steeply as two of them near by', () =>
    fc.assert(
      fc.property(shafts, places, fc.double({ min: -0.98, max: 0.98, noNaN: true }), (shaft, u, eta) => {
        fc.pre(shaft.stations.every((s) => Math.abs(s.u - u) > 0.01));
        const at = (x: number): number =>
          shaftBack(shaft, x, eta * halfWidth(shaft, x, eta > 0 ? 'treble' : 'bass'));
        expect(slopeAlong(shaft, u, eta)).toBeCloseTo((at(u + 1e-4) - at(u - 1e-4)) / 2e-4, 5);
      }),
    ));

  it('an ellipse, a straight V and a near box are what they are', () => {
    const shaft = (power: number): Shaft => ({
      taper: { scaleLength: 640, fan: null, nutWidth: 40, nutMargin: 3, bridgeSpread: 34, bridgeMargin: 3 },
      atFret1: 20,
      atFret12: 20,
      board: 5,
      stations: [{ u: 0, bass: power, treble: power }],
    });
    expect(sectionArea(shaft(2), 100)).toBeCloseTo((Math.PI / 2) * 20 * 15, 9);
    expect(sectionArea(shaft(1), 100)).toBeCloseTo(20 * 15, 9);
    expect(sectionArea(shaft(60), 100) / (40 * 15)).toBeGreaterThan(0.99);
    expect(sectionSize(shaft(1), 100)).toMatchObject({ width: 40, depth: 15, thickness: 20 });
    expect(sectionSize(shaft(1), 100).girth).toBeCloseTo(50, 9);
    // Half an ellipse's way round, by S. Ramanujan's second formula.
    const h = ((20 - 15) / (20 + 15)) ** 2;
    const half = (Math.PI / 2) * 35 * (1 + (3 * h) / (10 + Math.sqrt(4 - 3 * h)));
    expect(sectionSize(shaft(2), 100).girth).toBeCloseTo(half, 2);
    const curve = sectionCurve(shaft(2), 100);
    expect([curve[0], curve.at(-1)]).toEqual([
      { v: -20, w: 0 },
      { v: 20, w: 0 },
    ]);
  });
});

describe('heel', () => {
  const heels = fc
    .record({
      run: fc.double({ min: 15, max: 80, noNaN: true }),
      thickness: fc.double({ min: 22, max: 32, noNaN: true }),
      angle: fc.double({ min: -2, max: 4, noNaN: true }),
      meeting: fc.double({ min: 0, max: 40, noNaN: true }),
    })
    .map(({ run, thickness, angle, meeting }): Heel => ({
      shaftEnd: 380,
      flatFrom: 380 + run,
      thickness,
      neckAngle: (angle * Math.PI) / 180,
      meeting: (meeting * Math.PI) / 180,
    }));
  const shares = fc.double({ min: -0.97, max: 0.97, noNaN: true });

  it('goes on from the shaft without a step or a kink, and ends flat', () =>
    fc.assert(
      fc.property(shafts, heels, shares, (shaft, heel, eta) => {
        const at = (u: number): number => backAt(shaft, heel, u, eta);
        const { shaftEnd, flatFrom } = heel;
        const e = 1e-4;
        expect(at(shaftEnd + 1e-9)).toBeCloseTo(at(shaftEnd), 6);
        const [before, after] = [at(shaftEnd) - at(shaftEnd - e), at(shaftEnd + e) - at(shaftEnd)];
        // Tangent within 0.5°: a hundredth of that.
        expect(Math.abs(Math.atan(after / e) - Math.atan(before / e))).toBeLessThan(1e-4);
        expect(at(flatFrom)).toBe(-heelDepth(heel, shaft.board));
        expect(at(flatFrom - 1e-9)).toBeCloseTo(at(flatFrom), 6);
        expect((at(flatFrom) - at(flatFrom - e)) / e).toBeCloseTo(-Math.tan(heel.meeting), 2);
      }),
    ));

  it('never dips below the heel on the centre line while it is not too steep', () =>
    fc.assert(
      fc.property(shafts, heels, (shaft, heel) => {
        const steep = steepness(shaft, heel);
        fc.pre(steep <= 1);
        const deep = heelDepth(heel, shaft.board);
        for (let i = 0; i <= 50; i += 1) {
          const u = heel.shaftEnd + ((heel.flatFrom - heel.shaftEnd) * i) / 50;
          expect(backAt(shaft, heel, u, 0)).toBeGreaterThanOrEqual(-deep - 1e-9);
        }
      }),
    ));

  it('is told when it is no deeper than the shaft', () => {
    const shaft: Shaft = {
      taper: { scaleLength: 640, fan: null, nutWidth: 40, nutMargin: 3, bridgeSpread: 34, bridgeMargin: 3 },
      atFret1: 21,
      atFret12: 23,
      board: 5,
      stations: [{ u: 0, bass: 2, treble: 2 }],
    };
    const heel = { shaftEnd: 380, flatFrom: 420, thickness: 20, neckAngle: 0, meeting: 0 };
    expect(steepness(shaft, heel)).toBe(Infinity);
    expect(steepness(shaft, { ...heel, thickness: 27 })).toBeLessThan(1);
    expect(steepness(shaft, { ...heel, thickness: 27, meeting: 1.2 })).toBeGreaterThan(1);
  });
});

describe('strings on the headstock', () => {
  const posts = fc.array(
    fc
      .record({
        x: fc.double({ min: 25, max: 180, noNaN: true }),
        y: fc.double({ min: -60, max: 60, noNaN: true }),
        radius: fc.double({ min: 2, max: 6, noNaN: true }),
        takeOff: fc.double({ min: 4, max: 16, noNaN: true }),
        treble: fc.boolean(),
      })
      .map(({ x, y, radius, takeOff, treble }): Post => ({
        at: { x, y },
        radius,
        takeOff,
        passes: treble ? 'treble' : 'bass',
      })),
    { minLength: 1, maxLength: 7 },
  );
  const side = { tilt: 0.2, below: 8 };

  it('touch their posts square to the radius, on the side that they pass', () =>
    fc.assert(
      fc.property(posts, (list) => {
        const strings = list.map((_, i) => ({ x: 0.5 * i, y: 15 - 5 * i, slope: -0.01 }));
        stringPaths(side, strings, list).forEach((path, i) => {
          const post = list[i]!;
          if (!path) throw new Error('these posts lie before the nut');
          const [rx, ry] = [path.touches.x - post.at.x, path.touches.y - post.at.y];
          const [sx, sy] = [path.touches.x - strings[i]!.x, path.touches.y - strings[i]!.y];
          expect(Math.hypot(rx, ry)).toBeCloseTo(post.radius, 9);
          expect(rx * sx + ry * sy).toBeCloseTo(0, 6);
          expect(Math.hypot(sx, sy)).toBeCloseTo(path.length, 9);
          expect(Math.sign(sx * ry - sy * rx)).toBe(post.passes === 'treble' ? -1 : 1);
          // In space: from the slot down to where it is taken off, both in the frame of the face.
          const down = Math.atan2(side.below - post.takeOff, post.at.x - strings[i]!.x);
          expect(path.breakAngle).toBeCloseTo(side.tilt + down, 9);
          let least = Infinity;
          for (let k = 0; k <= 300; k += 1)
            list.forEach((o, j) => {
              if (j === i) return;
              const at = { x: strings[i]!.x + (sx * k) / 300, y: strings[i]!.y + (sy * k) / 300 };
              least = Math.min(least, Math.hypot(o.at.x - at.x, o.at.y - at.y) - o.radius);
            });
          if (path.clearance === null) expect(list).toHaveLength(1);
          else {
            // Places so far apart see the nearest one a little late.
            expect(least).toBeGreaterThan(path.clearance - 1e-9);
            expect(least).toBeLessThan(path.clearance + path.length / 600);
          }
        });
      }),
      { numRuns: 30 },
    ));

  it('have no way to a post on the nut or behind it, or round the place where they leave it', () => {
    const post = (x: number, y: number): Post => ({ at: { x, y }, radius: 3, takeOff: 8, passes: 'bass' });
    expect(stringPaths(side, [{ x: 0, y: 0, slope: 0 }], [post(0, 20)])).toEqual([null]);
    expect(stringPaths(side, [{ x: 0, y: 0, slope: 0 }], [post(-5, 0)])).toEqual([null]);
    expect(stringPaths(side, [{ x: 0, y: 0, slope: 0 }], [post(2, 0)])).toEqual([null]);
  });
});

describe('blank and rod', () => {
  it('a one-piece blank reaches down to the lowest corner of the turned headstock', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 0.35, noNaN: true }),
        fc.double({ min: 100, max: 230, noNaN: true }),
        fc.double({ min: 10, max: 18, noNaN: true }),
        fc.double({ min: 4, max: 14, noNaN: true }),
        (tilt, length, thickness, below) => {
          const neck = {
            tilt,
            headstockLength: length,
            headstockThickness: thickness,
            below,
            slotBottom: 7.4,
            heelDepth: 1,
            shaftDepth: 1,
          };
          // In side view along −u and up: the face leaves the nut at −drop and falls by the tilt.
          const drop = faceDrop(neck);
          const along = [Math.cos(tilt), -Math.sin(tilt)] as const;
          const down = [-Math.sin(tilt), -Math.cos(tilt)] as const;
          const corners = [0, length].flatMap((l) =>
            [0, thickness].map((t) => -drop + l * along[1] + t * down[1]),
          );
          const needs = onePieceHeight(neck);
          expect(needs.headstock).toBeCloseTo(-Math.min(...corners), 9);
          // From the lowest place to the highest, the glue plane between them.
          expect(needs.height).toBeCloseTo(
            Math.max(1, -Math.min(...corners)) + Math.max(0, ...corners.slice(0, 1)),
            9,
          );
          // A scarfed headstock's face begins as high over the glue plane.
          expect(scarfedHeight(neck).height).toBeCloseTo(thickness + Math.max(0, -drop), 9);
          // The slots' bottoms are `below` over the face, square to it.
          expect((neck.slotBottom + drop) * Math.cos(tilt)).toBeCloseTo(below, 9);
        },
      ),
    ));

  it('a scarf is the slant of a right triangle', () => {
    const { face, along } = scarf(0.22, 20);
    expect(Math.hypot(along, 20)).toBeCloseTo(face, 9);
  });

  it('finds the lesser of two thin places, both at stations that lie between the places it looks at', () => {
    const shaft: Shaft = {
      taper: { scaleLength: 400, fan: null, nutWidth: 51, nutMargin: 3, bridgeSpread: 45, bridgeMargin: 3 },
      atFret1: 20.2,
      atFret12: 20.2,
      board: 4,
      stations: [30.7, 85, 141.3].map((u, i) => ({ u, bass: i === 1 ? 3 : 1.1, treble: i === 1 ? 3 : 1.1 })),
    };
    const slot = { depth: 9, width: 6, from: 29, to: 143 };
    const ends = [30.7, 141.3].map((u) => floorAt(shaft, slot, u));
    expect(rodFloor(shaft, slot).floor).toBeLessThanOrEqual(Math.min(...ends));
  });

  it('the least floor under a rod is the least of many places', () =>
    fc.assert(
      fc.property(shafts, fc.double({ min: 2, max: 4, noNaN: true }), (shaft, half) => {
        const slot = { depth: 9, width: 2 * half, from: 5, to: 385 };
        const least = rodFloor(shaft, slot);
        for (let u = slot.from; u <= slot.to; u += 0.5)
          expect(floorAt(shaft, slot, u)).toBeGreaterThan(least.floor - 1e-3);
        expect(least.middle).toBeCloseTo(woodDepth(shaft, least.u) - 9, 9);
      }),
      { numRuns: 30 },
    ));
});

describe('Γ', () => {
  it('is the factorials and the roots of π', () => {
    expect(gamma(1)).toBeCloseTo(1, 13);
    expect(gamma(5)).toBeCloseTo(24, 11);
    expect(gamma(0.5)).toBeCloseTo(Math.sqrt(Math.PI), 13);
    expect(gamma(3.5)).toBeCloseTo((15 / 8) * Math.sqrt(Math.PI), 12);
    expect(() => gamma(0.2)).toThrow('0.5');
  });
  it('gives integrals that are known', () => {
    expect(betaOfShares(2, 1)).toBeCloseTo(2 / 3, 13);
    expect(betaOfShares(2, 0.5)).toBeCloseTo(Math.PI / 4, 13);
    expect(betaOfShares(2, 0.5, 1)).toBeCloseTo(1 / 3, 13);
  });
});
