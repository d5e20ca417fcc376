import { describe, expect, it } from 'vitest';
import type { Crowned, Drop } from './crowned.ts';
import { crownedGeometry } from './crowned.ts';

const board = (half: number) => [
  { x: 0, y: -half },
  { x: 100, y: -half },
  { x: 100, y: half },
  { x: 0, y: half },
];
const cylinder =
  (r: number): Drop =>
  (_, y) =>
    r - Math.sqrt(r * r - y * y);

/** A board 52 wide and 6 high of a radius of 254, or with other numbers. */
const crowned = (other: Partial<Crowned>): ReturnType<typeof crownedGeometry> =>
  crownedGeometry({ plan: board(26), low: 0, high: 6, drop: cylinder(254), isBelowToo: false, ...other });

/** Corners of a geometry, each with its normal. */
function cornersOf(geometry: ReturnType<typeof crownedGeometry>) {
  const [at, normal] = [geometry.getAttribute('position'), geometry.getAttribute('normal')];
  return Array.from({ length: at.count }, (_, i) => ({
    at: [at.getX(i), at.getY(i), at.getZ(i)] as const,
    normal: [normal.getX(i), normal.getY(i), normal.getZ(i)] as const,
  }));
}
/** What closed triangles enclose, by the divergence theorem, mm³. */
function volumeOf(geometry: ReturnType<typeof crownedGeometry>): number {
  const corners = cornersOf(geometry);
  let sum = 0;
  for (let i = 0; i < corners.length; i += 3) {
    const [[ax, ay, az], [bx, by, bz], [cx, cy, cz]] = [
      corners[i]!.at,
      corners[i + 1]!.at,
      corners[i + 2]!.at,
    ];
    sum += ax * (by * cz - bz * cy) + ay * (bz * cx - bx * cz) + az * (bx * cy - by * cx);
  }
  return sum / 6;
}

describe('a crowned piece', () => {
  it('encloses its plan by its height, less what its radius takes', () => {
    const [half, r, high] = [26, 254, 6];
    const geometry = crowned({});
    // Under the arc: the circle's segment over the chord's ends, and the rectangle under that.
    const angle = Math.asin(half / r);
    const segment = r * r * (angle - Math.sin(angle) * Math.cos(angle));
    const edge = high - cylinder(r)(0, half);
    // Bands of 2 mm are chords of the arc: each leaves out a cube of its width over twelve radii.
    const chords = (13 * 2 ** 3) / (12 * r);
    expect(volumeOf(geometry) / 100).toBeCloseTo(segment + 2 * half * edge - 2 * chords, 2);
  });
  it('is the same whichever way its plan is given', () => {
    const [there, back] = [board(20), [...board(20)].reverse()].map((plan) =>
      volumeOf(crowned({ plan, drop: cylinder(184) })),
    );
    expect(there).toBeGreaterThan(0);
    expect(back).toBeCloseTo(there!, 6);
  });
  it('that stands on a crowned face is as high at its end as in the middle', () => {
    const geometry = crowned({ low: 6, high: 7, isBelowToo: true });
    expect(volumeOf(geometry)).toBeCloseTo(100 * 52 * 1, 4);
  });
  it('looks outward everywhere: up with its slope, down, aside', () => {
    const r = 254;
    for (const { at, normal } of cornersOf(crowned({}))) {
      const [x, y, z] = at;
      expect(Math.hypot(...normal)).toBeCloseTo(1, 6);
      if (normal[2] > 0.5) {
        expect(normal[1]).toBeCloseTo(y / r, 4);
        expect(z).toBeCloseTo(6 - cylinder(r)(x, y), 4);
      } else if (normal[2] < -0.5) expect(z).toBe(0);
      else expect(normal[0] * (x - 50) + normal[1] * y).toBeGreaterThan(0);
    }
  });
  it('never falls under its own foot', () => {
    const geometry = crowned({ high: 0.5, drop: cylinder(60) });
    expect(Math.min(...cornersOf(geometry).map(({ at }) => at[2]))).toBe(0);
  });
});
