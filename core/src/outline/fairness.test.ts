import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { randomFrom } from '../../tests/random.ts';
import type { OutlineNode } from '../design/schema.ts';
import { pathCrossings } from '../geometry/crossings.ts';
import { cubicCurvature } from '../geometry/cubic.ts';
import { solveOutline } from './solve.ts';

/** Star-shaped sets of 8 to 24 nodes: one in each equal sector, or at angles wholly at random. */
function starSets(
  seed: number,
  count: number,
  spread: 'sectors' | 'random',
): readonly (readonly OutlineNode[])[] {
  const random = randomFrom(seed);
  return Array.from({ length: count }, () => {
    const n = 8 + Math.floor(random() * 17);
    const angles =
      spread === 'sectors'
        ? Array.from({ length: n }, (_, i) => ((i + random()) * 2 * Math.PI) / n)
        : Array.from({ length: n }, () => random() * 2 * Math.PI).sort((a, b) => a - b);
    return angles.map((angle, i): OutlineNode => {
      const r = 80 + random() * 140;
      return { id: `n${i}`, kind: 'fair', x: r * Math.cos(angle), y: r * Math.sin(angle) };
    });
  });
}

describe('fair curves', () => {
  it.each([
    [20261123, 'sectors'],
    [11, 'random'],
  ] as const)('make no loop on 99 % of 1,000 star-shaped sets (seed %i, angles in %s)', (seed, spread) => {
    const loops = starSets(seed, 1000, spread).filter(
      (nodes) => pathCrossings(solveOutline(nodes)).crossings.length > 0,
    );
    expect(loops.length).toBeLessThanOrEqual(10);
  });
  it.each(['windrow', 'skerry', 'fathom'] as const)(
    'run through the fair nodes of %s without a jump in curvature',
    (name) => {
      const { nodes } = demo(name).outline;
      const path = solveOutline(nodes);
      nodes.forEach((node, i) => {
        if (node.kind !== 'fair') return;
        const before = cubicCurvature(path[(i + path.length - 1) % path.length]!, 1)!;
        const after = cubicCurvature(path[i]!, 0)!;
        const size = Math.max(Math.abs(before), Math.abs(after), 1e-4);
        expect(Math.abs(after - before) / size, node.id).toBeLessThan(1e-3);
      });
    },
  );
  it('keep their curvature continuous under the tension that takes a loop away', () => {
    const sets = starSets(7, 300, 'random');
    let jumps = 0;
    for (const nodes of sets) {
      const path = solveOutline(nodes);
      nodes.forEach((_, i) => {
        const before = cubicCurvature(path[(i + path.length - 1) % path.length]!, 1) ?? 0;
        const after = cubicCurvature(path[i]!, 0) ?? 0;
        if (Math.abs(after - before) > 1e-6 * Math.max(1, Math.abs(before))) jumps += 1;
      });
    }
    expect(jumps).toBe(0);
  });
  it('let a polygon that crosses itself cross, as it was drawn', () => {
    const bow = [
      [0, 0],
      [100, 100],
      [100, 0],
      [0, 100],
    ].map(([x, y], i): OutlineNode => ({ id: `n${i}`, x: x!, y: y!, kind: 'fair' }));
    expect(pathCrossings(solveOutline(bow)).crossings.length).toBeGreaterThan(0);
  });
});

describe('smooth nodes', () => {
  const nodes: readonly OutlineNode[] = [
    { id: 'a', x: 100, y: 0, kind: 'fair' },
    { id: 'b', x: 0, y: 80, kind: 'smooth', before: { x: 30, y: 6 }, after: { x: -50, y: -10 } },
    { id: 'c', x: -100, y: 0, kind: 'fair' },
    { id: 'd', x: 0, y: -80, kind: 'corner' },
  ];
  it('are run through in the direction of their handles', () => {
    const path = solveOutline(nodes);
    expect(path[0]!.p2.x - path[0]!.p3.x).toBeCloseTo(30, 9);
    expect(path[1]!.p1.y - path[1]!.p0.y).toBeCloseTo(-10, 9);
  });
});
