import DxfParser from 'dxf-parser';
import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { createDeriver } from '../derived/derive.ts';
import { setHandedness } from '../design/edits.ts';
import type { Mark, PathMark } from '../drawing/drawing.ts';
import type { Point } from '../geometry/point.ts';
import { layersDxf } from './dxf.ts';
import { machineLayers } from './machineLayers.ts';
import { writerOf } from './writers.ts';

const derive = createDeriver();
const windrow = demo('windrow');
const DEMOS = ['windrow', 'skerry', 'fathom'] as const;
const paths = (marks: readonly Mark[]) => marks.filter((m): m is PathMark => m.kind === 'path');

interface Entity {
  readonly type: string;
  readonly layer: string;
  readonly shape?: boolean;
  readonly center?: Point;
  readonly radius?: number;
}
const read = (text: string): readonly Entity[] =>
  new DxfParser().parseSync(text)!.entities as unknown as readonly Entity[];

describe.each(DEMOS)('layers of %s for a machine', (name) => {
  const design = demo(name);
  const derived = derive(design);
  const { cuts, thickness } = derived.layout;
  const layers = machineLayers(design, derived, 'front');

  it('are one for each face and depth, named with them; what is drilled is apart', () => {
    const names = layers.map((l) => l.name);
    expect(new Set(names).size).toBe(names.length);
    expect(names[0]).toBe('OUTLINE');
    for (const cut of cuts) {
      const holding = layers.filter((l) => paths(l.marks).some((m) => m.id === `cut-${cut.id}`));
      // Openings that run together are one line: then another of them stands for it.
      if (cut.round) expect(holding, cut.id).toHaveLength(1);
      if (cut.face === 'front' && cut.role === 'pocket')
        expect(names).toContain(`FRONT ${(-cut.bottom).toFixed(1)}`);
      if (cut.face === 'back' && cut.role === 'cavity')
        expect(names.some((n) => n.startsWith(`BACK ${Number((cut.top + thickness).toFixed(2))}`))).toBe(
          true,
        );
      if (cut.round && cut.role === 'screw')
        expect(holding[0]!.name).toMatch(/^DRILL [\d.]+ (x [\d.]+|THROUGH) (FRONT|BACK)$/);
    }
    expect(names).toContain('CENTRES');
    expect(names).toContain('CENTRE LINE');
    expect(layers.find((l) => l.name === 'MARKS')!.count).toBe(2);
  });

  it('read by an independent parser: holes are circles of what is drilled, profiles closed', () => {
    const entities = read(layersDxf(layers, name, 'arcs').text);
    const drilled = entities.filter((e) => e.layer.startsWith('DRILL'));
    expect(drilled.length).toBeGreaterThan(0);
    for (const e of drilled) {
      expect(e.type).toBe('CIRCLE');
      expect(2 * e.radius!).toBeCloseTo(Number(/^DRILL ([\d.]+)/.exec(e.layer)![1]), 2);
    }
    for (const e of entities.filter((x) => /^(OUTLINE|FRONT|BACK) ?/.test(x.layer)))
      expect(e.type === 'CIRCLE' || e.shape === true, e.layer).toBe(true);
  });

  it('from the back are the same turned over about the centre line', () => {
    const back = machineLayers(design, derived, 'back');
    expect(back.map((l) => l.name)).toEqual(layers.map((l) => l.name));
    back.forEach((layer, i) =>
      paths(layer.marks).forEach((mark, k) => {
        const front = paths(layers[i]!.marks)[k]!;
        expect(mark.start.x).toBeCloseTo(front.start.x, 9);
        expect(mark.start.y).toBeCloseTo(-front.start.y, 9);
      }),
    );
    // The marks by which both are laid stand on the centre line.
    for (const mark of paths(back.find((l) => l.name === 'MARKS')!.marks))
      expect((mark.start.y + mark.steps[0]!.to.y) / 2).toBeCloseTo(0, 9);
  });

  it('of a left-handed instrument are mirrored', () => {
    const left = setHandedness(design, 'left');
    const mirrored = machineLayers(left, derive(left), 'front');
    const [a, b] = [paths(layers[0]!.marks)[0]!, paths(mirrored[0]!.marks)[0]!];
    expect(b.start.x).toBeCloseTo(-a.start.x, 9);
    expect(b.start.y).toBeCloseTo(a.start.y, 9);
  });
});

describe('a machine’s file', () => {
  const derived = derive(windrow);
  const of = {
    design: windrow,
    derived,
    revision: '',
    date: '',
    pdf: () => Promise.reject(new Error('no paper')),
    mesh: () => Promise.reject(new Error('no mesh')),
    neckMesh: () => Promise.reject(new Error('no mesh')),
  };
  it('leaves out what is told, and says unit, layers and exactness', async () => {
    const names = machineLayers(windrow, derived, 'front').map((l) => l.name);
    const { content, told } = await writerOf('machine').write({ ...of, without: ['CENTRES', 'EDGE'] });
    const entities = read(content as string);
    expect(new Set(entities.map((e) => e.layer))).toEqual(
      new Set(names.filter((n) => n !== 'CENTRES' && n !== 'EDGE')),
    );
    expect(told).toMatch(/^DXF in millimetres, \d+ layers, off by at most 0\.00\d\d mm$/);
    await expect(writerOf('machine').write({ ...of, without: names })).rejects.toThrow(/no layer is left/);
  });
  it('from the back says so in its head', async () => {
    const { content } = await writerOf('machine').write({ ...of, from: 'back' });
    expect(content as string).toContain('seen from the back');
  });
});
