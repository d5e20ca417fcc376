// @vitest-environment jsdom
import { newDesign } from '@pelkin/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';

import 'fake-indexeddb/auto';

const { leaveDesign, openOnce, openQuickly } = await import('./opening.ts');
const { useDesignStore } = await import('./store.ts');

const openId = (): string => useDesignStore.getState().id;
/** How long the server takes, ms; null while it is away. */
let delay: number | null = 0;
let asked: string[] = [];

beforeEach(() => {
  vi.useFakeTimers();
  delay = 0;
  asked = [];
  vi.stubGlobal('fetch', async (path: string) => {
    asked.push(path.split('/').at(-1)!);
    if (delay === null) throw new TypeError('failed to fetch');
    await new Promise((done) => {
      setTimeout(done, delay!);
    });
    const updatedAt = new Date().toISOString();
    const design = newDesign(path, 6, 640);
    return new Response(
      JSON.stringify({ id: path, revision: 1, saveId: null, archived: false, updatedAt, design }),
    );
  });
});
afterEach(async () => {
  leaveDesign(openId());
  await vi.advanceTimersByTimeAsync(20_000);
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe('a design being opened', () => {
  it('is requested once, by the press and by the page that follows', async () => {
    delay = 50;
    const quick = openQuickly('one');
    const page = openOnce('one');
    await vi.advanceTimersByTimeAsync(60);
    await Promise.all([quick, page, openOnce('one')]);
    expect(openId()).toBe('one');
    expect(asked).toEqual(['one']);
  });

  it('does not hold its page up when the server is slow, and comes all the same', async () => {
    delay = 3_000;
    let drawn = false;
    void openQuickly('one').then(() => {
      drawn = true;
    });
    await vi.advanceTimersByTimeAsync(500);
    expect(drawn).toBe(true);
    expect(openId()).toBe('');
    const page = openOnce('one');
    await vi.advanceTimersByTimeAsync(3_000);
    await page;
    expect(openId()).toBe('one');
    expect(asked).toEqual(['one']);
  });

  it('that fails tells the page once, and is tried again when requested again', async () => {
    delay = null;
    await openQuickly('one');
    await expect(openOnce('one')).rejects.toThrow('cannot be reached');
    expect(asked).toEqual(['one']);
    delay = 0;
    const again = openOnce('one', true);
    await vi.advanceTimersByTimeAsync(1);
    await again;
    expect(openId()).toBe('one');
  });

  it('is not closed by the page of the design before it', async () => {
    const first = openOnce('one');
    await vi.advanceTimersByTimeAsync(1);
    await first;
    const second = openOnce('two');
    await vi.advanceTimersByTimeAsync(1);
    await second;
    leaveDesign('one');
    expect(openId()).toBe('two');
    leaveDesign('two');
    expect(openId()).toBe('');
  });

  it('that is left before its answer comes is not opened', async () => {
    delay = 200;
    const opening = openOnce('one');
    leaveDesign('one');
    await vi.advanceTimersByTimeAsync(300);
    await opening;
    expect(openId()).toBe('');
  });
});
