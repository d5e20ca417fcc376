import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import * as edits from '../design/allEdits.ts';
import type { Design } from '../design/schema.ts';
import { createDeriver } from '../derived/derive.ts';
import { findAll } from '../findings/run.ts';
import { mended } from './mending.ts';
import { SINGLE_SADDLE, stringsWithoutSaddle, withSaddles } from './eachSaddle.ts';
import { bridgeReach } from './saddles.ts';

const derive = createDeriver();
const without = (d: Design): Design => ({
  ...d,
  parts: d.parts.filter((p) => !p.spec.kind.startsWith('bridge')),
});
const laid = (d: Design): Design => withSaddles(d, derive(d));

describe('a saddle for each string', () => {
  it.each(['windrow', 'skerry', 'fathom'] as const)(
    'is laid on its string, in the middle of its travel: %s',
    (name) => {
      const bare = without(demo(name));
      const all = laid(bare);
      expect(all.parts.filter((p) => p.spec.kind === SINGLE_SADDLE)).toHaveLength(bare.strings.count);
      expect(stringsWithoutSaddle(derive(all))).toBe(0);
      const { stringPlan, layout } = derive(all);
      for (const { needs, travel } of bridgeReach(all, stringPlan, layout)) {
        expect(needs).toHaveLength(1);
        expect(needs[0]!.alongNeeded).toBeCloseTo(travel / 2, 1);
      }
      const rules = findAll(all, derive(all)).map((f) => f.rule);
      expect(rules).not.toContain('string-no-saddle');
      expect(rules).not.toContain('saddle-travel');
    },
  );
  it('is laid once, of the make that is there, and by the finding too', () => {
    const fathom = demo('fathom');
    expect(laid(fathom)).toBe(fathom);
    const one = fathom.parts.find((p) => p.spec.name === 'Single saddle')!;
    const fewer = edits.removeParts(fathom, [one.id]);
    expect(stringsWithoutSaddle(derive(fewer))).toBe(1);
    const found = findAll(fewer, derive(fewer)).find((f) => f.rule === 'string-no-saddle')!;
    const again = mended(fewer, found.mend!, derive(fewer));
    expect(stringsWithoutSaddle(derive(again))).toBe(0);
    expect(again.parts.at(-1)!.spec.kind).toBe(SINGLE_SADDLE);
    expect(again.parts).toHaveLength(fathom.parts.length);
  });
});
