import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { designRefusals } from '../design/check.ts';
import { editPrint, setHandedness } from '../design/edits.ts';
import type { PrintSettings } from '../design/schema.ts';
import { boxHolds } from '../geometry/box.ts';
import { distance } from '../geometry/point.ts';
import { crosshairs } from './crosshairs.ts';
import { createDeriver } from '../derived/derive.ts';
import { farCrosshairs } from './farCrosshairs.ts';
import { planSheets, planToTemplate } from './plan.ts';
import { TRUE_PRINTER, tapeUp } from './printer.ts';
import { fewerSheets } from './fewerSheets.ts';

const windrow = demo('windrow');
const derived = (change: Partial<PrintSettings>, design = windrow) =>
  createDeriver()(editPrint(design, change));
const RAD = Math.PI / 180;

describe('papers', () => {
  it.each(['A4', 'A3', 'Letter', 'Legal', 'Tabloid', 'own', 'roll'] as const)(
    '%s carries the whole drawing, either way',
    (paper) => {
      for (const orientation of ['portrait', 'landscape'] as const) {
        const design = editPrint(windrow, { paper, orientation });
        expect(designRefusals(design)).toEqual([]);
        const { plan } = createDeriver()(design);
        expect(plan.printed.length).toBeGreaterThan(0);
        const back = planToTemplate(plan);
        for (const layer of plan.drawing.layers)
          for (const mark of layer.marks)
            if (mark.kind === 'path') {
              expect(
                plan.printed.some((t) =>
                  boxHolds(
                    {
                      ...t.area,
                      minX: t.area.minX - 1e-6,
                      minY: t.area.minY - 1e-6,
                      maxX: t.area.maxX + 1e-6,
                      maxY: t.area.maxY + 1e-6,
                    },
                    mark.start,
                  ),
                ),
              ).toBe(true);
              expect(Number.isFinite(back(mark.start).x)).toBe(true);
            }
      }
    },
  );
  it('on a roll take one length as long as the drawing', () => {
    const { plan } = derived({ paper: 'roll', rollWidth: 610 });
    expect(plan.printed).toHaveLength(1);
    expect(plan.sheet.height).toBe(610);
    expect(plan.sheet.width).toBeCloseTo(494.1 + 12 + 0.682 - 0.682, 0);
  });
});

describe('a turned and shifted drawing', () => {
  it('comes back to the template, point for point', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -180, max: 180, noNaN: true }),
        fc.double({ min: 0.97, max: 1.03, noNaN: true }),
        fc.double({ min: 0.97, max: 1.03, noNaN: true }),
        (turn, x, y) => {
          const { template } = derived({});
          const plan = planSheets(template, {
            ...windrow.print,
            place: { turn, shiftX: 30, shiftY: 5 },
            correction: { x, y },
          });
          const back = planToTemplate(plan);
          const [a, b] = [template.layers.at(-1)!.marks[0]!, plan.drawing.layers.at(-1)!.marks[0]!];
          return a.kind === 'path' && b.kind === 'path' && distance(a.start, back(b.start)) < 1e-9;
        },
      ),
      { numRuns: 40 },
    );
  });
  it('turned by a quarter lies as wide as it was long', () => {
    const { plan } = derived({ place: { turn: 90, shiftX: 0, shiftY: 0 } });
    const straight = derived({}).plan;
    expect(plan.turn).toBeCloseTo(90 * RAD, 12);
    const span = (p: typeof plan) => [p.grid.columns, p.grid.rows];
    expect(span(plan)).not.toEqual(span(straight));
  });
  it('shifted by whole tiles is not shifted', () => {
    const pitch = derived({}).plan.grid.tileWidth - windrow.print.overlap;
    expect(derived({ place: { turn: 0, shiftX: pitch, shiftY: 0 } }).plan.tiles).toEqual(
      derived({}).plan.tiles,
    );
  });
});

describe('the saving', () => {
  it('is found where a turn needs fewer sheets, and its count is what the plan says', () => {
    for (const [paper, overlap] of [
      ['A4', 12],
      ['A4', 25],
      ['Letter', 15],
    ] as const) {
      const design = editPrint(demo('fathom'), { paper, overlap, place: { turn: 41, shiftX: 0, shiftY: 0 } });
      const { template, plan } = createDeriver()(design);
      const saving = fewerSheets(template, design.print)!;
      expect(saving.saved).toBeGreaterThan(0);
      expect(planSheets(template, { ...design.print, place: saving.place }).printed.length).toBe(
        saving.sheets,
      );
      expect(saving.sheets + saving.saved).toBe(plan.printed.length);
    }
  });
  it('is none where one sheet carries all', () => {
    const design = editPrint(windrow, { paper: 'own', own: { width: 914, height: 610 } });
    expect(fewerSheets(createDeriver()(design).template, design.print)).toBeNull();
  });
});

describe('far crosshairs', () => {
  it('are as far apart as they are drawn, in true size', () => {
    const { plan } = derived({ correction: { x: 1.02, y: 0.99 } });
    const places = crosshairs(plan).map((h) => ({ x: h.at.x / 1.02, y: h.at.y / 0.99 }));
    const pairs = farCrosshairs(plan);
    expect(pairs.length).toBeGreaterThan(0);
    for (const p of pairs) expect(p.apart).toBeCloseTo(distance(places[p.from - 1]!, places[p.to - 1]!), 9);
    const xs = places.map((p) => p.x);
    expect(Math.max(...pairs.map((p) => p.apart))).toBeGreaterThanOrEqual(
      Math.max(...xs) - Math.min(...xs) - 1e-9,
    );
  });
  it('are none on one sheet', () =>
    expect(farCrosshairs(derived({ paper: 'roll', rollWidth: 610 }).plan)).toEqual([]));
});

describe('the simulated printer', () => {
  const { margins } = windrow.print;
  const off = { ...TRUE_PRINTER, scaleX: 0.982, scaleY: 0.991, skew: 0.6 * RAD };
  it('that is true prints the drawing itself', () => {
    const made = tapeUp(derived({}).plan, margins, TRUE_PRINTER);
    expect(made.worst).toBeLessThan(1e-9);
    expect([made.barX, made.barY, made.lost]).toEqual([100, 100, 0]);
  });
  it.each(['windrow', 'skerry', 'fathom'] as const)(
    'at 98.2 %% by 99.1 %% and askew is cured by its own bars: %s',
    (name) => {
      const design = demo(name);
      const first = tapeUp(derived({}, design).plan, design.print.margins, off);
      expect(first.worst).toBeGreaterThan(2);
      expect([first.barX, first.barY]).toEqual([expect.closeTo(98.2, 9), expect.closeTo(99.1, 9)]);
      const correction = { x: 100 / first.barX, y: 100 / first.barY };
      const { plan } = derived({ correction }, design);
      const cured = tapeUp(plan, design.print.margins, off);
      expect(cured.worst).toBeLessThan(0.15);
      expect([cured.barX, cured.barY]).toEqual([expect.closeTo(100, 9), expect.closeTo(100, 9)]);
      // Every line is there: as long as on the template.
      const long = (lines: readonly (readonly { x: number; y: number }[])[]): number =>
        lines.reduce((sum, run) => sum + run.slice(1).reduce((s, p, i) => s + distance(run[i]!, p), 0), 0);
      expect(long(cured.lines)).toBeCloseTo(
        long(tapeUp(derived({}, design).plan, design.print.margins, TRUE_PRINTER).lines),
        -1,
      );
    },
  );
  it('cures to what a ruler reads: bars measured to 0.1 mm leave under 0.5 mm on the whole', () => {
    const correction = { x: 100 / 98.2, y: 100 / 99.1 };
    const read = { ...off, scaleX: 0.9825, scaleY: 0.9906 };
    expect(tapeUp(derived({ correction }).plan, margins, read).worst).toBeLessThan(0.5);
  });
  it('loses the lines that fall on its blank edges, and tells how much', () => {
    const blank = { ...TRUE_PRINTER, blank: { left: 14, right: 14, top: 14, bottom: 14 } };
    expect(tapeUp(derived({}).plan, margins, blank).lost).toBeGreaterThan(10);
    const kept = { left: 14, right: 14, top: 14, bottom: 14 };
    expect(tapeUp(derived({ margins: kept }).plan, kept, blank).lost).toBeLessThan(0.1);
  });
  it('prints a left-handed, turned drawing as truly', () => {
    const left = setHandedness(windrow, 'left');
    const change = {
      place: { turn: 33, shiftX: 12, shiftY: 40 },
      correction: { x: 1 / 0.982, y: 1 / 0.991 },
    };
    expect(tapeUp(derived(change, left).plan, margins, off).worst).toBeLessThan(0.15);
  });
});
