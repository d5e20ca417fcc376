import { describe, expect, it } from 'vitest';
import { pointed } from '../../tests/findings.ts';
import { randomFrom } from '../../tests/random.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import { flattenPath, nearestOnPath, signedArea } from '../geometry/closedPath.ts';
import type { Point } from '../geometry/point.ts';
import { cornersOf } from './corners.ts';
import { FAMILY_STARTS } from './families.ts';
import { evenly, fitOutline } from './fitOutline.ts';
import { fitNodes, LOOP } from './fitNodes.ts';
import { feetOf } from './matching.ts';
import { solveOutline } from './solve.ts';
import { startOutline } from './start.ts';

/** The largest distance from any place of one edge to another path, mm, by its own search and not the fit's. */
const apart = (edge: readonly Point[], path: ClosedPath): number =>
  edge.reduce((most, p) => Math.max(most, nearestOnPath(path, p)!.distance), 0);

const polar = (radius: (a: number) => number, n = 1200): readonly Point[] =>
  Array.from({ length: n }, (_, i) => {
    const a = (2 * Math.PI * i) / n;
    return { x: 100 + radius(a) * Math.cos(a), y: radius(a) * Math.sin(a) };
  });

const SMOOTH: readonly (readonly [string, readonly Point[]])[] = [
  ['a circle', polar(() => 160)],
  ['an ellipse', polar((a) => (220 * 150) / Math.hypot(150 * Math.cos(a), 220 * Math.sin(a)))],
  ['a bean', polar((a) => 170 + 32 * Math.cos(2 * a) + 9 * Math.sin(a))],
  ['a body without horns', polar((a) => 160 + 48 * Math.cos(2 * a) - 12 * Math.cos(a) + 6 * Math.cos(4 * a))],
];

describe('an outline fitted to an exact smooth edge', () => {
  it.each(SMOOTH)('%s: under 14 fair nodes, under 0.3 mm everywhere', (_, edge) => {
    const fit = fitOutline(edge, 0.3)!;
    expect(fit.nodes.length).toBeLessThan(14);
    expect(fit.nodes.every((n) => n.kind === 'fair')).toBe(true);
    const path = solveOutline(fit.nodes);
    expect(apart(edge, path)).toBeLessThan(0.3);
    expect(apart(flattenPath(path, 0.02), path)).toBeLessThan(1e-6);
    expect(fit.off).toBeLessThanOrEqual(0.3);
  });
  it('is tighter with more nodes', () => {
    const [, edge] = SMOOTH[3]!;
    const coarse = fitOutline(edge, 0.6)!;
    const fine = fitOutline(edge, 0.05)!;
    expect(fine.nodes.length).toBeGreaterThan(coarse.nodes.length);
    expect(apart(edge, solveOutline(fine.nodes))).toBeLessThan(0.05);
  });
  it('runs counter-clockwise whichever way the edge did', () => {
    const [, edge] = SMOOTH[2]!;
    const back = fitOutline([...edge].reverse(), 0.3)!;
    expect(signedArea(solveOutline(back.nodes))).toBeGreaterThan(0);
    expect(apart(edge, solveOutline(back.nodes))).toBeLessThan(0.3);
  });
});

describe('an outline fitted to a whole body', () => {
  it.each([
    ['windrow', 4],
    ['skerry', 2],
    ['fathom', 6],
  ] as const)('finds the corners of %s, and hardly more nodes than it was drawn with', (name, corners) => {
    const { nodes } = pointed(name).outline;
    const path = solveOutline(nodes);
    const fit = fitOutline(flattenPath(path, 0.02), 0.3)!;
    expect(fit.nodes.filter((n) => n.kind === 'corner')).toHaveLength(corners);
    expect(fit.nodes.length).toBeLessThanOrEqual(nodes.length + 2);
    const back = solveOutline(fit.nodes);
    expect(apart(flattenPath(path, 0.05), back)).toBeLessThan(0.3);
    // No stretch of the fit lies where there was no edge.
    expect(apart(flattenPath(back, 0.05), path)).toBeLessThan(0.4);
  });
  it('holds in the noise of a traced edge', () => {
    const random = randomFrom(20_611);
    const path = solveOutline(pointed('windrow').outline.nodes);
    const edge = flattenPath(path, 0.02).map((p) => ({
      x: p.x + (random() - 0.5) * 0.2,
      y: p.y + (random() - 0.5) * 0.2,
    }));
    const fit = fitOutline(edge, 0.3)!;
    expect(fit.nodes.length).toBeLessThanOrEqual(26);
    expect(apart(flattenPath(path, 0.05), solveOutline(fit.nodes))).toBeLessThan(0.4);
  });
  it('takes the corners it is reported, and no others', () => {
    const square = [
      { x: 0, y: -80 },
      { x: 200, y: -80 },
      { x: 200, y: 80 },
      { x: 0, y: 80 },
    ];
    const fit = fitOutline(square, 0.1, [0, 1, 2, 3])!;
    expect(fit.nodes.map((n) => [n.x, n.y, n.kind])).toEqual(square.map((p) => [p.x, p.y, 'corner']));
    expect(fit.off).toBeLessThan(1e-6);
  });
  it('refuses what encloses nothing', () => {
    expect(fitOutline([{ x: 0, y: 0 }, { x: 10, y: 0 }], 0.3)).toBeNull(); // prettier-ignore
  });
  it('tells how far it is, and can be stopped', () => {
    const [, edge] = SMOOTH[3]!;
    const told: number[] = [];
    fitOutline(edge, 0.3, null, (share) => told.push(share));
    expect(told.at(-1)).toBe(1);
    expect([...told].sort((a, b) => a - b)).toEqual(told);
    expect(() =>
      fitOutline(edge, 0.3, null, () => {
        throw new Error('stopped');
      }),
    ).toThrow('stopped');
  });
});

describe('corners of a sampled edge', () => {
  it('are not the bends of a rounded rectangle, down to R 4 mm', () => {
    for (const r of [4, 6, 10, 25]) {
      const quarter = (cx: number, cy: number, from: number): readonly Point[] =>
        Array.from({ length: 60 }, (_, i) => {
          const a = from + (Math.PI / 2) * (i / 60);
          return { x: cx + r * Math.cos(a), y: cy + r * Math.sin(a) };
        });
      const edge = [
        ...quarter(100 - r, 60 - r, 0),
        ...quarter(r - 100, 60 - r, Math.PI / 2),
        ...quarter(r - 100, r - 60, Math.PI),
        ...quarter(100 - r, r - 60, 1.5 * Math.PI),
      ];
      expect(cornersOf(evenly(edge, [], 0.5).samples, 0.3)).toEqual([]);
    }
  });
  it('are reported with their place and turn', () => {
    const triangle = [
      { x: 0, y: 0 },
      { x: 120, y: 0 },
      { x: 0, y: 90 },
    ];
    const corners = cornersOf(evenly(triangle, [], 0.5).samples, 0.1);
    expect(corners).toHaveLength(3);
    const turns = corners.map((c) => Math.round((c.turn * 180) / Math.PI)).sort((a, b) => a - b);
    expect(turns).toEqual([90, 127, 143]);
  });
});

describe('feet of samples on a curve', () => {
  it('are where a plain search finds them', () => {
    const started = startOutline('rounded', FAMILY_STARTS.rounded, { x: 254, half: 28 });
    if (!started.ok) throw new Error('cannot be begun');
    const path = solveOutline(started.outline.nodes);
    const random = randomFrom(7);
    const edge = evenly(flattenPath(path, 0.02), []).samples.map((p) => ({
      x: p.x + random() - 0.5,
      y: p.y + random() - 0.5,
    }));
    feetOf(path, edge, true).forEach((f, i) =>
      expect(f.distance).toBeCloseTo(nearestOnPath(path, edge[i]!)!.distance, 4),
    );
  });
});

describe('nodes fitted to samples', () => {
  it('stay where they may not move', () => {
    const [, circle] = SMOOTH[0]!;
    const nodes = Array.from({ length: 8 }, (_, i) => circle[i * 150]!).map((p, i) =>
      i === 3 ? { x: p.x, y: p.y + 2 } : p,
    );
    const fit = fitNodes(nodes, LOOP, circle, 0, (i) => i !== 0);
    expect(fit.nodes[0]).toEqual(nodes[0]);
    // A spline's own error between nodes 45° apart: R h⁴ / 384 (de Boor, ch. V).
    expect(fit.off).toBeLessThan((160 * (Math.PI / 4) ** 4) / 384);
  });
});
