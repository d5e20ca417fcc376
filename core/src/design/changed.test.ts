import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import * as edits from './allEdits.ts';
import { changedRefusals } from './changed.ts';
import { checkDesign, editRefusals } from './check.ts';
import { newDesign } from './defaults.ts';
import { MOST_PARTS } from './sections/parts.ts';
import { MOST_NESTED, documentFault, isPlainText } from './plainText.ts';
import type { Design } from './schema.ts';
import { designShape } from './schema.ts';
import { MOST_ACCEPTED } from './sections/findings.ts';
import { MOST_TYPED } from './sections/typed.ts';

const read = checkDesign(
  JSON.parse(readFileSync(new URL('../../../demo/windrow.json', import.meta.url), 'utf8')),
);
if (!read.ok) throw new Error('the demo cannot be read');
const demo = read.design;

describe('an edit of a design that the schema would refuse', () => {
  it('says so: over 200 parts by copying', () => {
    let design = demo;
    let refusals: readonly { message: string }[] = [];
    while (refusals.length === 0) {
      const next = edits.copyParts(
        design,
        design.parts.map((p) => p.id),
        { x: 1, y: 1 },
      ).design;
      refusals = editRefusals(next, design);
      if (refusals.length === 0) design = next;
    }
    expect(refusals[0]!.message).toBe('over 200 parts cannot be kept: leave some out');
    expect(design.parts.length).toBeLessThanOrEqual(MOST_PARTS);
    expect(checkDesign(design).ok).toBe(true);
  });
  it('says so: over 500 remembered entries, over 200 accepted findings', () => {
    const typed = Object.fromEntries(Array.from({ length: MOST_TYPED }, (_, i) => [`a.${i}`, '1 in']));
    const full = { ...demo, typed };
    expect(editRefusals(full, demo)).toEqual([]);
    const more = { ...full, typed: { ...typed, one: '1 in' } };
    expect(editRefusals(more, full)[0]).toMatchObject({
      where: 'typed',
      message: 'over 500 remembered entries cannot be kept: leave some out',
    });
    // Typing goes on: the oldest words are forgotten, the number they stood for stays.
    const typing = edits.rememberTyped(full, 'one.more', '2 in');
    expect(editRefusals(typing, full)).toEqual([]);
    expect(typing.typed).toMatchObject({ 'one.more': '2 in', 'a.499': '1 in' });
    expect('a.0' in typing.typed).toBe(false);
    let accepted: Design = demo;
    for (let i = 0; i < MOST_ACCEPTED; i += 1)
      accepted = edits.acceptFinding(accepted, { rule: 'r', subject: `s${i}`, measured: 1, reason: 'fine' });
    expect(editRefusals(accepted, demo)).toEqual([]);
    const next = edits.acceptFinding(accepted, { rule: 'r', subject: 'x', measured: 1, reason: 'fine' });
    expect(editRefusals(next, accepted)[0]!.message).toMatch(/over 200 accepted findings/);
  });
  it('says so: texts that cannot be stored, where they stand', () => {
    const [part] = demo.parts;
    const named = edits.changePart(demo, part!.id, { spec: { ...part!.spec, name: 'a\u0000b' } });
    expect(editRefusals(named, demo)[0]).toMatchObject({
      where: 'parts.0.spec.name',
      message: 'the name contains characters that cannot be printed: type it again',
    });
    const reason = { rule: 'r', subject: 's', measured: null, reason: 'lone \ud800' };
    expect(editRefusals(edits.acceptFinding(demo, reason), demo)[0]!.where).toBe(
      'findings.accepted.0.reason',
    );
  });
  it('costs what changed: members that both share are not looked at', () => {
    const broken = { ...demo.outline.nodes[0]!, x: Number.NaN };
    const before = { ...demo, outline: { ...demo.outline, nodes: [broken, ...demo.outline.nodes.slice(1)] } };
    const next = edits.editNodes(before as Design, [demo.outline.nodes[1]!.id], (n) => ({
      ...n,
      x: n.x + 1,
    }));
    expect(
      changedRefusals(designShape, next, before).every((r) => !r.where.startsWith('outline.nodes.0')),
    ).toBe(true);
  });
  it('is refused by the walk exactly when the whole schema refuses it', () => {
    const places: readonly (readonly string[])[] = [
      ['name'],
      ['strings'],
      ['strings', 'gauges'],
      ['outline', 'nodes'],
      ['outline', 'nodes', '0'],
      ['outline', 'nodes', '0', 'x'],
      ['parts'],
      ['parts', '0', 'spec'],
      ['parts', '0', 'spec', 'measures'],
      ['openings', '0', 'steps', '0', 'shape'],
      ['print', 'margins', 'left'],
      ['findings', 'accepted'],
      ['progress'],
      ['typed'],
    ];
    const put = (value: unknown, path: readonly string[], leaf: unknown): unknown => {
      const [key, ...rest] = path;
      if (key === undefined) return leaf;
      if (Array.isArray(value)) return value.map((v, i) => (String(i) === key ? put(v, rest, leaf) : v));
      return { ...(value as object), [key]: put((value as Record<string, unknown>)[key], rest, leaf) };
    };
    fc.assert(
      fc.property(fc.constantFrom(...places), fc.jsonValue(), (path, leaf) => {
        const next = put(demo, path, leaf);
        return (
          (changedRefusals(designShape, next, demo).length === 0) === designShape.safeParse(next).success
        );
      }),
      { numRuns: 400 },
    );
  });
});

describe('a document', () => {
  it('nested too deep is refused with the place, at any depth, without overflowing', () => {
    for (const depth of [MOST_NESTED + 1, 5_000, 200_000]) {
      let deep: unknown = 1;
      for (let i = 0; i < depth; i += 1) deep = { a: deep };
      const checked = checkDesign({ ...newDesign('Deep', 6, 640), more: deep });
      expect(checked).toMatchObject({ ok: false });
      expect(!checked.ok && checked.refusals[0]!.message).toMatch(/nested over 40 deep/);
    }
  });
  it('with NUL or half a character anywhere, even in members that this version does not know, is refused', () => {
    expect(documentFault({ finish: { note: 'a\u0000b' } })).toMatchObject({ where: 'finish.note' });
    expect(documentFault({ finish: [{ note: '\udc00' }] })).toMatchObject({ where: 'finish.0.note' });
    expect(documentFault({ 'a\u0000': 1 })).not.toBeNull();
    expect(documentFault(JSON.parse('{"more":{"__proto__":1}}'))).toMatchObject({ where: 'more' });
    expect(documentFault({ note: 'lines\nand\ttabs', list: [1, null, true, 'ü 🎸'] })).toBeNull();
  });
  it('that passes can be written as JSON and read again the same', () => {
    fc.assert(
      fc.property(fc.jsonValue(), (value) => {
        if (documentFault(value) !== null) return true;
        return JSON.stringify(JSON.parse(JSON.stringify(value))) === JSON.stringify(value);
      }),
    );
  });
  it('text of one line has no control characters and no half characters', () => {
    expect(isPlainText('Windrow “two” 🎸')).toBe(true);
    for (const bad of ['a\nb', 'a\u0085', '\u007f', 'x\ud83d', '\udfb8x', '\u2028'])
      expect(isPlainText(bad)).toBe(false);
  });
});
