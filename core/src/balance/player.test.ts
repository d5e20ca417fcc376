import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { createDeriver } from '../derived/derive.ts';
import { editPlayer } from '../design/balanceEdits.ts';
import { designRefusals } from '../design/check.ts';
import { SCALED } from '../design/sections/player.ts';
import type { Finding } from '../findings/finding.ts';
import { wordsOfFinding } from '../findings/words.ts';
import type { CaseInside, Design } from '../design/schema.ts';
import { cubicAt } from '../geometry/cubic.ts';
import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';
import { CASES, caseFit } from './caseFit.ts';
import { bellyDepth, controlReaches, forearmEdge, reachFor } from './playerFit.ts';
import { armTo, bodyOf, heldAs, seatingOf } from './pose.ts';
import { HOLD_ANGLES, onLap, putDown } from './seated.ts';
import { thighContact } from './thighContact.ts';

const derive = createDeriver();
const windrow = demo('windrow');

describe('a case', () => {
  const box = (long: number, wide: number, high: number) => ({
    back: -40,
    points: [
      { x: 0, y: -wide / 2, low: -40, high, name: 'a' },
      { x: long, y: wide / 2, low: -40, high, name: 'b' },
    ],
  });
  const inside: CaseInside = {
    ...{ name: 'x', length: 1000, body: 1000, width: 400, neckWidth: 400 },
    depth: 90,
    neckDepth: 90,
    bed: 0,
  };
  it('leaves what is left on each way', () => {
    const fit = caseFit(box(900, 300, 20), inside)!;
    const of = (way: string) => fit.rooms.find((r) => r.way === way)?.room;
    expect(of('length')).toBe(100);
    expect(of('width at the body')).toBeCloseTo(50, 6);
    expect(of('depth at the body')).toBe(30);
    expect(fit.tightest.way).toBe('depth at the body');
    expect(caseFit({ back: 0, points: [] }, inside)).toBeNull();
  });
  it('has less room over a body that lies on what stands behind its back, and more under the headstock', () => {
    const points = [
      { x: 0, y: -140, low: -40, high: 10, name: 'tail' },
      { x: 300, y: 100, low: -40, high: 10, name: 'edge' },
      { x: 900, y: 20, low: -55, high: 0, name: 'head' },
    ];
    const own = { ...inside, body: 450, bed: 25, neckDepth: 110 };
    const room = (more: typeof points) => {
      const fit = caseFit({ back: -40, points: [...points, ...more] }, own)!;
      return (way: string) => fit.rooms.find((r) => r.way === way)!.room;
    };
    const button = { x: 250, y: 0, low: -54, high: -40, name: 'button' };
    const [flat, lifted] = [room([]), room([button])];
    expect(flat('depth at the body')).toBeCloseTo(40, 9);
    expect(lifted('depth at the body')).toBeCloseTo(26, 9);
    expect(lifted('depth at the headstock')).toBeCloseTo(flat('depth at the headstock') - 14, 9);
    expect(lifted('headstock below the back')).toBeCloseTo(flat('headstock below the back') + 14, 9);
  });
  it('has as much less room as it is smaller, whatever lies in it', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            x: fc.double({ min: -200, max: 700, noNaN: true }),
            y: fc.double({ min: -170, max: 170, noNaN: true }),
            low: fc.double({ min: -60, max: -40, noNaN: true }),
            high: fc.double({ min: -40, max: 25, noNaN: true }),
          }),
          { minLength: 1, maxLength: 30 },
        ),
        fc.double({ min: 0, max: 30, noNaN: true }),
        (places, less) => {
          const points = places.map((p, i) => ({ ...p, name: String(i) }));
          // All of it lies in the room for the body, wherever it lies.
          const [a, b] = [0, less].map((by) =>
            caseFit(
              { back: -40, points },
              { ...inside, width: 400 - by, depth: 90 - by, length: 1000 - by, body: 4000 },
            )!,
          ) as [ReturnType<typeof caseFit> & object, ReturnType<typeof caseFit> & object];
          const of = (fit: typeof a, way: string) => fit.rooms.find((r) => r.way === way)!.room;
          expect(of(a, 'length') - of(b, 'length')).toBeCloseTo(less, 6);
          expect(of(a, 'depth at the body') - of(b, 'depth at the body')).toBeCloseTo(less, 6);
          expect(of(a, 'width at the body') - of(b, 'width at the body')).toBeCloseTo(less / 2, 4);
        },
      ),
    ));
  it('holds what is turned over or moved as well as it did', () =>
    fc.assert(
      fc.property(fc.double({ min: -50, max: 50, noNaN: true }), fc.boolean(), (dy, over) => {
        const points = [
          { x: 0, y: -140, low: -40, high: 10, name: 'a' },
          { x: 350, y: 170, low: -40, high: 10, name: 'b' },
          { x: 900, y: 30, low: -50, high: 5, name: 'c' },
        ];
        const moved = points.map((p) => ({ ...p, y: (over ? -1 : 1) * p.y + dy }));
        const narrow = { ...inside, body: 500, neckWidth: 150 };
        const [a, b] = [
          caseFit({ back: -40, points }, narrow)!,
          caseFit({ back: -40, points: moved }, narrow)!,
        ];
        expect(b.tightest.room).toBeCloseTo(a.tightest.room, 4);
      }),
    ));
  it('of the demo holds its instrument; a smaller one tells where it does not', () => {
    expect(derive(windrow).caseFit!.tightest.room).toBeGreaterThan(3);
    const small = editPlayer(windrow, { case: { ...windrow.player.case!, width: 300 } });
    expect(derive(small).caseFit!.tightest).toMatchObject({ way: 'width at the body' });
    expect(derive(small).caseFit!.tightest.room).toBeLessThan(0);
    for (const plain of CASES) expect(plain.body).toBeLessThan(plain.length);
  });
});

describe('an arm', () => {
  it('reaches its place where it can, with both its lengths no longer than they are; else as far as it goes', () =>
    fc.assert(
      fc.property(
        fc.double({ min: -700, max: 700, noNaN: true }),
        fc.double({ min: -700, max: 700, noNaN: true }),
        fc.constantFrom(1 as const, -1 as const),
        (x, y, side) => {
          const arm = armTo({ upperArm: 320, forearm: 255 }, { x: 0, y: 0 }, { x, y }, side);
          expect(distance(arm.shoulder, arm.elbow)).toBeLessThanOrEqual(320 + 1e-6);
          expect(distance(arm.elbow, arm.wrist)).toBeLessThanOrEqual(320 + 1e-6);
          if (arm.wanted < arm.most) expect(arm.wrist).toEqual({ x, y });
          else expect(distance(arm.shoulder, arm.wrist)).toBeCloseTo(arm.most, 6);
        },
      ),
    ));
  it('stretched out has an elbow of 180°, and none beyond its reach', () => {
    const player = { ...windrow.player, upperArm: 300, forearm: 240, hand: 200, chest: 0 };
    const far = Math.sqrt((300 + 240 + 110) ** 2 - 40 ** 2);
    expect(reachFor('x', player, { x: 0, y: 0 }, { x: far - 1e-6, y: 0 }).elbow).toBeGreaterThan(179);
    expect(reachFor('x', player, { x: 0, y: 0 }, { x: far + 1, y: 0 }).elbow).toBeNull();
  });
});

it('a place of the body plane is seen turned about where it is held', () => {
  const place = heldAs(Math.PI / 2, { x: 10, y: 0 }, { x: 100, y: 200 });
  expect(place({ x: 10, y: 0 })).toEqual({ x: 100, y: 200 });
  const seen = place({ x: 15, y: 0 });
  expect(seen.x).toBeCloseTo(100, 9);
  expect(seen.y).toBeCloseTo(205, 9);
});

it('a taller player has shoulders as much higher; a stool lifts the thigh of the neck side alone', () => {
  const tall = bodyOf({ height: 1900, shoulders: 430 });
  expect(tall.shoulderY / 1900).toBeCloseTo(bodyOf(windrow.player).shoulderY / windrow.player.height, 9);
  const player = { ...windrow.player, stool: 150 };
  const [picking, neck] = [seatingOf(player, 'picking'), seatingOf(player, 'neck')];
  expect(picking.knees[0].y).toBe(picking.knees[1].y);
  expect(neck.knees[1].y).toBeGreaterThan(neck.knees[0].y + 80);
});

describe('where it touches', () => {
  const edged = (profile: Design['body']['edges']['front']['profile']): Design => ({
    ...windrow,
    body: {
      ...windrow.body,
      contours: [],
      edges: { ...windrow.body.edges, front: { ...windrow.body.edges.front, profile } },
    },
  });
  const radius = (d: Design): number => {
    const { carved, layout, measures } = derive(d);
    return forearmEdge(carved, layout, measures)!.radius;
  };
  it('an edge that is rounded is felt as its radius; a square one is sharp', () => {
    expect(radius(edged({ kind: 'square' }))).toBe(0);
    for (const r of [6, 10, 14])
      expect(Math.abs(radius(edged({ kind: 'round', radius: r })) / r - 1)).toBeLessThan(0.15);
  });
  it('the ribs have what a belly cut takes', () => {
    const { carved, measures } = derive(windrow);
    expect(bellyDepth(carved, measures)!.depth).toBeGreaterThanOrEqual(0);
    const plain = derive({ ...windrow, body: { ...windrow.body, contours: [] } });
    expect(bellyDepth(plain.carved, plain.measures)!.depth).toBe(0);
  });
});

it('controls in line are off it by nothing', () => {
  const { layout, stringPlan } = derive(windrow);
  const rows = controlReaches(windrow, layout, stringPlan);
  expect(rows.map((r) => r.name)).toContain('Volume');
  expect(Math.max(...rows.map((r) => r.offLine ?? 0))).toBeLessThan(60);
});

it('laid down, hung and on a lap, as its numbers say', () => {
  const { weighed, measures, neckPlan, neckFittings } = derive(windrow);
  const down = putDown(weighed!, windrow, neckPlan, neckFittings, measures);
  expect(down.stood).toBeCloseTo(weighed!.centre.y, 9);
  expect(Math.sign(down.hung.aside)).toBe(-Math.sign(weighed!.centre.y));
  expect(down.onBack.inside).toBeGreaterThan(100);
  const sitting = (degrees: number) =>
    onLap(weighed!, measures, windrow.player, windrow.strings, (degrees * Math.PI) / 180)!;
  const [level, raised, steep] = [sitting(0), sitting(HOLD_ANGLES.picking), sitting(80)];
  if (level.kind !== 'level' || raised.kind !== 'level') throw new Error('it rests at both angles');
  expect(level.contact.x).toBeCloseTo(measures.treble.waist!.x, 6);
  // The level place moves toward the neck as the neck goes up.
  expect(raised.contact.x).toBeGreaterThan(level.contact.x + 5);
  expect(raised.pressAt === null).toBe(raised.tips === null);
  // No place of a waist is level at 80°: it is not called resting.
  expect(steep).toEqual({ kind: 'slides', contact: measures.treble.waist });
});

it('the level place of a waist is where its height turns, looked for closely, on every demo body', () => {
  for (const name of ['windrow', 'skerry', 'fathom'] as const) {
    const { measures } = derive(demo(name));
    for (const degrees of [0, 10, 25, 35]) {
      const a = (degrees * Math.PI) / 180;
      const places = measures.trebleHollow.flatMap((c) =>
        Array.from({ length: 2000 }, (_, i) => cubicAt(c, i / 2000)),
      );
      const height = (p: Point): number => p.x * Math.sin(a) + p.y * Math.cos(a);
      const inside = places.filter(
        (p, i) =>
          i > 0 &&
          i < places.length - 1 &&
          height(p) >= height(places[i - 1]!) &&
          height(p) > height(places[i + 1]!),
      );
      const want = inside.sort((p, q) => height(q) - height(p))[0] ?? null;
      const got = thighContact(measures.trebleHollow, a);
      expect(got === null).toBe(want === null);
      if (got && want) expect(Math.hypot(got.x - want.x, got.y - want.y)).toBeLessThan(0.3);
    }
  }
});

describe('a player’s measurements', () => {
  it('go with the height, from a child to a very tall player, and are drawn to scale', () => {
    for (const height of [1200, 2100]) {
      const { player } = editPlayer(windrow, { height });
      const share = height / windrow.player.height;
      for (const key of SCALED) expect(player[key] / windrow.player[key]).toBeCloseTo(share, 2);
      const [was, now] = [bodyOf(windrow.player), bodyOf(player)];
      for (const of of ['chestHalf', 'neckHalf', 'shoulderY', 'kneeY'] as const)
        expect(now[of] / was[of]).toBeCloseTo(share, 2);
      expect(now.neckShoulder.x / was.neckShoulder.x).toBeCloseTo(share, 2);
    }
  });
  it('stay where they were typed, until they go by the height again', () => {
    const typed = editPlayer(windrow, { forearm: 300 });
    const tall = editPlayer(typed, { height: 2100 });
    expect(tall.player).toMatchObject({ forearm: 300, measured: ['forearm'] });
    expect(tall.player.hand).toBeCloseTo((185 * 2100) / 1740, 1);
    const back = editPlayer(tall, { measured: [] });
    expect(back.player.forearm).toBeCloseTo((255 * 2100) / 1740, 1);
    // Each height can be kept.
    for (const height of [900, 2300]) expect(designRefusals(editPlayer(windrow, { height }))).toEqual([]);
  });
});

it('a finding of what the hand lifts names the hand that frets, which is the right one of a left-handed player', () => {
  const says = wordsOfFinding(
    {
      ...{ rule: 'neck-dives', severity: 'look', stage: 'balance', subject: 'neck', about: 'neck' },
      ...{ where: null, measured: 3, limit: 1, unit: 'N' },
    } as Finding,
    'mm',
  ).says;
  expect(says).toContain('fretting hand');
  expect(says).not.toMatch(/left|right/);
});
