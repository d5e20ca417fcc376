import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { createDeriver } from '../derived/derive.ts';
import type { Mark } from '../drawing/drawing.ts';
import { markPieces } from '../drawing/drawing.ts';
import type { Box } from '../geometry/box.ts';
import { boxOfPoints, growBox } from '../geometry/box.ts';
import { cubicAt, straightCubic } from '../geometry/cubic.ts';
import type { Cubic } from '../geometry/cubic.ts';
import { inkedIn, quietPlace } from './quietPlaces.ts';
import { planSheets } from './plan.ts';
import { layOutSheets } from './sheets.ts';

const derive = createDeriver();
const WORDS = { name: 'Windrow', revision: 'saved 18:44', date: '2026-12-01' };

/** What a mark takes on paper: words by their letters’ usual width. */
function groundOf(mark: Mark): Box {
  // A bar is a line without width: half a mm round it is its ground.
  if (mark.kind === 'path') return growBox(boxOfPoints([mark.start, ...mark.steps.map((s) => s.to)])!, 0.5);
  const wide = mark.text.length * mark.sizeMm * 0.5;
  const { x, y } = mark.at;
  if (mark.turn !== 0)
    return { minX: x - mark.sizeMm * 0.7, maxX: x, minY: y - wide / 2, maxY: y + wide / 2 };
  const minX = mark.align === 'start' ? x : mark.align === 'end' ? x - wide : x - wide / 2;
  return { minX, maxX: minX + wide, minY: y, maxY: y + mark.sizeMm * 0.7 };
}

const curvesIn = (marks: readonly Mark[]): readonly Cubic[] =>
  marks.flatMap((m) =>
    m.kind === 'path' ? markPieces(m).map((p) => ('p0' in p ? p : straightCubic(p[0], p[1]))) : [],
  );

describe.each(['windrow', 'skerry', 'fathom'] as const)('the sheets of %s', (name) => {
  it.each(['A4', 'Letter', 'A3'] as const)(
    'on %s: no bar and no word of the title block crosses a line',
    (paper) => {
      const design = demo(name);
      const print = { ...design.print, paper };
      const sheets = layOutSheets(planSheets(derive(design).template, print), print.margins, WORDS);
      for (const { label, guides, drawing, size } of sheets) {
        const own = guides.filter((m) => /^(bar-|note-|sheet-label)/.test(m.id));
        const grounds = own.map((m) => [m.id, groundOf(m)] as const);
        const crossed = new Set<string>();
        for (const c of curvesIn(drawing))
          for (let i = 0; i <= 400; i += 1) {
            const p = cubicAt(c, i / 400);
            for (const [id, b] of grounds)
              if (p.x >= b.minX && p.x <= b.maxX && p.y >= b.minY && p.y <= b.maxY)
                crossed.add(`${label} ${id}`);
          }
        expect([...crossed]).toEqual([]);
        // All of it is on the sheet, and the bars are as long as they say.
        for (const [id, b] of grounds)
          expect([id, b.minX >= 0 && b.minY >= 0 && b.maxX <= size.width && b.maxY <= size.height]).toEqual([
            id,
            true,
          ]);
        for (const [id, nominal] of [
          ['bar-mm-across', 100],
          ['bar-in-across', 101.6],
        ] as const) {
          const b = groundOf(guides.find((m) => m.id === id)!);
          expect(b.maxX - b.minX).toBeCloseTo(nominal * print.correction.x + 1, 6);
        }
      }
    },
  );
});

describe('a quiet place', () => {
  const area = { minX: 0, minY: 0, maxX: 200, maxY: 100 };
  const line = straightCubic({ x: 60, y: -10 }, { x: 60, y: 200 });
  it('keeps off lines and what is taken, near a corner', () => {
    const first = quietPlace(inkedIn(area, [line]), 50, 30, [])!;
    expect(first).toMatchObject({ minX: 0, minY: 0 });
    const next = quietPlace(inkedIn(area, [line]), 50, 30, [first])!;
    expect(next.maxX < 60 || next.minX > 60).toBe(true);
    expect(next.minY >= first.maxY || next.minX >= first.maxX).toBe(true);
  });
  it('is over the fewest lines where no place is free, and none where it has no room', () => {
    const all = Array.from({ length: 20 }, (_, i) =>
      straightCubic({ x: i * 10 + 1, y: 0 }, { x: i * 10 + 1, y: i < 10 ? 100 : 50 }),
    );
    expect(quietPlace(inkedIn(area, all), 50, 30, [])!.minY).toBeGreaterThanOrEqual(50);
    expect(quietPlace(inkedIn(area, []), 250, 30, [])).toBeNull();
  });
});
