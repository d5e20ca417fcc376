import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Design, OutlineNode } from '../design/schema.ts';
import { mapPath, mirrorPath, nearestOnPath, reversePath, signedArea } from '../geometry/closedPath.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import { cubicAt, cubicCurvature, cubicFirst } from '../geometry/cubic.ts';
import { distance } from '../geometry/point.ts';
import { curvatureComb } from './comb.ts';
import { drawDimensions } from './dimensions.ts';
import { measureOutline } from './measures.ts';
import { solveOutline } from './solve.ts';

const node = (x: number, y: number, kind: OutlineNode['kind'] = 'fair', i = 0): OutlineNode => ({
  id: `n${i}${x}${y}`.replace(/[^n\d]/g, ''),
  x,
  y,
  kind,
});
const windrow = JSON.parse(
  readFileSync(new URL('../../../demo/windrow.json', import.meta.url), 'utf8'),
) as Design;

/** Star-shaped sets: one node in each equal sector, radius 100 to 220 mm. */
const star = fc.integer({ min: 8, max: 24 }).chain((n) =>
  fc
    .array(
      fc.record({
        turn: fc.double({ min: -0.4, max: 0.4, noNaN: true }),
        r: fc.double({ min: 100, max: 220, noNaN: true }),
      }),
      {
        minLength: n,
        maxLength: n,
      },
    )
    .map((list) =>
      list.map(({ turn, r }, i) => {
        const a = ((i + turn) / n) * 2 * Math.PI;
        return node(r * Math.cos(a), r * Math.sin(a), 'fair', i);
      }),
    ),
);

const jumps = (path: ClosedPath, nodes: readonly OutlineNode[]): number[] =>
  path.flatMap((c, i) => {
    if (nodes[i]!.kind === 'corner') return [];
    const before = cubicCurvature(path[(i + path.length - 1) % path.length]!, 1)!;
    const after = cubicCurvature(c, 0)!;
    return [Math.abs(after - before) / Math.max(Math.abs(before), Math.abs(after), 1e-4)];
  });

describe('fair nodes', () => {
  it('run through every node, tangent and curvature continuous', () => {
    fc.assert(
      fc.property(star, (nodes) => {
        const path = solveOutline(nodes);
        return (
          path.every(
            (c, i) =>
              distance(c.p0, nodes[i]!) < 1e-9 && distance(c.p3, nodes[(i + 1) % nodes.length]!) < 1e-9,
          ) && jumps(path, nodes).every((j) => j < 1e-6)
        );
      }),
      { numRuns: 60 },
    );
  });
  it('are curvature continuous on the demo design', () => {
    const { nodes } = windrow.outline;
    expect(Math.max(...jumps(solveOutline(nodes), nodes))).toBeLessThan(1e-3);
  });
  it('bring a circle of radius 150 from eight nodes within 0.2 mm', () => {
    const nodes = Array.from({ length: 8 }, (_, i) =>
      node(150 * Math.cos((i * Math.PI) / 4), 150 * Math.sin((i * Math.PI) / 4), 'fair', i),
    );
    for (const c of solveOutline(nodes))
      for (let t = 0; t < 1; t += 0.1)
        expect(Math.abs(Math.hypot(cubicAt(c, t).x, cubicAt(c, t).y) - 150)).toBeLessThan(0.2);
  });
  it('take the shape along when all nodes are moved and turned', () => {
    fc.assert(
      fc.property(
        star,
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.double({ min: -300, max: 300, noNaN: true }),
        (nodes, a, by) => {
          const f = (p: { x: number; y: number }) => ({
            x: p.x * Math.cos(a) - p.y * Math.sin(a) + by,
            y: p.x * Math.sin(a) + p.y * Math.cos(a) - by,
          });
          const moved = solveOutline(nodes.map((n) => ({ ...n, ...f(n) })));
          const mapped = mapPath(solveOutline(nodes), f);
          return moved.every((c, i) => distance(c.p1, mapped[i]!.p1) < 1e-6);
        },
      ),
      { numRuns: 40 },
    );
  });
});

describe('corners', () => {
  const square = [
    node(0, 0, 'corner', 1),
    node(100, 0, 'corner', 2),
    node(100, 80, 'corner', 3),
    node(0, 80, 'corner', 4),
  ];
  it('without handles are joined straight', () =>
    expect(signedArea(solveOutline(square))).toBeCloseTo(8000, 9));
  it('bend by their handles', () => {
    const bent = square.map((n, i) => (i === 0 ? { ...n, after: { x: 30, y: -20 } } : n));
    const [first] = solveOutline(bent);
    expect(first!.p1).toEqual({ x: 30, y: -20 });
    expect(first!.p2.y).toBe(0);
  });
  it('hand their handle to a fair run that leaves them', () => {
    const nodes = [{ ...square[0]!, after: { x: 10, y: -25 } }, node(50, -20, 'fair', 9), ...square.slice(1)];
    const path = solveOutline(nodes);
    expect(distance(path[0]!.p1, { x: 10, y: -25 })).toBeLessThan(1e-9);
    expect(jumps(path, nodes)[0]).toBeLessThan(1e-6);
  });
  it('that point inward are hollows of radius 0', () => {
    const dart = [
      node(0, 0, 'corner', 1),
      node(100, 0, 'corner', 2),
      node(50, 30, 'corner', 3),
      node(60, 120, 'corner', 4),
    ];
    expect(measureOutline(solveOutline(dart)).hollow).toEqual({
      kind: 'corner',
      radius: 0,
      at: { x: 50, y: 30 },
    });
    expect(measureOutline(solveOutline([...dart].reverse())).hollow?.radius).toBe(0);
    expect(measureOutline(solveOutline(square)).hollow).toBeNull();
  });
});

describe('the plane', () => {
  it('keeps area under moves, and mirroring twice is the identity', () => {
    fc.assert(
      fc.property(star, fc.double({ min: -500, max: 500, noNaN: true }), (nodes, by) => {
        const path = solveOutline(nodes);
        const area = signedArea(path);
        const moved = signedArea(mapPath(path, (p) => ({ x: p.x + by, y: p.y - by })));
        const mirrored = mirrorPath(path);
        const back = mirrorPath(mirrored);
        return (
          Math.abs(moved - area) < 1e-9 * area * 10 &&
          Math.abs(signedArea(mirrored) - area) < 1e-6 &&
          back.every((c, i) => distance(c.p0, path[i]!.p0) === 0 && distance(c.p2, path[i]!.p2) === 0)
        );
      }),
      { numRuns: 60 },
    );
  });
  it('measures the same whichever way the outline runs', () => {
    const path = solveOutline(windrow.outline.nodes);
    const [a, b] = [measureOutline(path), measureOutline(reversePath(path))];
    expect(b.lowerBout).toBeCloseTo(a.lowerBout!, 6);
    expect(b.waistOffset).toBeCloseTo(a.waistOffset!, 4);
    expect(b.hollow?.radius).toBeCloseTo(a.hollow!.radius, 6);
  });
  it('finds the place on the outline nearest to a point', () => {
    const path = solveOutline(windrow.outline.nodes);
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: path.length - 1 }),
        fc.double({ min: 0.05, max: 0.95, noNaN: true }),
        (i, t) => {
          const c = path[i]!;
          const at = cubicAt(c, t);
          const d = cubicFirst(c, t);
          const speed = Math.hypot(d.x, d.y);
          const beside = { x: at.x + (d.y / speed) * 2, y: at.y - (d.x / speed) * 2 };
          return nearestOnPath(path, beside)!.distance <= 2 + 1e-6;
        },
      ),
    );
  });
});

describe('what is shown of an outline', () => {
  const path = solveOutline(windrow.outline.nodes);
  it('draws comb teeth outward where the edge bulges, inward where it is hollow', () => {
    const circle = Array.from({ length: 8 }, (_, i) =>
      node(100 * Math.cos((i * Math.PI) / 4), 100 * Math.sin((i * Math.PI) / 4), 'fair', i),
    );
    for (const tooth of curvatureComb(solveOutline(circle), 5, 1000, 50).flat()) {
      expect(Math.hypot(tooth.tip.x, tooth.tip.y)).toBeGreaterThan(105);
      expect(Math.abs(tooth.curvature / 0.01 - 1)).toBeLessThan(0.06);
    }
    expect(
      curvatureComb(path, 4, 1500, 40)
        .flat()
        .some((t) => t.curvature < 0),
    ).toBe(true);
  });
  it('draws the length and the three widths of the demo, with their units', () => {
    const words = drawDimensions(measureOutline(path), 'in-fraction').marks.flatMap((m) =>
      m.kind === 'text' ? [m.text] : [],
    );
    expect(words.length).toBe(4);
    expect(words.every((w) => / in\b/.test(w))).toBe(true);
  });
});
