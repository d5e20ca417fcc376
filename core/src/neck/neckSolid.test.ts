import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { createDeriver } from '../derived/derive.ts';
import * as edits from '../design/allEdits.ts';
import type { Design } from '../design/schema.ts';
import { flattenPath } from '../geometry/closedPath.ts';
import { hypot, hypot3 } from '../geometry/point.ts';
import { depthInside } from '../geometry/inside.ts';
import { fieldsOf } from '../solid/field.ts';
import { massOf } from '../solid/mass.ts';
import type { Mesh } from '../solid/mesh/withSolids.ts';
import { sweepHalf, sweepHeight, sweepInFrame } from '../solid/sweep.ts';
import { placed } from './frames.ts';
import { backAt } from './heel.ts';
import { neckMesh } from './neckMesh.ts';
import type { NeckSolid } from './neckSolid.ts';
import { NECK_CHORD, neckSolid } from './neckSolid.ts';
import { halfWidth, shaftMass } from './shaft.ts';

const derive = createDeriver();
const madeOf = (design: Design) => {
  const { neckPlan: plan } = derive(design);
  return { plan, solid: neckSolid(design, plan) };
};
const meshFor = (design: Design): Promise<Mesh> => {
  const { plan, solid } = madeOf(design);
  return neckMesh({ ...solid, outline: flattenPath(plan.headstock.path, NECK_CHORD) });
};

/** What a neck may be drawn as: numbers that are not usual too. */
const necks: fc.Arbitrary<Design> = fc
  .record({
    of: fc.constantFrom('windrow', 'skerry', 'fathom'),
    tilt: fc.double({ min: 0, max: 18, noNaN: true }),
    below: fc.double({ min: 4, max: 16, noNaN: true }),
    blend: fc.double({ min: 20, max: 60, noNaN: true }),
    volute: fc.double({ min: 0, max: 5, noNaN: true }),
    bass: fc.double({ min: 1.3, max: 3.2, noNaN: true }),
    treble: fc.double({ min: 1.3, max: 3.2, noNaN: true }),
    meeting: fc.double({ min: 0, max: 20, noNaN: true }),
    angle: fc.double({ min: -2, max: 5, noNaN: true }),
  })
  .map(({ of, tilt, below, blend, volute, bass, treble, meeting, angle }) => {
    const design = demo(of as 'windrow');
    const [first, ...rest] = design.shaft.stations;
    return {
      ...design,
      neck: { ...design.neck, angle },
      shaft: { ...design.shaft, meeting, stations: [{ ...first!, bass, treble }, ...rest] },
      // Without tuners: their holes are of the demo necks’ own tests, and their plan takes long.
      headstock: {
        ...design.headstock,
        tuners: [],
        tilt,
        below,
        blend,
        volute: { length: 30, height: volute },
      },
    };
  });

const share = fc.double({ min: -0.999, max: 0.999, noNaN: true });

describe('the back of a neck as a sweep', () => {
  it('is the section, the transition and the heel of the formulas', () =>
    fc.assert(
      fc.property(necks, fc.double({ min: 0, max: 1, noNaN: true }), share, (design, at, eta) => {
        const { plan, solid } = madeOf({
          ...design,
          headstock: { ...design.headstock, volute: { length: 30, height: 0 } },
        });
        // At its joint itself a straight-through neck has a step.
        const u = at * (Math.min(plan.endU, plan.jointU) - 0.01);
        const y = -eta * halfWidth(plan.shaft, u, eta > 0 ? 'treble' : 'bass');
        expect(sweepHeight(solid.sweep, -u, y)).toBeCloseTo(backAt(plan.shaft, plan.heel, u, eta), 9);
      }),
      { numRuns: 80 },
    ));

  it('is found square under a tilted face', () =>
    fc.assert(
      fc.property(necks, fc.double({ min: 6, max: 140, noNaN: true }), share, (design, x, aside) => {
        const { solid } = madeOf(design);
        const y = 30 * aside;
        const h = sweepInFrame({ ...solid.sweep, frame: solid.frame }, -200)(x, y);
        const { tilt, over } = solid.frame;
        const p = placed({ tilt, x: 0, z: -over }, { x, y, z: h });
        // On the face itself there is no wood to look under.
        if (h < 0) expect(sweepHeight(solid.sweep, p.x, y)).toBeCloseTo(p.z, 5);
        else expect(sweepHeight(solid.sweep, p.x, y)).toBeGreaterThan(p.z - 1e-6);
      }),
      { numRuns: 60 },
    ));

  it('turns by less than half a degree where shaft, transitions, heel and headstock meet', () =>
    fc.assert(
      fc.property(necks, share, (design, eta) => {
        const { solid } = madeOf({ ...design, shaft: { ...design.shaft, meeting: 0 } });
        const { sweep } = solid;
        const side = eta > 0 ? 'left' : 'right';
        const e = 1e-3;
        const borders = sweep.stretches
          .slice(1)
          .filter((s, i) => s.kind === 'blend' || sweep.stretches[i]!.kind === 'blend');
        for (const { from: x } of borders) {
          /** The way out of the surface a hair before or behind the border, at this share of the width. */
          const out = (by: number): readonly [number, number, number] => {
            const y = eta * sweepHalf(sweep, x, side);
            const q = x + by;
            const along = (sweepHeight(sweep, q + by / 2, y) - sweepHeight(sweep, q - by / 2, y)) / by;
            const aside = (sweepHeight(sweep, q, y + e) - sweepHeight(sweep, q, y - e)) / (2 * e);
            const long = hypot3(along, aside, 1);
            return [-along / long, -aside / long, 1 / long];
          };
          const [a, b] = [out(-e), out(e)];
          const cos = a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
          expect((Math.acos(Math.min(1, cos)) * 180) / Math.PI).toBeLessThan(0.5);
        }
      }),
      { numRuns: 40 },
    ));
});

describe.each(['windrow', 'skerry', 'fathom'] as const)('the neck of %s', (name) => {
  const design = demo(name);
  const { plan, solid } = madeOf(design);

  it('its shaft has the volume and the middle that its sections have', () => {
    const { shaft } = solid;
    const end = plan.heel.shaftEnd;
    const from = 12;
    const half = (u: number, side: 'bass' | 'treble'): number => halfWidth(plan.shaft, u, side);
    const outer = [
      { x: -end, y: -half(end, 'treble') },
      { x: -from, y: -half(from, 'treble') },
      { x: -from, y: half(from, 'bass') },
      { x: -end, y: half(end, 'bass') },
    ];
    const { volume, centre } = massOf(fieldsOf({ ...shaft, region: { outer, holes: [] }, front: [] }, 0.25));
    const closed = shaftMass(plan.shaft, from, end);
    expect(Math.abs(volume / closed.volume - 1)).toBeLessThan(2e-4);
    expect(centre.x).toBeCloseTo(-closed.u, 1);
    expect(centre.y).toBeCloseTo(-closed.v, 2);
    expect(centre.z).toBeCloseTo(closed.w, 2);
  });

  it('its mesh is closed, and has the volume and the middle of its fields within a thousandth', async () => {
    const mesh = await meshFor(design);
    expect(openEdges(mesh)).toBe(0);
    const masses = [solid.shaft, solid.head].map((s) => massOf(fieldsOf(s, 0.25)));
    const frames = [
      { tilt: 0, x: 0, z: 0 },
      { tilt: solid.frame.tilt, x: 0, z: -solid.frame.over },
    ];
    const volume = masses.reduce((sum, m) => sum + m.volume, 0);
    expect(Math.abs(mesh.volume / volume - 1)).toBeLessThan(1e-3);
    const middles = masses.map((m, i) => placed(frames[i]!, m.centre));
    const own = middleOf(mesh);
    for (const k of ['x', 'y', 'z'] as const) {
      const mean = masses.reduce((sum, m, i) => sum + m.volume * middles[i]![k], 0) / volume;
      // A step lies within a cell of the grid.
      expect(Math.abs(own[k] - mean)).toBeLessThan(0.1);
    }
  });

  it('every place of its mesh lies on a face, a wall or the back', async () => {
    const mesh = await meshFor(design);
    const far = farthest(mesh, plan, solid);
    expect(far).toBeLessThan(0.05);
  });
});

it('any neck is one closed mesh with the volume of its fields, however it is joined and wherever its heel begins', () =>
  fc.assert(
    fc.asyncProperty(
      necks,
      fc.constantFrom('screwed', 'glued', 'through', 'undecided'),
      fc.double({ min: -120, max: 120, noNaN: true }),
      async (neck, joint, heelFrom) => {
        const design: Design = {
          ...neck,
          neck: { ...neck.neck, joint },
          shaft: { ...neck.shaft, heelFrom },
        };
        const { solid } = madeOf(design);
        const mesh = await meshFor(design);
        expect(openEdges(mesh)).toBe(0);
        const volume = [solid.shaft, solid.head].reduce((sum, s) => sum + massOf(fieldsOf(s, 0.5)).volume, 0);
        expect(Math.abs(mesh.volume / volume - 1)).toBeLessThan(2e-3);
      },
    ),
    { numRuns: 8 },
  ));

it('a glued neck has its tenon, and a straight-through one ends on the body', () => {
  const windrow = demo('windrow');
  const glued = edits.setNeck(windrow, { joint: 'glued', tenon: 40 });
  const xs = madeOf(glued).solid.shaft.region.outer;
  const end = madeOf(glued).plan.endU;
  const atEnd = xs.filter((p) => p.x < -end + 20);
  expect(Math.max(...atEnd.map((p) => p.y))).toBeCloseTo(20, 9);
  // Of a straight-through one the body is the rest: what stands over its face ends with the board.
  const through = madeOf(edits.setNeck(windrow, { joint: 'through' }));
  const { boardEndX, centreScale } = derive(windrow).stringPlan;
  const { outer } = through.solid.shaft.region;
  expect(Math.min(...outer.map((p) => p.x))).toBeCloseTo(boardEndX - centreScale, 6);
  const { heel, depth, board } = windrow.neck;
  expect(-sweepHeight(through.solid.sweep, boardEndX - centreScale + 5, 0)).toBeCloseTo(
    heel - depth - board,
    9,
  );
});

/** Sides of triangles without a partner the other way round. */
function openEdges({ triangles }: Mesh): number {
  const seen = new Map<string, number>();
  for (let t = 0; t < triangles.length; t += 3)
    for (let k = 0; k < 3; k += 1) {
      const [a, b] = [triangles[t + k]!, triangles[t + ((k + 1) % 3)]!];
      seen.set(`${a} ${b}`, (seen.get(`${a} ${b}`) ?? 0) + 1);
    }
  let open = 0;
  for (const [key, count] of seen) if (seen.get(key.split(' ').reverse().join(' ')) !== count) open += 1;
  return open;
}

/** The middle of what a closed mesh holds: tetrahedra to the origin. */
function middleOf({ places, triangles }: Mesh): { x: number; y: number; z: number } {
  let [v, x, y, z] = [0, 0, 0, 0];
  for (let t = 0; t < triangles.length; t += 3) {
    const [a, b, c] = [0, 1, 2].map((k) => {
      const i = 3 * triangles[t + k]!;
      return [places[i]!, places[i + 1]!, places[i + 2]!] as const;
    }) as unknown as readonly [readonly number[], readonly number[], readonly number[]];
    const six =
      a[0]! * (b[1]! * c[2]! - b[2]! * c[1]!) -
      a[1]! * (b[0]! * c[2]! - b[2]! * c[0]!) +
      a[2]! * (b[0]! * c[1]! - b[1]! * c[0]!);
    v += six;
    x += (six * (a[0]! + b[0]! + c[0]!)) / 4;
    y += (six * (a[1]! + b[1]! + c[1]!)) / 4;
    z += (six * (a[2]! + b[2]! + c[2]!)) / 4;
  }
  return { x: x / v, y: y / v, z: z / v };
}

/** How far the middles of a mesh’s triangles lie off the neck: its glue plane, its slot, its face, its walls, its back. */
function farthest(
  { places, triangles }: Mesh,
  plan: ReturnType<typeof madeOf>['plan'],
  solid: NeckSolid,
): number {
  const { frame, sweep, shaft, slot } = solid;
  const walls = shaft.region.outer;
  let far = 0;
  for (let t = 0; t < triangles.length; t += 3) {
    const at = (k: number, c: number): number => places[3 * triangles[t + k]! + c]!;
    const [x, y, z] = [0, 1, 2].map((c) => (at(0, c) + at(1, c) + at(2, c)) / 3) as [number, number, number];
    // In the headstock’s frame.
    const [sin, cos] = [Math.sin(frame.tilt), Math.cos(frame.tilt)];
    const low = z + frame.over;
    const d = { x: x * cos - low * sin, y, z: x * sin + low * cos };
    const e = 0.01;
    const slope = hypot(
      (sweepHeight(sweep, x + e, y) - sweepHeight(sweep, x - e, y)) / (2 * e),
      (sweepHeight(sweep, x, y + e) - sweepHeight(sweep, x, y - e)) / (2 * e),
    );
    const off = Math.min(
      Math.abs(z - sweepHeight(sweep, x, y)) / hypot(1, slope),
      Math.abs(z),
      Math.abs(d.z),
      Math.abs(depthInside(plan.headstock.path, d)),
      ...walls.map((p, i) => {
        const q = walls[(i + 1) % walls.length]!;
        const long = hypot(q.x - p.x, q.y - p.y) || 1;
        const along = ((x - p.x) * (q.x - p.x) + (y - p.y) * (q.y - p.y)) / long;
        return along < -0.1 || along > long + 0.1
          ? Infinity
          : Math.abs((x - p.x) * (q.y - p.y) - (y - p.y) * (q.x - p.x)) / long;
      }),
      ...(slot
        ? [Math.abs(z + slot.depth), ...slot.plan.flatMap((p) => [Math.abs(x - p.x), Math.abs(y - p.y)])]
        : []),
      ...solid.holes.map(({ at: c, diameter }) => Math.abs(hypot(d.x - c.x, d.y - c.y) - diameter / 2)),
    );
    far = Math.max(far, off);
  }
  return far;
}
