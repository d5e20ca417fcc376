import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { createDeriver } from '../derived/derive.ts';
import { addWeight, setWeighed, setWood } from '../design/balanceEdits.ts';
import { findAll } from '../findings/run.ts';
import { moveNode } from '../design/nodeEdits.ts';
import type { Design } from '../design/schema.ts';
import { boxOfPoints } from '../geometry/box.ts';
import { polygonHolds } from '../geometry/polygons.ts';
import { FINE_STEP } from '../shape/shaped.ts';
import { fieldsOf } from '../solid/field.ts';
import { massOf } from '../solid/mass.ts';
import { boredFrom, holesWithin } from './bored.ts';
import { boardDensity, densityOf } from './density.ts';
import { estimateToKeep } from './items.ts';
import type { MassItem } from './masses.ts';
import { offBy, rangeOf, sure, weigh as weighItems } from './masses.ts';
import { quickWeight, slabOf } from './quick.ts';

const derive = createDeriver();
const weigh = (design: Design) => derive(design).weighed!;
const itemOf = (design: Design, key: string) => weigh(design).items.find((i) => i.key === key);
const NAMES = ['windrow', 'skerry', 'fathom'] as const;

describe.each(NAMES)('%s weighed', (name) => {
  const design = demo(name);
  it('is the sum of its lines, each within its range', () => {
    const { items, total, centre } = weigh(design);
    expect(items.reduce((sum, i) => sum + i.mass.likely, 0)).toBeCloseTo(total.likely, 6);
    for (const axis of ['x', 'y', 'z'] as const)
      expect(items.reduce((sum, i) => sum + i.mass.likely * i.at[axis], 0) / total.likely).toBeCloseTo(
        centre[axis],
        6,
      );
    for (const { mass } of items) {
      expect(mass.from).toBeLessThanOrEqual(mass.likely);
      expect(mass.to).toBeGreaterThanOrEqual(mass.likely);
    }
    expect(new Set(items.map((i) => i.key)).size).toBe(items.length);
    expect(total.from).toBeGreaterThan(2000);
    expect(total.to).toBeLessThan(6000);
  });
  it('has a body of wood on the coarse grid as on the fine one, within half a gram and a tenth of a mm', () => {
    const { carved, layout } = derive(design);
    const wood = weigh(design).items.filter((i) => ['body-wood', 'front', 'through'].includes(i.key));
    const pieces = carved.glued
      ? [carved.glued.whole.front.solid, carved.glued.whole.core.solid]
      : [carved.solid];
    const fine = pieces.map((p) => massOf(fieldsOf(p, FINE_STEP)));
    const volume = fine.reduce((sum, m) => sum + m.volume, 0);
    // What is bored within the wood no field shows: `finished.test.ts` looks at that.
    const fields = { body: fieldsOf(pieces.at(-1)!, FINE_STEP), front: fieldsOf(pieces[0]!, FINE_STEP) };
    const at = carved.glued ? -carved.glued.whole.at : 0;
    const bored = [
      ...boredFrom(holesWithin(layout.cuts), fields, ({ z }) => (z > at ? 'front' : 'body')).values(),
    ];
    const parts = [...wood.map((i) => [i.volume!, i.at.x]), ...bored.map((b) => [b.volume, b.centre.x])];
    const coarse = parts.reduce((sum, [v]) => sum + v!, 0);
    expect(Math.abs(coarse - volume) * 500e-6).toBeLessThan(0.8);
    const x = fine.reduce((sum, m) => sum + m.volume * m.centre.x, 0) / volume;
    expect(parts.reduce((sum, [v, at]) => sum + v! * at!, 0) / coarse).toBeCloseTo(x, 1);
  });
  it('follows a dragged node quickly to 3 g, and its balance point to a tenth of a mm', () =>
    fc.assert(
      fc.property(
        fc.nat({ max: design.outline.nodes.length - 1 }),
        fc.double({ min: -6, max: 6, noNaN: true }),
        fc.double({ min: -6, max: 6, noNaN: true }),
        (i, dx, dy) => {
          const node = design.outline.nodes[i]!;
          const moved = moveNode(design, node.id, { x: node.x + dx, y: node.y + dy });
          const slab = (d: Design) => slabOf(d, derive(d).path, derive(d).layout.cuts);
          const quick = quickWeight(weigh(design), slab(design), slab(moved))!;
          const full = weigh(moved);
          expect(Math.abs(quick.total.likely - full.total.likely)).toBeLessThan(3);
          expect(Math.abs(quick.centre.x - full.centre.x)).toBeLessThan(0.1);
        },
      ),
      { numRuns: 12 },
    ));
});

it('a board’s density is its mass by its size, and as sure as it was measured', () => {
  const board = { length: 500, width: 400, thickness: 40, mass: 4000 };
  const { likely, from, to } = boardDensity(board);
  expect(likely).toBeCloseTo(500, 9);
  expect(to - likely).toBeCloseTo(likely - from, 9);
  expect((to - likely) / likely).toBeCloseTo(Math.hypot(0.02, 2 / 500, 1 / 400, 0.5 / 40, 5 / 4000), 9);
  const wood = { name: 'Alder', density: { likely: 450, from: 400, to: 520 }, board: null };
  expect(densityOf(wood)).toEqual(wood.density);
  expect(densityOf({ ...wood, board }).likely).toBeCloseTo(500, 9);
});

describe('what was weighed', () => {
  const design = demo('windrow');
  it('replaces the estimate of a line, and narrows the range of the whole', () => {
    const weighed = setWeighed(design, 'part:p1', { mass: 205, at: null });
    expect(itemOf(weighed, 'part:p1')!.mass).toEqual({ likely: 205, from: 205 - 1.205, to: 205 + 1.205 });
    const width = (d: Design): number => weigh(d).total.to - weigh(d).total.from;
    expect(width(weighed)).toBeLessThan(width(design));
    expect(itemOf(setWeighed(weighed, 'part:p1', null), 'part:p1')).toEqual(itemOf(design, 'part:p1'));
  });
  it('of a finished body and neck stands for all that is on them then, at the balance point that was found', () => {
    const both = setWeighed(setWeighed(design, 'body', { mass: 2100, at: null }), 'neck', {
      mass: 560,
      at: { x: 250, y: 2 },
    });
    const keys = weigh(both).items.map((i) => i.key);
    for (const gone of ['body-wood', 'finish', 'neck-wood', 'headstock', 'board', 'rod', 'frets', 'nut'])
      expect(keys).not.toContain(gone);
    expect(itemOf(both, 'neck')).toMatchObject({ mass: { likely: 560 }, at: { x: 628 - 250, y: 2 } });
    // Its balance point was not found: where the estimate has it.
    expect(itemOf(both, 'body')!.at.x).toBeCloseTo(itemOf(design, 'body-wood')!.at.x, 3);
    // Another wood does not change what was weighed.
    const oak = { name: 'Oak', density: { likely: 720, from: 600, to: 830 }, board: null };
    expect(weigh(setWood(both, 'body', oak)).total).toEqual(weigh(both).total);
  });
  describe('and changed since', () => {
    const kept = (d: Design, of: string, mass: number, at: { x: number; y: number } | null = null) =>
      setWeighed(d, of, { mass, at, estimate: estimateToKeep(of, weigh(d).items, d.strings) });
    const thin = (d: Design, thickness: number): Design => ({ ...d, body: { ...d.body, thickness } });
    const stale = (d: Design) => findAll(d, derive(d)).filter((f) => f.rule === 'weighed-changed');
    it('is corrected by the difference of the estimates, found, and right again once weighed again', () => {
      const body = kept(design, 'body', 2100);
      expect(itemOf(body, 'body')).toMatchObject({ mass: { likely: 2100 }, weighed: { changed: null } });
      expect(stale(body)).toEqual([]);
      const changed = thin(body, design.body.thickness - 6);
      const estimates = (d: Design) =>
        ['body-wood', 'finish'].reduce((sum, key) => sum + itemOf(d, key)!.mass.likely, 0);
      const less = estimates(thin(design, design.body.thickness - 6)) - estimates(design);
      expect(less).toBeLessThan(-150);
      const item = itemOf(changed, 'body')!;
      expect(item.mass.likely).toBeCloseTo(2100 + less, 2);
      expect(item.weighed!.changed).toBeCloseTo(less, 2);
      expect(item.mass.to - item.mass.likely).toBeGreaterThan(3);
      expect(stale(changed).map((f) => [f.subject, f.measured])).toEqual([['body', item.mass.likely]]);
      const again = kept(changed, 'body', 1850);
      expect(itemOf(again, 'body')!.mass.likely).toBe(1850);
      expect(stale(again)).toEqual([]);
      // As it was, it weighs what it weighed.
      expect(itemOf(thin(changed, design.body.thickness), 'body')!.mass.likely).toBe(2100);
    });
    it('its balance point moves as that of the estimate does', () => {
      const at = { x: 40, y: 2 };
      const body = kept(design, 'body', 2100, at);
      const moved: Design = {
        ...body,
        openings: body.openings.map((o) => ({ ...o, at: { ...o.at, x: o.at.x - 30 } })),
      };
      const [was, now] = [itemOf(kept(design, 'body', 2100), 'body')!, itemOf(moved, 'body')!];
      expect(itemOf(body, 'body')!.at).toMatchObject(at);
      expect(now.weighed!.changed).not.toBeNull();
      const estimate = now.weighed!.estimate;
      // Moments: what was weighed, and what the estimate moved by.
      expect(now.mass.likely * now.at.x).toBeCloseTo(
        2100 * 40 + estimate.mass * estimate.at.x - was.weighed!.estimate.mass * was.weighed!.estimate.at.x,
        -1,
      );
    });
    it('a neck on another scale is another neck; one that was weighed before that was kept stays as it was', () => {
      const neck = kept(design, 'neck', 560, { x: 250, y: 2 });
      const longer: Design = { ...neck, strings: { ...neck.strings, scaleLength: 660 } };
      expect(itemOf(longer, 'neck')!.mass.likely).toBeGreaterThan(565);
      expect(stale(longer)).toHaveLength(1);
      const old = setWeighed(design, 'neck', { mass: 560, at: null });
      expect(itemOf({ ...old, strings: longer.strings }, 'neck')!.mass.likely).toBe(560);
    });
  });
  it('lies where it is added', () => {
    const added = addWeight(design, { name: 'Lead', mass: 200, at: { x: -120, y: 10 }, deep: 30 }).design;
    expect(weigh(added).total.likely - weigh(design).total.likely).toBeCloseTo(200, 6);
    expect(itemOf(added, 'added:w1')!.at).toMatchObject({ x: -120, y: 10, z: -30 });
  });
});

it('a straight-through neck is of its own wood all through the body', () => {
  const design = demo('fathom');
  const heavy = { name: '', density: { likely: 1200, from: 1200, to: 1200 }, board: null };
  const through = itemOf(design, 'through')!;
  expect(itemOf(setWood(design, 'neck', heavy), 'through')!.mass.likely).toBeCloseTo(
    through.volume! * 1200e-6,
    6,
  );
  // About the strip’s plan by the body’s thickness, less what is cut from it.
  const { measures } = derive(design);
  const slab = design.neck.core * measures.length * design.body.thickness;
  expect(through.volume! / slab).toBeGreaterThan(0.6);
  expect(through.volume! / slab).toBeLessThan(1);
});

describe('errors of one source go together', () => {
  const at = (x: number) => ({ x, y: 0, z: 0 });
  const item = (key: string, mass: number, off: number, source: string, x = 0): MassItem => ({
    ...{ key, name: key, kind: 'part', at: at(x) },
    mass: { likely: mass, from: mass - off, to: mass + off },
    errors: [{ source, less: off, more: off }],
  });
  it('add in one source, and as the root of the squares between sources', () => {
    const { total } = weighItems([item('a', 40, 3, 'm'), item('b', 40, 4, 'm'), item('c', 9, 24, 'n')])!;
    expect(total.to - total.likely).toBeCloseTo(Math.hypot(7, 24), 12);
    expect(total.likely - total.from).toBeCloseTo(Math.hypot(7, 24), 12);
  });
  it('cancel in a moment where they pull to both sides', () => {
    const both = [item('a', 40, 4, 'm', 100), item('b', 40, 4, 'm', -100)];
    expect(rangeOf(both, (i) => i.at.x)).toMatchObject({ less: 0, more: 0 });
    const apart = both.map((i, k) => ({ ...i, errors: [{ ...i.errors![0]!, source: `s${k}` }] }));
    expect(rangeOf(apart, (i) => i.at.x).more).toBeCloseTo(Math.SQRT2 * 400, 9);
  });
  it('come together in the likeliest way that a sum is off by its range', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.double({ min: 1, max: 500, noNaN: true }),
            fc.double({ min: 0, max: 0.5, noNaN: true }),
            fc.double({ min: 0, max: 0.5, noNaN: true }),
            fc.constantFrom('a', 'b', 'c', 'd'),
            fc.double({ min: -400, max: 400, noNaN: true }),
          ),
          { minLength: 1, maxLength: 12 },
        ),
        (made) => {
          const items = made.map(([mass, less, more, source, x], i): MassItem => ({
            ...{ key: `i${i}`, name: '', kind: 'part', at: at(x), mass: sure(mass) },
            errors: [{ source, less: mass * less, more: mass * more }],
          }));
          const weight = weighItems(items)!;
          const sum = (w: typeof weight): number => w.items.reduce((s, i) => s + i.mass.likely * i.at.x, 0);
          const { less, more } = rangeOf(items, (i) => i.at.x);
          expect(sum(offBy(weight, (i) => i.at.x, 1)) - sum(weight)).toBeCloseTo(more, 3);
          expect(sum(weight) - sum(offBy(weight, (i) => i.at.x, -1))).toBeCloseTo(less, 3);
        },
      ),
    ));
  it('give Windrow its ranges: 111 g, and 0.1 to 1.9 N with a slippery strap', () => {
    const { weighed, hanging } = derive(demo('windrow'));
    expect(weighed!.total.to - weighed!.total.likely).toBeCloseTo(111, 0);
    const { from, to } = hanging!.loads!.slippery!;
    expect([from.toFixed(1), to.toFixed(1)]).toEqual(['0.1', '1.9']);
  });
  it('spread as a thousand instruments made of such sources do', () => {
    const { weighed } = derive(demo('windrow'));
    // A source is off by its whole range or by none of it, on either side, as by the toss of a coin: its spread is its range.
    let seed = 7;
    const toss = (): number => ((seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0) > 2147483648 ? 1 : -1);
    const made = Array.from({ length: 1000 }, () => {
      const off = new Map<string, number>();
      return weighed!.items.reduce((sum, i) => {
        const errors = i.errors ?? [
          { source: i.key, less: i.mass.likely - i.mass.from, more: i.mass.to - i.mass.likely },
        ];
        return errors.reduce((s, e) => {
          const t = off.get(e.source) ?? toss();
          off.set(e.source, t);
          return s + t * (t > 0 ? e.more : e.less);
        }, sum + i.mass.likely);
      }, 0);
    });
    const mean = made.reduce((s, m) => s + m, 0) / made.length;
    const spread = Math.sqrt(made.reduce((s, m) => s + (m - mean) ** 2, 0) / made.length);
    expect(spread / (weighed!.total.to - weighed!.total.likely)).toBeCloseTo(1, 1);
  });
});

it('a pickguard weighs what is left of its sheet, by a grid laid over it: openings in its edge count as far as they lie in it', () => {
  const skerry = demo('skerry');
  const guard = derive(skerry).plates.find((p) => p.id === skerry.guards[0]!.id)!;
  // Part of the neck pocket's opening is outside the sheet: it is not taken off twice.
  expect(guard.cutouts.some((c) => c.polygon.some((p) => !polygonHolds(guard.edge, p)))).toBe(true);
  const box = boxOfPoints(guard.edge)!;
  const step = 0.5;
  let left = 0;
  for (let x = box.minX + step / 2; x < box.maxX; x += step)
    for (let y = box.minY + step / 2; y < box.maxY; y += step)
      if (polygonHolds(guard.edge, { x, y }) && !guard.cutouts.some((c) => polygonHolds(c.polygon, { x, y })))
        left += step * step;
  const perMm3 = itemOf(skerry, `plate:${guard.id}`)!.mass.likely / (left * guard.thickness);
  // Sheet plastic of 1.35 g/cm³.
  expect(perMm3 * 1000).toBeCloseTo(1.35, 2);
});
