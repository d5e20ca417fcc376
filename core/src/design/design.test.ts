import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { checkDesign, designRefusals } from './check.ts';
import { newDesign } from './defaults.ts';
import * as edits from './allEdits.ts';
import { LIMITS } from './limits.ts';
import type { Migration } from './migrations.ts';
import { migrate } from './migrate.ts';
import { PAPERS, sheetSize } from './paper.ts';
import type { Design } from './schema.ts';
import { nameSchema } from './schemaParts.ts';
import { leastSpread, startingGauges } from './sections/strings.ts';

const design = newDesign('Test', 6, 640);
const refusalOf = (change: (d: Design) => unknown): string => {
  const checked = checkDesign(change(design));
  return checked.ok ? '' : checked.refusals.map((r) => `${r.where}: ${r.message}`).join('; ');
};
const withStrings = (change: Partial<Design['strings']>): Design => ({
  ...design,
  strings: { ...design.strings, ...change },
});
const withPrint = (change: Partial<Design['print']>): Design => ({
  ...design,
  print: { ...design.print, ...change },
});
const withNode = (change: object): unknown => ({
  ...design,
  outline: { mirror: [], nodes: design.outline.nodes.map((n, i) => (i === 2 ? { ...n, ...change } : n)) },
});

describe('a new design', () => {
  it('is valid for every count and length that can be chosen', () => {
    const { min, max } = LIMITS['strings.count'];
    for (let count = min; count <= max; count += 1)
      for (const scale of [250, 432, 640, 762, 864, 1200]) {
        const made = newDesign('New', count, scale);
        const checked = checkDesign(made);
        expect(checked, `${count} strings, ${scale} mm`).toMatchObject({ ok: true });
      }
  });
  it('has one gauge a string, thick to thin', () => {
    for (const count of [1, 4, 7, 12]) {
      const gauges = startingGauges(count);
      expect(gauges.length).toBe(count);
      expect([...gauges].sort((a, b) => b - a)).toEqual(gauges);
    }
  });
});

describe('the door', () => {
  it('lets a design through as it is, unknown members too', () => {
    const more = { ...design, wood: { species: 'larch' }, strings: { ...design.strings, tuning: 'open' } };
    expect(checkDesign(more)).toEqual({ ok: true, design: more });
  });
  it.each([
    [
      'a nut too narrow',
      () => withStrings({ nutWidth: 12 }),
      /strings\.nutWidth: nut width 12 mm is narrower than the [\d.]+ mm that the strings need/,
    ],
    ['a bridge too narrow', () => withStrings({ bridgeSpread: 3 }), /strings\.bridgeSpread: .*narrower/],
    [
      'a joint past the last fret',
      () => withStrings({ jointFret: 23 }),
      /joint fret 23 is beyond the last fret, 22/,
    ],
    [
      'gauges that are not one a string',
      () => withStrings({ gauges: [1, 0.5] }),
      /2 gauges are listed for 6 strings/,
    ],
    [
      'a scale under the least',
      () => withStrings({ scaleLength: 100 }),
      /scale length 100 mm is under the least, 250 mm/,
    ],
    [
      'a scale over the most',
      () => withStrings({ scaleLength: 5000 }),
      /scale length 5000 mm is over the most, 1200 mm/,
    ],
    ['half a fret', () => withStrings({ frets: 21.5 }), /frets 21\.5 must be a whole number/],
    ['no number', () => withStrings({ nutMargin: NaN }), /margin at the nut must be a number/],
    ['another spacing', () => withStrings({ spacing: 'wide' as 'equal-gaps' }), /string spacing must be/],
    [
      'one string with a spread',
      () =>
        withStrings({
          count: 1,
          gauges: [1],
          typeOf: [0],
          compensation: [0],
          nutWidth: 40,
          bridgeSpread: 50,
        }),
      /a single string has no spread/,
    ],
    [
      'margins that leave no tile',
      () => withPrint({ margins: { left: 60, right: 60, top: 60, bottom: 60 } }),
      /margins and overlap leave 90 mm of the sheet/,
    ],
    ['another paper', () => withPrint({ paper: 'B5' as 'A4' }), /paper must be A4, A3, Letter/],
    [
      'a wild correction',
      () => withPrint({ correction: { x: 2, y: 1 } }),
      /print correction 2 is over the most/,
    ],
    [
      'a node too far out',
      () => withNode({ x: 9999 }),
      /place along the centre line 9999 mm is over the most/,
    ],
    ['a node of another kind', () => withNode({ kind: 'loose' }), /a node is “fair”, “smooth” or “corner”/],
    [
      'a fair node with a handle',
      () => withNode({ after: { x: 1, y: 1 } }),
      /only smooth nodes and corners carry handles/,
    ],
    [
      'a node on its neighbour',
      () => withNode({ x: design.outline.nodes[1]!.x, y: design.outline.nodes[1]!.y }),
      /two neighbouring nodes stand at the same place/,
    ],
    ['a node id twice', () => withNode({ id: 'n1' }), /two nodes have the id n1/],
    ['a thin body', () => ({ ...design, body: { thickness: 2 } }), /body thickness 2 mm is under the least/],
    [
      'a missing section',
      () => ({ ...design, body: undefined }),
      /body: this is missing or is not a JSON object/,
    ],
    ['another unit', () => ({ ...design, units: 'ell' }), /units must be/],
  ])('refuses %s', (_name, change, words) => expect(refusalOf(change)).toMatch(words));
  it('takes the least nut that the strings need, and refuses a hair less', () => {
    const need = leastSpread(design.strings) + 2 * design.strings.nutMargin;
    expect(designRefusals(withStrings({ nutWidth: need }))).toEqual([]);
    expect(designRefusals(withStrings({ nutWidth: need - 0.01 })).length).toBe(1);
  });
  it('tells at most twenty refusals of one document', () => {
    const nodes = design.outline.nodes.map(() => ({ id: '!', x: 'a', y: 'b', kind: 'c' }));
    const checked = checkDesign({ ...design, outline: { nodes, mirror: [] } });
    expect(checked.ok ? 0 : checked.refusals.length).toBe(20);
  });
  it('never fails on any JSON at all', () => {
    fc.assert(
      fc.property(fc.jsonValue(), (raw) => {
        const checked = checkDesign(raw);
        return !checked.ok && checked.refusals.length > 0 && checked.refusals[0]!.message.length > 5;
      }),
    );
  });
  it('never fails on a design with anything at all in one place', () => {
    const paths = [
      'name',
      'units',
      'strings',
      'outline',
      'body',
      'print',
      'progress',
      'typed',
      'version',
      'format',
    ];
    fc.assert(
      fc.property(
        fc.constantFrom(...paths),
        fc.jsonValue(),
        (path, raw) => typeof checkDesign({ ...design, [path]: raw }).ok === 'boolean',
      ),
    );
  });
});

describe('names', () => {
  it.each(['Windrow', '  padded  ', 'Ångström’s №2', '小さな', '🎸', '<b>bold</b>'])('take %s', (text) =>
    expect(nameSchema.parse(text)).toBe(text.trim()),
  );
  it.each(['', '   ', 'a\nb', 'a\u0000', 'a\u2028b', '\ud83c', 'x'.repeat(81)])('refuse %j', (text) =>
    expect(nameSchema.safeParse(text).success).toBe(false),
  );
});

describe('versions', () => {
  const two: Migration = (d) => ({ ...d, colour: 'tar' });
  const three: Migration = (d) => ({ ...d, colour: [d.colour] });
  const steps = new Map([
    [1, two],
    [2, three],
  ]);
  const old = { format: 'pelkin-design', version: 1, name: 'Old' };
  it('are brought up one after the other', () =>
    expect(migrate(old, steps, 3)).toEqual({ ok: true, document: { ...old, version: 3, colour: ['tar'] } }));
  it('leave the present one as it is', () =>
    expect(migrate({ ...old, version: 3 }, steps, 3)).toMatchObject({ ok: true }));
  it('newer than this are refused with what to do', () =>
    expect(migrate({ ...old, version: 4 }, steps, 3)).toMatchObject({
      ok: false,
      message: expect.stringMatching(/newer Pelkin.*update/),
    }));
  it('without a way up are refused', () =>
    expect(migrate(old, new Map(), 2)).toMatchObject({
      ok: false,
      message: 'there is no way from version 1 to 2',
    }));
  it.each([
    [null],
    ['text'],
    [[]],
    [{}],
    [{ format: 'pelkin-design' }],
    [{ format: 'pelkin-design', version: 0.5 }],
  ])('refuse %j', (raw) => expect(migrate(raw)).toMatchObject({ ok: false }));
});

describe('edits', () => {
  const node = design.outline.nodes[3]!;
  const plain = edits.cutMirror(design);
  it('leave the design they were given as it was', () => {
    const before = JSON.stringify(design);
    edits.moveNode(design, node.id, { x: 1, y: 2 });
    edits.removeNodes(design, [node.id]);
    edits.setStringCount(design, 8);
    edits.rememberTyped(design, 'strings.nutWidth', '1 3/4');
    expect(JSON.stringify(design)).toBe(before);
  });
  it('put the stage that was worked on in progress', () => {
    expect(edits.moveNode(design, node.id, { x: 1, y: 2 }).progress).toMatchObject({
      outline: 'in progress',
    });
    expect(edits.editStrings(design, { frets: 24 }).progress.strings).toBe('in progress');
    expect(
      edits.editPrint(edits.setProgress(design, 'templates', 'done'), { overlap: 9 }).progress.templates,
    ).toBe('in progress');
  });
  it('share what they do not touch', () => {
    const moved = edits.moveNode(design, node.id, { x: 1, y: 2 });
    expect(moved.strings).toBe(design.strings);
    expect(moved.outline.nodes[0]).toBe(design.outline.nodes[0]);
  });
  it('add a node between two, under an id of its own', () => {
    const { design: more, id } = edits.addNode(edits.removeNodes(plain, ['n17']), 2, { x: 5, y: 6 });
    expect(more.outline.nodes[3]).toEqual({ id, x: 5, y: 6, kind: 'fair' });
    expect(new Set(more.outline.nodes.map((n) => n.id)).size).toBe(more.outline.nodes.length);
  });
  it('keep three nodes whatever is removed', () => {
    let left: Design = plain;
    for (const n of design.outline.nodes) left = edits.removeNodes(left, [n.id]);
    expect(left.outline.nodes.length).toBe(3);
  });
  it('forget the typed words of a node that is removed', () => {
    const typed = edits.rememberTyped(design, `outline.${node.id}.x`, '6 in');
    expect(edits.removeNodes(typed, [node.id]).typed).toEqual({});
    expect(edits.removeNodes(typed, ['n2']).typed).toEqual({ [`outline.${node.id}.x`]: '6 in' });
  });
  it('drop a corner’s handles when it is made fair', () => {
    const corner = edits.setHandle(edits.setNodeKind(design, [node.id], 'corner'), node.id, 'after', {
      x: 3,
      y: 4,
    });
    expect(corner.outline.nodes[3]).toMatchObject({ kind: 'corner', after: { x: 3, y: 4 } });
    expect(edits.setNodeKind(corner, [node.id], 'fair').outline.nodes[3]).toEqual(node);
    expect(edits.setHandle(corner, node.id, 'after', null).outline.nodes[3]).not.toHaveProperty('after');
  });
  it('keep the distance between strings when their number changes', () => {
    for (const count of [1, 2, 4, 7, 9]) {
      const { strings } = edits.setStringCount(design, count);
      expect(strings.gauges.length).toBe(count);
      expect(designRefusals({ ...design, strings }), `${count} strings`).toEqual([]);
      if (count > 1)
        expect(strings.bridgeSpread / (count - 1)).toBeCloseTo(design.strings.bridgeSpread / 5, 1);
    }
    const back = edits.setStringCount(edits.setStringCount(design, 1), 6).strings;
    expect(back.gauges.length).toBe(6);
    expect(back.bridgeSpread).toBeGreaterThan(40);
  });
  it('forget words that were never kept without making a new design', () =>
    expect(edits.rememberTyped(design, 'strings.frets', null)).toBe(design));
});

describe('paper', () => {
  it('is turned by its orientation', () => {
    const print = newDesign('Paper').print;
    expect(sheetSize(print)).toEqual({ width: 297, height: 210 });
    expect(sheetSize({ ...print, paper: 'Letter', orientation: 'portrait' })).toEqual(PAPERS.Letter);
    expect(sheetSize({ ...print, paper: 'own' })).toEqual({ width: 914, height: 610 });
  });
});
