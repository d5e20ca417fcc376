import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import * as edits from './allEdits.ts';
import { newDesign } from './defaults.ts';
import { PatchMismatch, applyPatch, patchOf, sharedWith } from './jsonPatch.ts';

const apply = applyPatch;
/** No document has a member called `__proto__`: it is refused at the door. */
const plainJson = (value: unknown): unknown =>
  JSON.parse(JSON.stringify(value).replaceAll('__proto__', 'proto'));

describe('a patch', () => {
  it('turns any JSON into any other', () => {
    fc.assert(
      fc.property(fc.jsonValue(), fc.jsonValue(), (a, b) => {
        const [before, after] = [plainJson({ a }), plainJson({ a: b })];
        expect(apply(before, patchOf(before, after))).toEqual(after);
      }),
      // A member that every object inherits was once taken for one of the document's.
      {
        numRuns: 400,
        examples: [
          [{ toString: [] }, {}],
          [{}, { toString: [], valueOf: 1 }],
        ],
      },
    );
  });
  it('of a list says what was taken out, put in and changed', () => {
    const list = Array.from({ length: 8 }, (_, i) => ({ id: i }));
    fc.assert(
      fc.property(fc.array(fc.nat({ max: 11 }), { maxLength: 12 }), (picks) => {
        const after = picks.map((i) => list[i] ?? { id: i, fresh: true });
        expect(apply({ list }, patchOf({ list }, { list: after }))).toEqual({ list: after });
      }),
    );
    const without = list.filter((m) => m.id !== 3);
    expect(patchOf({ list }, { list: without })).toEqual([{ op: 'remove', path: '/list/3' }]);
    expect(patchOf({ list: without }, { list })).toEqual([{ op: 'add', path: '/list/3', value: { id: 3 } }]);
  });
  it('of an edit is about that edit alone, and names are escaped', () => {
    const design = newDesign('Patch', 6, 640);
    const wider = edits.editStrings(design, { bridgeMargin: 44 });
    expect(patchOf(design, wider).map((o) => o.path)).toEqual(['/strings/bridgeMargin', '/progress/strings']);
    const typed = { ...design, typed: { 'a/b~c': '1 in' } };
    expect(patchOf(design, typed)).toEqual([{ op: 'add', path: '/typed/a~1b~0c', value: '1 in' }]);
    expect(apply(design, patchOf(design, typed))).toEqual(typed);
  });
  it('takes members that are undefined for ones that are not there', () => {
    expect(patchOf({ a: 1, b: undefined }, { a: undefined, b: 2 })).toEqual([
      { op: 'remove', path: '/a' },
      { op: 'add', path: '/b', value: 2 },
    ]);
  });
  it('leaves the document as it was, and shares with it what it does not touch', () => {
    const design = newDesign('Patch', 6, 640);
    const before = JSON.stringify(design);
    const next = apply(
      design,
      patchOf(design, edits.editStrings(design, { bridgeMargin: 44 })),
    ) as typeof design;
    expect(JSON.stringify(design)).toBe(before);
    expect(next.outline).toBe(design.outline);
    expect(next.strings).not.toBe(design.strings);
  });
  it('that does not fit is refused with its operation and place, and pollutes nothing', () => {
    const document = { list: [1, 2], name: 'a' };
    const refused: readonly (readonly [Parameters<typeof apply>[1][number], RegExp])[] = [
      [{ op: 'replace', path: '/other', value: 1 }, /operation 0: there is no other/],
      [{ op: 'remove', path: '/other' }, /there is no other/],
      [{ op: 'add', path: '/other/deeper', value: 1 }, /no other to go through/],
      [{ op: 'add', path: '/list/3', value: 1 }, /no place 3 in a list of 2/],
      [{ op: 'replace', path: '/list/2', value: 1 }, /no place 2/],
      [{ op: 'replace', path: '/list/-1', value: 1 }, /no place -1/],
      [{ op: 'add', path: '/list/01', value: 1 }, /no place 01/],
      [{ op: 'remove', path: '/list/-' }, /no place -/],
      [{ op: 'add', path: '/name/x', value: 1 }, /nothing can be called x/],
      [{ op: 'add', path: '/__proto__/x', value: 1 }, /no __proto__ to go through/],
      [{ op: 'add', path: '/__proto__', value: { x: 1 } }, /nothing can be called __proto__/],
      [{ op: 'add', path: '/constructor/prototype/x', value: 1 }, /no constructor/],
      [{ op: 'remove', path: '' }, /no place/],
      [{ op: 'add', path: 'name', value: 1 }, /“name” is no place/],
    ];
    for (const [operation, words] of refused) expect(() => apply(document, [operation])).toThrow(words);
    expect(() => apply(document, [refused[0]![0]])).toThrow(PatchMismatch);
    expect(({} as { x?: number }).x).toBeUndefined();
    expect(document).toEqual({ list: [1, 2], name: 'a' });
    expect(apply(document, [{ op: 'add', path: '/list/-', value: 3 }])).toEqual({
      list: [1, 2, 3],
      name: 'a',
    });
  });
});

describe('a value shared with an earlier one', () => {
  const frozen = (value: unknown): unknown => {
    if (typeof value === 'object' && value !== null) Object.values(value).forEach(frozen);
    return Object.freeze(value);
  };
  it('is the same value, its equal members the same objects; both stay as they were', () => {
    fc.assert(
      fc.property(fc.jsonValue(), fc.jsonValue(), (a, b) => {
        const before = frozen(plainJson({ a, b, both: [a, { b }] }));
        const value = frozen(plainJson({ a: b, b, both: [a, { b: a }] }));
        expect(sharedWith(before, value)).toEqual(value);
        expect(sharedWith(before, structuredClone(before))).toBe(before);
      }),
    );
  });
  it('of a design that was edited shares all sections but the one that was', () => {
    const design = newDesign('Shared', 6, 640);
    const sent = JSON.parse(JSON.stringify(edits.editStrings(design, { bridgeMargin: 44 }))) as typeof design;
    const shared = sharedWith(design, sent) as typeof design;
    expect(shared).toEqual(sent);
    expect(shared.outline).toBe(design.outline);
    expect(shared.strings).not.toBe(design.strings);
    expect(shared.strings.gauges).toBe(design.strings.gauges);
  });
});
