import { edits, newDesign } from '@pelkin/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { differences } from './differences.ts';
import { sameJson } from './sameJson.ts';

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
  it('of a design and itself are none', () =>
    expect(differences(design, JSON.parse(JSON.stringify(design)))).toEqual([]));
  it('are told by section', () => {
    const other = edits.setUnits(edits.editStrings(edits.setName(design, 'Two'), { frets: 24 }), 'in');
    expect(differences(design, other)).toEqual(['name', 'units', 'strings', 'marks of the work order']);
  });
  it('count nodes that were moved, added and removed', () => {
    const moved = edits.moveNode(edits.removeNodes(design, ['n5']), 'n4', { x: 1, y: 2 });
    expect(differences(moved, design)).toContain('2 nodes of the outline');
    expect(differences(design, moved)).toContain('2 nodes of the outline');
    expect(differences(design, edits.moveNode(design, 'n4', { x: 1, y: 2 }))).toContain(
      '1 node of the outline',
    );
  });
});
