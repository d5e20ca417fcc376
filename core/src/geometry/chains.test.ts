import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { randomFrom } from '../../tests/random.ts';
import { arcCubics, bulgeCubics } from './arcs.ts';
import type { Drawn } from './chains.ts';
import { joinChains } from './chains.ts';
import type { Cubic } from './cubic.ts';
import { cubicAt, cubicLength, reverseCubic, straightCubic } from './cubic.ts';
import { distance } from './point.ts';

const ring = (count: number, radius = 100): readonly Cubic[] =>
  Array.from({ length: count }, (_, i) => {
    const at = (k: number) => ({
      x: radius * Math.cos((2 * Math.PI * k) / count),
      y: radius * Math.sin((2 * Math.PI * k) / count),
    });
    return straightCubic(at(i), at((i + 1) % count));
  });
const line = (pieces: readonly Cubic[], closed = false): Drawn => ({ pieces, closed, name: 'l' });

describe('lines joined into chains', () => {
  it('come together whatever their order and direction, over gaps within the tolerance', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 3, max: 40 }),
        fc.integer(),
        fc.double({ min: 0, max: 0.04, noNaN: true }),
        (n, seed, gap) => {
          const random = randomFrom(seed);
          const jitter = (): number => (random() - 0.5) * gap;
          const pieces = ring(n).map((c) => {
            const moved = {
              ...c,
              p0: { x: c.p0.x + jitter(), y: c.p0.y + jitter() },
              p3: { x: c.p3.x + jitter(), y: c.p3.y + jitter() },
            };
            return random() < 0.5 ? reverseCubic(moved) : moved;
          });
          const order = pieces.map((c) => ({ c, key: random() })).sort((a, b) => a.key - b.key);
          const { chains } = joinChains(
            order.map(({ c }) => line([c])),
            0.06,
          );
          if (chains.length !== 1 || !chains[0]!.closed) return false;
          const joined = chains[0]!.pieces;
          return (
            joined.every((c, i) => distance(c.p3, joined[(i + 1) % joined.length]!.p0) < 1e-9) &&
            chains[0]!.gap <= 0.06
          );
        },
      ),
    );
  });
  it('stay apart over a wider gap', () => {
    const pieces = ring(5);
    const { chains } = joinChains([line(pieces.slice(0, 2)), line(pieces.slice(2, 4))], 0.05);
    expect(chains.map((c) => [c.closed, c.pieces.length])).toEqual([[false, 4]]);
    const apart = joinChains(
      [
        line([straightCubic({ x: 0, y: 0 }, { x: 9, y: 0 })]),
        line([straightCubic({ x: 9.1, y: 0 }, { x: 20, y: 0 })]),
      ],
      0.05,
    );
    expect(apart.chains).toHaveLength(2);
  });
  it('drawn twice are taken once, whichever way they run', () => {
    const pieces = ring(6);
    const { chains, doubled } = joinChains(
      [...pieces, ...pieces.map(reverseCubic)].map((c) => line([c])),
      0.01,
    );
    expect([chains.length, chains[0]!.closed, chains[0]!.pieces.length, doubled]).toEqual([1, true, 6, 6]);
  });
  it('closed ones stay as they are; one that comes home is closed', () => {
    const { chains } = joinChains([line(ring(4), true), line(ring(7, 20))], 0.01);
    expect(chains.map((c) => [c.closed, c.pieces.length])).toEqual([
      [true, 4],
      [true, 7],
    ]);
  });
  it('a short line does not close on itself', () => {
    const { chains } = joinChains([line([straightCubic({ x: 0, y: 0 }, { x: 0.03, y: 0 })])], 0.05);
    expect(chains[0]!.closed).toBe(false);
  });
});

describe('arcs as cubics', () => {
  it('follow the circle within 0.5 µm at R 100 mm', () => {
    const arc = arcCubics({ centre: { x: 3, y: 4 }, rx: 100, ry: 100, turn: 0, from: 0.3, sweep: -5 });
    for (const c of arc)
      for (let t = 0; t <= 1; t += 0.05)
        expect(Math.abs(distance(cubicAt(c, t), { x: 3, y: 4 }) - 100)).toBeLessThan(5e-4);
    expect(arc.reduce((s, c) => s + cubicLength(c), 0)).toBeCloseTo(500, 2);
  });
  it('a bulge’s arc ends on its vertices, exactly', () => {
    const [a, b] = [
      { x: 1, y: 2 },
      { x: 7, y: -3 },
    ];
    for (const bulge of [0.1, -0.4, 1, -2.5]) {
      const arc = bulgeCubics(a, b, bulge);
      expect([arc[0]!.p0, arc.at(-1)!.p3]).toEqual([a, b]);
      const sweep = 4 * Math.atan(Math.abs(bulge));
      const radius = distance(a, b) / (2 * Math.sin(sweep / 2));
      expect(arc.reduce((s, c) => s + cubicLength(c), 0)).toBeCloseTo(radius * sweep, 3);
    }
  });
});

describe('lines drawn twice', () => {
  const polyline = (...points: readonly (readonly [number, number])[]): readonly Cubic[] =>
    points.slice(1).map(([x, y], i) => straightCubic({ x: points[i]![0], y: points[i]![1] }, { x, y }));
  const lengthOf = (pieces: readonly Cubic[]): number => pieces.reduce((sum, c) => sum + cubicLength(c), 0);

  it('there and back in other steps are one open line, and no ring', () => {
    const there = polyline([0, 0], [40, 0], [100, 30]);
    const back = polyline([100, 30], [70, 15], [40, 0], [10, 0], [0, 0]);
    for (const drawn of [[line(there), line(back)], [line([...there, ...back], true)]]) {
      const { chains, doubled } = joinChains(drawn, 0.05);
      expect(chains.map((c) => c.closed)).toEqual([false]);
      expect(lengthOf(chains[0]!.pieces)).toBeCloseTo(40 + Math.hypot(60, 30), 6);
      expect(doubled).toBe(1);
    }
  });
  it('a ring that begins elsewhere, runs the other way or has other joints is one ring', () => {
    const arcs = (from: number, count: number): readonly Cubic[] =>
      Array.from({ length: count }, (_, i) =>
        arcCubics({
          centre: { x: 5, y: 9 },
          rx: 30,
          ry: 30,
          turn: 0,
          from: from + (i * 2 * Math.PI) / count,
          sweep: (2 * Math.PI) / count,
        }),
      ).flat();
    const turned = [...arcs(2, 3)].map(reverseCubic).reverse();
    const { chains, doubled } = joinChains(
      [line(arcs(0, 4), true), line(arcs(1, 5), true), line(turned)],
      0.05,
    );
    expect([chains.length, doubled]).toEqual([1, 2]);
    // Beside each other, or of another size, they are two.
    expect(joinChains([line(ring(40), true), line(ring(40, 100.1), true)], 0.05).chains).toHaveLength(2);
  });
  it('a thin sliver and an eight stay what they are', () => {
    const sliver = polyline([0, 0], [100, 0], [100, 0.1], [0, 0.1], [0, 0]);
    const eight = polyline([0, 0], [50, 50], [50, -50], [-50, 50], [-50, -50], [0, 0]);
    for (const pieces of [sliver, eight])
      expect(joinChains([line(pieces, true)], 0.05).chains[0]).toMatchObject({ closed: true, pieces });
  });
});
