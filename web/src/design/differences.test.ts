import type { Design } from '@pelkin/core';
import { edits, newDesign, sameJson } from '@pelkin/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { differences, takeParts } from './differences.ts';

const design = newDesign('One', 6, 640);

describe('the same JSON', () => {
  it('is the same in any order of keys, after writing and reading', () => {
    fc.assert(
      fc.property(fc.jsonValue(), (value) => {
        const turned = (v: unknown): unknown =>
          Array.isArray(v)
            ? v.map(turned)
            : typeof v === 'object' && v !== null
              ? Object.fromEntries(
                  Object.entries(v)
                    .reverse()
                    .map(([k, w]) => [k, turned(w)]),
                )
              : v;
        return sameJson(value, turned(JSON.parse(JSON.stringify(value))));
      }),
    );
  });
  it.each([
    [{ a: 1 }, { a: 2 }],
    [{ a: 1 }, { b: 1 }],
    [{ a: 1 }, { a: 1, b: 2 }],
    [
      [1, 2],
      [2, 1],
    ],
    [[], {}],
    [null, {}],
    ['1', 1],
  ])('%j is not %j', (a, b) => expect(sameJson(a, b)).toBe(false));
  it('takes a member that is undefined as none', () =>
    expect(sameJson({ a: undefined, b: 1 }, { b: 1 })).toBe(true));
});

describe('differences', () => {
  const plain = edits.cutMirror(design);
  const words = (a: Design, b: Design): readonly string[] => differences(a, b).map((d) => d.words);
  it('of a design and itself are none', () =>
    expect(differences(design, JSON.parse(JSON.stringify(design)))).toEqual([]));
  it('are told by section', () => {
    const other = edits.setUnits(edits.editStrings(edits.setName(design, 'Two'), { frets: 24 }), 'in');
    expect(words(design, other)).toEqual(['name', 'units', 'strings (frets 24)', 'marks of the work order']);
  });
  it('count nodes that were moved, added and removed', () => {
    const moved = edits.moveNode(edits.removeNodes(plain, ['n5']), 'n4', { x: 1, y: 2 });
    expect(words(moved, plain)).toContain('2 nodes of the outline');
    expect(words(plain, moved)).toContain('2 nodes of the outline');
    expect(words(plain, edits.moveNode(plain, 'n4', { x: 1, y: 2 }))).toContain('1 node of the outline');
  });
  it('are reported of mirror links alone, and of sections of a newer version', () => {
    expect(words(design, { ...design, outline: { ...design.outline, mirror: [] } })).toEqual([
      'mirror links of the outline',
    ]);
    expect(words(design, { ...design, finish: { coats: 3 } })).toEqual(['section “finish”']);
  });
});

describe('taking parts', () => {
  const mine = edits.rememberTyped(edits.editStrings(design, { frets: 24 }), 'strings.nutWidth', '1 3/4');
  const theirs = edits.rememberTyped(
    edits.editPrint(edits.editStrings(design, { frets: 20 }), { overlap: 20 }),
    'print.overlap',
    '20 mm',
  );
  it('takes nothing, or all, or just what was requested', () => {
    expect(takeParts(mine, theirs, [])).toEqual(mine);
    const all = differences(mine, theirs).map((d) => d.key);
    expect(differences(takeParts(mine, theirs, all), theirs)).toEqual([]);
    const part = takeParts(mine, theirs, ['print']);
    expect(part.strings).toBe(mine.strings);
    expect(part.print).toBe(theirs.print);
    expect(part.typed).toEqual({ 'strings.nutWidth': '1 3/4', 'print.overlap': '20 mm' });
  });
  it('takes away a section that theirs does not have', () =>
    expect(takeParts({ ...mine, finish: 1 }, theirs, ['finish'])).not.toHaveProperty('finish'));
});
