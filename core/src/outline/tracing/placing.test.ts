import { describe, expect, it } from 'vitest';
import type { Underlay } from '../../design/schema.ts';
import { moveUnderlay, pixelMap } from '../../design/underlayPlace.ts';
import type { Point } from '../../geometry/point.ts';
import { distance } from '../../geometry/point.ts';
import { placeByMeasures, placeOnTwo, placeStraight } from './placing.ts';

const picture: Underlay = {
  id: 'u1',
  name: 'Photo',
  picture: '00000000-0000-4000-8000-000000000000',
  width: 1600,
  height: 1200,
  at: { x: 40, y: -12 },
  turn: 17,
  scale: 0.31,
  mirrored: false,
  opacity: 1,
  locked: false,
  hidden: false,
  scaled: 'not',
  goodTo: null,
  focal: null,
  camera: null,
  artwork: null,
};
const [a, b] = [
  { x: 300, y: 580 },
  { x: 1350, y: 640 },
];
const after = (placed: ReturnType<typeof placeByMeasures>): Underlay => ({
  ...picture,
  ...moveUnderlay(picture, placed!.to),
});

describe('a picture placed by marks', () => {
  it('is to scale by its measures', () => {
    const map = pixelMap(after(placeByMeasures(picture, [{ from: a, to: b, truth: 412 }])));
    expect(distance(map(a), map(b))).toBeCloseTo(412, 9);
    expect(placeByMeasures(picture, [{ from: a, to: a, truth: 412 }])).toBeNull();
  });
  it('lies with two marks on the centre line, its size kept', () => {
    const map = pixelMap(after(placeStraight(picture, a, b)));
    expect(map(a).y).toBeCloseTo(0, 9);
    expect(map(b).y).toBeCloseTo(0, 9);
    expect(map(b).x - map(a).x).toBeCloseTo(distance(a, b) * picture.scale, 9);
    expect(placeStraight(picture, a, a)).toBeNull();
  });
  it.each([
    ['bridge line and joint', { x: 0, y: 0 }, { x: 254, y: 0 }],
    ['both ends of a slanted nut', { x: 631, y: 21 }, { x: 625, y: -21 }],
  ])('lies on %s', (_, p, q) => {
    const map = pixelMap(after(placeOnTwo(picture, [a, b], [p, q])));
    expect(distance(map(a), p)).toBeLessThan(1e-9);
    expect(distance(map(b), q)).toBeLessThan(1e-9);
    expect(placeOnTwo(picture, [a, b], [p, p])).toBeNull();
    expect(placeOnTwo(picture, [a, a], [p, q])).toBeNull();
  });
  it('is so good as it says: nineteen of twenty places half a body away are nearer', () => {
    // A second method: marks scattered as a hand scatters them, many times.
    let state = 7;
    const even = (): number => {
      // Park and Miller's generator: the same scatter at every run.
      state = (state * 48_271) % 2_147_483_647;
      return state / 2_147_483_647;
    };
    const one = (): number => Math.sqrt(-2 * Math.log(even())) * Math.cos(2 * Math.PI * even());
    const spot = (p: Point): Point => ({ x: p.x + 0.7 * one(), y: p.y + 0.7 * one() });
    const truth = pixelMap(after(placeByMeasures(picture, [{ from: a, to: b, truth: 412 }])));
    const { goodTo } = placeByMeasures(picture, [{ from: a, to: b, truth: 412 }])!;
    const far = { x: picture.width / 2 + 230 / (picture.scale * 1.2656), y: picture.height / 2 };
    let nearer = 0;
    const runs = 1000;
    for (let i = 0; i < runs; i += 1) {
      const set = placeByMeasures(picture, [{ from: spot(a), to: spot(b), truth: 412 }]);
      if (distance(pixelMap(after(set))(far), truth(far)) <= goodTo!) nearer += 1;
    }
    expect(nearer / runs).toBeGreaterThan(0.92);
    expect(nearer / runs).toBeLessThan(0.98);
  });
});
