import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { describe, expect, it } from 'vitest';
import { lineOffset, rasterPages, textOfPages } from '../../tests/raster.ts';
import type { Design } from '../design/schema.ts';
import { cubicAt, cubicFirst } from '../geometry/cubic.ts';
import { distance } from '../geometry/point.ts';

import { solveOutline } from '../outline/solve.ts';

import { crosshairs } from '../templates/crosshairs.ts';
import { createDeriver } from '../derived/derive.ts';
import { planSheets } from '../templates/plan.ts';
import { layOutSheets } from '../templates/sheets.ts';
import { LACKING_SAYS, needsOtherFonts, sheetsPdf } from './pdf.ts';

const require = createRequire(new URL('../../../web/package.json', import.meta.url));
const font = new Uint8Array(
  readFileSync(require.resolve('@fontsource/commissioner/files/commissioner-latin-400-normal.woff')),
);
const windrow = JSON.parse(
  readFileSync(new URL('../../../demo/windrow.json', import.meta.url), 'utf8'),
) as Design;
const DPI = 300;

/** A design whose paper carries the outline alone, so that probes meet nothing else of the drawing. */
function bare(change: Partial<Design['print']> = {}): Design {
  return {
    ...windrow,
    print: {
      ...windrow.print,
      // The edge alone is looked for in the pixels.
      show: {
        ...windrow.print.show,
        carves: false,
        centre: false,
        neck: false,
        strings: false,
        openings: false,
        back: false,
        holes: false,
      },
      ...change,
    },
  };
}

async function printed(design: Design) {
  const path = solveOutline(design.outline.nodes);
  const plan = planSheets(createDeriver()(design).template, design.print);
  const sheets = layOutSheets(plan, design.print.margins, {
    name: design.name,
    revision: 'save 4',
    date: '2026-11-23',
  });
  const pdf = await sheetsPdf(sheets, { title: design.name, font, madeAt: new Date('2026-11-23T12:00:00Z') });
  return { path, plan, sheets, pdf };
}

describe.each(['A4', 'Letter'] as const)('the printed %s, rasterised at 300 dpi', (paper) => {
  const design = bare({ paper });
  const { left, bottom } = design.print.margins;

  it('carries every bar within 0.1 mm, and the assembled tiles follow the outline within 0.15 mm', async () => {
    const { path, plan, sheets, pdf } = await printed(design);
    const pictures = rasterPages(pdf, DPI);
    expect(pictures.length).toBe(plan.printed.length);

    sheets.forEach((sheet, page) => {
      for (const id of ['bar-mm-across', 'bar-mm-up', 'bar-in-across', 'bar-in-up']) {
        const nominal = id.startsWith('bar-mm') ? 100 : 101.6;
        const ends = ['from', 'to'].map((end) => {
          const tick = sheet.guides.find((m) => m.id === `${id}-${end}`);
          if (tick?.kind !== 'path') throw new Error(`no tick ${id}-${end}`);
          const across = id.endsWith('across');
          // Probe across the tick, clear of the bar itself.
          const at = [tick.start.x + (across ? 0 : 0.7), tick.start.y + (across ? 0.7 : 0)] as const;
          const off = lineOffset(pictures[page]!, at, across ? [1, 0] : [0, 1], 0.5);
          expect(off).not.toBeNull();
          return (across ? at[0] : at[1]) + off!;
        });
        expect(Math.abs(Math.abs(ends[1]! - ends[0]!) - nominal)).toBeLessThan(0.1);
      }
    });

    // Assembly: each tile is laid by where its crosshairs are found, beginning with the first sheet.
    const found = crosshairs(plan).map((hair, i) => ({
      hair,
      on: hair.tiles.map((tile) => {
        const page = plan.printed.indexOf(tile);
        const at = [hair.at.x - tile.area.minX + left, hair.at.y - tile.area.minY + bottom] as const;
        const x = lineOffset(pictures[page]!, [at[0], at[1] + 3.6], [1, 0], 0.8);
        const y = lineOffset(pictures[page]!, [at[0] + 3.6, at[1]], [0, 1], 0.8);
        if (x === null || y === null) throw new Error(`crosshair ${i} is not on ${tile.label}`);
        return { page, x: at[0] + x, y: at[1] + y };
      }),
    }));
    const place = new Map<number, { x: number; y: number }>([
      [0, { x: plan.printed[0]!.area.minX - left, y: plan.printed[0]!.area.minY - bottom }],
    ]);
    for (let round = 0; round < pictures.length; round += 1)
      for (let page = 0; page < pictures.length; page += 1) {
        if (place.has(page)) continue;
        const shifts = found.flatMap(({ on }) => {
          const mine = on.find((o) => o.page === page);
          const known = on.find((o) => place.has(o.page));
          if (!mine || !known) return [];
          const from = place.get(known.page)!;
          return [{ x: from.x + known.x - mine.x, y: from.y + known.y - mine.y }];
        });
        if (shifts.length === 0) continue;
        const mean = (key: 'x' | 'y'): number => shifts.reduce((sum, s) => sum + s[key], 0) / shifts.length;
        place.set(page, { x: mean('x'), y: mean('y') });
      }
    expect(place.size).toBe(pictures.length);

    let worst = 0;
    let probes = 0;
    for (const c of path)
      for (let t = 0.02; t < 1; t += 0.02) {
        const at = cubicAt(c, t);
        const d = cubicFirst(c, t);
        const speed = Math.hypot(d.x, d.y);
        // At a corner's point two edges lie under one probe: the probe keeps to one of them.
        if (design.outline.nodes.some((n) => n.kind === 'corner' && distance(n, at) < 4)) continue;
        plan.printed.forEach((tile, page) => {
          const { area } = tile;
          // Far enough inside to be clear of guides that lie on edges, overlaps and in the quiet corner.
          const clear = plan.grid.overlap + 1;
          if (
            at.x < area.minX + clear ||
            at.x > area.maxX - clear ||
            at.y < area.minY + clear ||
            at.y > area.maxY - clear
          )
            return;
          const from = place.get(page)!;
          const spot = [at.x - from.x, at.y - from.y] as const;
          const guides = sheets[page]!.guides;
          const near = guides.some((g) => {
            const p = g.kind === 'path' ? [g.start, ...g.steps.map((s) => s.to)] : [g.at];
            const wide = g.kind === 'text' ? 62 : 4;
            const [x0, x1] = [Math.min(...p.map((q) => q.x)), Math.max(...p.map((q) => q.x))];
            const [y0, y1] = [Math.min(...p.map((q) => q.y)), Math.max(...p.map((q) => q.y))];
            return spot[0] > x0 - wide && spot[0] < x1 + wide && spot[1] > y0 - 6 && spot[1] < y1 + 12;
          });
          if (near) return;
          const off = lineOffset(pictures[page]!, spot, [-d.y / speed, d.x / speed], 1);
          expect(off, `no line at ${at.x.toFixed(1)}, ${at.y.toFixed(1)} on ${tile.label}`).not.toBeNull();
          worst = Math.max(worst, Math.abs(off!));
          probes += 1;
        });
      }
    expect(probes).toBeGreaterThan(300);
    expect(worst).toBeLessThan(0.15);
  });
});

describe('the PDF file', () => {
  it('asks printers to leave its scale alone and has the paper’s size', async () => {
    const { pdf, plan } = await printed(bare({ orientation: 'landscape' }));
    const text = Buffer.from(pdf).toString('latin1');
    expect(text.startsWith('%PDF-')).toBe(true);
    expect(text).toContain('/PrintScaling /None');
    const boxes = [...text.matchAll(/\/MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/g)];
    expect(boxes.length).toBe(plan.printed.length);
    expect(Number(boxes[0]![1])).toBeCloseTo((297 * 72) / 25.4, 2);
  });
  it('prints names that its font cannot shape without failing', async () => {
    const { pdf } = await printed({ ...bare(), name: '漂う Windrow ☂' });
    expect(rasterPages(pdf, 40).length).toBeGreaterThan(0);
  });
});

describe('letters of other scripts', () => {
  const fontOf = (script: string): Uint8Array =>
    new Uint8Array(
      readFileSync(require.resolve(`@fontsource/commissioner/files/commissioner-${script}-400-normal.woff`)),
    );
  const others = ['latin-ext', 'cyrillic', 'cyrillic-ext', 'greek', 'vietnamese'].map(fontOf);
  const textOf = async (name: string): Promise<string> => {
    const plan = planSheets(createDeriver()(windrow).template, windrow.print);
    const sheets = layOutSheets(plan, windrow.print.margins, { name, revision: 'r', date: 'd' });
    const otherFonts = needsOtherFonts(sheets) ? others : [];
    const pdf = await sheetsPdf(sheets, { title: name, font, otherFonts, madeAt: new Date(0) });
    return textOfPages(pdf);
  };
  it.each(['Škuner Łódź', 'Парусник Їжак', 'Ιστιοφόρο', 'Thuyền buồm Điện'])(
    '%s prints as it is',
    async (name) => {
      const text = await textOf(name);
      expect(text).toContain(name);
      expect(text).not.toContain('¤');
    },
  );
  it('what no font has is replaced by a sign, and the sheet says so', async () => {
    const text = await textOf('帆船 Windrow');
    expect(text).toContain('¤¤ Windrow');
    expect(text).toContain(LACKING_SAYS);
    expect(await textOf('Windrow')).not.toContain('¤');
  });
});
