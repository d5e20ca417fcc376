import { describe, expect, it } from 'vitest';
import { checkDesign } from '../design/check.ts';
import { newDesign } from '../design/defaults.ts';
import { addLine, changeLine, freeLineName, removeLine } from '../design/lineEdits.ts';
import { createDeriver } from '../derived/derive.ts';
import { pathBox, signedArea } from '../geometry/closedPath.ts';
import { circlePath } from '../geometry/figures.ts';
import { polygonArea } from '../geometry/polygons.ts';
import { drawOwnLines, ownLinePoints } from './ownLines.ts';

const disc = circlePath(200);
const box = pathBox(disc)!;
const plain = newDesign('Windrow', 6, 628);

describe('guide and seam lines', () => {
  it('beside the centre line run past both ends of the body at their distance', () => {
    const [line] = ownLinePoints({ way: { by: 'centre', off: -22 } }, disc, box);
    expect(line!.points.map((p) => p.y)).toEqual([-22, -22]);
    expect(line!.points[0]!.x).toBeLessThan(-100);
    expect(line!.points[1]!.x).toBeGreaterThan(100);
  });
  it('along the edge keep their distance from it, inward and outward', () => {
    for (const off of [10, -10, 0]) {
      const [line] = ownLinePoints({ way: { by: 'edge', off } }, disc, box);
      expect(line!.closed).toBe(true);
      for (const p of line!.points) expect(Math.abs(Math.hypot(p.x, p.y) - (100 - off))).toBeLessThan(0.05);
    }
    const [same] = ownLinePoints({ way: { by: 'edge', off: 0 } }, disc, box);
    expect(Math.abs(polygonArea(same!.points) - signedArea(disc))).toBeLessThan(10);
  });
  it('with no room inside the edge there is none', () => {
    expect(ownLinePoints({ way: { by: 'edge', off: 120 } }, disc, box)).toEqual([]);
    expect(
      drawOwnLines([{ id: 'l1', name: 'a', kind: 'guide', way: { by: 'edge', off: 120 } }], disc, box),
    ).toEqual([]);
  });
  it('come, change and go; names are free ones; two points on one place are refused', () => {
    const way = { by: 'points' as const, from: { x: 0, y: 0 }, to: { x: 10, y: 5 } };
    const one = addLine(plain, { name: freeLineName(plain, 'seam'), kind: 'seam', way });
    expect(one.design.lines[0]).toMatchObject({ id: 'l1', name: 'Seam 1' });
    expect(freeLineName(one.design, 'seam')).toBe('Seam 2');
    expect(freeLineName(one.design, 'guide')).toBe('Guide 1');
    expect(checkDesign(JSON.parse(JSON.stringify(one.design)))).toMatchObject({ ok: true });
    const folded = changeLine(one.design, 'l1', { way: { ...way, to: way.from } });
    expect(checkDesign(JSON.parse(JSON.stringify(folded)))).toMatchObject({
      ok: false,
      refusals: [{ where: 'lines.0.way' }],
    });
    expect(removeLine(one.design, 'l1').lines).toEqual([]);
  });
  it('have layers of their own on the board and on paper, where they can be left off', () => {
    const derive = createDeriver();
    const seam = addLine(plain, { name: 's', kind: 'seam', way: { by: 'centre', off: 0 } }).design;
    const both = addLine(seam, { name: 'g', kind: 'guide', way: { by: 'edge', off: 8 } }).design;
    const names = (d: typeof both) => derive(d).template.layers.map((l) => l.name);
    expect(derive(both).drawing.layers.map((l) => l.name)).toEqual(
      expect.arrayContaining(['seams', 'guides']),
    );
    expect(names(both)).toEqual(expect.arrayContaining(['seams', 'guides']));
    const show = { ...both.print.show, guides: false };
    expect(names({ ...both, print: { ...both.print, show } })).not.toContain('guides');
  });
});
