import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import * as edits from '../design/allEdits.ts';
import type { Design } from '../design/schema.ts';
import { createDeriver } from '../derived/derive.ts';
import { MOST_LISTED, findAll } from '../findings/run.ts';
import { wordsOfFinding } from '../findings/words.ts';
import { floorsOf } from './floors.ts';
import { heapOf, wallsOf } from './walls.ts';

/** The demo body with so many openings, this far apart from one another, mm, alternately from front and back. */
function withOpenings(count: number, apart: number): Design {
  let design: Design = { ...demo('windrow'), parts: [], openings: [], runs: [] };
  for (let i = 0; i < count; i += 1)
    design = edits.addOpening(design, {
      name: `Rout ${i}`,
      face: i % 2 ? 'front' : 'back',
      at: { x: -120 + apart * (i % 10), y: -40 + apart * Math.floor(i / 10) },
      turn: 7 * i,
      steps: [edits.plainStep('rout', { kind: 'rect', long: 40, wide: 20, radius: 3 }, 12 + (i % 5))],
    }).design;
  return design;
}
const layoutOf = (design: Design) => createDeriver()(design).layout;

describe('openings that are heaped on one another', () => {
  it('are one finding, instead of a wall between each two of them', () => {
    const design = withOpenings(100, 2);
    const layout = layoutOf(design);
    expect(heapOf(layout).length).toBeGreaterThan(60);
    const heap = new Set(heapOf(layout));
    for (const wall of wallsOf(layout, 0))
      expect(heap.has(wall.a) && !!wall.b && heap.has(wall.b)).toBe(false);
    const found = findAll(design, createDeriver()(design));
    expect(found.filter((f) => f.rule === 'openings-heaped')).toHaveLength(1);
  });
  it('are no heap where openings stand beside one another', () =>
    expect(heapOf(layoutOf(withOpenings(30, 45)))).toEqual([]));
  it('still tell where they run out of the body', () => {
    const layout = layoutOf(edits.changeOpening(withOpenings(80, 1), 'o1', { at: { x: -1_000, y: 0 } }));
    expect(wallsOf(layout, 0).some((w) => w.b === null && w.thickness < 0)).toBe(true);
  });
  it('have floors only where nothing from their own face goes deeper', () => {
    const layout = layoutOf(withOpenings(60, 3));
    for (const { a, b, at } of floorsOf(layout)) {
      const deeper = layout.cuts.filter(
        (c) => c.face === a.face && (a.face === 'front' ? c.bottom < a.bottom - 1e-6 : c.top > a.top + 1e-6),
      );
      const over = deeper.filter(
        ({ area: { box } }) => at.x > box.minX && at.x < box.maxX && at.y > box.minY && at.y < box.maxY,
      );
      const holds = (p: { x: number; y: number }, polygon: readonly { x: number; y: number }[]) =>
        polygon.every((c, i) => {
          const d = polygon[(i + 1) % polygon.length]!;
          return (d.x - c.x) * (p.y - c.y) - (d.y - c.y) * (p.x - c.x) > 1e-6;
        });
      // All of them are convex and counter-clockwise.
      for (const c of over) expect(holds(at, c.area.polygon), `${a.id} ${b?.id}`).toBe(false);
    }
  });
});

describe('many findings of one rule', () => {
  it(`are the first ${MOST_LISTED}, those that stop before the others, and the count of the rest`, () => {
    let design = demo('windrow');
    const { spec } = design.parts.find((p) => p.spec.kind === 'pot')!;
    for (let i = 0; i < 30; i += 1)
      design = edits.addPart(design, spec, 'front', { x: -100 + i / 10, y: -20 }).design;
    const found = findAll(design, createDeriver()(design)).filter((f) => f.rule === 'parts-meet');
    expect(found).toHaveLength(MOST_LISTED + 1);
    const last = found.at(-1)!;
    expect(last.more).toBeGreaterThan(300);
    expect(wordsOfFinding(last, 'mm').says).toBe(
      `${last.more} more of this kind were found, ${last.more! + MOST_LISTED} in all. They are listed when the first ${MOST_LISTED} are mended.`,
    );
  });
});
