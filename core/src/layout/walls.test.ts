import { describe, expect, it } from 'vitest';
import { randomFrom } from '../../tests/random.ts';
import * as edits from '../design/allEdits.ts';
import { newDesign } from '../design/defaults.ts';
import type { Design, OpeningStep } from '../design/schema.ts';
import { flattenPath } from '../geometry/closedPath.ts';
import { rectPath } from '../geometry/figures.ts';
import { createDeriver } from '../derived/derive.ts';
import { cornered } from '../../tests/findings.ts';
import type { Wall } from './walls.ts';
import { wallsOf } from './walls.ts';

const THICKNESS = 44;
const HALF = { x: 200, y: 160 };
const RAD = Math.PI / 180;

/** A rounded rectangle that is cut: what a brute-force look is made of. */
interface Block {
  readonly owner: string;
  readonly role: OpeningStep['role'];
  readonly x: number;
  readonly y: number;
  readonly turn: number;
  readonly long: number;
  readonly wide: number;
  readonly radius: number;
  readonly face: 'front' | 'back';
  readonly depth: number;
}
type Place = readonly [number, number];

/** Distance to a rounded rectangle, mm; less than 0 inside. Closed form, of no polygon. */
function off(b: Block, [x, y]: Place): number {
  const [c, s] = [Math.cos(b.turn * RAD), Math.sin(b.turn * RAD)];
  const [dx, dy] = [x - b.x, y - b.y];
  const r = Math.min(b.radius, b.long / 2, b.wide / 2);
  const u = Math.abs(c * dx + s * dy) - b.long / 2 + r;
  const v = Math.abs(-s * dx + c * dy) - b.wide / 2 + r;
  return Math.hypot(Math.max(u, 0), Math.max(v, 0)) + Math.min(Math.max(u, v), 0) - r;
}
const outOfBody = ([x, y]: Place): number => Math.max(Math.abs(x) - HALF.x, Math.abs(y) - HALF.y);

const EDGES = new WeakMap<Block, readonly Place[]>();
/** Places on the edge of a block, 0.1 mm apart. */
function edgeOf(b: Block): readonly Place[] {
  const known = EDGES.get(b);
  if (known) return known;
  const [c, s] = [Math.cos(b.turn * RAD), Math.sin(b.turn * RAD)];
  const places = flattenPath(rectPath(b.long, b.wide, b.radius), 1e-4).flatMap((p, i, all) => {
    const q = all[(i + 1) % all.length]!;
    const steps = Math.max(1, Math.ceil(Math.hypot(q.x - p.x, q.y - p.y) / 0.1));
    return Array.from({ length: steps }, (_, k): Place => {
      const [x, y] = [p.x + ((q.x - p.x) * k) / steps, p.y + ((q.y - p.y) * k) / steps];
      return [b.x + c * x - s * y, b.y + s * x + c * y];
    });
  });
  EDGES.set(b, places);
  return places;
}
const bodyEdge: readonly Place[] = [-1, 1].flatMap((side) => [
  ...Array.from({ length: (2 * HALF.x) / 0.1 }, (_, i): Place => [-HALF.x + i * 0.1, side * HALF.y]),
  ...Array.from({ length: (2 * HALF.y) / 0.1 }, (_, i): Place => [side * HALF.x, -HALF.y + i * 0.1]),
]);

function bodyWith(blocks: readonly Block[]): Design {
  const plain = newDesign('Blocks', 6, 628);
  const outlined = cornered(plain, [
    [HALF.x, HALF.y],
    [-HALF.x, HALF.y],
    [-HALF.x, -HALF.y],
    [HALF.x, -HALF.y],
  ]);
  const owners = [...new Set(blocks.map((b) => b.owner))];
  return {
    ...outlined,
    body: { ...plain.body, thickness: THICKNESS },
    openings: owners.map((id) => {
      const own = blocks.filter((b) => b.owner === id);
      const { face, x, y, turn } = own[0]!;
      const steps = own.map((b) =>
        edits.plainStep(
          b.role,
          { kind: 'rect', long: b.long, wide: b.wide, radius: b.radius },
          b.depth,
          b.role,
        ),
      );
      return { id, name: id, face, at: { x, y }, turn, steps };
    }),
  };
}

/** Cavities with and without a cover's ledge, and wire channels; crossing and overlapping as they fall. */
function randomBlocks(seed: number): readonly Block[] {
  const random = randomFrom(seed);
  const within = (min: number, max: number): number => min + (max - min) * random();
  const one = (owner: string): readonly Block[] => {
    const place = {
      owner,
      x: within(-130, 130),
      y: within(-90, 90),
      turn: within(-90, 90),
      face: random() < 0.5 ? ('front' as const) : ('back' as const),
    };
    if (random() < 0.4)
      return [{ ...place, role: 'channel', long: within(40, 150), wide: 8, radius: 4, depth: within(8, 24) }];
    const cavity: Block = {
      ...place,
      role: 'cavity',
      long: within(16, 80),
      wide: within(14, 60),
      radius: within(0, 7),
      depth: within(6, 38),
    };
    const ledge: Block = {
      ...cavity,
      role: 'ledge',
      long: cavity.long + 14,
      wide: cavity.wide + 14,
      radius: cavity.radius + 5,
      depth: 2.4,
    };
    return random() < 0.4 ? [ledge, cavity] : [cavity];
  };
  if (seed % 2) return ['o0', 'o1', 'o2', 'o3', 'o4', 'o5'].flatMap(one);
  // Two cavities beside each other, with a channel that runs over the wall between them.
  const first: Block = {
    ...one('o0').at(-1)!,
    role: 'cavity',
    turn: within(-90, 90),
    wide: within(20, 40),
    depth: 30,
  };
  const gap = within(2, 16);
  const [along, across] = [within(-20, 20), first.wide + gap];
  const [c, s] = [Math.cos(first.turn * RAD), Math.sin(first.turn * RAD)];
  const beside = (owner: string, u: number, v: number): Block => ({
    ...first,
    owner,
    x: first.x + c * u - s * v,
    y: first.y + s * u + c * v,
  });
  const channel: Block = {
    ...beside('o2', within(-30, 30), across / 2),
    role: 'channel',
    turn: first.turn + 90 + within(-40, 40),
    long: within(20, 60),
    wide: within(6, 30),
    radius: 3,
    depth: within(28, 36),
  };
  return [first, beside('o1', along, across), channel, ...['o3', 'o4'].flatMap(one)];
}
const zOf = (b: Block): Place => (b.face === 'front' ? [-b.depth, 0] : [-THICKNESS, b.depth - THICKNESS]);

/** Ranges of depth within which the same blocks are cut. */
function slabs([low, high]: Place, others: readonly Block[]): readonly Place[] {
  const bounds = [low, high, ...others.flatMap(zOf).filter((z) => z > low && z < high)].sort((a, b) => a - b);
  return bounds.slice(1).flatMap((top, i): Place[] => (top - bounds[i]! >= 0.05 ? [[bounds[i]!, top]] : []));
}

const LOOK = 0.2;
/** Whether the straight way between two places runs through wood, looked at five times a mm. */
function isWood(p: Place, q: Place, taken: readonly Block[], slack: number): boolean {
  const steps = Math.ceil(Math.hypot(q[0] - p[0], q[1] - p[1]) / LOOK);
  for (let i = 1; i < steps; i += 1) {
    const at: Place = [p[0] + ((q[0] - p[0]) * i) / steps, p[1] + ((q[1] - p[1]) * i) / steps];
    if (outOfBody(at) > slack || taken.some((c) => off(c, at) < -slack)) return false;
  }
  return true;
}

/** The shortest way through wood between two edges, of all pairs of places a tenth of a mm apart. */
function bruteWay(
  a: readonly Place[],
  b: readonly Place[],
  offB: (p: Place) => number,
  taken: readonly Block[],
  slack: number,
): number {
  const exposed = (list: readonly Place[]): readonly Place[] =>
    list.filter((p) => outOfBody(p) <= slack && taken.every((c) => off(c, p) > -slack));
  const first = exposed(a.filter((p) => offB(p) < 25));
  const reach = (i: 0 | 1): Place => [
    Math.min(...first.map((p) => p[i])) - 25,
    Math.max(...first.map((p) => p[i])) + 25,
  ];
  const [alongX, alongY] = [reach(0), reach(1)];
  const second = exposed(
    b.filter(([x, y]) => x >= alongX[0] && x <= alongX[1] && y >= alongY[0] && y <= alongY[1]),
  );
  const nearest = [...first].sort((p, q) => offB(p) - offB(q));
  let best = Infinity;
  for (const p of nearest) {
    if (offB(p) >= Math.min(best, 25)) break;
    for (const q of second) {
      const [dx, dy] = [q[0] - p[0], q[1] - p[1]];
      const long = dx * dx + dy * dy;
      if (long >= best * best || long > 625 || !isWood(p, q, taken, slack)) continue;
      best = Math.sqrt(long);
    }
  }
  return best;
}

/** Whether a third block can be in any way of 25 mm from the first. */
const nearBy = (a: Block, c: Block): boolean =>
  Math.hypot(a.x - c.x, a.y - c.y) < 25 + (Math.hypot(a.long, a.wide) + Math.hypot(c.long, c.wide)) / 2;

/** The least of a wall by brute force, between a strict and a lenient look at what touches. */
function bruteWall(a: Block, b: Block | null, blocks: readonly Block[]): readonly [number, number] {
  const [za, zb] = [zOf(a), b ? zOf(b) : zOf(a)];
  const others = blocks.filter((c) => c !== a && c !== b);
  const range: Place = [Math.max(za[0], zb[0]), Math.min(za[1], zb[1])];
  const bound = [Infinity, Infinity];
  const edges = [edgeOf(a), b ? edgeOf(b) : bodyEdge] as const;
  const offB = (p: Place): number => (b ? Math.abs(off(b, p)) : Math.abs(outOfBody(p)));
  for (const [low, high] of slabs(range, others)) {
    const taken = others.filter((c) => zOf(c)[0] <= low && zOf(c)[1] >= high && nearBy(a, c));
    // Nothing is in any way: the shortest is as good as any.
    if (taken.length === 0 && edges.every((e) => e === bodyEdge || e.every((p) => outOfBody(p) < 0))) {
      const shortest = Math.min(...edges[0].map(offB), ...(b ? edges[1].map((p) => off(a, p)) : []));
      return [Math.min(bound[0]!, shortest), Math.min(bound[1]!, shortest)];
    }
    [0.05, -0.05].forEach((slack, i) => {
      bound[i] = Math.min(bound[i]!, bruteWay(...edges, offB, taken, slack));
    });
  }
  return [bound[0]!, bound[1]!];
}

const nameOf = (b: Block): string => `${b.owner}-${b.role}`;
const find = (
  walls: readonly Wall[],
  a: Block,
  b: Block | null,
  blocks: readonly Block[],
): Wall | undefined => {
  const indexIn = (x: Block): string => `${x.owner}-${blocks.filter((c) => c.owner === x.owner).indexOf(x)}`;
  const [p, q] = [indexIn(a), b ? indexIn(b) : null];
  return walls.find(
    (w) => (w.a.id === p && (w.b?.id ?? null) === q) || (q !== null && w.a.id === q && w.b?.id === p),
  );
};

/** All 200 with LAYOUTS=200: a minute. */
const LAYOUTS = Number(process.env.LAYOUTS ?? 50);

describe('walls against brute force at a tenth of a mm', () => {
  it(`of ${LAYOUTS} random layouts with channels, covers and openings that overlap: none missed, none told that is not, none off by over 0.15 mm`, () => {
    const derive = createDeriver();
    let [compared, round] = [0, 0];
    for (let seed = 1; seed <= LAYOUTS; seed += 1) {
      const blocks = randomBlocks(seed);
      const walls = wallsOf(derive(bodyWith(blocks)).layout, 0);
      blocks.forEach((a, i) => {
        for (let k = i + 1; k < blocks.length; k += 1) {
          const b = blocks[k]!;
          if (a.owner === b.owner) continue;
          const told = find(walls, a, b, blocks);
          const words = `seed ${seed}: ${nameOf(a)} and ${nameOf(b)}`;
          const [za, zb] = [zOf(a), zOf(b)];
          const deep = Math.min(za[1], zb[1]) - Math.max(za[0], zb[0]);
          if (deep <= 1e-6) {
            expect(told, words).toBeUndefined();
            continue;
          }
          if (deep < 0.05) continue;
          const apart = Math.min(...edgeOf(a).map((p) => off(b, p)), ...edgeOf(b).map((p) => off(a, p)));
          // Those that meet are one room.
          if (apart < 0.15 || apart > 24.8) continue;
          const [lenient, strict] = bruteWall(a, b, blocks);
          if (lenient > 24.8 + 0.15 && told) expect(told.thickness, words).toBeGreaterThan(24.6);
          if (strict < 24.8) expect(told, `${words}: ${strict}`).toBeDefined();
          if (!told) continue;
          compared += 1;
          if (told.thickness > apart + 0.15) round += 1;
          expect(told.thickness, words).toBeGreaterThan(lenient - 0.15);
          expect(told.thickness, words).toBeLessThan(strict + 0.15);
        }
        const told = find(walls, a, null, blocks);
        const words = `seed ${seed}: ${nameOf(a)} to the edge`;
        const out = Math.max(...edgeOf(a).map(outOfBody));
        if (out > 0.02) {
          expect(told?.thickness, words).toBeGreaterThan(-out - 0.15);
          expect(told!.thickness, words).toBeLessThan(-out + 0.15);
          return;
        }
        if (out < -24.8) return;
        const [lenient, strict] = bruteWall(a, null, blocks);
        if (strict < 24.8) expect(told, `${words}: ${strict}`).toBeDefined();
        if (!told) return;
        compared += 1;
        if (told.thickness > -out + 0.15) round += 1;
        expect(told.thickness, words).toBeGreaterThan(lenient - 0.15);
        expect(told.thickness, words).toBeLessThan(strict + 0.15);
      });
    }
    // The layouts hold what is to be looked at: walls, and walls whose shortest way another opening takes away.
    expect(compared).toBeGreaterThan(1.5 * LAYOUTS);
    expect(round).toBeGreaterThan(LAYOUTS / 25);
  }, 240_000);
});

describe('the wall beside a wire channel', () => {
  const cavity = (owner: string, y: number, long = 80): Block => ({
    owner,
    role: 'cavity',
    x: 0,
    y,
    turn: 0,
    long,
    wide: 30,
    radius: 4,
    face: 'back',
    depth: 30,
  });
  const channel = (x: number, depth: number): Block => ({
    owner: 'o9',
    role: 'channel',
    x,
    y: 0,
    turn: 90,
    long: 30,
    wide: 8,
    radius: 4,
    face: 'back',
    depth,
  });
  it.each([-30, -12, 0, 0.3, 17, 33])(
    'two cavities 6 mm apart are told, wherever the channel between them runs (at %f)',
    (x) => {
      for (const depth of [12, 30, 38]) {
        const walls = wallsOf(
          createDeriver()(bodyWith([cavity('o1', 18), cavity('o2', -18), channel(x, depth)])).layout,
          0,
        );
        const wall = walls.find((w) => w.b !== null && [w.a.owner, w.b.owner].every((o) => o.id !== 'o9'));
        expect(wall?.thickness).toBeCloseTo(6, 1);
        // It is reported where wood is.
        if (depth >= 30) expect(Math.abs(wall!.at.x - x)).toBeGreaterThan(3.9);
      }
    },
  );
  it('a wall that a wide opening has taken away is none; what it leaves beside it is', () => {
    const wide = (long: number): Block => ({ ...channel(0, 34), long: 30, wide: long, radius: 2, turn: 90 });
    const between = (long: number) =>
      wallsOf(createDeriver()(bodyWith([cavity('o1', 18), cavity('o2', -18), wide(long)])).layout, 0).find(
        (w) => w.b !== null && [w.a.owner, w.b.owner].every((o) => o.id !== 'o9'),
      );
    expect(between(60)?.thickness).toBeCloseTo(6, 1);
    expect(between(90)).toBeUndefined();
  });
  it('the wall to the edge is not measured across another opening', () => {
    const outer: Block = { ...cavity('o2', -138, 120), wide: 20 };
    const inner: Block = { ...cavity('o1', -112), wide: 20 };
    const walls = wallsOf(createDeriver()(bodyWith([inner, outer])).layout, 0);
    expect(walls.find((w) => w.a.owner.id === 'o2' && w.b === null)?.thickness).toBeCloseTo(12, 3);
    expect(walls.find((w) => w.a.owner.id === 'o1' && w.b === null)).toBeUndefined();
  });
});

describe('an opening that leaves the body', () => {
  const plain = newDesign('Notched', 6, 628);
  const out = (
    nodes: readonly Place[],
    long: number,
    wide: number,
    x: number,
    y: number,
    turn = 0,
  ): number => {
    const block: Block = {
      owner: 'o1',
      role: 'cavity',
      x,
      y,
      turn,
      long,
      wide,
      radius: 0,
      face: 'back',
      depth: 20,
    };
    const { openings } = bodyWith([block]);
    const design = { ...cornered(plain, nodes), openings };
    const wall = wallsOf(createDeriver()(design).layout, 0).find((w) => w.b === null);
    return -(wall?.thickness ?? Number.NaN);
  };
  // A body with a notch 60 wide and 50 deep in its upper side.
  const notched: readonly Place[] = [
    [200, 100],
    [30, 100],
    [30, 50],
    [-30, 50],
    [-30, 100],
    [-200, 100],
    [-200, -100],
    [200, -100],
  ];
  it('is measured along its whole edge, not at its corners', () => {
    // Its corners lie in the wood on both sides of the notch, its upper side crosses it 25 mm above the notch's floor.
    expect(out(notched, 120, 40, 0, 55)).toBeCloseTo(25, 1);
    // One corner out by 10, the middle of the side by 28.5.
    expect(out(notched, 120, 40, 25, 58.5)).toBeCloseTo(28.5, 1);
  });
  it('by a side that runs out between corners is out, not a wall of 0 mm', () => {
    expect(out(notched, 120, 40, 0, 31)).toBeCloseTo(1, 2);
    expect(out(notched, 120, 40, 0, 30.4)).toBeCloseTo(0.4, 2);
  });
});
