import { describe, expect, it } from 'vitest';
import { SHELF, specOf } from '../parts/shelf.ts';
import * as edits from './allEdits.ts';
import { checkDesign, designRefusals } from './check.ts';
import { DESIGN_VERSION } from './version.ts';
import { newDesign } from './defaults.ts';
import type { Design } from './schema.ts';

const plain = newDesign('Edited', 6, 628);
const spec = (key: string) => specOf(SHELF.find((p) => p.key === key)!);
/** Four knobs in a row, the first two of one group. */
function row(): Design {
  let design = plain;
  for (const [i, x] of [-10, -40, -52, -100].entries())
    design = edits.addPart(design, spec('pot-24'), 'front', { x, y: -80 - i }, 10 * i).design;
  return edits.groupParts(design, ['p1', 'p2'], true);
}
const placeOf = (d: Design, id: string) => d.parts.find((p) => p.id === id)!.at;

describe('parts', () => {
  it('are laid down with the next free id, in hundredths of a mm, in the middle of the edge', () => {
    const one = edits.addPart(plain, spec('pot-24'), 'front', { x: 1 / 3, y: -2 / 3 });
    expect(one.id).toBe('p1');
    expect(one.design.parts[0]).toMatchObject({ at: { x: 0.33, y: -0.67 }, z: 0, group: null });
    const edge = edits.addPart(one.design, spec('jack-plate'), 'edge', { x: 0, y: -160 });
    expect(edge.id).toBe('p2');
    expect(edge.design.parts[1]!.z).toBe(-22);
    expect(edge.design.progress.layout).toBe('in progress');
    const gone = edits.removeParts(edge.design, ['p1']);
    expect(edits.addPart(gone, spec('pot-24'), 'front', { x: 0, y: 0 }).id).toBe('p1');
    expect(plain.parts).toEqual([]);
  });
  it('move with their group, the others stay', () => {
    const moved = edits.moveParts(row(), ['p1'], { x: 5, y: -2 });
    expect(placeOf(moved, 'p1')).toEqual({ x: -5, y: -82 });
    expect(placeOf(moved, 'p2')).toEqual({ x: -35, y: -83 });
    expect(placeOf(moved, 'p3')).toEqual({ x: -52, y: -82 });
    const free = edits.groupParts(row(), ['p1', 'p2'], false);
    expect(placeOf(edits.moveParts(free, ['p1'], { x: 5, y: 0 }), 'p2')).toEqual({ x: -40, y: -81 });
  });
  it('are copied with a group of their own', () => {
    const { design, ids } = edits.copyParts(row(), ['p1', 'p2', 'p3'], { x: 1, y: 1 });
    expect(ids).toEqual(['p5', 'p6', 'p7']);
    const [a, b, c] = ids.map((id) => design.parts.find((p) => p.id === id)!);
    expect(a!.group).toBe(b!.group);
    expect(a!.group).not.toBe(design.parts[0]!.group);
    expect(c!.group).toBeNull();
    expect(a!.at).toEqual({ x: -9, y: -79 });
    expect(designRefusals(design)).toEqual([]);
  });
  it('mirrored twice are where they were', () => {
    const once = edits.mirrorParts(row(), ['p2', 'p4']);
    expect(placeOf(once, 'p2')).toEqual({ x: -40, y: 81 });
    expect(once.parts[1]!.turn).toBe(-10);
    expect(edits.mirrorParts(once, ['p2', 'p4']).parts).toEqual(row().parts);
  });
  it('are spread evenly between the first and the last', () => {
    const even = edits.spaceEvenly(row(), ['p1', 'p2', 'p3', 'p4']);
    expect(even.parts.map((p) => p.at.x)).toEqual([-10, -40, -70, -100]);
    expect(even.parts.map((p) => p.at.y)).toEqual([-80, -81, -82, -83]);
    const two = row();
    expect(edits.spaceEvenly(two, ['p1', 'p4'])).toBe(two);
  });
  it('a reading goes to every part of the name, and is no longer assumed', () => {
    const other = edits.changePart(row(), 'p4', { spec: { ...spec('pot-24'), name: 'My own' } });
    const read = edits.measurePart(other, 'p1', 'bush', 9.52);
    expect(read.parts.map((p) => p.spec.measures.bush)).toEqual([9.52, 9.52, 9.52, 9.4]);
    expect(read.parts[2]!.spec.assumed).not.toContain('bush');
    expect(read.parts[3]!.spec.assumed).toContain('bush');
    expect(edits.measurePart(read, 'none', 'bush', 1)).toBe(read);
  });
});

describe('an edit that changes nothing', () => {
  it('gives the design itself, still done', () => {
    const design = edits.setProgress(row(), 'layout', 'done');
    expect(edits.removeParts(design, ['none'])).toBe(design);
    expect(edits.changePart(design, 'none', { turn: 5 })).toBe(design);
    expect(edits.moveParts(design, [], { x: 1, y: 1 })).toBe(design);
    expect(edits.mirrorParts(design, ['none'])).toBe(design);
    expect(edits.copyParts(design, ['none'], { x: 1, y: 1 })).toEqual({ design, ids: [] });
    expect(edits.removeOpening(design, 'none')).toBe(design);
    expect(edits.removeStep(design, 'none', 0)).toBe(design);
    expect(edits.removeRun(design, 'none')).toBe(design);
    expect(edits.removeGuard(design, 'none')).toBe(design);
    expect(edits.removeParts(design, ['p1']).progress.layout).toBe('in progress');
  });
});

describe('openings, runs, pickguards, the neck', () => {
  const rout = edits.addOpening(plain, {
    name: 'Rout',
    face: 'back',
    at: { x: 0, y: 0 },
    turn: 0,
    steps: [edits.plainStep('rout', { kind: 'rect', long: 40, wide: 20, radius: 3 }, 12)],
  });
  it('an opening loses its steps one by one, and goes with the last', () => {
    const two = edits.addStep(
      rout.design,
      rout.id,
      edits.plainStep('deep', { kind: 'circle', diameter: 8 }, 20),
    );
    expect(two.openings[0]!.steps.map((s) => s.depth)).toEqual([12, 20]);
    const deeper = edits.changeStep(two, rout.id, 1, { depth: 22, through: true });
    expect(deeper.openings[0]!.steps[1]).toMatchObject({ depth: 22, through: true, name: 'deep' });
    const one = edits.removeStep(deeper, rout.id, 0);
    expect(one.openings[0]!.steps).toHaveLength(1);
    expect(edits.removeStep(one, rout.id, 0).openings).toEqual([]);
    expect(edits.removeOpening(two, rout.id).openings).toEqual([]);
    expect(edits.changeOpening(two, rout.id, { face: 'front' }).openings[0]!.face).toBe('front');
  });
  it('runs and pickguards come, change and go by their ids', () => {
    const run = edits.addRun(plain, {
      name: 'r',
      from: { x: 0, y: 0, z: -10 },
      to: { x: 9, y: 9, z: -20 },
      diameter: 6,
    });
    expect(edits.changeRun(run.design, run.id, { diameter: 8 }).runs[0]!.diameter).toBe(8);
    expect(edits.removeRun(run.design, run.id).runs).toEqual([]);
    const guard = edits.addGuard(plain, {
      name: 'g',
      nodes: plain.outline.nodes.slice(0, 4),
      follow: 10,
      thickness: 2,
      bevel: 45,
      gap: 0.4,
      apart: 70,
      screwInset: 5,
      screws: null,
    });
    expect(edits.changeGuard(guard.design, guard.id, { follow: null }).guards[0]!.follow).toBeNull();
    expect(edits.removeGuard(guard.design, guard.id).guards).toEqual([]);
    expect(checkDesign(JSON.parse(JSON.stringify(guard.design))).ok).toBe(true);
  });
  it('the neck and the grain are set part by part', () => {
    const set = edits.setNeckScrews(edits.setNeck(edits.setGrain(plain, 4), { joint: 'glued' }), {
      count: 2,
    });
    expect(set.neck).toMatchObject({
      joint: 'glued',
      depth: plain.neck.depth,
      screws: { count: 2, length: 45 },
    });
    expect(set.body).toMatchObject({ thickness: 44, grain: 4 });
  });
  it('a design of version 3 has no parts, an undecided neck, and its openings without a depth', () => {
    const { parts: _p, runs: _r, guards: _g, neck: _n, ...rest } = plain;
    const { picking: _pi, reach: _re, ...hand } = rest.hand;
    const old = {
      ...rest,
      version: 3,
      hand,
      body: { thickness: 40 },
      progress: { strings: 'settled', outline: 'settled', templates: 'untouched' },
      openings: [{ id: 'o1', name: 'Pocket', nodes: plain.outline.nodes.slice(0, 4) }],
    };
    const checked = checkDesign(JSON.parse(JSON.stringify(old)));
    expect(checked).toMatchObject({
      ok: true,
      design: {
        version: DESIGN_VERSION,
        parts: [],
        neck: { joint: 'undecided' },
        body: { thickness: 40, grain: 0 },
        progress: { layout: 'not started', strings: 'done' },
        print: { show: { back: true, holes: true, parts: false } },
      },
    });
    if (checked.ok)
      expect(checked.design.openings[0]!.steps).toMatchObject([
        { depth: 0, through: false, shape: { kind: 'free' } },
      ]);
  });
});
