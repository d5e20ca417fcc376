import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demo } from '../../../tests/findings.ts';
import { createDeriver } from '../../derived/derive.ts';
import type { Point } from '../../geometry/point.ts';
import { deepest } from '../depths.ts';
import { fieldsOf } from '../field.ts';
import { massOf } from '../mass.ts';
import { regionHolds, regionOfPolygons } from '../region.ts';
import type { Removal, Solid } from '../solid.ts';
import type { Mesh } from './mesh.ts';
import { meshOf } from './mesh.ts';
import { placesOnProfile } from './profile.ts';
import { depthsOf, shadedMesh } from './shading.ts';

/** Sides of triangles without a partner the other way, and triangles without three places. */
function faultsOf({ triangles }: Mesh): number {
  const sides = new Set<number>();
  let faults = 0;
  for (let t = 0; t < triangles.length; t += 3) {
    const [a, b, c] = [triangles[t]!, triangles[t + 1]!, triangles[t + 2]!];
    if (a === b || b === c || c === a) faults += 1;
    for (const [i, j] of [
      [a, b],
      [b, c],
      [c, a],
    ] as const) {
      const side = i * 2 ** 22 + j;
      if (sides.has(side)) faults += 1;
      sides.add(side);
    }
  }
  for (const side of sides)
    if (!sides.has((side % 2 ** 22) * 2 ** 22 + Math.floor(side / 2 ** 22))) faults += 1;
  return faults;
}

/** Volume and centre of a closed surface, by the tetrahedra under its triangles. */
function massOfMesh({ places, triangles }: Mesh): {
  readonly volume: number;
  readonly centre: readonly number[];
} {
  let volume = 0;
  const moment = [0, 0, 0];
  for (let t = 0; t < triangles.length; t += 3) {
    const [a, b, c] = [0, 1, 2].map((k) => [0, 1, 2].map((d) => places[3 * triangles[t + k]! + d]!)) as [
      number[],
      number[],
      number[],
    ];
    const v =
      (a[0]! * (b[1]! * c[2]! - b[2]! * c[1]!) +
        a[1]! * (b[2]! * c[0]! - b[0]! * c[2]!) +
        a[2]! * (b[0]! * c[1]! - b[1]! * c[0]!)) /
      6;
    volume += v;
    for (let d = 0; d < 3; d += 1) moment[d]! += (v * (a[d]! + b[d]! + c[d]!)) / 4;
  }
  return { volume, centre: moment.map((m) => m / volume) };
}

/** Places of a triangle that are looked at, as shares of its corners. */
const LOOKS = [
  [1 / 3, 1 / 3, 1 / 3],
  [0.7, 0.15, 0.15],
  [0.15, 0.7, 0.15],
  [0.15, 0.15, 0.7],
  [0.05, 0.7, 0.25],
  [0.25, 0.05, 0.7],
  [0.7, 0.25, 0.05],
] as const;

/** How far faces that lie flat or are bent are off the solid’s own depths, mm, square to them. */
function farthestOff(mesh: Mesh, solid: Solid): number {
  const [front, back] = [deepest(solid.region, solid.front), deepest(solid.region, solid.back)];
  const holds = regionHolds(solid.region);
  let far = 0;
  const { places, triangles } = mesh;
  for (let t = 0; t < triangles.length; t += 3) {
    const [p, q, r] = [0, 1, 2].map((k) => {
      const i = 3 * triangles[t + k]!;
      return [places[i]!, places[i + 1]!, places[i + 2]!] as const;
    }) as [
      readonly [number, number, number],
      readonly [number, number, number],
      readonly [number, number, number],
    ];
    const n = [
      (q[1] - p[1]) * (r[2] - p[2]) - (q[2] - p[2]) * (r[1] - p[1]),
      (q[2] - p[2]) * (r[0] - p[0]) - (q[0] - p[0]) * (r[2] - p[2]),
      (q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0]),
    ] as const;
    const upright = Math.abs(n[2]) / Math.hypot(...n);
    // Walls are judged by where they stand, elsewhere; slivers say nothing.
    if (upright < 0.3 || Math.abs(n[2]) < 0.05) continue;
    if (!holds((p[0] + q[0] + r[0]) / 3, (p[1] + q[1] + r[1]) / 3)) continue;
    for (const [i, j, k] of LOOKS) {
      const [x, y, z] = [0, 1, 2].map((d) => i * p[d]! + j * q[d]! + k * r[d]!) as [number, number, number];
      const wanted = n[2] > 0 ? -front(x, y) : back(x, y) - solid.thickness;
      far = Math.max(far, Math.abs(z - wanted) * upright);
    }
  }
  return far;
}

/** How many places are alike to a ten-thousandth of a mm: a reader of a file takes them for one. */
function alike({ places }: Mesh): number {
  const keys = new Set<string>();
  for (let i = 0; i < places.length; i += 3)
    keys.add([0, 1, 2].map((k) => Math.round(places[i + k]! * 1e4)).join(' '));
  return places.length / 3 - keys.size;
}

const near = (a: Mesh, solid: Solid): void => {
  const mass = massOf(fieldsOf(solid, 0.5));
  const { volume, centre } = massOfMesh(a);
  expect(Math.abs(volume / mass.volume - 1)).toBeLessThan(1e-3);
  [mass.centre.x, mass.centre.y, mass.centre.z].forEach((v, i) =>
    expect(Math.abs(centre[i]! - v)).toBeLessThan(0.1),
  );
};

describe('a solid’s mesh', () => {
  for (const name of ['windrow', 'skerry', 'fathom'] as const)
    it(`of ${name} is closed, weighs what the fields say, and follows them within 0.05 mm`, async () => {
      const { solid } = createDeriver()(demo(name)).carved;
      const mesh = await meshOf(solid);
      expect(faultsOf(mesh)).toBe(0);
      expect(alike(mesh)).toBe(0);
      near(mesh, solid);
      expect(farthestOff(mesh, solid)).toBeLessThan(0.05);
      // STL has 50 bytes a triangle: under 15 MB.
      expect(mesh.triangles.length / 3).toBeLessThan(300_000);
    }, 60_000);

  it('that is spoilt is told from a whole one', async () => {
    const { solid } = createDeriver()(demo('windrow')).carved;
    const mesh = await meshOf(solid);
    const { places, triangles } = mesh;
    // A triangle left out, one turned over, one twice.
    expect(faultsOf({ ...mesh, triangles: triangles.slice(3) })).toBe(3);
    const [a, b, c] = triangles;
    expect(
      faultsOf({ ...mesh, triangles: Uint32Array.from([b!, a!, c!, ...triangles.slice(3)]) }),
    ).toBeGreaterThan(3);
    expect(faultsOf({ ...mesh, triangles: Uint32Array.from([...triangles, a!, b!, c!]) })).toBe(3);
    // A fifth of a mm nearer to the back.
    const lower = places.map((v, i) => (i % 3 === 2 ? v - 0.2 : v));
    expect(farthestOff({ ...mesh, places: lower }, solid)).toBeGreaterThan(0.15);
  }, 60_000);

  /** A round lump with three to five waves, 120 to 200 mm wide; cavities, contours and edges of all kinds. */
  const bodies = fc
    .record({
      radius: fc.double({ min: 60, max: 100, noNaN: true }),
      wave: fc.double({ min: 0, max: 0.15, noNaN: true }),
      waves: fc.integer({ min: 2, max: 4 }),
      thickness: fc.double({ min: 30, max: 50, noNaN: true }),
      bearing: fc.double({ min: 3, max: 7, noNaN: true }),
      round: fc.double({ min: 2, max: 8, noNaN: true }),
      chamfer: fc.double({ min: 1, max: 6, noNaN: true }),
      part: fc.boolean(),
      lines: fc.array(
        fc.record({
          way: fc.double({ min: 0, max: 6.28, noNaN: true }),
          off: fc.double({ min: -35, max: 35, noNaN: true }),
          bow: fc.double({ min: -12, max: 12, noNaN: true }),
          soft: fc.double({ min: 0, max: 20, noNaN: true }),
          drop: fc.double({ min: 1, max: 10, noNaN: true }),
          arc: fc.boolean(),
          front: fc.boolean(),
        }),
        { maxLength: 4 },
      ),
      holes: fc.array(
        fc.record({
          x: fc.double({ min: -40, max: 40, noNaN: true }),
          y: fc.double({ min: -40, max: 40, noNaN: true }),
          r: fc.double({ min: 2, max: 20, noNaN: true }),
          depth: fc.double({ min: 2, max: 50, noNaN: true }),
          front: fc.boolean(),
        }),
        { maxLength: 6 },
      ),
    })
    .map((b): Solid => {
      const ring = (r: (a: number) => number, n: number, at: Point = { x: 0, y: 0 }): readonly Point[] =>
        Array.from({ length: n }, (_, i) => {
          const a = (2 * Math.PI * i) / n;
          return { x: at.x + r(a) * Math.cos(a), y: at.y + r(a) * Math.sin(a) };
        });
      const region = {
        ...regionOfPolygons(ring((a) => b.radius * (1 + b.wave * Math.cos(b.waves * a)), 180)),
        chord: 0.01,
      };
      const along = { edge: 'outer' as const, bearingRadius: b.bearing };
      const stretch = b.part ? ([region.outer[10]!, region.outer[120]!] as const) : null;
      const contour = (l: (typeof b.lines)[number]): Removal => {
        const [c, s] = [Math.cos(l.way), Math.sin(l.way)];
        const at = (u: number, v: number): Point => ({ x: c * u - s * v, y: s * u + c * v });
        const start = Array.from({ length: 9 }, (_, i) =>
          at((i - 4) * 18, l.off + l.bow * (1 - ((i - 4) / 4) ** 2)),
        );
        return {
          kind: 'contour',
          start,
          profile: l.arc
            ? { kind: 'arc', by: { dropAtFarthest: l.drop } }
            : { kind: 'flat', softStart: l.soft, by: { dropAtFarthest: l.drop } },
        };
      };
      const opening = (h: (typeof b.holes)[number]): Removal => ({
        kind: 'opening',
        shape: regionOfPolygons(ring(() => h.r, 32, h)),
        depth: Math.min(h.depth, b.thickness),
      });
      const of = (front: boolean): readonly Removal[] => [
        ...b.lines.filter((l) => l.front === front).map(contour),
        ...b.holes.filter((h) => h.front === front).map(opening),
      ];
      return {
        region,
        thickness: b.thickness,
        front: [...of(true), { ...along, kind: 'edge round', stretch, radius: b.round }],
        back: [
          ...of(false),
          { ...along, kind: 'edge chamfer', stretch, width: b.chamfer, angle: Math.PI / 4 },
        ],
      };
    });

  it('is closed and weighs what the fields say, for 100 random bodies', async () => {
    await fc.assert(
      fc.asyncProperty(bodies, async (solid) => {
        const mesh = await meshOf(solid);
        expect(faultsOf(mesh)).toBe(0);
        expect(alike(mesh)).toBe(0);
        near(mesh, solid);
      }),
      { numRuns: 100, seed: 17, endOnFailure: true, interruptAfterTimeLimit: 170_000 },
    );
  }, 180_000);

  it('is shaded with directions of length 1, out of the wood, and lines where faces meet', async () => {
    const { solid } = createDeriver()(demo('fathom')).carved;
    const mesh = await meshOf(solid);
    const { places, normals, creases } = shadedMesh(mesh, depthsOf(solid));
    expect(places.length).toBe(3 * mesh.triangles.length);
    expect(creases.length).toBeGreaterThan(0);
    for (let k = 0; k < normals.length; k += 3)
      expect(Math.hypot(normals[k]!, normals[k + 1]!, normals[k + 2]!)).toBeCloseTo(1, 3);
    // The flat front looks straight out.
    for (let k = 0; k < places.length; k += 9) {
      const flat = [0, 3, 6].every((c) => Math.abs(places[k + c + 2]!) < 1e-3);
      const across = (places[k + 3]! - places[k]!) * (places[k + 7]! - places[k + 1]!);
      if (flat && Math.abs(across) > 20) expect(normals[k + 2]).toBeGreaterThan(0.9);
    }
  }, 60_000);

  it('has the holes of its region', async () => {
    const ring = (r: number): readonly Point[] =>
      Array.from({ length: 90 }, (_, i) => ({
        x: r * Math.cos((i * Math.PI) / 45),
        y: r * Math.sin((i * Math.PI) / 45),
      }));
    const solid: Solid = {
      region: regionOfPolygons(ring(50), [ring(20)]),
      thickness: 30,
      front: [],
      back: [],
    };
    const mesh = await meshOf(solid);
    expect(faultsOf(mesh)).toBe(0);
    // A regular polygon’s area: n r² sin(2π / n) / 2.
    expect(mesh.volume).toBeCloseTo(30 * 45 * (50 ** 2 - 20 ** 2) * Math.sin(Math.PI / 45), 0);
  });

  it('keeps a profile in the fewest chords', () => {
    const round = (s: number): number => 6 - Math.sqrt(36 - (6 - s) ** 2);
    const kept = placesOnProfile(round, 0, 6, 0.02);
    // A quarter circle in chords that stay within 0.02 mm: each takes 2 acos(1 − 0.02 / 6), 0.163 rad.
    expect(kept.length - 1).toBeLessThanOrEqual(Math.ceil(Math.PI / 2 / 0.163) + 1);
    expect([kept[0], kept.at(-1)]).toEqual([0, 6]);
    expect(placesOnProfile(() => 0, 0, 40, 0.02)).toEqual([0, 40]);
    expect(placesOnProfile((s) => Math.abs(s - 3), 0, 6, 0.02)).toHaveLength(3);
  });
});
