// @vitest-environment jsdom
import type { Design } from '@pelkin/core';
import { edits, newDesign } from '@pelkin/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';

/** The device's store, in memory. */
const device = new Map<string, unknown>();
vi.mock('idb-keyval', () => ({
  get: (key: string) => Promise.resolve(structuredClone(device.get(key))),
  set: (key: string, value: unknown) => Promise.resolve(void device.set(key, structuredClone(value))),
  del: (key: string) => Promise.resolve(void device.delete(key)),
}));

const { closeDesign, keepMine, openDesign, takeTheirs, useKeeping } = await import('./keeping.ts');
const { useDesignStore } = await import('./store.ts');

/** A server of one design, that can be away, lose its answers, or be changed behind the page's back. */
class Server {
  design: Design;
  revision = 1;
  saveId: string | null = null;
  away = false;
  losesAnswers = 0;
  refuses = false;
  saves = 0;
  constructor(design: Design) {
    this.design = design;
  }
  elsewhere(change: (d: Design) => Design): void {
    this.design = change(this.design);
    this.revision += 1;
    this.saveId = crypto.randomUUID();
  }
  readonly fetch = async (_path: string, init?: RequestInit): Promise<Response> => {
    if (this.away) throw new TypeError('failed to fetch');
    const answer = (status: number, body: unknown): Response =>
      new Response(JSON.stringify(body), { status });
    const refusal = (status: number, code: string, details?: unknown) =>
      answer(status, { error: { code, message: code, details } });
    const updatedAt = new Date().toISOString();
    const { design, revision, saveId } = this;
    if (init?.method !== 'PUT')
      return answer(200, { id: 'one', revision, saveId, archived: false, updatedAt, design });
    const body = JSON.parse(String(init.body)) as { from: number; saveId: string; design: Design };
    if (this.refuses) return refusal(422, 'design-refused');
    if (body.saveId !== this.saveId) {
      if (body.from !== revision) return refusal(409, 'stale', { revision, saveId, design });
      this.design = body.design;
      this.revision += 1;
      this.saveId = body.saveId;
      this.saves += 1;
    }
    if (this.losesAnswers > 0) {
      this.losesAnswers -= 1;
      throw new TypeError('connection lost');
    }
    return answer(200, { revision: this.revision, updatedAt });
  };
}

let server: Server;
const state = () => useDesignStore.getState();
const kept = () => useKeeping.getState().kept;
const nut = (width: number) => state().edit(`nut ${width}`, (d) => edits.editStrings(d, { nutWidth: width }));
const pass = (ms: number) => vi.advanceTimersByTimeAsync(ms);

beforeEach(async () => {
  vi.useFakeTimers();
  device.clear();
  server = new Server(newDesign('Kept', 6, 640));
  vi.stubGlobal('fetch', server.fetch);
  await openDesign('one');
});
afterEach(async () => {
  closeDesign();
  await pass(20_000);
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe('keeping', () => {
  it('sends a change within two seconds, and says so only then', async () => {
    nut(44);
    expect(kept().kind).toBe('waiting');
    await pass(2000);
    expect(kept().kind).toBe('saved');
    expect(server.design.strings.nutWidth).toBe(44);
    expect(useKeeping.getState()).toMatchObject({ revision: 2, waiting: 0 });
    expect(device.size).toBe(0);
  });
  it('sends at the latest two seconds after the first of many changes', async () => {
    for (let i = 0; i < 10; i += 1) {
      nut(44 + i / 10);
      await pass(200);
    }
    expect(server.saves).toBeGreaterThan(0);
    await pass(2000);
    expect(server.design.strings.nutWidth).toBeCloseTo(44.9, 9);
    expect(kept().kind).toBe('saved');
  });
  it('keeps each change on the device at once while the server is away, and sends all when it is back', async () => {
    server.away = true;
    nut(44);
    nut(45);
    await pass(0);
    expect(device.get('design:one')).toMatchObject({ from: 1, design: { strings: { nutWidth: 45 } } });
    await pass(3000);
    expect(kept().kind).toBe('away');
    expect(useKeeping.getState().waiting).toBe(2);
    server.away = false;
    await pass(10_000);
    expect(kept().kind).toBe('saved');
    expect(server.design.strings.nutWidth).toBe(45);
    expect(server.revision).toBe(2);
  });
  it('takes up again after a reload what only the device has', async () => {
    server.away = true;
    nut(46);
    await pass(2500);
    closeDesign();
    server.away = false;
    await openDesign('one');
    expect(state().design!.strings.nutWidth).toBe(46);
    expect(state().past.at(-1)!.name).toBe('changes kept on this device');
    await pass(2500);
    expect(server.design.strings.nutWidth).toBe(46);
  });
  it('knows its own save again when the answer was lost', async () => {
    server.losesAnswers = 1;
    nut(44);
    await pass(1000);
    expect(kept().kind).toBe('away');
    await pass(3000);
    expect(kept().kind).toBe('saved');
    expect(server.saves).toBe(1);
  });
  it('sends what came after a save whose answer was lost on top of it', async () => {
    server.losesAnswers = 1;
    nut(44);
    await pass(800);
    nut(45);
    await pass(5000);
    expect(kept().kind).toBe('saved');
    expect(server).toMatchObject({ saves: 2, revision: 3, design: { strings: { nutWidth: 45 } } });
  });
  it('knows its own save after a reload that followed a lost answer, with changes made since', async () => {
    server.losesAnswers = 1;
    nut(44);
    await pass(800);
    nut(45);
    server.away = true;
    await pass(500);
    closeDesign();
    await pass(0);
    server.away = false;
    await openDesign('one');
    expect(kept().kind).not.toBe('stale');
    expect(state().design!.strings.nutWidth).toBe(45);
    await pass(2500);
    expect(server.design.strings.nutWidth).toBe(45);
  });
  it('tells what was changed elsewhere, sends nothing over it, and takes the server’s when asked', async () => {
    server.elsewhere((d) => edits.setName(d, 'Theirs'));
    nut(44);
    await pass(2000);
    expect(kept()).toMatchObject({ kind: 'stale', revision: 2, theirs: { name: 'Theirs' } });
    nut(45);
    await pass(5000);
    expect(server.saves).toBe(0);
    takeTheirs();
    expect(state().design).toMatchObject({
      name: 'Theirs',
      strings: { nutWidth: server.design.strings.nutWidth },
    });
    expect(kept().kind).toBe('saved');
    state().undo();
    expect(state().design!.strings.nutWidth).toBe(45);
    await pass(3000);
    expect(server.design.strings.nutWidth).toBe(45);
  });
  it('saves this screen’s over the server’s when asked', async () => {
    server.elsewhere((d) => edits.setName(d, 'Theirs'));
    nut(44);
    await pass(2000);
    keepMine();
    await pass(2000);
    expect(kept().kind).toBe('saved');
    expect(server).toMatchObject({ revision: 3, design: { name: 'Kept' } });
  });
  it('asks on opening when the device’s copy was made from an older state of somebody else’s', async () => {
    server.away = true;
    nut(44);
    await pass(1000);
    closeDesign();
    server.away = false;
    server.elsewhere((d) => edits.setName(d, 'Theirs'));
    await openDesign('one');
    expect(kept().kind).toBe('stale');
    expect(state().design!.strings.nutWidth).toBe(44);
  });
  it('says when the server refuses, keeps the change on the device, and tries again with the next', async () => {
    server.refuses = true;
    nut(44);
    await pass(2000);
    expect(kept()).toMatchObject({ kind: 'refused', message: 'design-refused' });
    expect(device.size).toBe(1);
    server.refuses = false;
    nut(45);
    await pass(2000);
    expect(kept().kind).toBe('saved');
  });
  it('sends on leaving what has not been sent', async () => {
    nut(47);
    closeDesign();
    await pass(0);
    expect(server.design.strings.nutWidth).toBe(47);
    expect(device.size).toBe(0);
  });
  it('keeps and sends nothing while a drag goes on, and its end at once', async () => {
    state().setDragging(true);
    nut(44);
    await pass(5000);
    expect(device.size).toBe(0);
    expect(server.saves).toBe(0);
    state().setDragging(false);
    await pass(0);
    expect(device.size).toBe(1);
    await pass(2000);
    expect(server.design.strings.nutWidth).toBe(44);
  });
});
