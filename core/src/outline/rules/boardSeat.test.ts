import { describe, expect, it } from 'vitest';
import { cornered, demo, hits, limited } from '../../../tests/findings.ts';
import { boardHalfWidth } from '../../strings/taper.ts';
import { boardSeat } from './boardSeat.ts';

const windrow = demo('windrow');
/** A body whose neck end is a straight edge so wide, its sides running straight back. */
const seat = (bass: number, treble: number) =>
  cornered(windrow, [
    [236, bass],
    [-150, bass],
    [-150, -treble],
    [236, -treble],
  ]);

describe('a board wider than its seat', () => {
  it('is found on the side where it stands over, with how far', () => {
    const found = hits(boardSeat, seat(25, 60));
    expect(found.map((h) => h.subject)).toEqual(['bass']);
    // The board widens tailward: furthest inside, 10 mm, it stands over most.
    expect(found[0]!.measured).toBeCloseTo(25 - boardHalfWidth(windrow.strings, 226), 6);
  });
  it('is not found on a wider seat, or asks for the user’s own margin', () => {
    expect(hits(boardSeat, seat(40, 40))).toEqual([]);
    expect(hits(boardSeat, limited(seat(40, 40), 'woodBesideBoard', 20)).map((h) => h.subject)).toEqual([
      'bass',
      'treble',
    ]);
  });
  it.each(['windrow', 'skerry', 'fathom'] as const)('is not found in %s', (name) =>
    expect(hits(boardSeat, demo(name))).toEqual([]),
  );
});
