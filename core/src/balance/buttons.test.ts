import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { createDeriver } from '../derived/derive.ts';
import { changePart } from '../design/layoutEdits.ts';
import { biteOfNeckScrew, neckScrewPlaces } from '../layout/pocket.ts';
import { neckSide } from '../strings/neckSide.ts';
import { distance } from '../geometry/point.ts';
import { boxed, distanceToEdge } from '../geometry/polygons.ts';
import { cutWords } from '../layout/cutWords.ts';
import { edgeSeat } from '../layout/onEdge.ts';
import { measureOf } from '../parts/kinds.ts';
import { createFinder } from '../findings/run.ts';
import { heldBy, holderOf, isLocked, standsOut, strapHoldsAt } from '../parts/strapButton.ts';
import { buttonsOf } from './buttons.ts';
import { heldAt, pulls, settlesAt, weightOf } from './hanging.ts';
import { onStrapOf } from './hangingState.ts';
import { buttonAlong, hornPlaces } from './hornPlaces.ts';
import { leastPull } from './rules/hanging.ts';
import {
  buttonHole,
  buttonToEdge,
  buttonToNeckScrew,
  drillRoom,
  fibreThrough,
  neckScrewOver,
  pullAt,
  screwsForButton,
} from './strapButtons.ts';

const derive = createDeriver();
const windrow = demo('windrow');
const { hanging, weighed, path, stringPlan, layout } = derive(windrow);
const { horn, tail } = hanging!.buttons;

describe('strap buttons', () => {
  it('are the one nearest the nut and the one nearest the tail; one alone carries nothing', () => {
    expect(horn.at.x).toBeGreaterThan(tail.at.x);
    expect(buttonsOf(windrow.parts.filter((p) => p.id !== tail.part.id))).toBeNull();
    // The strap holds a little out of the wood.
    expect(distance(horn.at, horn.part.at)).toBeCloseTo(measureOf(horn.part.spec, 'high') * 0.55, 6);
  });
  it('slid along the edge stay on it, as far along as asked', () => {
    const places = hornPlaces(path, horn);
    expect(places.map((p) => p.along)).toContain(0);
    for (const { along, part } of places) {
      if (Math.abs(along) > 15) continue;
      // On so short a way the edge is nearly straight.
      expect(Math.abs(distance(part.at, horn.part.at) - Math.abs(along))).toBeLessThan(1.6);
    }
    const [ahead, back] = [buttonAlong(path, horn, [10]), buttonAlong(path, horn, [-10])];
    expect(ahead[0]!.part.at.x).toBeGreaterThanOrEqual(back[0]!.part.at.x - 1e-6);
  });
  it('are pulled towards the shoulder; what pulls straight off is told', () => {
    const pull = pullAt(hanging!)!;
    const held = heldAt(onStrapOf(hanging!, weighed!), hanging!.angle, hanging!.hand)!;
    const turned = changePart(windrow, horn.part.id, {
      turn: (Math.atan2(horn.at.y - held.shoulder.y, horn.at.x - held.shoulder.x) * 180) / Math.PI,
    });
    const off = pullAt(derive(turned).hanging!)!;
    expect(off.horn.offAxis).toBeLessThan(4);
    expect(pull.horn.offAxis).toBeGreaterThan(20);
  });
  it('have a hole by the screw’s root, and the stop before the flag', () => {
    expect(buttonHole(horn, layout, windrow)).toMatchObject({ pilot: 2.9, deep: 27, stopAt: 26 });
  });
  it('tell the wood to every opening as deep as they lie, the nearest first', () => {
    const hole = buttonHole(horn, layout, windrow)!;
    const names = hole.openings.map((o) => o.name);
    expect(new Set(names).size).toBe(names.length);
    expect(hole.openings.length).toBeGreaterThan(2);
    const apart = hole.openings.map((o) => o.apart);
    expect(apart).toEqual([...apart].sort((p, q) => p - q));
    // By another way: from places of the screw’s two flanks to the edge of that opening.
    const deep = measureOf(horn.part.spec, 'screwLength');
    const half = measureOf(horn.part.spec, 'screwThread') / 2;
    const flat = Math.hypot(horn.axis.x, horn.axis.y);
    const [ix, iy] = [-horn.axis.x / flat, -horn.axis.y / flat];
    const flanks = Array.from({ length: 101 }, (_, i) => (deep * i) / 100).flatMap((s) =>
      [-half, half].map((w) => ({
        x: horn.part.at.x + ix * s - iy * w,
        y: horn.part.at.y + iy * s + ix * w,
      })),
    );
    const first = layout.cuts.filter((c) => cutWords(c, windrow) === names[0]);
    const least = Math.min(...flanks.flatMap((p) => first.map((c) => distanceToEdge(c.area.polygon, p))));
    expect(Math.abs(least - apart[0]!)).toBeLessThan(0.3);
    // A longer screw comes nearer.
    const deeper = changePart(windrow, horn.part.id, {
      spec: { ...horn.part.spec, measures: { ...horn.part.spec.measures, screwLength: 120 } },
    });
    const long = derive(deeper);
    expect(buttonHole(long.hanging!.buttons.horn, long.layout, deeper)!.openings[0]!.apart).toBeLessThan(
      apart[0]!,
    );
  });
  it('want fibres to run on through their screw: of a plain slab, its length', () => {
    const slab = [
      { x: -100, y: -50 },
      { x: 100, y: -50 },
      { x: 100, y: 50 },
      { x: -100, y: 50 },
    ];
    const button = { ...horn, part: { ...horn.part, at: { x: 0, y: 50 } }, axis: { x: 0, y: 1, z: 0 } };
    expect(fibreThrough(slab, button, 0)).toBeGreaterThan(197);
    expect(fibreThrough(slab, button, Math.PI / 2)).toBeGreaterThan(97);
    expect(fibreThrough(slab, button, Math.PI / 2)).toBeLessThan(101);
  });
  it('beside the neck are out of a drill’s reach once it is on', () => {
    const beside = {
      ...horn,
      part: { ...horn.part, at: { x: stringPlan.jointX - 10, y: 50 } },
      axis: { x: 1, y: 0, z: 0 },
    };
    const room = (button: typeof horn, drill = windrow.drill) =>
      drillRoom(button, drill, layout.body, windrow.strings, stringPlan)!;
    expect(room(beside).after).toBeLessThan(5);
    expect(room(beside, { ...windrow.drill, chuck: 60 }).after).toBeLessThan(0);
    expect(room(horn)).toMatchObject({ bitShort: 0 });
    expect(room(horn).after).toBeGreaterThan(10);
    expect(
      drillRoom(
        { ...horn, part: { ...horn.part, face: 'back' } },
        windrow.drill,
        layout.body,
        windrow.strings,
        stringPlan,
      ),
    ).toBeNull();
  });
  it('in a slab’s straight edge leave the chuck as much room as the bit stands out of the hole, whatever its width', () => {
    const slab = [
      { x: -300, y: -200 },
      { x: 0, y: -200 },
      { x: 0, y: 0 },
      { x: -300, y: 0 },
    ];
    const button = { ...horn, part: { ...horn.part, at: { x: -150, y: 0 } }, axis: { x: 0, y: 1, z: 0 } };
    const deep = measureOf(horn.part.spec, 'screwLength') + 2;
    fc.assert(
      fc.property(fc.integer({ min: 20, max: 400 }), fc.integer({ min: 10, max: 150 }), (bit, chuck) => {
        const room = drillRoom(
          button,
          { bit, chuck, length: 190 },
          boxed(slab),
          windrow.strings,
          stringPlan,
        )!;
        expect(room.before).toBeCloseTo(Math.min(60, Math.max(0, bit - deep)), 9);
        expect(room.bitShort).toBeCloseTo(Math.max(0, deep - bit), 9);
        expect(room.after).toBe(room.before);
      }),
    );
    // In the corner of an L the other leg is in the way of a chuck that is wider than the corner is near.
    const corner = [...slab.slice(0, 2), { x: 0, y: 300 }, { x: -130, y: 300 }, { x: -130, y: 0 }, slab[3]!];
    const near = drillRoom(
      button,
      { bit: 100, chuck: 50, length: 190 },
      boxed(corner),
      windrow.strings,
      stringPlan,
    )!;
    expect(near.before).toBeCloseTo(-5, 9);
  });
  it('hold the strap behind their head, on a washer further out, at their lock where they have one', () => {
    const of = (measures: Record<string, number>) => ({
      ...horn.part.spec,
      measures: { ...horn.part.spec.measures, high: 10, ...measures },
    });
    expect(strapHoldsAt(of({}))).toBeCloseTo(5.5, 9);
    expect(strapHoldsAt(of({ washer: 2 }))).toBeCloseTo(7.5, 9);
    expect(strapHoldsAt(of({ washer: 2, lock: 12 }))).toBe(14);
    expect(standsOut(of({ washer: 2 }))).toBe(12);
    expect([of({}), of({ lock: 12 }), of({ recess: 16, recessDeep: 13 })].map(isLocked)).toEqual([
      false,
      true,
      true,
    ]);
  });
  it('whose pull is straight off are reported, not where a lock holds the strap; what no drill bores is', () => {
    const finder = createFinder();
    const found = (measures: Record<string, number>, drill = windrow.drill): readonly string[] => {
      const design = {
        ...changePart(windrow, horn.part.id, {
          turn: horn.part.turn + 60,
          spec: { ...horn.part.spec, measures: { ...horn.part.spec.measures, ...measures } },
        }),
        drill,
        findings: { ...windrow.findings, limits: { ...windrow.findings.limits, strapPull: 80 } },
      };
      return finder(design, derive(design))
        .findings.filter((f) => f.subject === horn.part.id)
        .map((f) => f.rule);
    };
    expect(leastPull(windrow)).toBe(20);
    expect(found({})).toContain('strap-slips-off');
    expect(found({ lock: 12 })).not.toContain('strap-slips-off');
    expect(found({ recess: 16, recessDeep: 13 })).not.toContain('strap-slips-off');
    expect(found({})).not.toContain('strap-button-no-drill');
    expect(found({}, { ...windrow.drill, bit: 20 })).toContain('strap-button-no-drill');
  });
  it('under a neck screw need no screw of their own: that one grows and still bites as deep', () => {
    const high = measureOf(horn.part.spec, 'high');
    const side = neckSide(windrow);
    for (const { index, before, after } of screwsForButton(windrow, stringPlan, high)) {
      const moved = buttonToNeckScrew(windrow, horn.part.id, index, stringPlan);
      const at = neckScrewPlaces(moved.neck, stringPlan)[index]!;
      expect(moved.parts.find((p) => p.id === horn.part.id)).toMatchObject({ face: 'back', at });
      expect(biteOfNeckScrew(moved, side, at, index).bite).toBeCloseTo(after.bite, 9);
      expect(after.length).toBeCloseTo(before.length + high, 9);
      expect(after.bite).toBeCloseTo(before.bite, 9);
      expect(derive(moved).layout.cuts.some((c) => c.owner.id === horn.part.id)).toBe(false);
      // It is taken now.
      expect(buttonToNeckScrew(moved, horn.part.id, index, stringPlan)).toBe(moved);
    }
  });
});

describe('a button that changes its place', () => {
  const under = (d: typeof windrow, index: number) => buttonToNeckScrew(d, horn.part.id, index, stringPlan);
  const partOf = (d: typeof windrow) => d.parts.find((p) => p.id === horn.part.id)!;
  const tip = horn.part.at;
  const toEdge = (d: typeof windrow) => buttonToEdge(d, horn.part.id, tip, path, stringPlan);
  it('from one neck screw to another leaves the first as the others are', () => {
    const [first, second] = [under(windrow, 0), under(under(windrow, 0), 2)];
    expect(neckScrewOver(windrow, stringPlan, partOf(windrow))).toBeNull();
    expect(neckScrewOver(first, stringPlan, partOf(first))).toBe(0);
    expect(neckScrewOver(second, stringPlan, partOf(second))).toBe(2);
    expect(second.neck.screws.own.map((o) => o.screw)).toEqual([3]);
  });
  it('back to the edge has a screw of its own and is square; the neck’s screws are as they were', () => {
    const back = toEdge(under(windrow, 1));
    expect(back.neck).toEqual(windrow.neck);
    const part = partOf(back);
    expect(part.face).toBe('edge');
    expect(Math.abs(edgeSeat(path, part)!.fromSquare)).toBeLessThan(0.01);
    expect(measureOf(part.spec, 'screwLength')).toBe(30);
    // One that has its screw keeps it.
    expect(measureOf(partOf(toEdge(windrow)).spec, 'screwLength')).toBe(
      measureOf(horn.part.spec, 'screwLength'),
    );
  });
  it('leaves a lock that is let in behind: no recess is cut where a neck screw is', () => {
    const locked = changePart(windrow, horn.part.id, { spec: heldBy(horn.part.spec, 'let in') });
    expect(derive(locked).layout.cuts.some((c) => c.owner.id === horn.part.id && c.name === 'recess')).toBe(
      true,
    );
    const moved = under(locked, 0);
    expect(derive(moved).layout.cuts.some((c) => c.owner.id === horn.part.id)).toBe(false);
    expect(holderOf(partOf(moved).spec)).toBe('head');
    expect(moved.neck.screws.own[0]!.length).toBe(windrow.neck.screws.length + 14);
  });
  it('a washer under it makes its neck screw longer by so much', () => {
    const washed = changePart(windrow, horn.part.id, {
      spec: { ...horn.part.spec, measures: { ...horn.part.spec.measures, washer: 1.5 } },
    });
    expect(under(washed, 0).neck.screws.own[0]!.length).toBe(windrow.neck.screws.length + 15.5);
  });
  it('of a part, a screw or an edge that is not there is the same design', () => {
    expect(buttonToNeckScrew(windrow, 'nobody', 0, stringPlan)).toBe(windrow);
    expect(under(windrow, 99)).toBe(windrow);
    expect(buttonToEdge(windrow, 'nobody', tip, path, stringPlan)).toBe(windrow);
    const glued = { ...windrow, neck: { ...windrow.neck, joint: 'glued' as const } };
    expect(under(glued, 0)).toBe(glued);
  });
});

it('held, the strap’s ends and the hand carry the weight, and no moment is left', () =>
  fc.assert(
    fc.property(
      fc.double({ min: -10, max: 60, noNaN: true }),
      fc.double({ min: 0.05, max: 0.4, noNaN: true }),
      (degrees, friction) => {
        const angle = (degrees * Math.PI) / 180;
        const on = onStrapOf(hanging!, weighed!, friction);
        const held = heldAt(on, angle, hanging!.hand);
        fc.pre(held !== null);
        const ends = pulls(on, angle, held!);
        fc.pre(ends !== null);
        const level = (p: { x: number; y: number }) => ({
          x: p.x * Math.cos(angle) - p.y * Math.sin(angle),
          y: p.x * Math.sin(angle) + p.y * Math.cos(angle),
        });
        const [p, h, t, g, k] = [held!.shoulder, on.horn, on.tail, on.centre, hanging!.hand].map(level) as [
          { x: number; y: number },
          { x: number; y: number },
          { x: number; y: number },
          { x: number; y: number },
          { x: number; y: number },
        ];
        const to = (a: { x: number; y: number }, f: number) => {
          const long = distance(a, p);
          return { x: (f * (p.x - a.x)) / long, y: (f * (p.y - a.y)) / long };
        };
        const [fh, ft] = [to(h, ends!.horn), to(t, ends!.tail)];
        const w = weightOf(on.massG);
        expect(fh.x + ft.x).toBeCloseTo(0, 6);
        expect(fh.y + ft.y + held!.force).toBeCloseTo(w, 6);
        // About the shoulder.
        expect(held!.force * (k.x - p.x)).toBeCloseTo(w * (g.x - p.x), 4);
      },
    ),
  ));

it('let go, it stays where the strap holds it, else falls to where it does', () => {
  const rest = [
    { from: -1.4, to: -1 },
    { from: -0.2, to: 0.3 },
  ];
  expect(settlesAt({ rest }, 0.1, 0)).toBe(0.1);
  expect(settlesAt({ rest }, 0.8, 2)).toBe(0.3);
  expect(settlesAt({ rest }, -0.5, 2)).toBe(-1);
  expect(settlesAt({ rest }, -0.5, -2)).toBe(-0.2);
  expect(settlesAt({ rest: [] }, 0.1, 1)).toBeNull();
});
