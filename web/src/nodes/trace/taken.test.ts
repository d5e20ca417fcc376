import { checkDesign, formOf, newDesign, useByLayer } from '@pelkin/core';
import { describe, expect, it } from 'vitest';
import type { BroughtLine } from '../../workers/drawingReader.ts';
import type { Taken } from './taken.ts';
import {
  circleOpening,
  circlePart,
  cutOpening,
  guideWay,
  nameFor,
  planFor,
  takenInto,
  takenWords,
} from './taken.ts';

const chord = (x0: number, y0: number, x1: number, y1: number) => ({
  p0: { x: x0, y: y0 },
  p1: { x: (2 * x0 + x1) / 3, y: (2 * y0 + y1) / 3 },
  p2: { x: (x0 + 2 * x1) / 3, y: (y0 + 2 * y1) / 3 },
  p3: { x: x1, y: y1 },
});
const triangle = [chord(0, 0, 10, 0), chord(10, 0, 5, 8), chord(5, 8, 0, 0)];

const plain = newDesign('Windrow', 6, 628);
const line = (more: Partial<BroughtLine>): BroughtLine => ({
  index: 0,
  name: '',
  closed: true,
  gap: 0,
  pieces: 1,
  box: { minX: 0, maxX: 1, minY: 0, maxY: 1 },
  path: triangle,
  aside: null,
  crosses: null,
  twin: null,
  layer: 'DRILL 6 x 20 BACK',
  dashed: false,
  circle: null,
  isCircle: false,
  cut: null,
  ...more,
});
const shifted = (p: { x: number; y: number }) => ({ x: p.x + 100, y: -p.y });

describe('what is taken from a drawing', () => {
  it('is called by its name or its layer’s, and never by what a program numbers its lines with', () => {
    const called = (name: string, layer: string): string => nameFor({ name, layer });
    for (const key of ['cut-p7-s0', 'path1234', 'rect12-3', 'p7', 'g45', 'polygon', '17', 'Layer 1'])
      expect([called(key, 'FRONT 18.0'), called(key, 'layer1')], key).toEqual(['FRONT 18.0', '']);
    for (const name of ['Bridge pickup', 'Cutaway', 'Cut 12 deep', 'Line of the guard', 'User’s', 'Pocket 2'])
      expect(called(name, 'FRONT 18.0'), name).toBe(name);
  });
  it('is cut as its line says, where it says so and that is wanted; else as its layer', () => {
    const layer = {
      use: 'opening' as const,
      face: 'front' as const,
      depth: 9,
      through: false,
      asSaid: true,
      sizes: new Map(),
    };
    const cut = { face: 'back' as const, depth: 36.5, through: false, aside: null };
    expect(planFor(layer, { cut, circle: null })).toMatchObject({ face: 'back', depth: 36.5 });
    expect(planFor({ ...layer, asSaid: false }, { cut, circle: null })).toMatchObject({
      face: 'front',
      depth: 9,
    });
    expect(planFor(layer, { cut: null, circle: null })).toMatchObject({ face: 'front', depth: 9 });
  });
  it('a circle becomes a round hole about its middle, from its layer’s face and as deep', () => {
    const plan = {
      use: 'hole' as const,
      face: 'back' as const,
      depth: 20,
      through: false,
      asSaid: false,
      sizes: new Map(),
    };
    const drawn = line({ circle: { at: { x: 5, y: 7 }, diameter: 6 }, isCircle: true });
    const hole = circleOpening(plain, [], drawn, nameFor(drawn), plan, shifted);
    expect(hole).toMatchObject({
      id: 'o1',
      name: 'DRILL 6 x 20 BACK',
      face: 'back',
      at: { x: 105, y: -7 },
      steps: [{ shape: { kind: 'circle', diameter: 6 }, depth: 20, through: false }],
    });
    const next = circleOpening(plain, [hole], drawn, '', plan, shifted);
    expect(next).toMatchObject({ id: 'o2', name: 'Hole' });
  });
  it('an opening has its origin at its own middle', () => {
    const corner = (id: string, x: number, y: number) => ({ id, x, y, kind: 'corner' as const });
    const nodes = [corner('a', 100, 20), corner('b', 140, 20), corner('c', 140, 60), corner('d', 100, 60)];
    const plan = {
      use: 'opening' as const,
      face: 'front' as const,
      depth: 18,
      through: true,
      asSaid: false,
      sizes: new Map(),
    };
    const opening = cutOpening(plain, [], 'Pocket', nodes, plan);
    expect(opening.at).toEqual({ x: 120, y: 40 });
    expect(opening.steps[0]).toMatchObject({ depth: 18, through: true });
    const { shape } = opening.steps[0]!;
    expect(shape.kind === 'free' && shape.nodes[0]).toMatchObject({ x: -20, y: -20 });
  });
  it('straight guides keep two points, others their places; the last place of an open one too', () => {
    const straight = line({ closed: false, path: [chord(0, 0, 10, 4)] });
    expect(guideWay(straight, shifted)).toEqual({
      by: 'points',
      from: { x: 100, y: expect.closeTo(0, 9) as number },
      to: { x: 110, y: -4 },
    });
    const bent = guideWay(line({ closed: true, path: triangle }), shifted);
    expect(bent).toMatchObject({ by: 'drawn', closed: true });
    if (bent.by === 'drawn') expect(bent.places).toHaveLength(3);
  });
  it('goes into the design as one, and is told in words', () => {
    const corner = (id: string, x: number, y: number) => ({ id, x, y, kind: 'corner' as const });
    const square = [corner('a', 0, 0), corner('b', 40, 0), corner('c', 40, 40), corner('d', 0, 40)];
    const plan = {
      use: 'opening' as const,
      face: 'front' as const,
      depth: 0,
      through: false,
      asSaid: false,
      sizes: new Map(),
    };
    const taken: Taken = {
      nodes: null,
      off: 0,
      openings: [cutOpening(plain, [], 'Pocket', square, plan)],
      parts: [],
      guards: [{ name: '', nodes: square }],
      guides: [{ name: '', way: { by: 'points', from: { x: 0, y: 0 }, to: { x: 9, y: 0 } } }],
    };
    const design = takenInto(plain, taken);
    expect(checkDesign(JSON.parse(JSON.stringify(design))).ok).toBe(true);
    expect(design.guards[0]!.name).toBe('Pickguard');
    expect(design.lines[0]!.name).toBe('Guide 1');
    expect(takenWords(taken)).toBe('1 opening, 1 pickguard and 1 guide line');
    expect(takenWords({ ...taken, openings: [], guards: [], guides: [] })).toBe('nothing');
  });
  it('has a depth of its own for round holes of a size, and makes a circle a part with the hole as drawn', () => {
    const round = (diameter: number) =>
      line({ isCircle: true, circle: { at: { x: 10, y: 20 }, diameter }, layer: '' });
    const plan = {
      use: 'hole' as const,
      face: 'back' as const,
      depth: 30,
      through: false,
      asSaid: false,
      sizes: new Map([
        ['3.00', { use: 'screw' as const, depth: 12 }],
        ['8.00', { use: 'ferrule' as const }],
        ['9.70', { use: 'pot' as const }],
        ['6.00', { through: true }],
      ]),
    };
    // 3.01 is drilled with the drill of 3.
    expect(planFor(plan, round(3.01))).toMatchObject({ depth: 12, through: false });
    expect(planFor(plan, round(6))).toMatchObject({ depth: 30, through: true });
    expect(planFor(plan, round(5))).toMatchObject({ depth: 30, through: false });
    expect(useByLayer(round(3), plan, null)).toBe('screw');
    expect(useByLayer(round(5), plan, null)).toBe('hole');
    const laid = (d: number, part: 'screw' | 'pot' | 'ferrule') =>
      circlePart(round(d), part, '', planFor(plan, round(d)), shifted);
    const [screw, ferrule, pot] = [laid(3, 'screw'), laid(8, 'ferrule'), laid(9.7, 'pot')];
    expect(screw).toMatchObject({ face: 'back', at: { x: 110, y: -20 } });
    expect(screw.spec.measures).toMatchObject({ screwThread: 3, screwLength: 12 });
    expect(screw.spec.assumed).not.toContain('screwThread');
    expect(ferrule.spec.measures).toMatchObject({ across: 8, deep: 30 });
    const design = takenInto(plain, {
      nodes: null,
      off: 0,
      openings: [],
      parts: [screw, ferrule, pot],
      guards: [],
      guides: [],
    });
    expect(checkDesign(JSON.parse(JSON.stringify(design))).ok).toBe(true);
    const hole = formOf(design.parts[2]!.spec).cuts.find((c) => c.role === 'hole')!;
    expect(hole.shape).toMatchObject({ kind: 'circle', diameter: expect.closeTo(9.7, 9) as number });
  });
});
