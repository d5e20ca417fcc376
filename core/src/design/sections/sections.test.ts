import { describe, expect, it } from 'vitest';
import { checkDesign, designRefusals } from '../check.ts';
import { newDesign } from '../defaults.ts';
import { LIMITS } from '../limits.ts';
import type { Section } from '../section.ts';
import { SECTIONS } from './all.ts';

const ALL = Object.entries(SECTIONS as unknown as Readonly<Record<string, Section>>);

describe('sections of the design', () => {
  it('make up the whole document, each with a value that its own schema takes', () => {
    const design = newDesign('Sections', 7, 686);
    expect(Object.keys(design)).toEqual(['format', 'version', 'lengths', ...ALL.map(([key]) => key)]);
    for (const [key, { schema, plain }] of ALL) {
      const value = plain({ name: 'Sections', count: 7, scaleLength: 686 });
      expect(schema().safeParse(value).success, key).toBe(true);
      expect(value, key).toEqual(design[key]);
    }
    expect(checkDesign(design).ok).toBe(true);
  });
  it('have words of their own', () => {
    const words = ALL.map(([, s]) => s.words);
    expect(new Set(words).size).toBe(words.length);
  });
  it('say where in the document a value cannot be kept', () => {
    const design = newDesign('Sections');
    const run = { id: 'a', name: 'x', from: { x: 0, y: 0, z: -10 }, to: { x: 9, y: 0, z: -10 }, diameter: 6 };
    expect(designRefusals({ ...design, runs: [run, run] })).toEqual([
      { where: 'runs.1.id', message: 'two runs have the id a' },
    ]);
  });
  it('number what is typed within sensible limits', () => {
    for (const [path, { label, min, max, from }] of Object.entries(LIMITS)) {
      expect(min, path).toBeLessThan(max);
      expect(label.length * from.length, path).toBeGreaterThan(0);
    }
  });
});
