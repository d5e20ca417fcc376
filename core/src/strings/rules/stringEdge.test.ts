import { describe, expect, it } from 'vitest';
import { demo, hits, limited } from '../../../tests/findings.ts';
import { editStrings } from '../../design/edits.ts';
import { stringEdge } from './stringEdge.ts';

describe('a string at the board’s edge', () => {
  const windrow = demo('windrow');
  it('is found at the nut, on both sides, less half its thickness', () => {
    const near = editStrings(windrow, { nutMargin: 1.5 });
    const found = hits(stringEdge, near);
    expect(found.map((h) => h.subject)).toEqual(['bass', 'treble']);
    expect(found[0]!.measured).toBeCloseTo(1.5 - windrow.strings.gauges[0]! / 2, 9);
    expect(found[1]!.measured).toBeCloseTo(1.5 - windrow.strings.gauges.at(-1)! / 2, 9);
    expect(found[0]!.where!.x).toBeCloseTo(628, 9);
  });
  it('is found at the tail end, where the board narrows to the strings', () => {
    const [hit] = hits(stringEdge, editStrings(windrow, { bridgeMargin: 0 }));
    expect(hit!.where!.x).toBeLessThan(200);
  });
  it('is not found with room enough, by the user’s own measure', () => {
    expect(hits(stringEdge, windrow)).toEqual([]);
    expect(hits(stringEdge, limited(windrow, 'stringToEdge', 3.4)).length).toBeGreaterThan(0);
  });
});
