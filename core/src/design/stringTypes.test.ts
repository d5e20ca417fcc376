import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { checkDesign } from './check.ts';
import { newDesign } from './defaults.ts';
import { startingCompensation } from './sections/strings.ts';
import {
  editStrings,
  estimatedCompensation,
  removeStringType,
  setStringCount,
  startCompensation,
} from './edits.ts';

const design = newDesign('Kinds', 6, 640);
const read = (raw: unknown) => checkDesign(JSON.parse(JSON.stringify(raw)));

describe('the table of kinds of string', () => {
  it('begins with plain and wound by gauge', () => {
    const { types, typeOf, gauges } = design.strings;
    expect(types.map((t) => t.name)).toEqual(['Plain steel', 'Round-wound', 'Flat-wound']);
    gauges.forEach((g, i) => expect(typeOf[i]).toBe(g <= 0.56 ? 0 : 1));
  });
  it('gives E A a² / (T L) of the core’s area: Hooke’s law on the pressed string', () => {
    // 205,000 N/mm², core 0.4 of 1 mm, action 1.8 mm, 75 N, 640 mm: by hand 1.74 mm, kept in tenths.
    const area = (Math.PI / 4) * 0.4 ** 2;
    expect(startingCompensation(1, 640, 40)).toBeCloseTo((205_000 * area * 1.8 ** 2) / (75 * 640), 1);
  });
  it('a thicker core asks for more, never for less', () => {
    const gauge = fc.double({ min: 0.2, max: 2, noNaN: true });
    const share = fc.double({ min: 5, max: 100, noNaN: true });
    fc.assert(
      fc.property(gauge, share, share, (g, a, b) => {
        const [thin, thick] = [Math.min(a, b), Math.max(a, b)];
        expect(startingCompensation(g, 640, thick)).toBeGreaterThanOrEqual(
          startingCompensation(g, 640, thin),
        );
      }),
    );
  });
  it('another core moves the estimate of its own strings alone', () => {
    const before = startCompensation(design);
    const types = design.strings.types.map((t, i) => (i === 1 ? { ...t, core: 60 } : t));
    const after = startCompensation(editStrings(design, { types }));
    design.strings.typeOf.forEach((t, i) => {
      const moved = after.strings.compensation[i]! - before.strings.compensation[i]!;
      if (t === 1) expect(moved).toBeGreaterThan(0);
      else expect(moved).toBe(0);
    });
    expect(after.strings.compensation).toEqual(estimatedCompensation(after.strings));
  });
  it('a kind taken out leaves its strings to the first; the last one stays', () => {
    const without = removeStringType(design, 0);
    expect(without.strings.types.map((t) => t.name)).toEqual(['Round-wound', 'Flat-wound']);
    expect(Math.max(...without.strings.typeOf)).toBe(0);
    const one = removeStringType(without, 1);
    expect(removeStringType(one, 0)).toBe(one);
    expect(read(one).ok).toBe(true);
  });
  it('follows the number of strings', () => {
    for (const count of [4, 7, 12]) {
      const other = setStringCount(design, count);
      expect(other.strings.typeOf).toHaveLength(count);
      expect(read(other).ok).toBe(true);
    }
    const few = setStringCount(removeStringType(removeStringType(design, 2), 1), 9);
    expect(few.strings.typeOf).toEqual(Array.from({ length: 9 }, () => 0));
  });
  it('is refused where a string is of no kind in it', () => {
    const typeOf = design.strings.typeOf.map((t, i) => (i === 2 ? 7 : t));
    expect(read(editStrings(design, { typeOf }))).toMatchObject({
      ok: false,
      refusals: [{ where: 'strings.typeOf.2' }],
    });
    expect(read(editStrings(design, { typeOf: [0] }))).toMatchObject({
      ok: false,
      refusals: [{ where: 'strings.typeOf' }],
    });
  });
  it('comes to a design of version 4 with its own gauges, and a whole heel', () => {
    const { types: _t, typeOf: _o, ...strings } = design.strings;
    const { tenon: _n, ...neck } = design.neck;
    const old = read({ ...design, version: 4, strings, neck });
    expect(old.ok && old.design.strings.typeOf).toEqual(design.strings.typeOf);
    expect(old.ok && old.design.neck.tenon).toBeNull();
    expect(old.ok && old.design.strings.compensation).toEqual(design.strings.compensation);
  });
});
