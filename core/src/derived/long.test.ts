import { describe, expect, it, vi } from 'vitest';
import { demo, pointed } from '../../tests/findings.ts';
import type { Later } from '../design/later.ts';
import { PENDING, onceReady } from '../design/later.ts';
import { createDeriver } from './derive.ts';
import type { LongSource } from './long.ts';
import { atOnce } from './long.ts';

describe('a long result', () => {
  it('is made when it is first read, once for the same reads', () => {
    const long = vi.fn(atOnce()) as unknown as LongSource;
    const derive = createDeriver(long);
    const derived = derive(demo('windrow'));
    void derived.drawing;
    expect(long).not.toHaveBeenCalled();
    const first = derived.fewerSheets;
    expect(first.state).toBe('ready');
    expect(derive(demo('windrow')).fewerSheets).not.toBe(first);
    expect(derived.fewerSheets).toBe(first);
  });
  it('is not made by looking through what follows from a design', () => {
    const long = vi.fn() as unknown as LongSource;
    const derived = createDeriver(long)(pointed('skerry'));
    expect({ ...derived }.drawing).toBe(derived.drawing);
    expect(long).not.toHaveBeenCalled();
  });
  it('is what its source says it is at present', () => {
    let now: Later<never> = PENDING;
    const derived = createDeriver(() => now)(demo('fathom'));
    expect(derived.fewerSheets).toBe(PENDING);
    now = { state: 'failed', message: 'The worker broke.' };
    expect(derived.fewerSheets).toBe(now);
  });
});

describe('a rule that reads a long result', () => {
  it('is still checking until it is there, and finds nothing where it failed', () => {
    const find = (n: number): readonly number[] => [n];
    expect(onceReady(PENDING as Later<number>, find)).toBe('checking');
    expect(onceReady({ state: 'ready', value: 3 }, find)).toEqual([3]);
    expect(onceReady({ state: 'failed', message: 'x' } as Later<number>, find)).toEqual([]);
  });
});
