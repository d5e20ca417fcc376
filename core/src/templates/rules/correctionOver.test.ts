import { describe, expect, it } from 'vitest';
import { demo, hits, limited } from '../../../tests/findings.ts';
import { editPrint } from '../../design/edits.ts';
import { correctionOver } from './correctionOver.ts';

describe('a correction over the limit', () => {
  const corrected = (x: number, y: number) => editPrint(demo('windrow'), { correction: { x, y } });
  it('is found for each axis, in per cent', () => {
    const found = hits(correctionOver, corrected(1.04, 0.96));
    expect(found.map((h) => h.subject)).toEqual(['across', 'up']);
    found.forEach((h) => expect(h.measured).toBeCloseTo(4, 9));
  });
  it('is not found up to it, and keeps to the user’s own', () => {
    expect(hits(correctionOver, corrected(1.0299, 0.9701))).toEqual([]);
    expect(hits(correctionOver, limited(corrected(1.02, 1), 'correction', 1))).toHaveLength(1);
  });
});
