import { describe, expect, it } from 'vitest';
import { joinChains } from '../../geometry/chains.ts';
import { circleOf } from '../../geometry/circleOf.ts';
import { circlePath, polygonPath, rectPath } from '../../geometry/figures.ts';
import { describeLines } from './lines.ts';
import type { PlanLine } from './plan.ts';
import { depthInName, firstPlans, outlineOf, planLayers, useByLayer, usesFor } from './plan.ts';
import { readDrawing } from './read.ts';

describe('a circle', () => {
  it('is told of four arcs, of one turned and moved, and of many chords', () => {
    const moved = circlePath(12.7).map((c) => ({
      p0: { x: c.p0.x + 40, y: c.p0.y - 3 },
      p1: { x: c.p1.x + 40, y: c.p1.y - 3 },
      p2: { x: c.p2.x + 40, y: c.p2.y - 3 },
      p3: { x: c.p3.x + 40, y: c.p3.y - 3 },
    }));
    const found = circleOf(moved)!;
    expect(found.diameter).toBeCloseTo(12.7, 3);
    expect(found.at.x).toBeCloseTo(40, 6);
    const chords = Array.from({ length: 37 }, (_, i) => ({
      x: 5 * Math.cos((i * 2 * Math.PI) / 37),
      y: 5 * Math.sin((i * 2 * Math.PI) / 37),
    }));
    expect(circleOf(polygonPath(chords))!.diameter).toBeCloseTo(10, 9);
  });
  it('is not a square, a hexagon, a slot or an ellipse', () => {
    const hexagon = Array.from({ length: 6 }, (_, i) => ({
      x: 5 * Math.cos((i * Math.PI) / 3),
      y: 5 * Math.sin((i * Math.PI) / 3),
    }));
    const flat = circlePath(20).map((c) => ({
      p0: { ...c.p0, y: c.p0.y * 0.97 },
      p1: { ...c.p1, y: c.p1.y * 0.97 },
      p2: { ...c.p2, y: c.p2.y * 0.97 },
      p3: { ...c.p3, y: c.p3.y * 0.97 },
    }));
    for (const path of [rectPath(10, 10, 0), polygonPath(hexagon), rectPath(20, 8, 4), flat, []])
      expect(circleOf(path)).toBeNull();
  });
});

const line = (index: number, layer: string, more: Partial<PlanLine> = {}): PlanLine => ({
  index,
  layer,
  closed: true,
  box: { minX: 0, maxX: 10, minY: 0, maxY: 10 },
  isCircle: false,
  circle: null,
  dashed: false,
  aside: null,
  twin: null,
  crosses: null,
  cut: null,
  ...more,
});
const big = { minX: -200, maxX: 300, minY: -150, maxY: 150 };

describe('the layers of a plan', () => {
  it.each([
    ['FRONT 18.0', 18],
    ['BACK 36.0', 36],
    ['DRILL 3.2 x 22 FRONT', 22],
    ['pocket_16,5', 16.5],
    ['rout 19mm', 19],
    ['DRILL 3.2', 0],
    ['Layer 3', 0],
    ['sheet 400 mm', 0],
  ])('“%s” tells a depth of %d', (name, depth) => expect(depthInName(name)).toBe(depth));

  it('take an outline that crosses itself only where it is said', () => {
    const lines = [
      line(0, 'body', { box: big, crosses: { other: null } }),
      line(1, 'body'),
      line(2, 'body', { crosses: { other: 1 } }),
    ];
    const layers = planLayers(lines);
    const plans = firstPlans(layers);
    const body = outlineOf(layers, plans);
    expect(lines.map((l) => useByLayer(l, plans.get('body')!, body))).toEqual([
      'leave',
      'opening',
      'opening',
    ]);
  });

  it('are proposed by what they hold and are called; dashed ones from the back', () => {
    const layers = planLayers([
      line(0, 'frame', { box: { minX: -300, maxX: 400, minY: -300, maxY: 300 }, aside: 'frame' }),
      line(1, 'body', { box: big }),
      line(2, 'FRONT 18.0'),
      line(3, 'hidden', { dashed: true }),
      line(4, 'screws', { isCircle: true }),
      line(5, 'screws', { isCircle: true }),
      line(6, 'pickguard'),
      line(7, 'words', { closed: false }),
      line(8, 'RUN 3 x 103.24'),
    ]);
    const plans = firstPlans(layers);
    expect(Object.fromEntries([...plans].map(([name, p]) => [name, p.use]))).toEqual({
      frame: 'leave',
      body: 'outline',
      'FRONT 18.0': 'opening',
      hidden: 'opening',
      screws: 'hole',
      pickguard: 'guard',
      words: 'leave',
      'RUN 3 x 103.24': 'leave',
    });
    expect(plans.get('hidden')!.face).toBe('back');
    expect(plans.get('FRONT 18.0')).toMatchObject({ face: 'front', depth: 18 });
  });
  it('with the body among the rest, its layer is the outline with all that lies in it', () => {
    const lines = [
      line(0, '', { box: big }),
      line(1, ''),
      line(2, '', { isCircle: true }),
      line(3, '', { closed: false }),
    ];
    const layers = planLayers(lines);
    const plans = firstPlans(layers);
    const body = outlineOf(layers, plans);
    expect(lines.map((l) => useByLayer(l, plans.get('')!, body))).toEqual([
      'outline',
      'opening',
      'hole',
      'leave',
    ]);
    const outlineOnly = { ...plans.get('')!, use: 'outline' as const };
    expect(lines.map((l) => useByLayer(l, outlineOnly, body))).toEqual([
      'outline',
      'leave',
      'leave',
      'leave',
    ]);
    expect(usesFor(lines[3]!)).toEqual(['guide', 'leave']);
  });
});

describe('layers as files have them', () => {
  const described = (text: string) => {
    const read = readDrawing(text);
    if (!read.ok) throw new Error(read.message);
    return describeLines(joinChains(read.read.curves, 0.05).chains);
  };
  it('of an SVG are its named groups; dashes are handed down', () => {
    const lines =
      described(`<svg xmlns="http://www.w3.org/2000/svg" width="400mm" height="300mm" viewBox="0 0 400 300">
      <g id="BODY"><rect x="10" y="10" width="380" height="280"/></g>
      <g id="back" stroke-dasharray="3 2"><circle cx="100" cy="100" r="20"/><rect stroke-dasharray="none" x="50" y="50" width="20" height="20"/></g>
    </svg>`);
    expect(lines.map((l) => [l.chain.layer, l.chain.dashed, l.circle !== null])).toEqual([
      ['BODY', false, false],
      ['back', true, true],
      ['back', false, false],
    ]);
  });
  it('of a DXF are its layers, dashed by the layer’s or the line’s own line type', () => {
    const circle = (layer: string, x: number, type?: string) => [
      '0',
      'CIRCLE',
      '8',
      layer,
      ...(type ? ['6', type] : []),
      '10',
      String(x),
      '20',
      '0',
      '40',
      '5',
    ];
    const layer = (name: string, type: string) => ['0', 'LAYER', '2', name, '70', '0', '62', '7', '6', type];
    const dxf = [
      ...['0', 'SECTION', '2', 'TABLES', '0', 'TABLE', '2', 'LAYER'],
      ...layer('REAR', 'HIDDEN2'),
      ...layer('TOP', 'CONTINUOUS'),
      ...['0', 'ENDTAB', '0', 'ENDSEC', '0', 'SECTION', '2', 'ENTITIES'],
      ...circle('REAR', 0),
      ...circle('TOP', 100),
      ...circle('TOP', 200, 'DASHED'),
      ...circle('TOP', 300, 'DASHDOT'),
      ...['0', 'ENDSEC', '0', 'EOF'],
    ].join('\n');
    expect(
      described(dxf).map((l) => [l.chain.layer, l.chain.dashed, Math.round(l.circle?.diameter ?? 0)]),
    ).toEqual([
      ['REAR', true, 10],
      ['TOP', false, 10],
      ['TOP', true, 10],
      ['TOP', false, 10],
    ]);
  });
});
