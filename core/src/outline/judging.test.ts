import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demo, pointed } from '../../tests/findings.ts';
import { arcCubics } from '../geometry/arcs.ts';
import { boxOfPoints } from '../geometry/box.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import { mapPath } from '../geometry/closedPath.ts';
import { straightCubic } from '../geometry/cubic.ts';
import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';
import { createDeriver } from '../derived/derive.ts';
import { alongEdge, bendsOf, oddBends, reversals } from './alongEdge.ts';
import { differenceAlong, movedStretches } from './difference.ts';
import { handReach } from './handReach.ts';
import { hornShapes } from './horns.ts';
import { measureOutline } from './measures.ts';
import { RATIOS, proportionsOf, shapeRatios } from './proportion.ts';
import { ratioFigure } from './ratioFigures.ts';
import { solveOutline } from './solve.ts';
import { reachAlong, shareTools } from './toolReach.ts';

const derive = createDeriver();
const ellipse = (rx: number, ry = rx, cx = 0, cy = 0): ClosedPath =>
  arcCubics({ centre: { x: cx, y: cy }, rx, ry, turn: 0, from: 0, sweep: 2 * Math.PI });
const polygon = (...points: readonly (readonly [number, number])[]): ClosedPath =>
  points.map(([x, y], i) => {
    const [u, v] = points[(i + 1) % points.length]!;
    return straightCubic({ x, y }, { x: u, y: v });
  });
const reflected = (path: ClosedPath): ClosedPath =>
  mapPath(path, (p) => ({ x: p.x, y: -p.y }))
    .map(({ p0, p1, p2, p3 }) => ({ p0: p3, p1: p2, p2: p1, p3: p0 }))
    .reverse();

describe('proportion', () => {
  it('of an ellipse off the centre line', () => {
    const path = ellipse(200, 100, 40, 20);
    const p = proportionsOf(path, measureOutline(path), 40);
    expect(p.visualAlong).toBeCloseTo(40, 4);
    expect(p.visualAcross).toBeCloseTo(20, 4);
    expect(p.thicknessToWidth).toBeCloseTo(0.2, 4);
    expect(p.face! / (Math.PI * 200 * 100)).toBeCloseTo(1, 4);
    // The part over a chord 20 mm under the middle of a half axis of 100 (segment of an ellipse).
    const share = (Math.PI - Math.acos(0.2) + 0.2 * Math.sqrt(1 - 0.04)) / Math.PI;
    expect(p.bassToTreble!).toBeCloseTo(share / (1 - share), 3);
  });
  it('names the nearest system ratio and what would make it exact', () => {
    const rows = shapeRatios({ length: 480, lowerBout: 330, waist: 220, upperBout: 280 });
    const first = rows.find((r) => r.of === 'length' && r.to === 'lowerBout')!;
    expect(first.nearest.name).toBe('√2');
    expect(first.exact).toBeCloseTo(330 * Math.SQRT2, 9);
    expect(first.change).toBeCloseTo(330 * Math.SQRT2 - 480, 9);
    for (const r of rows) {
      const made = { length: 480, lowerBout: 330, waist: 220, upperBout: 280, [r.of]: r.exact };
      const again = shapeRatios(made).find((q) => q.of === r.of && q.to === r.to)!;
      expect(again.ratio).toBeCloseTo(r.nearest.value, 9);
    }
    expect(shapeRatios({ length: 480 })).toEqual([]);
    expect(shapeRatios({ length: 480, lowerBout: 330 }, [])).toEqual([]);
  });
});

describe('figures of a ratio', () => {
  const box = { minX: -100, minY: -80, maxX: 300, maxY: 90 };
  it.each(RATIOS.map((r) => [r.name, r.value] as const))(
    '%s: rectangles lie in each other, all alike',
    (_, ratio) => {
      const lines = ratioFigure('rectangles', ratio, box);
      expect(lines.length).toBeGreaterThan(3);
      lines.forEach((line, n) => {
        const [a, b, c] = line as [Point, Point, Point];
        expect(distance(a, b) / distance(b, c)).toBeCloseTo(ratio, 9);
        const outer = boxOfPoints(n === 0 ? line : lines[n - 1]!)!;
        for (const p of line) {
          expect(p.x).toBeGreaterThan(outer.minX - 1e-9);
          expect(p.x).toBeLessThan(outer.maxX + 1e-9);
          expect(p.y).toBeGreaterThan(outer.minY - 1e-9);
          expect(p.y).toBeLessThan(outer.maxY + 1e-9);
        }
      });
      // The second fills the nut end of the first.
      const second = boxOfPoints(lines[1]!)!;
      const short = 400 / ratio;
      expect(second.maxX).toBeCloseTo(300, 9);
      expect(second.minX).toBeCloseTo(300 - short / ratio, 9);
      expect(second.maxY - second.minY).toBeCloseTo(short, 9);
    },
  );
  it('the spiral passes a corner of every rectangle', () => {
    const [spiral] = ratioFigure('spiral', 1.5, box);
    for (const line of ratioFigure('rectangles', 1.5, box).slice(0, 6))
      expect(Math.min(...line.map((c) => Math.min(...spiral!.map((p) => distance(p, c)))))).toBeLessThan(
        1e-6,
      );
  });
  it('the grid parts both ways in the ratio', () => {
    const lines = ratioFigure('grid', 2, box);
    expect(lines[1]![0]!.x).toBeCloseTo(-100 + 400 / 3, 9);
    expect(lines[4]![0]!.y).toBeCloseTo(-80 + (170 * 2) / 3, 9);
    expect(ratioFigure('grid', 1, box)).toEqual([]);
  });
});

describe('along the edge', () => {
  it('a circle bends evenly and turns once', () => {
    const along = alongEdge(ellipse(100), 3);
    for (const a of along) expect(a.curvature).toBeCloseTo(0.01, 4);
    expect(along.at(-1)!.wayDeg - along[0]!.wayDeg).toBeGreaterThan(355);
    expect(along.at(-1)!.s).toBeCloseTo(2 * Math.PI * 100 * (1 - 1 / along.length), 0);
    expect(reversals(along)).toEqual([]);
  });
  it('run backward, it is the same edge', () => {
    const there = alongEdge(ellipse(100), 3);
    const back = alongEdge(
      ellipse(100)
        .map(({ p0, p1, p2, p3 }) => ({ p0: p3, p1: p2, p2: p1, p3: p0 }))
        .reverse(),
      3,
    );
    expect(back.every((a) => a.curvature > 0)).toBe(true);
    expect(back).toHaveLength(there.length);
  });
  it('every demo reverses in pairs, from bulge to hollow and back', () => {
    for (const name of ['windrow', 'skerry'] as const) {
      const found = reversals(alongEdge(derive(demo(name)).path, 1));
      expect(found.length).toBeGreaterThan(3);
    }
  });
  it('an ellipse’s bends are its ends', () => {
    const bends = bendsOf(ellipse(200, 100));
    expect(bends).toHaveLength(2);
    for (const b of bends) {
      expect(b.radius).toBeCloseTo(50, 0);
      expect(Math.abs(b.at.x)).toBeCloseTo(200, 1);
    }
    expect(oddBends(bends)).toEqual([]);
  });
  it('a bend much tighter than the others stands out', () => {
    // Ellipse of one end pulled to a point: radii of 50 and about 4 mm.
    const egg = mapPath(ellipse(200, 100), (p) => ({ x: p.x, y: p.x > 0 ? p.y * (1 - p.x / 280) : p.y }));
    const odd = oddBends(bendsOf(egg));
    expect(odd).toHaveLength(1);
    expect(odd[0]!.bend.at.x).toBeGreaterThan(150);
    expect(odd[0]!.times).toBeGreaterThan(2);
  });
});

describe('horns', () => {
  it('of an outline and its mirror image change sides', () => {
    const { path, measures } = derive(pointed('windrow'));
    const a = hornShapes(path, measures);
    const other = reflected(path);
    const b = hornShapes(other, measureOutline(other));
    for (const [p, q] of [
      [a.bass, b.treble],
      [a.treble, b.bass],
    ] as const) {
      expect(p!.length).toBeCloseTo(q!.length, 6);
      expect(p!.width!).toBeCloseTo(q!.width!, 6);
      expect(p!.outwardDeg).toBeCloseTo(q!.outwardDeg, 6);
      expect(p!.tipRadius).toBeCloseTo(q!.tipRadius, 6);
    }
    // Windrow's horns end in corners, the bass one longer.
    expect([a.bass!.tipRadius, a.treble!.tipRadius]).toEqual([0, 0]);
    expect(a.bass!.tip.x).toBeGreaterThan(a.treble!.tip.x);
  });
  it('a body without cutaways has none', () => {
    const path = ellipse(200, 150);
    expect(hornShapes(path, measureOutline(path))).toEqual({ bass: null, treble: null });
  });
});

describe('what changed', () => {
  it('a larger circle lies outside all round', () => {
    const moved = differenceAlong(ellipse(100), ellipse(101.5));
    for (const m of moved) expect(m.by).toBeCloseTo(1.5, 2);
    const [only, ...rest] = movedStretches(moved);
    expect(rest).toEqual([]);
    expect(only!.length).toBeCloseTo(2 * Math.PI * 101.5, -1);
  });
  it('one moved node shows as one stretch, with its side and size', () => {
    fc.assert(
      fc.property(fc.integer({ min: 3, max: 17 }), fc.double({ min: -3, max: 3, noNaN: true }), (i, by) => {
        if (Math.abs(by) < 0.3) return;
        const { nodes } = demo('skerry').outline;
        if (nodes[i]!.kind !== 'fair') return;
        const next = nodes.map((n, k) => (k === i ? { ...n, y: n.y + by } : n));
        const [before, after] = [solveOutline(nodes), solveOutline(next)];
        const found = movedStretches(differenceAlong(before, after));
        expect(found.length).toBeGreaterThan(0);
        // A fair edge swings a little on both sides of what moved; most of it is at the node.
        expect(Math.abs(found[0]!.by)).toBeLessThan(Math.abs(by) * 1.3 + 0.05);
        expect(Math.abs(found[0]!.by)).toBeGreaterThan(0);
      }),
      { numRuns: 40 },
    );
  });
  it('the same edge has not moved, whichever way it runs', () => {
    const { path } = derive(demo('fathom'));
    expect(movedStretches(differenceAlong(path, path))).toEqual([]);
    const back = path.map(({ p0, p1, p2, p3 }) => ({ p0: p3, p1: p2, p2: p1, p3: p0 })).reverse();
    expect(movedStretches(differenceAlong(path, back))).toEqual([]);
  });
});

describe('tools that reach', () => {
  // A block with a slot of 20 mm, rounded at its bottom, open to the right.
  const slot: ClosedPath = [
    ...polygon([0, -100], [200, -100], [200, -10], [60, -10]).slice(0, 3),
    ...arcCubics({ centre: { x: 60, y: 0 }, rx: 10, ry: 10, turn: 0, from: -Math.PI / 2, sweep: -Math.PI }),
    straightCubic({ x: 60, y: 10 }, { x: 200, y: 10 }),
    straightCubic({ x: 200, y: 10 }, { x: 200, y: 100 }),
    straightCubic({ x: 200, y: 100 }, { x: 0, y: 100 }),
    straightCubic({ x: 0, y: 100 }, { x: 0, y: -100 }),
  ];
  it('a slot takes what is as wide as it is, also along its straight sides', () => {
    const reached = reachAlong(slot);
    const inside = reached.filter(
      (r) => Math.abs(Math.abs(r.at.y) - 10) < 1e-6 && r.at.x > 62 && r.at.x < 150,
    );
    expect(inside.length).toBeGreaterThan(100);
    for (const r of inside) expect(r.radius).toBeCloseTo(10, 1);
    const bottom = reached.filter((r) => r.at.x < 55 && r.at.x > 45 && Math.abs(r.at.y) < 8);
    for (const r of bottom) expect(Math.abs(r.radius - 10)).toBeLessThan(0.2);
    for (const r of reached.filter((q) => q.at.x < 1)) expect(r.radius).toBe(Infinity);
  });
  it('an ellipse takes a straight block all round', () => {
    expect(reachAlong(ellipse(200, 120)).every((r) => r.radius === Infinity)).toBe(true);
  });
  it('the largest that follows is taken, and what nothing reaches is reported', () => {
    const reached = reachAlong(slot);
    const block = { id: 'b', kind: 'block', diameter: null } as const;
    const spindle = { id: 's', kind: 'spindle', diameter: 19 } as const;
    const fat = { id: 'f', kind: 'spindle', diameter: 50 } as const;
    const { shares } = shareTools(reached, [spindle, block, fat]);
    expect(shares.map((s) => s.tool?.id ?? null)).toEqual(['b', 's']);
    expect(shares[1]!.length).toBeGreaterThan(280);
    const without = shareTools(reached, [block, fat]).shares;
    expect(without.at(-1)!.tool).toBeNull();
    expect(Math.abs(without.at(-1)!.at!.y)).toBeLessThan(10.01);
  });
  it('a corner that points inward takes nothing', () => {
    const notch = polygon([0, -50], [100, -50], [100, 50], [60, 0], [0, 50]);
    const reached = reachAlong(notch);
    const at = reached.reduce((a, b) =>
      distance(a.at, { x: 60, y: 0 }) < distance(b.at, { x: 60, y: 0 }) ? a : b,
    );
    expect(at.radius).toBeLessThan(2);
  });
});

describe('reach of the hand', () => {
  const { stringPlan } = derive(pointed('windrow'));
  // A plain block whose nut end stands square beside the neck.
  const blockTo = (x: number): ClosedPath => polygon([-200, -150], [x, -150], [x, 150], [-200, 150]);
  it('wood beside the neck stops the hand, and the finger reaches on', () => {
    const hand = { room: 30, finger: 40 };
    for (const x of [180, 236, 300]) {
      const reach = handReach(blockTo(x), stringPlan, hand);
      for (const side of ['bass', 'treble'] as const) {
        expect(reach[side].stopX).toBeCloseTo(x, 6);
        const { fret } = reach[side];
        const at = (n: number): number => stringPlan.frets.find((f) => f.number === n)?.[side].x ?? -Infinity;
        expect(at(fret)).toBeGreaterThanOrEqual(x - 40);
        expect(at(fret + 1)).toBeLessThan(x - 40);
      }
    }
  });
  it('a deeper cutaway never reaches fewer frets, and a free neck all', () => {
    const frets = [320, 280, 240, 200, 160].map(
      (x) => handReach(blockTo(x), stringPlan, { room: 30, finger: 40 }).bass.fret,
    );
    expect(frets).toEqual([...frets].sort((a, b) => a - b));
    const small = polygon([-200, -10], [-50, -10], [-50, 10], [-200, 10]);
    expect(handReach(small, stringPlan, { room: 30, finger: 40 }).bass).toEqual({
      stopX: null,
      fret: stringPlan.frets.at(-1)!.number,
    });
  });
});
