import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { createDeriver } from '../derived/derive.ts';
import { rectPath, circlePath, polygonPath } from '../geometry/figures.ts';
import { reversePath } from '../geometry/closedPath.ts';
import { cutList, widestBit } from './cutList.ts';

describe('the widest bit that gets into every corner', () => {
  it('is twice the corner radius of a rectangle, whichever way its line runs', () => {
    expect(widestBit(rectPath(90, 40, 6))).toBeCloseTo(12, 1);
    expect(widestBit(reversePath(rectPath(90, 40, 6)))).toBeCloseTo(12, 1);
  });
  it('is the circle itself', () => expect(widestBit(circlePath(30))).toBeCloseTo(30, 1));
  it('is none where a corner is square', () => expect(widestBit(rectPath(90, 40, 0))).toBe(0));
  it('does not mind corners that stand into the opening', () => {
    // An L: five corners turn inward and are square; taken round they are not.
    const l = polygonPath([
      { x: 0, y: 0 },
      { x: 40, y: 0 },
      { x: 40, y: 40 },
      { x: 0, y: 40 },
    ]);
    expect(widestBit(l)).toBe(0);
  });
});

describe('what is cut for a part', () => {
  const design = demo('windrow');
  const { layout } = createDeriver()(design);
  const of = (name: string) =>
    cutList(layout.parts.find((p) => p.part.spec.name === name)!.cuts, layout.thickness);

  it('lists every rout with depth and bit, every pilot with diameter, depth and drill', () => {
    const rows = of('Bridge ring');
    const pilots = rows.filter((r) => r.what.startsWith('pilot'));
    expect(pilots.reduce((n, r) => n + r.count, 0)).toBe(4);
    for (const r of pilots) expect(r).toMatchObject({ tool: { kind: 'drill' }, through: false });
    const pickup = of('Bridge twin-coil');
    expect(pickup.every((r) => r.depth !== null && r.tool.kind === 'bit')).toBe(true);
    expect(pickup.map((r) => r.depth)).toContain(18);
  });
  it('counts as many as there are cuts, and tells a bore by its own length', () => {
    for (const part of layout.parts) {
      const rows = cutList(part.cuts, layout.thickness);
      const drilled = rows.filter((r) => r.tool.kind !== 'countersink');
      expect(drilled.reduce((n, r) => n + r.count, 0)).toBe(part.cuts.length);
    }
    const jack = layout.parts.find((p) => p.part.spec.name === 'Jack')!;
    const bore = jack.cuts.find((c) => c.role === 'bore')!;
    expect(cutList([bore], layout.thickness)[0]).toMatchObject({ across: bore.bore, depth: bore.length });
  });
});
