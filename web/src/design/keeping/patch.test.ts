import fc from 'fast-check';
import type { JSONPatchDocument } from 'immutable-json-patch';
import { immutableJSONPatch } from 'immutable-json-patch';
import { edits, newDesign } from '@pelkin/core';
import { describe, expect, it } from 'vitest';
import { patchOf } from './patch.ts';

const apply = (before: unknown, patch: ReturnType<typeof patchOf>): unknown =>
  immutableJSONPatch(before as never, patch as JSONPatchDocument);
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
      { numRuns: 400 },
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
    const wider = edits.editStrings(design, { nutWidth: 44 });
    expect(patchOf(design, wider).map((o) => o.path)).toEqual(['/strings/nutWidth', '/progress/strings']);
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
});
