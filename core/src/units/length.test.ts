import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  figureAndUnit,
  formatLength,
  inchFraction,
  lengthForEntry,
  lengthWithUnit,
  parseLength,
} from './length.ts';

describe('length entry', () => {
  it('reads a decimal comma as a point', () =>
    expect(parseLength('44,5', 'mm')).toEqual({ ok: true, mm: 44.5 }));
  it('reads a bare fraction as inches whatever the unit', () =>
    expect(parseLength('3/8', 'mm')).toEqual({ ok: true, mm: 9.525 }));
  it('takes a sign for places either side of a line', () => {
    expect(parseLength('-12.5', 'mm')).toEqual({ ok: true, mm: -12.5 });
    expect(parseLength('−12.5 mm', 'in')).toEqual({ ok: true, mm: -12.5 });
  });
  it.each(['9999999', '<b>4</b>', '4e3', '1 000', '--4', '4mm;', '٤', '4'.repeat(400)])(
    'refuses %s with a way to write it',
    (text) => {
      const reading = parseLength(text, 'mm');
      expect(reading.ok).toBe(false);
      if (!reading.ok) expect(reading.reason).toContain('Write it like');
    },
  );
});

describe('lengths shown', () => {
  it('names units and remainders', () => {
    expect(lengthWithUnit(43, 'in-fraction')).toBe('1 11/16 in + 0.14 mm');
    expect(lengthWithUnit(44.45, 'in-fraction')).toBe('1 3/4 in');
    expect(lengthWithUnit(628, 'mm')).toBe('628.0 mm');
    expect(lengthWithUnit(44.45, 'in')).toBe('1.750 in');
    expect(formatLength(-0.001, 'mm')).toBe('0.0');
    expect(figureAndUnit(43, 'in-fraction')).toEqual({ figure: '1 11/16 in + 0.14 mm', unit: '' });
    expect(figureAndUnit(43, 'mm')).toEqual({ figure: '43.0', unit: 'mm' });
    expect(formatLength(-9.525, 'in-fraction')).toBe('−3/8');
  });
  it('typed text of an entry field reads back as what is stored', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -2000, max: 2000, noNaN: true }),
        fc.constantFrom('mm' as const, 'in' as const, 'in-fraction' as const),
        (mm, unit) => {
          const reading = parseLength(lengthForEntry(mm, unit), unit === 'mm' ? 'mm' : 'in');
          return reading.ok && Math.abs(reading.mm - mm) < 1.3e-5;
        },
      ),
    );
  });
  it('inch fraction and remainder add up to the length', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 3000, noNaN: true }), (mm) => {
        const f = inchFraction(mm);
        const back = (f.wholeInches + f.numerator / f.denominator) * 25.4 + f.remainderMm;
        return Math.abs(back - mm) < 1e-9 && Math.abs(f.remainderMm) <= 25.4 / 128 + 1e-9;
      }),
    );
  });
});
