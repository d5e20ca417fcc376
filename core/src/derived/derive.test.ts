import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { designRefusals } from '../design/check.ts';
import { newDesign } from '../design/defaults.ts';
import { editPrint, setHandedness } from '../design/edits.ts';
import { moveNode } from '../design/nodeEdits.ts';
import type { Design } from '../design/schema.ts';
import { boxHolds } from '../geometry/box.ts';
import { flattenPath } from '../geometry/closedPath.ts';
import { createDeriver } from './derive.ts';
import type { Sheet } from '../templates/sheets.ts';
import { layOutSheets } from '../templates/sheets.ts';

const design = newDesign('Derived', 6, 640);

/** Whether all four reference bars lie within the sheet's tile. */
const barsFit = (sheet: Sheet): boolean =>
  sheet.guides
    .filter((m) => m.ink === 'bar')
    .every(
      (m) =>
        m.kind !== 'path' || [m.start, ...m.steps.map((s) => s.to)].every((p) => boxHolds(sheet.clip, p)),
    );
const layer = (d: { layers: readonly { name: string }[] }, name: string) =>
  d.layers.find((l) => l.name === name);

describe('what follows from a design', () => {
  it('is the same thing for the same design', () => {
    const derive = createDeriver();
    expect(derive(design)).toBe(derive(design));
  });
  it('draws the neck again for other strings alone', () => {
    const derive = createDeriver();
    const before = derive(design);
    const moved = derive(moveNode(design, 'n4', { x: 120, y: 140 }));
    expect(moved.path).not.toBe(before.path);
    expect(moved.stringPlan).toBe(before.stringPlan);
    expect(layer(moved.drawing, 'neck')).toBe(layer(before.drawing, 'neck'));
    expect(layer(moved.drawing, 'outline')).not.toBe(layer(before.drawing, 'outline'));
  });
  it('does not remember for another', () => {
    expect(createDeriver()(design)).not.toBe(createDeriver()(design));
    // How deep a face is bent is a function: two of them are never equal.
    const { carved, ...others } = createDeriver()(design);
    const { carved: again, ...same } = createDeriver()(design);
    expect(others).toEqual(same);
    expect(carved.solid).toEqual(again.solid);
  });
});

describe('what goes on paper', () => {
  const derive = createDeriver();
  it('is the outline and what was chosen', () => {
    const names = (show: Partial<Design['print']['show']>) =>
      derive(editPrint(design, { show: { ...design.print.show, ...show } })).template.layers.map(
        (l) => l.name,
      );
    expect(names({ centre: false, neck: false, strings: false })).toEqual(['outline']);
    expect(
      names({ centre: true, neck: true, strings: true, saddle: true, dimensions: true, outline: false }),
    ).toEqual(['neck', 'strings', 'saddle', 'centre', 'marks', 'dimensions']);
  });
  it('keeps to the body: the neck does not ask for paper of its own', () => {
    const { template, measures } = derive(design);
    const neck = layer(template, 'neck') as (typeof template.layers)[number];
    for (const mark of neck.marks)
      if (mark.kind === 'path')
        for (const p of [mark.start, ...mark.steps.map((s) => s.to)])
          expect(p.x).toBeLessThanOrEqual(measures.box.maxX + 1e-9);
  });
  it('covers every point of the outline with a printed sheet, however it is set', () => {
    const settings = fc.record({
      paper: fc.constantFrom('A4' as const, 'Letter' as const),
      orientation: fc.constantFrom('portrait' as const, 'landscape' as const),
      overlap: fc.double({ min: 0, max: 30, noNaN: true }),
      margin: fc.double({ min: 0, max: 35, noNaN: true }),
      k: fc.double({ min: 0.97, max: 1.03, noNaN: true }),
      left: fc.boolean(),
    });
    fc.assert(
      fc.property(settings, ({ paper, orientation, overlap, margin, k, left }) => {
        const margins = { left: margin, right: margin, top: margin, bottom: margin };
        const set = editPrint(setHandedness(design, left ? 'left' : 'right'), {
          paper,
          orientation,
          overlap,
          margins,
          correction: { x: k, y: 2 - k },
        });
        fc.pre(designRefusals(set).length === 0);
        const { path, plan } = derive(set);
        const covered = flattenPath(path, 0.5).every((p) => {
          const q = { x: (left ? -p.x : p.x) * k, y: p.y * (2 - k) };
          // Rounding of the last digit at a tile's edge is not a gap.
          return plan.printed.some(({ area: a }) =>
            boxHolds(
              { minX: a.minX - 1e-6, minY: a.minY - 1e-6, maxX: a.maxX + 1e-6, maxY: a.maxY + 1e-6 },
              q,
            ),
          );
        });
        const sheets = layOutSheets(plan, margins, { name: 'n', revision: 'r', date: 'd' });
        return (
          covered &&
          sheets.length === plan.printed.length &&
          sheets.every((s) => s.drawing.length > 0 && barsFit(s))
        );
      }),
      { numRuns: 60 },
    );
  });
});
