import { describe, expect, it } from 'vitest';
import { SHELF, specOf } from '../parts/shelf.ts';
import { partText, readPartText } from './partFile.ts';

describe('a part as a file', () => {
  it('comes back as it was, every part of the shelf', () => {
    for (const entry of SHELF) {
      const spec = specOf(entry);
      expect(readPartText(partText(spec))).toEqual({ ok: true, spec });
    }
  });
  it('keeps what it does not know, and takes what is left out as unmeasured and plain', () => {
    const raw = {
      format: 'pelkin-part',
      version: 1,
      lengths: 'mm',
      kind: 'pot',
      name: 'Mine',
      measures: { bush: 9 },
      colour: 'brass',
    };
    expect(readPartText(JSON.stringify(raw))).toEqual({
      ok: true,
      spec: { kind: 'pot', name: 'Mine', measures: { bush: 9 }, colour: 'brass', assumed: [], outline: null },
    });
  });
  it.each([
    ['no JSON', 'no json', 'not JSON'],
    ['another format', '{"format":"pelkin-design"}', 'not a Pelkin part'],
    [
      'a measure in words',
      '{"format":"pelkin-part","kind":"pot","name":"x","measures":{"bush":"wide"}}',
      'measures.bush',
    ],
    ['no kind', '{"format":"pelkin-part","name":"x","measures":{}}', 'kind'],
    ['no name', '{"format":"pelkin-part","kind":"pot","name":"","measures":{}}', 'name'],
    ['too long a file', ' '.repeat(500_001), '500 kB'],
    ['a list', '[]', 'not a Pelkin part'],
  ])('is refused with the place: %s', (_, text, words) => {
    const read = readPartText(text);
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.message).toContain(words);
  });
});
