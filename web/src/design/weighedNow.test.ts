import { edits } from '@pelkin/core';
import type { Design } from '@pelkin/core';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { demo } from '../../../core/tests/findings.ts';
import { useRested } from './rested.ts';
import { weighedNow, weighedOf } from './weighedNow.ts';

const windrow = demo('windrow');
const node = windrow.outline.nodes[3]!;
const dragged = (by: number): Design => edits.moveNode(windrow, node.id, { x: node.x + by, y: node.y });
const grams = (d: Design): number => weighedNow(d).weight!.total.likely;

describe('the weight of a design at hand', () => {
  beforeEach(() => useRested.setState({ design: windrow }));
  afterEach(() => useRested.setState({ design: null }));
  it('at rest is that in full, and the same object each time', () => {
    expect(weighedNow(windrow)).toBe(weighedOf(windrow));
    expect(weighedNow(windrow)).toBe(weighedNow(windrow));
  });
  it('while its outline is dragged is found once for all who ask, near to that in full', () => {
    const moved = dragged(6);
    const quick = weighedNow(moved);
    expect(weighedNow(moved)).toBe(quick);
    const full = weighedOf(moved);
    expect(quick).not.toBe(full);
    expect(Math.abs(quick.weight!.total.likely - full.weight!.total.likely)).toBeLessThan(9);
    // Once it is known in full, that is what is told.
    expect(weighedNow(moved)).toBe(full);
  });
  it('is found in full where something else than the outline changed, or nothing rests yet', () => {
    const thinner = { ...windrow, body: { ...windrow.body, thickness: windrow.body.thickness - 2 } };
    expect(weighedNow(thinner)).toBe(weighedOf(thinner));
    expect(grams(thinner)).toBeLessThan(grams(windrow) - 30);
    useRested.setState({ design: null });
    const moved = dragged(-5);
    expect(weighedNow(moved)).toBe(weighedOf(moved));
  });
});
