import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { DeviceCopy } from './state.ts';

const copy = (n: number): DeviceCopy => ({
  from: n,
  save: null,
  base: null,
  design: { n },
  attempts: [],
  at: n,
  stage: 'outline',
});
const fresh = async () => {
  vi.resetModules();
  return import('./deviceStore.ts');
};

beforeEach(() => {
  vi.unstubAllGlobals();
  globalThis.indexedDB = new IDBFactory();
});

describe('the device’s store', () => {
  it('keeps a copy of its own for every tab of a design, and tells designs apart', async () => {
    const store = await fresh();
    await store.writeCopy(store.copyKey('one', 'a'), copy(1));
    await store.writeCopy(store.copyKey('one', 'b'), copy(2));
    await store.writeCopy(store.copyKey('one2', 'a'), copy(3));
    await store.writeCopy('design:one', { from: 4, design: {}, attempts: [] } as unknown as DeviceCopy);
    const found = await store.copiesOf('one');
    expect(found.map((f) => [store.tabOfKey('one', f.key), f.copy.from])).toEqual([
      [null, 4],
      ['a', 1],
      ['b', 2],
    ]);
    expect((await store.copiesOf('one2')).map((f) => f.copy.from)).toEqual([3]);
    await store.deleteCopies(['design:one', store.copyKey('one', 'a')]);
    expect((await store.copiesOf('one')).length).toBe(1);
  });
  it('tells when the database is deleted under it, and opens it again', async () => {
    const store = await fresh();
    const lost = vi.fn();
    store.onDeviceLost(lost);
    await store.writeCopy(store.copyKey('one', 'a'), copy(1));
    await new Promise<void>((done, failed) => {
      const request = indexedDB.deleteDatabase('keyval-store');
      request.onsuccess = () => done();
      request.onerror = () => failed(request.error);
    });
    expect(lost).toHaveBeenCalledOnce();
    expect(await store.copiesOf('one')).toEqual([]);
    await store.writeCopy(store.copyKey('one', 'a'), copy(2));
    expect((await store.copiesOf('one'))[0]!.copy.from).toBe(2);
  });
  it('that throws when it is opened, is not there, or never answers, fails with a reason and works when it is back', async () => {
    const store = await fresh();
    const real = indexedDB;
    const reasonOf = (work: Promise<unknown>): Promise<string> =>
      store.withinReason(work).then(
        () => 'worked',
        (error: unknown) => store.deviceProblem(error),
      );
    globalThis.indexedDB = {
      open: () => {
        throw new DOMException('denied', 'SecurityError');
      },
    } as unknown as IDBFactory;
    expect(await reasonOf(store.copiesOf('one'))).toContain('does not allow it');
    globalThis.indexedDB = undefined as unknown as IDBFactory;
    expect(await reasonOf(store.writeCopy('design:one:a', copy(1)))).toContain('does not allow it');
    globalThis.indexedDB = real;
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
    const never = reasonOf(new Promise(() => undefined));
    await vi.advanceTimersByTimeAsync(3_000);
    expect(await never).toBe('its storage does not answer');
    vi.useRealTimers();
    expect(store.deviceProblem(new DOMException('full', 'QuotaExceededError'))).toBe('its storage is full');
    await store.writeCopy('design:one:a', copy(1));
    expect((await store.copiesOf('one')).length).toBe(1);
    expect((await store.copiesOf('one'))[0]!.key).toBe('design:one:a');
  });
});
