import { describe, expect, it } from 'vitest';
import { cornered, demo } from '../../tests/findings.ts';
import { createDeriver } from '../derived/derive.ts';
import type { Design } from '../design/schema.ts';
import { holesWithin } from './bored.ts';
import { densityOf } from './density.ts';
import type { Mesh } from '../solid/mesh/mesh.ts';
import { meshOf } from '../solid/mesh/mesh.ts';
import type { Shell } from '../solid/mesh/withSolids.ts';
import { withSolids } from '../solid/mesh/withSolids.ts';

const derive = createDeriver();
const SIDES = 96;

/** A hole as a closed prism of many sides, of a circle’s own area. */
function drillShell({ from, to, radius }: ReturnType<typeof holesWithin>[number]): Shell {
  const [x, y, z] = [to.x - from.x, to.y - from.y, to.z - from.z];
  const long = Math.hypot(x, y, z);
  const w = [x / long, y / long, z / long] as const;
  const u = [-w[1], w[0], 0].map((v) => v / Math.hypot(w[0], w[1])) as [number, number, number];
  const v = [w[1] * u[2] - w[2] * u[1], w[2] * u[0] - w[0] * u[2], w[0] * u[1] - w[1] * u[0]] as const;
  const r = radius * Math.sqrt((2 * Math.PI) / (SIDES * Math.sin((2 * Math.PI) / SIDES)));
  const places: number[] = [];
  for (const end of [from, to])
    for (let i = 0; i < SIDES; i += 1) {
      const a = (2 * Math.PI * i) / SIDES;
      const at = [end.x, end.y, end.z].map((p, k) => p + r * (Math.cos(a) * u[k]! + Math.sin(a) * v[k]!));
      places.push(...at);
    }
  const triangles: number[] = [];
  for (let i = 0; i < SIDES; i += 1) {
    const j = (i + 1) % SIDES;
    triangles.push(i, j, SIDES + j, i, SIDES + j, SIDES + i);
    if (i > 0 && j > 0) triangles.push(0, j, i, SIDES, SIDES + i, SIDES + j);
  }
  return { places: new Float64Array(places), triangles: new Uint32Array(triangles) };
}

const drilled = (mesh: Mesh, holes: ReturnType<typeof holesWithin>): Promise<number> =>
  withSolids(({ closed, without, mesh: made }) => {
    const shells = holes.map((h) => closed(drillShell(h)));
    return made(without([closed(mesh), ...shells])).volume;
  });

describe.each(['windrow', 'skerry', 'fathom'] as const)('the finished body of %s', (name) => {
  it('weighs what its mesh with every bore and run weighs, within half a gram', async () => {
    const design = demo(name);
    const { carved, layout, weighed } = derive(design);
    const holes = holesWithin(layout.cuts);
    expect(holes.length).toBeGreaterThan(3);
    const pieces = carved.glued ? [carved.glued.whole.core.solid] : [carved.solid];
    const core = await drilled(await meshOf(pieces[0]!), holes);
    const inBody = weighed!.items.filter((i) => i.key === 'body-wood' || i.key === 'through');
    const volume = inBody.reduce((sum, i) => sum + i.volume!, 0);
    const density = densityOf(design.weight.woods.body).likely * 1e-6;
    expect(Math.abs(volume - core) * density).toBeLessThan(0.5);
    if (!carved.glued) return;
    const front = weighed!.items.find((i) => i.key === 'front')!;
    const whole = await drilled(await meshOf(carved.glued.whole.front.solid), holes);
    expect(Math.abs(front.volume! - whole) * densityOf(design.weight.woods.front).likely * 1e-6).toBeLessThan(
      0.5,
    );
  });
});

describe('what fills a channel', () => {
  const square = cornered(demo('windrow'), [
    [-150, -150],
    [250, -150],
    [250, 150],
    [-150, 150],
  ]);
  const bound = (binding: { width: number; depth: number }[], squareAtNeck = false): Design => ({
    ...{ ...square, parts: [], openings: [], runs: [] },
    neck: { ...square.neck, joint: 'undecided' },
    body: {
      ...square.body,
      contours: [],
      arch: { front: null, back: null },
      edges: {
        ...square.body.edges,
        front: {
          ...{ profile: { kind: 'square' }, bearing: 12.7, squareAtNeck, squareAtParts: false },
          ...{ stretches: [], binding },
        },
      },
    },
  });
  const strip = (design: Design, n: number) =>
    derive(design).weighed!.items.find((i) => i.key === `binding:front-${n}`);
  it('weighs its section by its length, strip by strip, in closed form', () => {
    const design = bound([
      { width: 2, depth: 6 },
      { width: 1, depth: 3 },
    ]);
    // A frame between two rectangles: the outer strip 2 wide, the next 1 more.
    const frame = (a: number, b: number): number =>
      (400 - 2 * a) * (300 - 2 * a) - (400 - 2 * b) * (300 - 2 * b);
    expect(strip(design, 1)!.mass.likely).toBeCloseTo(frame(0, 2) * 6 * 1.25e-3, 0);
    expect(strip(design, 2)!.mass.likely).toBeCloseTo(frame(2, 3) * 3 * 1.25e-3, 0);
    expect(strip(design, 1)!.at.x).toBeCloseTo(50, 0);
    expect(strip(design, 1)!.at.z).toBeCloseTo(-3, 6);
  });
  it('is weighed with the finished body, and by itself', () => {
    expect(strip(bound([]), 1)).toBeUndefined();
    const design = bound([{ width: 2, depth: 6 }]);
    const weighed = {
      ...design,
      weight: {
        ...design.weight,
        weighed: [{ of: 'binding:front-1', mass: 70, at: null, estimate: null }],
      },
    };
    expect(strip(weighed, 1)!.mass.likely).toBe(70);
  });
});

it('slots of frets and pilots of neck screws are not wood', () => {
  const design = demo('windrow');
  const item = (d: Design, key: string) => derive(d).weighed!.items.find((i) => i.key === key)!;
  const shallow: Design = {
    ...design,
    shaft: { ...design.shaft, slots: { ...design.shaft.slots, depth: 1 } },
  };
  const lengths = derive(design).stringPlan.frets.reduce((sum, f) => sum + f.slot, 0);
  const { width, depth, stop } = design.shaft.slots;
  const saved = (lengths - 2 * stop * derive(design).stringPlan.frets.length) * width * (depth - 1);
  expect(item(shallow, 'board').volume! - item(design, 'board').volume!).toBeCloseTo(saved, 3);
  const loose: Design = {
    ...design,
    neck: { ...design.neck, screws: { ...design.neck.screws, count: 0 } },
  };
  expect(item(loose, 'neck-wood').volume!).toBeGreaterThan(item(design, 'neck-wood').volume! + 200);
});
