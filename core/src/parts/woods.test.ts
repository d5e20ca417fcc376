import { describe, expect, it } from 'vitest';
import { LIMITS } from '../design/limits.ts';
import { WOODS, shelfWood } from './woods.ts';

describe('woods of the shelf', () => {
  it('have one name each, and densities in their order within what can be typed', () => {
    const names = WOODS.map((w) => w.name);
    expect(new Set(names).size).toBe(names.length);
    const { min, max } = LIMITS['wood.density'];
    for (const { name, low, usual, high } of WOODS) {
      expect(low, name).toBeLessThan(usual);
      expect(usual, name).toBeLessThan(high);
      expect(low, name).toBeGreaterThanOrEqual(min);
      expect(high, name).toBeLessThanOrEqual(max);
    }
  });
  it('are found by their names, and by nothing else', () => {
    for (const wood of WOODS) expect(shelfWood(wood.name)).toBe(wood);
    expect(shelfWood('')).toBeFalsy();
    expect(shelfWood('Unknown wood')).toBeFalsy();
  });
  it('have something for every piece, and each is used for something', () => {
    for (const use of ['body', 'front', 'neck', 'fingerboard'] as const)
      expect(WOODS.filter((w) => w.uses.includes(use)).length, use).toBeGreaterThan(3);
    for (const { name, uses } of WOODS) expect(uses.length, name).toBeGreaterThan(0);
  });
  it('tell of their dust where something is known, in words that warn', () => {
    const known = WOODS.filter((w) => w.dust !== null);
    expect(known.length).toBeGreaterThan(12);
    for (const { name, dust } of known) expect(dust, name).toMatch(/dust|sensitiser|splinters|fumes/);
    // Fine dust of boards made with resin is no less dust.
    expect(shelfWood('Medium-density fibreboard')!.dust).toMatch(/mask/);
  });
});
