import { describe, expect, it } from 'vitest';
import { clearWords } from './clearWords.ts';

const word = (text: string, x: number, y: number, anchor: 'start' | 'middle' | 'end' = 'start') => ({
  at: { x, y },
  text,
  anchor,
});

describe('words on the board', () => {
  it('that lie over earlier ones are left out, the others stay in order', () => {
    const words = [
      word('24', 0, 0),
      word('18', 6, 3),
      word('back 34', 40, 0),
      word('8', 80, 1),
      word('6', 90, 0),
    ];
    expect(clearWords(words).map((w) => w.text)).toEqual(['24', 'back 34', '6']);
  });
  it('a sheet’s name is larger than a figure', () => {
    const name = { ...word('B1', 0, 0), look: 'sheet' as const };
    expect(clearWords([name, word('24', 20, -12)])).toHaveLength(1);
    expect(clearWords([word('B1', 0, 0), word('24', 20, -12)])).toHaveLength(2);
  });
  it('are measured from their anchor', () => {
    expect(clearWords([word('1234', 0, 0, 'end'), word('1234', 0, 0, 'start')])).toHaveLength(2);
    expect(clearWords([word('1234', 0, 0, 'middle'), word('1234', 0, 0, 'start')])).toHaveLength(1);
    expect(clearWords([word('12', 0, 0), word('12', 0, 12)])).toHaveLength(2);
  });
});
