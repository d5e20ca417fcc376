import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { randomFrom } from '../../tests/random.ts';
import * as edits from '../design/allEdits.ts';
import { newDesign } from '../design/defaults.ts';
import type { Design, OpeningStep } from '../design/schema.ts';
import { rectPath } from '../geometry/figures.ts';
import { boxed, edgeGap, polygonArea, unionOf } from '../geometry/polygons.ts';
import { flattenPath, signedArea } from '../geometry/closedPath.ts';
import { createDeriver } from '../derived/derive.ts';
import { joinedCuts } from './drawing.ts';
import { floorsOf } from './floors.ts';
import { isEndGrain, wallsOf } from './walls.ts';

/** A rounded rectangle at a place: what a brute-force look is made of. */
interface Block {
  readonly x: number;
  readonly y: number;
  readonly turn: number;
  readonly long: number;
  readonly wide: number;
  readonly radius: number;
  readonly face: 'front' | 'back';
  readonly depth: number;
}

/** Distance to a rounded rectangle, mm; less than 0 inside. Closed form, of no polygon. */
function off(b: Block, x: number, y: number): number {
  const [c, s] = [Math.cos((b.turn * Math.PI) / 180), Math.sin((b.turn * Math.PI) / 180)];
  const [dx, dy] = [x - b.x, y - b.y];
  const r = Math.min(b.radius, b.long / 2, b.wide / 2);
  const u = Math.abs(c * dx + s * dy) - b.long / 2 + r;
  const v = Math.abs(-s * dx + c * dy) - b.wide / 2 + r;
  return Math.hypot(Math.max(u, 0), Math.max(v, 0)) + Math.min(Math.max(u, v), 0) - r;
}

/** Places on the edge of a block, 0.1 mm apart. */
function edgeOf(b: Block): readonly (readonly [number, number])[] {
  const [c, s] = [Math.cos((b.turn * Math.PI) / 180), Math.sin((b.turn * Math.PI) / 180)];
  return flattenPath(rectPath(b.long, b.wide, b.radius), 1e-4).flatMap((p, i, all) => {
    const q = all[(i + 1) % all.length]!;
    const steps = Math.max(1, Math.ceil(Math.hypot(q.x - p.x, q.y - p.y) / 0.1));
    return Array.from({ length: steps }, (_, k) => {
      const [x, y] = [p.x + ((q.x - p.x) * k) / steps, p.y + ((q.y - p.y) * k) / steps];
      return [b.x + c * x - s * y, b.y + s * x + c * y] as const;
    });
  });
}

const THICKNESS = 44;
const HALF = { x: 200, y: 160 };
/** A plain rectangular body, so that its edge has a closed form too. */
function bodyWith(blocks: readonly Block[]): Design {
  const plain = newDesign('Blocks', 6, 628);
  const corners = [
    [HALF.x, HALF.y],
    [-HALF.x, HALF.y],
    [-HALF.x, -HALF.y],
    [HALF.x, -HALF.y],
  ] as const;
  const nodes = corners.map(([x, y], i) => ({ id: `n${i}`, x, y, kind: 'corner' as const }));
  const steps = (b: Block): OpeningStep[] => [
    edits.plainStep('block', { kind: 'rect', long: b.long, wide: b.wide, radius: b.radius }, b.depth),
  ];
  return {
    ...plain,
    body: { ...plain.body, thickness: THICKNESS },
    outline: { nodes, mirror: [] },
    openings: blocks.map((b, i) => ({
      id: `o${i}`,
      name: `block ${i}`,
      face: b.face,
      at: { x: b.x, y: b.y },
      turn: b.turn,
      steps: steps(b),
    })),
  };
}

const randomBlocks = (seed: number): readonly Block[] => {
  const random = randomFrom(seed);
  const within = (min: number, max: number): number => min + (max - min) * random();
  return Array.from({ length: 4 }, () => ({
    x: within(-120, 120),
    y: within(-90, 90),
    turn: within(-90, 90),
    long: within(12, 80),
    wide: within(12, 60),
    radius: within(0, 12),
    face: random() < 0.5 ? ('front' as const) : ('back' as const),
    depth: within(4, 40),
  }));
};

const zOf = (b: Block): readonly [number, number] =>
  b.face === 'front' ? [-b.depth, 0] : [-THICKNESS, b.depth - THICKNESS];

/** The nearest two blocks come, looked for at every tenth of a mm of one's edge. */
function gapBetween(a: Block, b: Block): number {
  let least = Infinity;
  for (const [x, y] of edgeOf(a)) least = Math.min(least, off(b, x, y));
  return least;
}

describe('walls against brute force', () => {
  it('of 200 random layouts: none missed over 0.15 mm, none told that is not', () => {
    const derive = createDeriver();
    for (let seed = 1; seed <= 200; seed += 1) {
      const blocks = randomBlocks(seed);
      const { layout } = derive(bodyWith(blocks));
      const walls = wallsOf(layout, 0);
      blocks.forEach((a, i) => {
        for (let k = i + 1; k < blocks.length; k += 1) {
          const b = blocks[k]!;
          const told = walls.find((w) => w.a.owner.id === `o${i}` && w.b?.owner.id === `o${k}`);
          const [za, zb] = [zOf(a), zOf(b)];
          const shared = Math.min(za[1], zb[1]) - Math.max(za[0], zb[0]);
          if (shared <= 1e-6) {
            expect(told, `seed ${seed}: ${i} and ${k} share no depth`).toBeUndefined();
            continue;
          }
          const gap = Math.min(gapBetween(a, b), gapBetween(b, a));
          // What a third opening has taken away is no wall any more.
          const others = blocks.filter((c) => c !== a && c !== b);
          if (gap > 0.15 && gap < 24.8 && told === undefined)
            expect(
              others.some((c) => zOf(c)[0] <= Math.max(za[0], zb[0]) && zOf(c)[1] >= Math.min(za[1], zb[1])),
              `seed ${seed}: the wall of ${gap} mm between ${i} and ${k}`,
            ).toBe(true);
          // The shortest way, or a longer one where a third opening lies in it (walls.test.ts looks at those).
          if (told) expect(told.thickness - gap, `seed ${seed}: ${i} and ${k}`).toBeGreaterThan(-0.15);
        }
        // To the edge of a rectangular body: the least of four distances, negative outside.
        const edge = Math.min(
          ...edgeOf(a).map(([x, y]) => Math.min(HALF.x - Math.abs(x), HALF.y - Math.abs(y))),
        );
        const told = walls.find((w) => w.a.owner.id === `o${i}` && w.b === null);
        const isAlone = blocks.every(
          (c) => c === a || zOf(c)[0] >= zOf(a)[1] || zOf(c)[1] <= zOf(a)[0] || gapBetween(a, c) > 60,
        );
        if (edge < 24.8 && (isAlone || edge < 0))
          expect(Math.abs(told!.thickness - edge), `seed ${seed}: ${i} to the edge`).toBeLessThan(0.15);
        else if (edge < 24.8)
          expect(told?.thickness ?? 25, `seed ${seed}: ${i} to the edge`).toBeGreaterThan(edge - 0.15);
        else expect(told === undefined || told.thickness > 24.8).toBe(true);
      });
    }
  });
});

/** Places every mm that lie further than so far inside a block. */
const placesNear = (a: ReturnType<typeof randomBlocks>[number], by: number): [number, number][] => {
  const places: [number, number][] = [];
  for (let x = Math.floor(a.x) - 50; x <= a.x + 50; x += 1)
    for (let y = Math.floor(a.y) - 50; y <= a.y + 50; y += 1) if (off(a, x, y) < by) places.push([x, y]);
  return places;
};

describe('floors against brute force', () => {
  it('of 200 random layouts: the least floor of each pair and face', () => {
    const derive = createDeriver();
    for (let seed = 1; seed <= 200; seed += 1) {
      const blocks = randomBlocks(seed);
      const floors = floorsOf(derive(bodyWith(blocks)).layout);
      blocks.forEach((a, i) => {
        const alone = floors.find((f) => f.b === null && f.a.owner.id === `o${i}`);
        // Under a deeper one of the same face a shallower one has no floor of its own.
        const deeper = blocks.filter((o) => o !== a && o.face === a.face && o.depth > a.depth);
        const covers = (p: readonly [number, number], by: number): boolean =>
          deeper.some((d) => off(d, ...p) < by);
        const own = placesNear(a, -0.15);
        if (own.some((p) => !covers(p, 0.15)))
          expect(alone?.thickness, `seed ${seed}: ${i}`).toBeCloseTo(THICKNESS - a.depth, 9);
        if (placesNear(a, 0.8).every((p) => covers(p, -0.8)))
          expect(alone, `seed ${seed}: ${i}`).toBeUndefined();
        for (let k = i + 1; k < blocks.length; k += 1) {
          const b = blocks[k]!;
          const told = floors.find(
            (f) =>
              (f.a.owner.id === `o${i}` && f.b?.owner.id === `o${k}`) ||
              (f.a.owner.id === `o${k}` && f.b?.owner.id === `o${i}`),
          );
          const wood = THICKNESS - a.depth - b.depth;
          let over = false;
          let nearly = false;
          if (a.face !== b.face && wood > 0)
            for (let x = a.x - 50; x <= a.x + 50; x += 1)
              for (let y = a.y - 50; y <= a.y + 50; y += 1) {
                const both = Math.max(off(a, x, y), off(b, x, y));
                const gone = blocks.reduce(
                  (least, o) =>
                    (o !== a && o.face === a.face && o.depth > a.depth) ||
                    (o !== b && o.face === b.face && o.depth > b.depth)
                      ? Math.min(least, off(o, x, y))
                      : least,
                  Infinity,
                );
                if (both < -0.15 && gone > 0.15) over = true;
                if (both < 0.8 && gone > -0.8) nearly = true;
              }
          if (over) expect(told?.thickness, `seed ${seed}: ${i} over ${k}`).toBeCloseTo(wood, 9);
          if (!nearly) expect(told, `seed ${seed}: ${i} and ${k} are apart`).toBeUndefined();
        }
      });
    }
  });
});

describe('shapes of openings', () => {
  const side = fc.double({ min: 4, max: 120, noNaN: true });
  it('rounded rectangles are closed, run counter-clockwise, and enclose what they should', () => {
    fc.assert(
      fc.property(side, side, fc.double({ min: 0, max: 40, noNaN: true }), (long, wide, radius) => {
        const path = rectPath(long, wide, radius);
        const r = Math.min(radius, long / 2, wide / 2);
        const closed = path.every((c, i) => {
          const next = path[(i + 1) % path.length]!;
          return Math.hypot(c.p3.x - next.p0.x, c.p3.y - next.p0.y) < 1e-9;
        });
        // Arcs of cubics are off the true circle by 4.3e-6 of its radius.
        return (
          closed && Math.abs(signedArea(path) - (long * wide - (4 - Math.PI) * r * r)) < 3e-5 * r * r + 1e-9
        );
      }),
    );
  });
  it('unions of 500 random pairs are closed, do not cross themselves, and lose nothing', () => {
    for (let seed = 1; seed <= 500; seed += 1) {
      const [a, b] = randomBlocks(seed);
      const polygons = [a!, b!].map((block) => edgeOf(block).map(([x, y]) => ({ x, y })));
      const joined = unionOf(polygons);
      expect(joined.length).toBeGreaterThan(0);
      const total = joined.reduce((s, p) => s + polygonArea(p), 0);
      const areas = polygons.map(polygonArea);
      expect(total).toBeLessThanOrEqual(areas[0]! + areas[1]! + 1e-3);
      expect(total).toBeGreaterThanOrEqual(Math.max(...areas) - 1e-3);
      // Joined again with themselves they are what they were: no crossing was left to mend.
      const again = unionOf(joined).reduce((s, p) => s + polygonArea(p), 0);
      expect(again).toBeCloseTo(total, 3);
    }
  });
  it('an inset keeps its distance from the edge it follows, within its bounds', () => {
    const plain = bodyWith([]);
    const within = { minX: -180, maxX: -20, minY: -150, maxY: 0 };
    const design = edits.addOpening(plain, {
      name: 'Chamber',
      face: 'back',
      at: { x: 0, y: 0 },
      turn: 0,
      steps: [edits.plainStep('chamber', { kind: 'inset', of: 'body', by: 20, within }, 34, 'chamber')],
    }).design;
    const { layout } = createDeriver()(design);
    const [chamber] = layout.cuts;
    expect(chamber!.area.box).toMatchObject({ minX: -180, maxX: -20, minY: -140, maxY: 0 });
    const wall = wallsOf(layout, 0).find((w) => w.b === null)!;
    expect(wall.thickness).toBeCloseTo(20, 3);
  });
});

describe('gaps between polygons', () => {
  it('are the shortest way both ways, and 0 where they cross', () => {
    const square = (x: number, y: number) =>
      boxed([
        { x, y },
        { x: x + 10, y },
        { x: x + 10, y: y + 10 },
        { x, y: y + 10 },
      ]);
    expect(edgeGap(square(0, 0), square(13, 0), 25)!.distance).toBe(3);
    expect(edgeGap(square(0, 0), square(13, 14), 25)!.distance).toBe(5);
    expect(edgeGap(square(0, 0), square(5, 5), 25)!.distance).toBe(0);
    expect(edgeGap(square(0, 0), square(60, 0), 25)).toBeNull();
  });
  it('tell end grain by the way across the wall', () => {
    const along = { from: { x: 0, y: 0 }, to: { x: 5, y: 1 } };
    expect(isEndGrain(along, 0)).toBe(true);
    expect(isEndGrain(along, Math.PI / 2)).toBe(false);
    expect(isEndGrain({ from: { x: 0, y: 0 }, to: { x: 1, y: 1 } }, 0)).toBe(false);
  });
});

describe('openings of one depth that run into one another', () => {
  it('are drawn as one closed line, with the islands of both; others stay as they are', () => {
    const at = (x: number, depth: number, face: 'front' | 'back' = 'front'): Block => ({
      x,
      y: 0,
      turn: 0,
      long: 40,
      wide: 30,
      radius: 4,
      face,
      depth,
    });
    const cuts = (blocks: readonly Block[]) => createDeriver()(bodyWith(blocks)).layout.cuts;
    const together = joinedCuts(cuts([at(0, 10), at(30, 10), at(100, 10)]));
    expect(together).toHaveLength(2);
    expect(polygonArea(together[0]!.area.polygon)).toBeCloseTo(40 * 30 * 2 - 10 * 30 - (4 - Math.PI) * 16, 0);
    expect(joinedCuts(cuts([at(0, 10), at(30, 12)]))).toHaveLength(2);
    expect(joinedCuts(cuts([at(0, 10), at(30, 10, 'back')]))).toHaveLength(2);
    const [alone] = cuts([at(0, 10)]);
    expect(joinedCuts([alone!])[0]).toBe(alone);
  });
});
