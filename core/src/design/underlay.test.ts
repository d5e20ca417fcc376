import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { distance } from '../geometry/point.ts';
import * as edits from './allEdits.ts';
import { checkDesign, designRefusals } from './check.ts';
import { DESIGN_VERSION } from './version.ts';
import { newDesign } from './defaults.ts';
import type { Underlay } from './schema.ts';
import { MOST_UNDERLAYS } from './sections/underlays.ts';
import {
  carryNodes,
  carryPlace,
  isPlacedAs,
  moveUnderlay,
  pixelMap,
  scaleByMeasures,
  similarityOf,
  toPixelMap,
} from './underlayPlace.ts';

const plain: Underlay = {
  id: 'u1',
  name: 'photo',
  picture: '0b8f1c9e-58a2-4c7e-9a51-0f2f6a1d2c3b',
  width: 1600,
  height: 1200,
  at: { x: 90, y: -10 },
  turn: 0,
  scale: 0.3,
  mirrored: false,
  opacity: 0.6,
  locked: false,
  hidden: false,
  scaled: 'not',
  goodTo: null,
  focal: null,
  camera: null,
  artwork: null,
};
const within = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const place = fc.record({ x: within(-500, 500), y: within(-500, 500) });
const underlay = fc
  .record({ at: place, turn: within(-180, 180), scale: within(0.01, 5), mirrored: fc.boolean() })
  .map((part): Underlay => ({ ...plain, ...part }));
const design = newDesign('Traced');

describe('what was found in a picture that is moved since', () => {
  it('goes along: the same pixel, and nodes with their handles, there and back', () => {
    fc.assert(
      fc.property(underlay, underlay, place, (was, now, pixel) => {
        const carried = carryPlace(was, now)(pixelMap(was)(pixel));
        expect(distance(carried, pixelMap(now)(pixel))).toBeLessThan(1e-6);
      }),
    );
    const { nodes } = newDesign('Drawn').outline;
    fc.assert(
      fc.property(underlay, underlay, (was, now) => {
        const back = carryNodes(carryNodes(nodes, was, now), now, was);
        back.forEach((n, i) => {
          expect(distance(n, nodes[i]!)).toBeLessThan(1e-6);
          if (nodes[i]!.before) expect(distance(n.before!, nodes[i]!.before)).toBeLessThan(1e-6);
        });
      }),
    );
  });
  it('is as it was where only the looks of the picture changed', () => {
    const looks: Underlay = { ...plain, opacity: 0.2, name: 'other', locked: true };
    expect(isPlacedAs(plain, looks)).toBe(true);
    for (const change of [{ turn: 1 }, { scale: 0.31 }, { mirrored: true }, { at: { x: 90, y: -9 } }])
      expect(isPlacedAs(plain, { ...plain, ...change })).toBe(false);
  });
});

describe('a picture under the drawing', () => {
  it('lies upright with its middle where it was laid', () => {
    const map = pixelMap(plain);
    expect(map({ x: 800, y: 600 })).toEqual({ x: 90, y: -10 });
    // Its upper left corner is tailward and to the bass side.
    expect(map({ x: 0, y: 0 }).x).toBeCloseTo(90 - 240, 9);
    expect(map({ x: 0, y: 0 }).y).toBeCloseTo(-10 + 180, 9);
    // Mirrored, its left is nutward.
    expect(pixelMap({ ...plain, mirrored: true })({ x: 0, y: 0 }).x).toBeCloseTo(90 + 240, 9);
  });
  it('goes to pixels and back', () => {
    fc.assert(
      fc.property(underlay, place, (u, p) => {
        const there = pixelMap(u)(p);
        return distance(toPixelMap(u)(there), p) < 1e-6 * (1 + 1 / u.scale);
      }),
    );
  });
  it('moved by a similarity, carries every pixel with it', () => {
    fc.assert(
      fc.property(
        underlay,
        place,
        place,
        within(-3, 3),
        within(0.2, 4),
        place,
        (u, about, to, turn, scale, pixel) => {
          const moved = { ...u, ...moveUnderlay(u, { about, to, turn, scale }) };
          const before = pixelMap(u)(pixel);
          const [c, s] = [Math.cos(turn) * scale, Math.sin(turn) * scale];
          const [x, y] = [before.x - about.x, before.y - about.y];
          const asked = { x: to.x + c * x - s * y, y: to.y + s * x + c * y };
          return distance(pixelMap(moved)(pixel), asked) < 1e-6 * (1 + Math.hypot(asked.x, asked.y));
        },
      ),
    );
  });
  it('two marks go where they are reported, by turn, size and place', () => {
    fc.assert(
      fc.property(underlay, place, place, place, place, (u, a, b, toA, toB) => {
        const [p, q] = [pixelMap(u)(a), pixelMap(u)(b)];
        if (distance(p, q) < 1 || distance(toA, toB) < 1) return true;
        const moved = { ...u, ...moveUnderlay(u, similarityOf(p, q, toA, toB)!) };
        const map = pixelMap(moved);
        return distance(map(a), toA) < 1e-6 * 1e3 && distance(map(b), toB) < 1e-6 * 1e3;
      }),
    );
    const p = { x: 1, y: 2 };
    expect(similarityOf(p, p, { x: 0, y: 0 }, { x: 9, y: 0 })).toBeNull();
  });
});

describe('measures marked in a picture', () => {
  const from = { x: 0, y: 0 };
  it('one sets its size exactly', () => {
    const { factor, off } = scaleByMeasures([{ from, to: { x: 200, y: 0 }, truth: 300 }])!;
    expect(factor).toBeCloseTo(1.5, 12);
    expect(off[0]).toBeCloseTo(0, 9);
  });
  it('several share their error, the long one counting most', () => {
    const { factor, off } = scaleByMeasures([
      { from, to: { x: 400, y: 0 }, truth: 404 },
      { from, to: { x: 0, y: 100 }, truth: 100 },
    ])!;
    expect(factor).toBeGreaterThan(1.008);
    expect(factor).toBeLessThan(1.01);
    expect(Math.sign(off[0]!)).toBe(-1);
    expect(Math.sign(off[1]!)).toBe(1);
  });
  it('that fall together tell nothing', () => {
    expect(scaleByMeasures([{ from, to: from, truth: 300 }])).toBeNull();
    expect(scaleByMeasures([])).toBeNull();
  });
});

describe('edits of pictures, openings, tools and hand', () => {
  it('lay, change and take away, each by its id', () => {
    const laid = edits.addUnderlay(design, plain);
    const two = edits.addUnderlay(laid, { ...plain, id: edits.freshId(laid.underlays, 'u') });
    expect(two.underlays.map((u) => u.id)).toEqual(['u1', 'u2']);
    const hidden = edits.changeUnderlay(two, 'u2', { hidden: true });
    expect(hidden.underlays.map((u) => u.hidden)).toEqual([false, true]);
    expect(edits.removeUnderlay(hidden, 'u1').underlays.map((u) => u.id)).toEqual(['u2']);
    expect(designRefusals(hidden)).toEqual([]);
    expect(checkDesign(JSON.parse(JSON.stringify(hidden)))).toMatchObject({ ok: true });
  });
  it('an outline taken from elsewhere drops mirror links and is in progress', () => {
    const { nodes } = newDesign('Other', 4, 762).outline;
    const opening = edits.openingOfLine('o1', 'Pocket', nodes.slice(0, 4));
    const taken = edits.takeOutline(design, nodes, [opening]);
    expect(taken.outline).toMatchObject({ nodes, mirror: [] });
    expect(taken.progress.outline).toBe('in progress');
    expect(edits.removeOpening(taken, 'o1').openings).toEqual([]);
    // Openings alone leave the outline as it is.
    expect(edits.takeOutline(design, null, [opening]).outline).toBe(design.outline);
  });
  it('tools and hand are kept', () => {
    const owning = edits.setTools(design, [{ id: 't1', kind: 'block', diameter: null }]);
    const sized = edits.setHand(owning, { ...design.hand, room: 28, finger: 50 });
    expect(checkDesign(JSON.parse(JSON.stringify(sized)))).toMatchObject({ ok: true, design: sized });
  });
});

describe('a design file with pictures is refused with the place', () => {
  const raw = (change: Readonly<Record<string, unknown>>) => ({
    ...JSON.parse(JSON.stringify(design)),
    underlays: [{ ...plain, ...change }],
  });
  it.each([
    ['a picture that is no UUID', { picture: 'photo.jpg' }, 'underlays.0.picture'],
    ['a size of nothing', { scale: 0 }, 'underlays.0.scale'],
    ['a part of a pixel', { width: 10.5 }, 'underlays.0.width'],
    ['a turn of more than once round', { turn: 400 }, 'underlays.0.turn'],
    ['a way of scaling that is none', { scaled: 'guessed' }, 'underlays.0.scaled'],
    ['a place beyond the shop', { at: { x: 1e6, y: 0 } }, 'underlays.0.at.x'],
  ])('%s', (_, change, where) => {
    const checked = checkDesign(raw(change));
    expect(checked.ok).toBe(false);
    if (!checked.ok) expect(checked.refusals[0]!.where).toBe(where);
  });
  it('and more pictures than are kept', () => {
    const many = Array.from({ length: MOST_UNDERLAYS + 1 }, (_, i) => ({ ...plain, id: `u${i}` }));
    expect(checkDesign({ ...JSON.parse(JSON.stringify(design)), underlays: many }).ok).toBe(false);
  });
  it('one of version 2 has none, shows openings on paper, and a middling hand', () => {
    const { openings: _o, underlays: _u, tools: _t, hand: _h, ...rest } = design;
    const { openings: _s, ...show } = rest.print.show;
    const checked = checkDesign({ ...rest, version: 2, print: { ...rest.print, show } });
    expect(checked).toMatchObject({
      ok: true,
      design: {
        version: DESIGN_VERSION,
        openings: [],
        underlays: [],
        tools: [],
        hand: { room: 32, finger: 45 },
      },
    });
    if (checked.ok) expect(checked.design.print.show.openings).toBe(true);
  });
});
