import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { checkDesign } from '../design/check.ts';
import { newDesign } from '../design/defaults.ts';
import { editPrint } from '../design/edits.ts';
import { BARS, printedAgain, takeBar, uncorrected } from './correction.ts';

const { print } = newDesign('Bars');

describe('bars of a print', () => {
  it('count against the correction their own print was made with: two of one print do not compound', () => {
    const first = { ...print, ...takeBar(print, 'x', 100, 97) };
    expect(first.correction.x).toBeCloseTo(100 / 97, 12);
    // 3 7/8 in of 4 in on the same print.
    const second = { ...first, ...takeBar(first, 'x', 101.6, 98.425) };
    expect(second.correction.x).toBeCloseTo(101.6 / 98.425, 12);
    expect(second.reading?.x).toEqual({ nominal: 101.6, measured: 98.425 });
    expect(second.correction.y).toBe(1);
  });
  it('of a newer print count against the correction it was made with', () => {
    const first = { ...print, ...takeBar(print, 'x', 100, 97) };
    const again = { ...first, ...printedAgain() };
    const second = { ...again, ...takeBar(again, 'x', 100, 99.5) };
    expect(second.correction.x).toBeCloseTo((100 / 97) * (100 / 99.5), 12);
  });
  it('cure a printer that is off, whichever bar is measured and however often', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.95, max: 1.05, noNaN: true }),
        fc.array(fc.constantFrom(...BARS), { minLength: 1, maxLength: 4 }),
        (k, bars) => {
          let now = print;
          for (const bar of bars) now = { ...now, ...takeBar(now, 'y', bar, bar * k) };
          expect(now.correction.y * k).toBeCloseTo(1, 9);
        },
      ),
    );
  });
  it('are kept with the design, and go with the correction', () => {
    const design = editPrint(newDesign('Bars'), takeBar(print, 'y', 100, 101));
    const checked = checkDesign(JSON.parse(JSON.stringify(design)));
    expect(checked.ok && checked.design.print.reading).toEqual(design.print.reading);
    expect(editPrint(design, uncorrected()).print.reading).toBeNull();
  });
});
