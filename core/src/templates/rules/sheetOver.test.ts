import { describe, expect, it } from 'vitest';
import { demo, hits, limited } from '../../../tests/findings.ts';
import { editPrint } from '../../design/edits.ts';
import { sheetOver } from './sheetOver.ts';

describe('a sheet larger than its paper', () => {
  const windrow = demo('windrow');
  it('is found where more sheets are taped than the limit allows', () => {
    expect(hits(sheetOver, windrow)).toEqual([]);
    expect(hits(sheetOver, limited(windrow, 'mostSheets', 3))).toEqual([
      { subject: 'A4', where: null, measured: 4 },
    ]);
  });
  it('is found where a roll is too narrow for one piece', () => {
    const roll = (rollWidth: number) => editPrint(windrow, { paper: 'roll', rollWidth });
    expect(hits(sheetOver, roll(610))).toEqual([]);
    expect(hits(sheetOver, roll(250))[0]!.measured).toBeGreaterThan(1);
  });
});
