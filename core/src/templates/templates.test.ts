import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { Design } from '../design/schema.ts';

import { crosshairs } from './crosshairs.ts';
import { createDeriver } from '../derived/derive.ts';
import { drawTemplate } from '../derived/designDrawing.ts';
import { planSheets, rowLetter } from './plan.ts';
import { layOutSheets } from './sheets.ts';

const windrow = JSON.parse(
  readFileSync(new URL('../../../demo/windrow.json', import.meta.url), 'utf8'),
) as Design;
const partsOf = createDeriver();
const plan = planSheets(drawTemplate(windrow, partsOf(windrow)), windrow.print);

describe('the plan of the sheets', () => {
  it('names rows by letters from the top and goes on after Z', () =>
    expect([0, 25, 26, 27].map(rowLetter)).toEqual(['A', 'Z', 'AA', 'AB']));
  it('begins with A1 at the upper left', () => {
    expect(plan.tiles[0]).toMatchObject({ label: 'A1', column: 0, row: plan.grid.rows - 1 });
  });
  it('shares every crosshair between printed tiles, inside each of them', () => {
    const found = crosshairs(plan);
    expect(found.length).toBeGreaterThan(4);
    for (const { at, tiles } of found)
      for (const { area, printed } of tiles) {
        expect(printed).toBe(true);
        expect(at.x > area.minX && at.x < area.maxX && at.y > area.minY && at.y < area.maxY).toBe(true);
      }
  });
  it('puts four bars of corrected length on every sheet, inside the printable tile', () => {
    const k = { x: 1.02, y: 0.99 };
    const print = { ...windrow.print, correction: k };
    const corrected = planSheets(drawTemplate(windrow, partsOf(windrow)), print);
    for (const sheet of layOutSheets(corrected, print.margins, { name: 'W', revision: 'r', date: 'd' })) {
      const lengths = ['bar-mm-across', 'bar-mm-up', 'bar-in-across', 'bar-in-up'].map((id) => {
        const mark = sheet.guides.find((m) => m.id === id);
        if (mark?.kind !== 'path') throw new Error(`no ${id}`);
        const { to } = mark.steps[0]!;
        for (const p of [mark.start, to]) {
          expect(p.x > sheet.clip.minX && p.x < sheet.clip.maxX).toBe(true);
          expect(p.y > sheet.clip.minY && p.y < sheet.clip.maxY).toBe(true);
        }
        return Math.hypot(to.x - mark.start.x, to.y - mark.start.y);
      });
      [100 * k.x, 100 * k.y, 101.6 * k.x, 101.6 * k.y].forEach((want, i) =>
        expect(lengths[i]).toBeCloseTo(want, 9),
      );
    }
  });
  it('mirrors a left-handed design and turns nothing else', () => {
    const left = { ...windrow, handedness: 'left' as const };
    const mirrored = planSheets(drawTemplate(left, partsOf(left)), left.print);
    expect(mirrored.grid.originX).toBeCloseTo(-partsOf(windrow).measures.box.maxX, 9);
    expect(mirrored.printed.length).toBeGreaterThan(0);
  });
  it('cuts every inner edge once, on the sheet that lies above, and names the sheet below', () => {
    const sheets = layOutSheets(plan, windrow.print.margins, { name: 'W', revision: 'r', date: 'd' });
    sheets.forEach((sheet, i) => {
      const tile = plan.printed[i]!;
      for (const [id, column, row] of [
        ['cut-left', tile.column - 1, tile.row],
        ['cut-below', tile.column, tile.row - 1],
      ] as const) {
        const neighbour = plan.printed.find((t) => t.column === column && t.row === row);
        expect(sheet.guides.some((m) => m.id === id)).toBe(neighbour !== undefined);
        const note = sheet.guides.find((m) => m.id === `${id}-note`);
        if (neighbour) expect(note?.kind === 'text' && note.text).toBe(`cut, lay over ${neighbour.label}`);
      }
    });
  });
  it('tells on every sheet what it is: label, name, revision, date, and a correction when there is one', () => {
    const words = { name: 'Windrow', revision: 'revision 7', date: '2026-11-23' };
    const told = (k: number): string[] => {
      const print = { ...windrow.print, correction: { x: k, y: 1 } };
      return layOutSheets(
        planSheets(drawTemplate(windrow, partsOf(windrow)), print),
        print.margins,
        words,
      ).map((s) => s.guides.flatMap((m) => (m.kind === 'text' ? [m.text] : [])).join(' | '));
    };
    told(1).forEach((text, i) => {
      for (const part of [
        plan.printed[i]!.label,
        'Windrow',
        'revision 7 · 2026-11-23',
        'never “fit to page”',
      ])
        expect(text).toContain(part);
      expect(text).not.toContain('Corrected');
    });
    expect(told(1.0125)[0]).toContain('Corrected × 1.0125 across, × 1.0000 up.');
  });
  it('joins crosshairs of neighbouring sheets at the same place of the drawing', () => {
    const sheets = layOutSheets(plan, windrow.print.margins, { name: 'W', revision: 'r', date: 'd' });
    const { left, bottom } = windrow.print.margins;
    const places = new Map<string, { x: number; y: number }[]>();
    sheets.forEach((sheet, i) => {
      const { area } = plan.printed[i]!;
      for (const m of sheet.guides)
        if (m.kind === 'path' && /^crosshair-\d+-across$/.test(m.id)) {
          const at = { x: m.start.x + 5 - left + area.minX, y: m.start.y - bottom + area.minY };
          places.set(m.id, [...(places.get(m.id) ?? []), at]);
        }
    });
    expect(places.size).toBe(crosshairs(plan).length);
    for (const [first, ...others] of places.values()) {
      expect(others.length).toBeGreaterThan(0);
      for (const p of others) expect(Math.hypot(p.x - first!.x, p.y - first!.y)).toBeLessThan(1e-9);
    }
  });
});
