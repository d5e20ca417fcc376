import type { Design } from '@pelkin/core';
import { edits, newDesign } from '@pelkin/core';
import { describe, expect, it } from 'vitest';
import { MOST_KEPT, packSteps, unpackSteps } from './packedSteps.ts';

const start = newDesign('Packed', 6, 628);
/** States one after the other, each a small change. */
const states = (count: number): readonly Design[] => {
  const made: Design[] = [start];
  for (let n = 1; n <= count; n += 1) {
    const before = made[n - 1]!;
    const node = before.outline.nodes[n % before.outline.nodes.length]!;
    made.push(
      n % 3 === 0
        ? edits.editStrings(before, { nutWidth: 40 + n / 50 })
        : edits.moveNode(before, node.id, { x: node.x + 0.5, y: node.y === 0 ? 0 : node.y + 0.2 }),
    );
  }
  return made;
};

describe('steps kept on the device', () => {
  it('come back as they were, on both sides, after a way through JSON', () => {
    const all = states(30);
    const step = (design: Design, i: number) => ({ design, name: `step ${i}` });
    const past = all.slice(0, 20).map(step);
    const future = all
      .slice(21)
      .map((d, i) => step(d, 40 + i))
      .reverse();
    const kept = packSteps(all[20]!, past, future);
    const read = JSON.parse(JSON.stringify(kept)) as typeof kept;
    expect(unpackSteps(read.top, read)).toEqual({ past, future });
  });
  it('are small, and no more than a hundred', () => {
    const all = states(130);
    const past = all.slice(0, 130).map((design, i) => ({ design, name: `step ${i}` }));
    const kept = packSteps(all[130]!, past, []);
    expect(kept.past).toHaveLength(MOST_KEPT);
    expect(kept.past[0]!.name).toBe('step 129');
    expect(JSON.stringify(kept.past).length).toBeLessThan(JSON.stringify(start).length * 6);
  });
  it('that do not fit end there', () => {
    const all = states(5);
    const past = all.slice(0, 5).map((design, i) => ({ design, name: `step ${i}` }));
    const kept = packSteps(all[5]!, past, []);
    const broken = kept.past.map((s, i) =>
      i === 2 ? { ...s, patch: [{ op: 'remove' as const, path: '/nowhere' }] } : s,
    );
    expect(unpackSteps(kept.top, { past: broken, future: [] }).past.map((s) => s.name)).toEqual([
      'step 3',
      'step 4',
    ]);
  });
});
