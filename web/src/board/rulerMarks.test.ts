import { describe, expect, it } from 'vitest';
import { rulerMarks } from './rulerMarks.ts';

describe('ruler marks', () => {
  it('figure both ways from zero without a sign, far enough apart to read', () => {
    const marks = rulerMarks(-120, 120, 1.2, 'mm').filter((m) => m.label !== null);
    expect(marks.map((m) => m.label)).toEqual(['100', '50', '0', '50', '100']);
  });
  it('divide inches by halves and quarters', () => {
    const labels = rulerMarks(0, 26, 10, 'in-fraction').flatMap((m) => (m.label === null ? [] : [m.label]));
    expect(labels).toEqual(['0', '¼', '½', '¾', '1']);
  });
  it('stay few at any zoom', () => {
    for (const scale of [0.15, 1, 7, 60])
      expect(rulerMarks(-500 / scale, 500 / scale, scale, 'mm').length).toBeLessThan(400);
  });
});
