import { describe, expect, it } from 'vitest';
import { arcCubics } from '../geometry/arcs.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import { flattenPath, nearestOnPath, reversePath, signedArea } from '../geometry/closedPath.ts';
import { straightCubic } from '../geometry/cubic.ts';
import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';
import { designRefusals } from '../design/check.ts';
import { newDesign } from '../design/defaults.ts';
import { takeOutline } from '../design/underlayEdits.ts';
import { fitCubics } from './fitCubics.ts';
import { nodesAsDrawn, nodesWithin } from './fromChain.ts';
import { solveOutline } from './solve.ts';

const corners = (...points: readonly (readonly [number, number])[]): ClosedPath =>
  points.map(([x, y], i) => {
    const [u, v] = points[(i + 1) % points.length]!;
    return straightCubic({ x, y }, { x: u, y: v });
  });
/** A plate with round corners: straight sides and quarter circles. */
const plate: ClosedPath = (() => {
  const arc = (x: number, y: number, from: number) =>
    arcCubics({ centre: { x, y }, rx: 40, ry: 40, turn: 0, from, sweep: Math.PI / 2 });
  const arcs = [
    arc(160, -60, -Math.PI / 2),
    arc(160, 60, 0),
    arc(-160, 60, Math.PI / 2),
    arc(-160, -60, Math.PI),
  ];
  return arcs.flatMap((a, i) => [...a, straightCubic(a.at(-1)!.p3, arcs[(i + 1) % 4]![0]!.p0)]);
})();
const polygonOf = (path: ClosedPath, chord: number): ClosedPath => {
  const points = flattenPath(path, chord);
  return points.map((p, i) => straightCubic(p, points[(i + 1) % points.length]!));
};
const apart = (a: ClosedPath, b: ClosedPath): number =>
  Math.max(
    ...flattenPath(a, 0.1).map((p) => nearestOnPath(b, p)!.distance),
    ...flattenPath(b, 0.1).map((p) => nearestOnPath(a, p)!.distance),
  );
const keeps = (nodes: Parameters<typeof takeOutline>[1]): void =>
  expect(designRefusals(takeOutline(newDesign('x'), nodes))).toEqual([]);

describe('a chain taken as it is drawn', () => {
  it('straight sides stay straight, between corners without handles', () => {
    const { nodes, off } = nodesAsDrawn(corners([0, 0], [300, 0], [300, 200], [0, 200]))!;
    expect(nodes.map((n) => [n.kind, n.before, n.after])).toEqual(
      Array.from({ length: 4 }, () => ['corner', undefined, undefined]),
    );
    expect(off).toBeLessThan(1e-9);
    keeps(nodes);
  });
  it('curves keep their handles, in line where they join smoothly', () => {
    const { nodes, off } = nodesAsDrawn(plate)!;
    expect(nodes).toHaveLength(plate.length);
    expect(nodes.filter((n) => n.kind === 'smooth')).toHaveLength(4);
    // It is compared with chords of 0.002 mm.
    expect(off).toBeLessThan(0.0025);
    expect(apart(solveOutline(nodes), plate)).toBeLessThan(1e-4);
    keeps(nodes);
  });
  it('it runs counter-clockwise whichever way the file did', () => {
    const { nodes } = nodesAsDrawn(reversePath(plate))!;
    expect(signedArea(solveOutline(nodes))).toBeGreaterThan(0);
  });
  it('scraps that joining leaves are healed', () => {
    const scrap: ClosedPath = [
      straightCubic({ x: 0, y: 0 }, { x: 300, y: 0 }),
      straightCubic({ x: 300, y: 0 }, { x: 300.02, y: 0.01 }),
      straightCubic({ x: 300.02, y: 0.01 }, { x: 300, y: 200 }),
      straightCubic({ x: 300, y: 200 }, { x: 0, y: 200 }),
      straightCubic({ x: 0, y: 200 }, { x: 0, y: 0 }),
    ];
    const { nodes } = nodesAsDrawn(scrap)!;
    expect(nodes).toHaveLength(4);
    keeps(nodes);
  });
  it.each([0.002, 0.01])('many short steps (%s mm) become longer curves beside them', (chord) => {
    const steps = polygonOf(plate, chord);
    expect(steps.length).toBeGreaterThan(40);
    const { nodes, off } = nodesAsDrawn(steps)!;
    expect(nodes.length).toBeLessThan(40);
    expect(off).toBeLessThan(0.02);
    expect(apart(solveOutline(nodes), plate)).toBeLessThan(chord + 0.02);
    keeps(nodes);
  });
  it('what has no area to speak of, or too few pieces, is none', () => {
    expect(nodesAsDrawn(corners([0, 0], [300, 0]))).toBeNull();
  });
});

describe('a chain taken with the fewest nodes', () => {
  it('a circle of arcs becomes a handful of fair nodes', () => {
    const circle = arcCubics({
      centre: { x: 0, y: 0 },
      rx: 180,
      ry: 180,
      turn: 0,
      from: 0,
      sweep: 2 * Math.PI,
    });
    const { nodes, off } = nodesWithin(circle, 0.3)!;
    expect(nodes.length).toBeLessThan(14);
    expect(nodes.every((n) => n.kind === 'fair')).toBe(true);
    expect(off).toBeLessThanOrEqual(0.3);
    expect(apart(solveOutline(nodes), circle)).toBeLessThan(0.3);
  });
  it('corners of the file stay corners', () => {
    const { nodes } = nodesWithin(corners([0, 0], [300, 0], [300, 200], [0, 200]), 0.1)!;
    expect(nodes.map((n) => n.kind)).toEqual(['corner', 'corner', 'corner', 'corner']);
    for (const [x, y] of [
      [0, 0],
      [300, 200],
    ] as const)
      expect(Math.min(...nodes.map((n) => distance(n, { x, y })))).toBeLessThan(1e-3);
  });
});

describe('a polygon of very many places', () => {
  it.each([
    [6, 0.005],
    [2, 0.05],
  ])('that were rounded to %d digits is taken as it is drawn, within %d mm', (digits, within) => {
    const fine = flattenPath(solveOutline(newDesign('Many').outline.nodes), 2e-5);
    const count = 8_631;
    const places = Array.from({ length: count }, (_, i) => fine[Math.floor((i * fine.length) / count)]!);
    const rounded = places.map(({ x, y }): [number, number] => [
      Number(x.toFixed(digits)),
      Number(y.toFixed(digits)),
    ]);
    const taken = nodesAsDrawn(corners(...rounded))!;
    expect(taken.nodes.length).toBeLessThan(200);
    expect(taken.off).toBeLessThan(within);
  });
});

describe('cubics that follow samples', () => {
  const circle = (n: number): readonly { readonly at: Point; readonly way: Point }[] =>
    Array.from({ length: n + 1 }, (_, i) => {
      const a = (i / n) * 1.5 * Math.PI;
      return {
        at: { x: 100 * Math.cos(a), y: 100 * Math.sin(a) },
        way: { x: -Math.sin(a), y: Math.cos(a) },
      };
    });
  it('of an arc are few, near, and tangent where they meet', () => {
    const pieces = fitCubics(circle(300), 0.01);
    expect(pieces.length).toBeLessThan(8);
    pieces.forEach((c, i) => {
      for (const p of flattenPath([c], 0.01))
        expect(Math.abs(Math.hypot(p.x, p.y) - 100)).toBeLessThan(0.015);
      const next = pieces[i + 1];
      if (!next) return;
      expect(next.p0).toEqual(c.p3);
      const [u, v] = [
        { x: c.p3.x - c.p2.x, y: c.p3.y - c.p2.y },
        { x: next.p1.x - next.p0.x, y: next.p1.y - next.p0.y },
      ];
      const sine = (u.x * v.y - u.y * v.x) / (Math.hypot(u.x, u.y) * Math.hypot(v.x, v.y));
      expect(Math.abs(sine)).toBeLessThan(1e-9);
    });
  });
  it('are more within a finer tolerance', () => {
    expect(fitCubics(circle(300), 1e-4).length).toBeGreaterThan(fitCubics(circle(300), 0.1).length);
  });
});
