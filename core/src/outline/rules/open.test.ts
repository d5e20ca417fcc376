import { describe, expect, it } from 'vitest';
import { demo, hits } from '../../../tests/findings.ts';
import { createDeriver } from '../../derived/derive.ts';
import type { Facts, Hit } from '../../design/rule.ts';
import { factsFor } from '../../findings/run.ts';
import { open } from './open.ts';

const foundBy = (facts: Facts): readonly Hit[] => open.find(facts, 0) as readonly Hit[];

describe('an open outline', () => {
  const design = demo('windrow');
  it('is found where its ends are apart, with the gap', () => {
    const derived = createDeriver()(design);
    const path = derived.path.map((c, i) => (i === 4 ? { ...c, p3: { x: c.p3.x + 0.3, y: c.p3.y } } : c));
    const found = foundBy({ ...factsFor(open, design, derived), path });
    expect(found).toHaveLength(1);
    expect(found[0]!.measured).toBeCloseTo(0.3, 9);
    expect(found[0]!.subject).toBe(design.outline.nodes[5]!.id);
  });
  it('counts ends that are no numbers as open', () => {
    const derived = createDeriver()(design);
    const path = derived.path.map((c, i) => (i === 0 ? { ...c, p3: { x: NaN, y: 0 } } : c));
    expect(foundBy({ ...factsFor(open, design, derived), path })).toHaveLength(1);
  });
  it('is not found in a design, which is closed as it is solved', () =>
    expect(hits(open, design)).toEqual([]));
});
