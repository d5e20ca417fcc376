import { strFromU8, unzipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { circlePath, rectPath } from '../geometry/figures.ts';
import { fieldsOf } from '../solid/field.ts';
import { massOf } from '../solid/mass.ts';
import type { Mesh } from '../solid/mesh/mesh.ts';
import { meshOf } from '../solid/mesh/mesh.ts';
import { regionOfPaths } from '../solid/region.ts';
import type { Solid } from '../solid/solid.ts';
import { mirroredMesh, objOf, stlOf, threeMfOf } from './meshFiles.ts';

const along = { edge: 'outer' as const, bearingRadius: 6.35, stretch: null };
const SOLID: Solid = {
  region: { ...regionOfPaths(rectPath(160, 90, 25)), chord: 0.02 },
  thickness: 40,
  front: [
    { kind: 'edge round', ...along, radius: 6 },
    { kind: 'opening', shape: regionOfPaths(rectPath(60, 30, 5)), depth: 18 },
    {
      kind: 'contour',
      start: [
        { x: 30, y: -60 },
        { x: 50, y: 60 },
      ].reverse(),
      profile: { kind: 'flat', softStart: 10, by: { dropAtFarthest: 9 } },
    },
  ],
  back: [
    { kind: 'edge rabbet', ...along, width: 2, depth: 5 },
    { kind: 'opening', shape: regionOfPaths(circlePath(12)), depth: 40 },
  ],
};

/** How often each side of a triangle is walked the one way and the other: once each where the surface is closed. */
function openSides({ triangles }: Mesh): number {
  const sides = new Map<string, number>();
  for (let t = 0; t < triangles.length; t += 3)
    for (const [i, j] of [
      [0, 1],
      [1, 2],
      [2, 0],
    ] as const) {
      const [a, b] = [triangles[t + i]!, triangles[t + j]!];
      const key = a < b ? `${a} ${b}` : `${b} ${a}`;
      sides.set(key, (sides.get(key) ?? 0) + (a < b ? 1 : -1));
    }
  return [...sides.values()].filter((n) => n !== 0).length;
}

/** Signed volume by its triangles (divergence theorem): above 0 where they face outward. */
function volumeOf({ places: p, triangles }: Mesh): number {
  let six = 0;
  for (let t = 0; t < triangles.length; t += 3) {
    const [a, b, c] = [3 * triangles[t]!, 3 * triangles[t + 1]!, 3 * triangles[t + 2]!];
    six +=
      p[a]! * (p[b + 1]! * p[c + 2]! - p[b + 2]! * p[c + 1]!) -
      p[a + 1]! * (p[b]! * p[c + 2]! - p[b + 2]! * p[c]!) +
      p[a + 2]! * (p[b]! * p[c + 1]! - p[b + 1]! * p[c]!);
  }
  return six / 6;
}

describe('a solid as a mesh', () => {
  it('is closed, faces outward, and has the volume of its fields; its files say the same', async () => {
    const mesh = await meshOf(SOLID);
    expect(openSides(mesh)).toBe(0);
    const { volume } = massOf(fieldsOf(SOLID, 0.25));
    expect(Math.abs(volumeOf(mesh) / volume - 1)).toBeLessThan(1e-3);
    expect(mesh.volume).toBeCloseTo(volumeOf(mesh), -1);
    const other = mirroredMesh(mesh);
    expect(volumeOf(other)).toBeCloseTo(volumeOf(mesh), -1);
    expect(openSides(other)).toBe(0);

    const stl = stlOf(mesh, 'A body');
    const view = new DataView(stl.buffer);
    const count = mesh.triangles.length / 3;
    expect([stl.length, view.getUint32(80, true)]).toEqual([84 + 50 * count, count]);
    expect(view.getFloat32(84 + 12, true)).toBe(mesh.places[3 * mesh.triangles[0]!]);

    const lines = objOf(mesh, 'A body').trim().split('\n');
    expect(lines.filter((l) => l.startsWith('v '))).toHaveLength(mesh.places.length / 3);
    expect(lines.filter((l) => l.startsWith('f '))).toHaveLength(count);

    const parts = unzipSync(threeMfOf(mesh, 'A <body>'));
    const model = strFromU8(parts['3D/3dmodel.model']!);
    expect(Object.keys(parts)).toEqual(['[Content_Types].xml', '_rels/.rels', '3D/3dmodel.model']);
    expect(model).toContain('unit="millimeter"');
    expect(model).toContain('A &#60;body&#62;');
    expect(model.match(/<triangle /g)).toHaveLength(count);
  }, 60_000);
});
