import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import * as edits from '../design/allEdits.ts';
import { checkDesign } from '../design/check.ts';
import type { Design, Shape } from '../design/schema.ts';
import { createDeriver } from '../derived/derive.ts';
import { holePlaces } from './openingCuts.ts';
import { screwsNear } from './screws.ts';
import { wallsOf } from './walls.ts';

const derive = createDeriver();
const plain: Design = { ...demo('windrow'), parts: [], openings: [], runs: [] };
const withHoles = (shape: Shape, turn = 0) =>
  edits.addOpening(plain, {
    name: 'Holes',
    face: 'front',
    at: { x: -40, y: 20 },
    turn,
    steps: [edits.plainStep('holes', shape, 12)],
  }).design;
const grid: Shape = { kind: 'grid', diameter: 5, columns: 4, rows: 2, alongApart: 11, acrossApart: 9 };
const ring: Shape = { kind: 'ring', diameter: 4, holes: 6, across: 40 };
const cutsOf = (design: Design) => derive(design).layout.cuts.filter((c) => c.owner.kind === 'opening');

describe('patterns of holes', () => {
  it('in rows stand evenly about the middle', () => {
    const places = holePlaces(grid)!;
    expect(places).toHaveLength(8);
    expect(places[0]).toEqual({ x: -16.5, y: -4.5 });
    expect(places[7]).toEqual({ x: 16.5, y: 4.5 });
    for (const axis of ['x', 'y'] as const)
      expect(places.reduce((sum, p) => sum + p[axis], 0)).toBeCloseTo(0, 12);
  });
  it('in a ring stand evenly on their circle, the first along the strings', () => {
    const places = holePlaces(ring)!;
    expect(places[0]).toEqual({ x: 20, y: 0 });
    places.forEach((p, i) => {
      const q = places[(i + 1) % places.length]!;
      expect(Math.hypot(p.x, p.y)).toBeCloseTo(20, 12);
      expect(Math.hypot(q.x - p.x, q.y - p.y)).toBeCloseTo(40 * Math.sin(Math.PI / 6), 12);
    });
  });
  it('other shapes have none', () => {
    expect(holePlaces({ kind: 'circle', diameter: 5 })).toBeNull();
  });
  it('are cut each by itself, round, turned with the opening, and crossed in their middles', () => {
    const cuts = cutsOf(withHoles(grid, 90));
    expect(cuts).toHaveLength(8);
    expect(new Set(cuts.map((c) => c.id)).size).toBe(8);
    // A quarter turn takes (−16.5, −4.5) to (4.5, −16.5).
    expect(cuts[0]!.round!.at.x).toBeCloseTo(-35.5, 9);
    expect(cuts[0]!.round!.at.y).toBeCloseTo(3.5, 9);
    for (const c of cuts) expect(c).toMatchObject({ round: { diameter: 5 }, bottom: -12, face: 'front' });
    const holes = derive(withHoles(ring)).drawing.layers.find((l) => l.name === 'holes')!;
    expect(holes.marks.length).toBeGreaterThanOrEqual(12);
  });
  it('have no walls among themselves, but to others', () => {
    const alone = withHoles(ring);
    expect(wallsOf(derive(alone).layout, 0).filter((w) => w.b !== null)).toEqual([]);
    const beside = edits.addOpening(alone, {
      name: 'Rout',
      face: 'front',
      at: { x: -40 + 20 + 2 + 5 + 10, y: 20 },
      turn: 0,
      steps: [edits.plainStep('rout', { kind: 'rect', long: 20, wide: 20, radius: 1 }, 12)],
    }).design;
    // Of 4 mm they are pilots: they need the wood of a screw, not a wall.
    expect(wallsOf(derive(beside).layout, 0).filter((w) => w.b !== null)).toEqual([]);
    const near = screwsNear(derive(beside).layout).filter((s) => s.other !== null);
    expect(Math.min(...near.map((s) => s.apart))).toBeCloseTo(5, 2);
    expect(near.every((s) => s.other!.owner.id !== s.screw.owner.id)).toBe(true);
    const { openings } = beside;
    const wider = {
      ...beside,
      openings: openings.map((o, i) =>
        i === 0 ? { ...o, steps: o.steps.map((s) => ({ ...s, shape: { ...ring, diameter: 6 } })) } : o,
      ),
    };
    const [wall] = wallsOf(derive(wider).layout, 0).filter((w) => w.b !== null);
    expect(wall!.thickness).toBeCloseTo(4, 2);
  });
  it('are kept and read again, and refused by their place when they are none', () => {
    const read = checkDesign(JSON.parse(JSON.stringify(withHoles(grid))));
    expect(read.ok && read.design.openings[0]!.steps[0]!.shape).toEqual(grid);
    const bad = checkDesign(JSON.parse(JSON.stringify(withHoles({ ...grid, columns: 2.5 }))));
    expect(bad).toMatchObject({ ok: false, refusals: [{ where: 'openings.0.steps.0.shape.columns' }] });
  });
});
