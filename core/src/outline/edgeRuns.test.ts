import { describe, expect, it } from 'vitest';
import { demo, pointed } from '../../tests/findings.ts';
import { linkMirror } from '../design/mirrorEdits.ts';
import { pinNodes } from '../design/nodeEdits.ts';
import { perimeter } from '../geometry/closedPath.ts';
import { distance } from '../geometry/point.ts';
import { addOnEdge } from './addOnEdge.ts';
import { edgeRuns } from './edgeRuns.ts';
import { FAMILY_STARTS } from './families.ts';
import { findLumps, rakedEdge, sameLump } from './lumps.ts';
import { solveOutline } from './solve.ts';
import { startOutline } from './start.ts';

describe('smooth runs of an edge', () => {
  it.each([
    ['windrow', 4],
    ['skerry', 2],
    ['fathom', 6],
  ] as const)(
    '%s has one between each two of its corners, all of the edge in even steps',
    (name, corners) => {
      const path = solveOutline(pointed(name).outline.nodes);
      const runs = edgeRuns(path, 2);
      expect(runs).toHaveLength(corners);
      expect(runs.every((r) => !r.closed)).toBe(true);
      const long = runs.reduce((sum, r) => sum + r.step * (r.samples.length - 1), 0);
      expect(Math.abs(long / perimeter(path) - 1)).toBeLessThan(2e-3);
      for (const { samples, step } of runs)
        for (const [i, p] of samples.entries()) {
          expect(Math.hypot(p.way.x, p.way.y)).toBeCloseTo(1, 9);
          if (i > 0) expect(distance(p.at, samples[i - 1]!.at)).toBeLessThan(step * 1.05);
        }
    },
  );
  it('are one closed run where there is no corner', () => {
    const begun = startOutline('rounded', FAMILY_STARTS.rounded, { x: 254, half: 28 });
    if (!begun.ok) throw new Error('cannot be begun');
    const fair = begun.outline.nodes.map(({ id, x, y }) => ({ id, x, y, kind: 'fair' as const }));
    const [run, ...more] = edgeRuns(solveOutline(fair), 2);
    expect(more).toEqual([]);
    expect(run!.closed).toBe(true);
    expect(distance(run!.samples[0]!.at, run!.samples.at(-1)!.at)).toBeLessThan(run!.step * 1.05);
  });
});

describe('the raking view', () => {
  it('draws nothing on a fair edge, and a lump ten times as high', () => {
    let design = pointed('windrow');
    expect(rakedEdge(solveOutline(design.outline.nodes), 10)).toEqual([]);
    for (const share of [0.66, 0.5, 0.4]) design = addOnEdge(design, 9, share).design;
    const path = solveOutline(design.outline.nodes.map((n, i) => (i === 11 ? { ...n, y: n.y + 0.7 } : n)));
    const lumps = findLumps(path, 0.01);
    expect(lumps.length).toBeGreaterThan(0);
    const [line, flat] = [rakedEdge(path, 10)[0]!, rakedEdge(path, 0)[0]!];
    const high = Math.max(...line.map((p, k) => distance(p, flat[k]!)));
    expect(high).toBeCloseTo(10 * lumps[0]!.height, 6);
    expect(sameLump(lumps[0]!, lumps[0]!)).toBe(true);
  });
});

describe('a pin', () => {
  it('is put in and taken out, twins alike, and leaves the edge as it is', () => {
    const design = linkMirror(demo('skerry'), 'bass', null);
    const [a, b] = design.outline.mirror.find(([p, q]) => p !== q)!;
    const pinned = pinNodes(design, [a], true);
    const marks = pinned.outline.nodes.filter((n) => n.pinned === true).map((n) => n.id);
    expect(marks.sort()).toEqual([a, b].sort());
    const [was, is] = [solveOutline(design.outline.nodes), solveOutline(pinned.outline.nodes)];
    for (const [i, c] of is.entries())
      for (const k of ['p0', 'p1', 'p2', 'p3'] as const)
        expect(distance(c[k], was[i]![k])).toBeLessThan(1e-9);
    expect(pinNodes(pinned, [b], false).outline.nodes.some((n) => 'pinned' in n)).toBe(false);
  });
});
