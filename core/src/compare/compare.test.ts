import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { createDeriver } from '../derived/derive.ts';
import { edits } from '../design/index.ts';
import { checkDesign } from '../design/check.ts';
import type { Design } from '../design/schema.ts';
import type { Comparison } from './compare.ts';
import { changedLines, compareStates } from './compare.ts';
import { pairThings } from './pairs.ts';

const demo = (name: string): Design => {
  const checked = checkDesign(
    JSON.parse(readFileSync(new URL(`../../../demo/${name}.json`, import.meta.url), 'utf8')),
  );
  if (!checked.ok) throw new Error(checked.refusals[0]!.message);
  return checked.design;
};
const windrow = demo('windrow');
const derive = createDeriver();
const compare = (before: Design, after: Design, sameDesign = true): Comparison =>
  compareStates(
    { design: before, facts: derive(before) },
    { design: after, facts: derive(after) },
    sameDesign,
  );
const said = ({ things }: Comparison): readonly string[] =>
  things.map(({ name, change, words }) => [name, change, ...words].join(' | '));

test('A design does not differ from itself', () => {
  const { things, measures } = compare(windrow, windrow);
  expect(things).toEqual([]);
  for (const { before, after } of measures) expect(after).toBe(before);
  expect(measures.map((m) => m.key)).toEqual(
    expect.arrayContaining(['length', 'thickness', 'weight', 'balance-point', 'neck-dive']),
  );
});

test('A part that moved, one that was measured, and an opening that is deeper are named with how much', () => {
  const pickup = windrow.parts.find((p) => p.spec.name === 'Neck twin-coil')!;
  const volume = windrow.parts.find((p) => p.spec.name === 'Volume')!;
  const opening = windrow.openings[0]!;
  const step = opening.steps[0]!;
  let after = edits.moveParts(windrow, [pickup.id], { x: 3.25, y: -1 });
  after = edits.measurePart(after, volume.id, 'bushLong', 12.5);
  after = edits.changeOpening(after, opening.id, {
    steps: [{ ...step, depth: step.depth + 2 }, ...opening.steps.slice(1)],
  });
  const comparison = compare(windrow, after);
  expect(said(comparison)).toEqual([
    'Neck twin-coil | changed | moved 3.25 mm nutward, 1.00 mm to the treble side',
    expect.stringMatching(/^Volume \| changed \| .* → 12\.50 mm$/),
    expect.stringContaining(`${opening.name} | changed | `),
  ]);
  expect(said(comparison)[2]).toContain(
    `depth ${step.depth.toFixed(2)} mm → ${(step.depth + 2).toFixed(2)} mm`,
  );
  // The deeper opening takes wood away: it weighs less.
  const weight = comparison.measures.find((m) => m.key === 'weight')!;
  expect(weight.after!).toBeLessThan(weight.before!);
});

test('What was added or removed is so the other way round too', () => {
  const { design: more, id } = edits.addPart(
    windrow,
    windrow.parts.find((p) => p.spec.kind === 'pot')!.spec,
    'front',
    {
      x: -70,
      y: -60,
    },
  );
  expect(compare(windrow, more).things).toMatchObject([
    { change: 'added', before: null, after: id, words: [] },
  ]);
  expect(compare(more, windrow).things).toMatchObject([{ change: 'removed', before: id, after: null }]);
});

test('Lines are drawn of what differs only, in the state that has it', () => {
  const pickup = windrow.parts.find((p) => p.spec.kind === 'pickup')!;
  const after = edits.moveParts(windrow, [pickup.id], { x: 4, y: 0 });
  const { things } = compare(windrow, after);
  const lines = changedLines(things, derive(after).layout, 'after');
  expect(lines).toHaveLength(
    derive(after).layout.parts.find((p) => p.part.id === pickup.id)!.footprint.length,
  );
  const apart = lines[0]!.start.x - changedLines(things, derive(windrow).layout, 'before')[0]!.start.x;
  expect(apart).toBeCloseTo(4, 6);
  const removed = edits.removeParts(windrow, [pickup.id]);
  const gone = compare(windrow, removed).things;
  expect(changedLines(gone, derive(removed).layout, 'after')).toEqual([]);
  expect(changedLines(gone, derive(windrow).layout, 'before').length).toBeGreaterThan(0);
});

test('Two designs are compared by kind and place, whatever the ids are', () => {
  const renumbered: Design = {
    ...windrow,
    parts: [...windrow.parts].reverse().map((p, i) => ({ ...p, id: `q${i}` })),
  };
  expect(compare(windrow, renumbered, false).things).toEqual([]);
  const { things, measures } = compare(windrow, demo('skerry'), false);
  expect(things.some((t) => t.change === 'added')).toBe(true);
  expect(measures.find((m) => m.key === 'length')!.before).not.toBe(
    measures.find((m) => m.key === 'length')!.after,
  );
});

test('Every thing is in just one pair, and pairs of two designs are of one kind', () => {
  const thing = fc.record({ kind: fc.constantFrom('a', 'b'), x: fc.integer({ min: -50, max: 50 }) });
  fc.assert(
    fc.property(
      fc.array(thing, { maxLength: 12 }),
      fc.array(thing, { maxLength: 12 }),
      fc.boolean(),
      (p, q, byId) => {
        const things = (list: typeof p) =>
          list.map(({ kind, x }, i) => ({ id: `${i}`, kind, at: { x, y: 0 } }));
        const [before, after] = [things(p), things(q)];
        const pairs = pairThings(before, after, byId, (a, b) => a.kind === b.kind);
        expect(pairs.flatMap((pair) => pair.after ?? [])).toEqual(after);
        expect(new Set(pairs.flatMap((pair) => pair.before ?? []))).toEqual(new Set(before));
        const both = pairs.filter((pair) => pair.before && pair.after);
        for (const pair of both)
          expect(byId ? pair.before!.id === pair.after!.id : pair.before!.kind === pair.after!.kind).toBe(
            true,
          );
        if (!byId)
          for (const kind of ['a', 'b'])
            expect(both.filter((pair) => pair.after!.kind === kind)).toHaveLength(
              Math.min(
                before.filter((t) => t.kind === kind).length,
                after.filter((t) => t.kind === kind).length,
              ),
            );
      },
    ),
  );
});
