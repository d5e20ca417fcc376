import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { checkDesign } from '../design/check.ts';
import { addLine } from '../design/lineEdits.ts';
import { cubicAt } from '../geometry/cubic.ts';
import { createDeriver } from './derive.ts';
import { createSnap, measured } from './snapping.ts';

const checked = checkDesign(
  JSON.parse(readFileSync(new URL('../../../demo/windrow.json', import.meta.url), 'utf8')),
);
if (!checked.ok) throw new Error('the demo does not open');
const windrow = checked.design;
const derive = createDeriver();
const snap = createSnap();
const at = (x: number, y: number, reach = 3, design = windrow) =>
  snap(design, derive(design), { x, y }, reach);

describe('a measuring hand', () => {
  it('is drawn to a node, a hole’s middle and a part before any edge', () => {
    const [node] = windrow.outline.nodes;
    expect(at(node!.x + 1, node!.y + 0.5)).toEqual({ at: { x: node!.x, y: node!.y }, to: 'a node' });
    const hole = derive(windrow).layout.cuts.find((c) => c.round && c.role === 'hole')!;
    const found = at(hole.round!.at.x + 0.7, hole.round!.at.y, 1);
    expect(found!.at.x).toBeCloseTo(hole.round!.at.x, 9);
    expect(found!.to).toMatch(/^the middle of .+ of .+/);
  });
  it('is drawn to the nearest place of an edge, and to the centre line', () => {
    const { path } = derive(windrow);
    const on = path[0]!.p0;
    const mid = cubicAt(path[0]!, 0.5);
    const edge = at(mid.x, mid.y, 0.5)!;
    expect(Math.hypot(edge.at.x - mid.x, edge.at.y - mid.y)).toBeLessThan(0.5);
    expect(at(on.x + 500, 1.5)).toEqual({ at: { x: on.x + 500, y: 0 }, to: 'the centre line' });
  });
  it('finds nothing in free air, and lines of the maker’s own', () => {
    expect(at(1500, 700)).toBeNull();
    const way = { by: 'points' as const, from: { x: 1400, y: 600 }, to: { x: 1600, y: 800 } };
    const lined = addLine(windrow, { name: 'Guide 1', kind: 'guide', way }).design;
    expect(at(1499, 701, 3, lined)!.to).toBe('Guide 1');
    expect(at(1401, 601, 3, lined)).toEqual({ at: way.from, to: 'the end of Guide 1' });
  });
});

it('two places are measured straight, along, across and by their turn', () => {
  expect(measured({ x: 10, y: -5 }, { x: 40, y: 35 })).toEqual({
    length: 50,
    along: 30,
    across: 40,
    turn: (Math.atan2(40, 30) * 180) / Math.PI,
  });
});
