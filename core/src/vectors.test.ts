import { readFileSync, readdirSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { ADAPTERS } from '../tests/vectors/all.ts';
import type { VectorCase } from '../tests/vectors/vector.ts';
import { holds, readVectors, runVectors } from '../tests/vectors/vector.ts';

const FOLDER = new URL('../vectors/', import.meta.url);
const files = readdirSync(FOLDER).filter((name) => name.endsWith('.json'));
const vectorsOf = (name: string) => readVectors(readFileSync(new URL(name, FOLDER), 'utf8'));

describe.each(files)('vectors of %s', (name) => {
  const file = vectorsOf(name);
  it.each(file.cases.map((c): readonly [string, VectorCase] => [c.name, c]))('%s', (_, vector) => {
    const { topics, unknown } = runVectors({ ...file, cases: [vector] }, ADAPTERS);
    expect(unknown).toBe(0);
    expect(topics.flatMap((t) => t.failures)).toEqual([]);
    expect(topics[0]!.passed).toBe(1);
  });
});

it('every adapter is used by a vector that is kept here', () => {
  const all = files.flatMap((name) => vectorsOf(name).cases);
  for (const { kind } of ADAPTERS)
    expect(
      all.some((c) => (c.input as Readonly<Record<string, unknown>>)['kind'] === kind || kind in c.input),
    ).toBe(true);
});

describe('what is wrong with a vector', () => {
  const file = {
    tolerance: { abs_mm: 1e-9 },
    cases: [
      {
        name: 'half',
        input: { kind: 'parse', text: '1/2', display_unit: 'in' },
        expect: { accepted: true, length_mm: 12.8 },
      },
      {
        name: 'fine',
        input: { kind: 'parse', text: '1/2', display_unit: 'in' },
        expect: { accepted: true, length_mm: 12.7 },
      },
      { name: 'foreign', input: { kind: 'weather' }, expect: {} },
      { name: 'broken', input: { kind: 'inch fraction' }, expect: { numerator: 1 } },
    ],
  };
  it('is reported with its name, what was got and what was expected; unknown kinds are counted', () => {
    const { topics, unknown } = runVectors(readVectors(JSON.stringify(file)), ADAPTERS);
    expect(unknown).toBe(1);
    expect(topics).toMatchObject([{ topic: 'units', passed: 1, failed: 2 }]);
    expect(topics[0]!.failures[0]).toMatchObject({
      name: 'half',
      key: 'length_mm',
      got: 12.7,
      expected: 12.8,
    });
  });
  it.each([
    ['{', 'JSON'],
    ['[]', 'cases'],
    ['{"cases":[{"name":"x"}],"tolerance":{}}', 'case 1'],
  ])('%s is no file of vectors', (text, words) => expect(() => readVectors(text)).toThrow(words));
  it('NaN is near nothing, and a list of another length is another list', () => {
    expect(holds({ key: '', got: NaN, expected: NaN, within: 1 })).toBe(false);
    expect(holds({ key: '', got: [1, 2], expected: [1], within: 1 })).toBe(false);
    expect(holds({ key: '', got: null, expected: null, within: 1 })).toBe(true);
  });
});
