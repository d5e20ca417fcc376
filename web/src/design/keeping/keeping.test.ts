// @vitest-environment jsdom
import type { Design } from '@pelkin/core';
import type { PatchOperation } from '@pelkin/core';
import { applyPatch, edits, newDesign } from '@pelkin/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type * as DeviceStore from './deviceStore.ts';
import type { DeviceCopy } from './state.ts';

/** The device's store, in memory; it can fail, or answer only when it is let. */
const device = new Map<string, DeviceCopy>();
const faults = {
  write: null as Error | null,
  read: null as Error | null,
  held: null as (() => void)[] | null,
};
let tellLost: () => void = () => undefined;
vi.mock('./deviceStore.ts', async (original) => ({
  ...(await original<typeof DeviceStore>()),
  copiesOf: async (id: string) => {
    if (faults.read) throw faults.read;
    return [...device]
      .filter(([key]) => key === `design:${id}` || key.startsWith(`design:${id}:`))
      .map(([key, copy]) => ({ key, copy: structuredClone(copy) }));
  },
  writeCopy: async (key: string, copy: DeviceCopy) => {
    if (faults.held) await new Promise<void>((done) => faults.held!.push(done));
    if (faults.write) throw faults.write;
    device.set(key, structuredClone(copy));
  },
  deleteCopies: async (keys: readonly string[]) => keys.forEach((key) => device.delete(key)),
  onDeviceLost: (tell: () => void) => {
    tellLost = tell;
  },
}));
/** Tabs of this browser that have the design open, besides this one. */
const live = new Set<string>();
vi.mock('./tabs.ts', () => ({
  TAB: 'this',
  TAB_BEFORE: 'before',
  holdDesign: () => () => undefined,
  tabsWith: async () => ['this', ...live],
  isGone: async (_design: string, tab: string) => !live.has(tab),
  onTabs: () => undefined,
  onSaved: () => undefined,
  tellSaved: () => undefined,
}));

const {
  closeDesign,
  declineCopy,
  keepBoth,
  keepMine,
  openDesign,
  saveNow,
  takeCopy,
  takeTheirs,
  useKeeping,
} = await import('./keeping.ts');
const { savedWords } = await import('./savedWords.ts');
const { useDesignStore } = await import('../store.ts');

/** A server of one design, that can be away, lose its answers, or be changed behind the page's back. */
class Server {
  design: Design;
  revision = 1;
  saveId = crypto.randomUUID() as string;
  lineage = 'first';
  away = false;
  losesAnswers = 0;
  refuses = false;
  /** Answers every request with this instead of doing it. */
  broken: number | null = null;
  saves = 0;
  whole = 0;
  constructor(design: Design) {
    this.design = design;
  }
  elsewhere(change: (d: Design) => Design): void {
    this.design = change(this.design);
    this.revision += 1;
    this.saveId = crypto.randomUUID();
  }
  readonly fetch = async (path: string, init?: RequestInit): Promise<Response> => {
    if (this.away) throw new TypeError('failed to fetch');
    const answer = (status: number, body: unknown): Response =>
      new Response(JSON.stringify(body), { status });
    const refusal = (status: number, code: string, details?: unknown) =>
      answer(status, { error: { code, message: code, details } });
    const updatedAt = new Date().toISOString();
    const { design, revision, saveId, lineage } = this;
    if (path.endsWith('/save')) return answer(200, { revision, saveId, lineage });
    if (init?.method !== 'PUT' && init?.method !== 'PATCH')
      return answer(200, { id: 'one', revision, saveId, lineage, archived: false, updatedAt, design });
    if (this.broken !== null) return refusal(this.broken, 'broken');
    const body = JSON.parse(String(init.body)) as {
      from: string;
      saveId: string;
      design?: Design;
      patch?: readonly PatchOperation[];
    };
    if (this.refuses)
      return refusal(422, 'design-refused', [{ where: 'strings.nutWidth', message: 'the nut is odd' }]);
    if (body.saveId !== this.saveId) {
      if (body.from !== saveId) return refusal(409, 'stale', { revision, saveId, design, lineage });
      if (body.design) this.whole += 1;
      this.design = body.design ?? (applyPatch(design, body.patch!) as Design);
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

const words = () => savedWords(useKeeping.getState());
const OWN = 'design:one:this';

beforeEach(async () => {
  vi.useFakeTimers();
  device.clear();
  live.clear();
  Object.assign(faults, { write: null, read: null, held: null });
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
    expect(device.get(OWN)).toMatchObject({ from: 1, design: { strings: { nutWidth: 45 } } });
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
  it('puts what was changed elsewhere together with what was changed here, also in what undo goes back to', async () => {
    const { nutWidth } = state().design!.strings;
    nut(45);
    await pass(2000);
    server.elsewhere((d) => edits.setThickness(d, 41));
    nut(44);
    await pass(2000);
    expect(kept().kind).toBe('saved');
    const both = { strings: { nutWidth: 44 }, body: { thickness: 41 } };
    expect(state().design).toMatchObject(both);
    expect(server).toMatchObject({ revision: 4, design: both });
    expect(useKeeping.getState().takenIn!.words).toContain('thickness 41');
    state().undo();
    state().undo();
    expect(state().design).toMatchObject({ strings: { nutWidth }, body: { thickness: 41 } });
    await pass(2000);
    expect(server.design).toMatchObject({ strings: { nutWidth }, body: { thickness: 41 } });
  });
  it('takes in what was changed elsewhere while nothing is done here, and sends nothing', async () => {
    server.elsewhere((d) => edits.setThickness(d, 41));
    await pass(4000);
    expect(state().design!.body.thickness).toBe(41);
    expect([kept().kind, server.saves, device.size, state().past.length]).toEqual(['saved', 0, 0, 0]);
    nut(44);
    await pass(2000);
    expect(server.design).toMatchObject({ strings: { nutWidth: 44 }, body: { thickness: 41 } });
    expect(server.whole).toBe(0);
  });
  it('takes nothing in under a hand that drags', async () => {
    state().setDragging(true);
    nut(44);
    server.elsewhere((d) => edits.setThickness(d, 41));
    await pass(9000);
    expect(state().design!.body.thickness).toBe(44);
    state().setDragging(false);
    await pass(3000);
    expect(server.design).toMatchObject({ strings: { nutWidth: 44 }, body: { thickness: 41 } });
  });
  it('asks about the same thing alone, and keeps everything else of both', async () => {
    server.elsewhere((d) => edits.setThickness(edits.editStrings(d, { nutWidth: 41 }), 40));
    nut(44);
    await pass(2000);
    expect(kept()).toMatchObject({ kind: 'stale' });
    expect(keepBoth([])).toEqual([]);
    await pass(2000);
    expect(server.design).toMatchObject({ strings: { nutWidth: 44 }, body: { thickness: 40 } });
    expect(state().design!.body.thickness).toBe(40);
  });
  it('tells what was changed elsewhere, sends nothing over it, and takes the server’s when asked', async () => {
    server.elsewhere((d) => edits.editStrings(edits.setName(d, 'Theirs'), { nutWidth: 43 }));
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
    server.elsewhere((d) => edits.editStrings(edits.setName(d, 'Theirs'), { nutWidth: 43 }));
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
    server.elsewhere((d) => edits.editStrings(d, { nutWidth: 43 }));
    await openDesign('one');
    expect(kept().kind).toBe('stale');
    expect(state().design!.strings.nutWidth).toBe(44);
  });
  it('asks about the device’s copy when the database was restored while the page was closed', async () => {
    server.away = true;
    nut(44);
    await pass(1000);
    closeDesign();
    server.away = false;
    server.elsewhere((d) => edits.setThickness(d, 41));
    server.lineage = 'second';
    await openDesign('one');
    await pass(3000);
    expect(kept()).toMatchObject({ kind: 'stale', base: null });
    expect(state().design).toMatchObject({ strings: { nutWidth: 44 }, body: { thickness: 44 } });
  });
  it('puts the device’s copy together with what was changed elsewhere meanwhile', async () => {
    server.away = true;
    nut(44);
    await pass(1000);
    closeDesign();
    server.away = false;
    server.elsewhere((d) => edits.setThickness(d, 41));
    await openDesign('one');
    await pass(3000);
    expect(kept().kind).toBe('saved');
    expect(server.design).toMatchObject({ strings: { nutWidth: 44 }, body: { thickness: 41 } });
    expect(device.size).toBe(0);
  });
  it('says when the server refuses, keeps the change on the device, and tries again with the next', async () => {
    server.refuses = true;
    nut(44);
    await pass(2000);
    expect(kept()).toMatchObject({ kind: 'refused', refusals: [{ where: 'strings.nutWidth' }] });
    expect(words()).toBe('not saved: 1 change kept on this device');
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

describe('a database that was restored from a backup', () => {
  it('is noticed while nothing is done: the state on the screen is kept here, and offered', async () => {
    nut(44);
    await pass(2000);
    expect(kept().kind).toBe('saved');
    server.elsewhere((d) => edits.editStrings(d, { nutWidth: 43 }));
    server.lineage = 'second';
    await pass(31_000);
    expect(kept()).toMatchObject({ kind: 'stale', restored: true, theirs: { strings: { nutWidth: 43 } } });
    expect(state().design!.strings.nutWidth).toBe(44);
    expect(device.get(OWN)).toMatchObject({ design: { strings: { nutWidth: 44 } } });
    keepMine();
    await pass(2000);
    expect(server.design.strings.nutWidth).toBe(44);
    expect(kept().kind).toBe('saved');
  });
  it('is no matter where it holds the state that is open', async () => {
    nut(44);
    await pass(2000);
    server.lineage = 'second';
    await pass(31_000);
    expect(kept().kind).toBe('saved');
    nut(45);
    await pass(2000);
    expect(server.design.strings.nutWidth).toBe(45);
  });
  it('does not take a save made of a state of the same number that it never had', async () => {
    nut(44);
    await pass(2000);
    // Restored to before that save, and saved by another page since: its revision is 2 as well.
    server.design = edits.editStrings(newDesign('Kept', 6, 640), { nutWidth: 41 });
    server.saveId = crypto.randomUUID();
    nut(45);
    await pass(2000);
    expect(kept().kind).toBe('stale');
    expect(server.design.strings.nutWidth).toBe(41);
  });
  it('is never put together by itself: what it does not have was not taken back by anybody', async () => {
    nut(44);
    await pass(2000);
    server.design = edits.setThickness(newDesign('Kept', 6, 640), 41);
    server.saveId = crypto.randomUUID();
    server.revision = 7;
    server.lineage = 'second';
    state().edit('moved', (d) => edits.setName(d, 'Here'));
    await pass(2000);
    expect(kept()).toMatchObject({ kind: 'stale', restored: true, base: null });
    expect(state().design!.strings.nutWidth).toBe(44);
  });
});

describe('what this device keeps', () => {
  const copyOf = (design: Design, more: Partial<DeviceCopy> = {}): DeviceCopy => ({
    from: 1,
    save: server.saveId,
    base: null,
    design,
    attempts: [],
    at: 1_000,
    stage: 'outline',
    ...more,
  });
  const wider = (width: number) => edits.editStrings(server.design, { nutWidth: width });

  it('is called kept only when the write is confirmed', async () => {
    server.away = true;
    faults.held = [];
    nut(44);
    await pass(1000);
    expect(words()).toBe('server away: 1 change being kept on this device');
    faults.held.forEach((done) => done());
    faults.held = null;
    await pass(0);
    expect(words()).toBe('server away: 1 change kept on this device');
  });
  it('one write follows another: what came meanwhile is kept too', async () => {
    faults.held = [];
    nut(44);
    nut(45);
    nut(46);
    await pass(0);
    expect(faults.held.length).toBe(1);
    faults.held.forEach((done) => done());
    faults.held = null;
    await pass(0);
    expect(device.get(OWN)).toMatchObject({ design: { strings: { nutWidth: 46 } } });
  });
  it('is nothing when storage is full: said plainly, leaving asks, and work and saving go on', async () => {
    faults.write = new DOMException('full', 'QuotaExceededError');
    server.away = true;
    nut(44);
    await pass(1000);
    expect(words()).toBe('server away: 1 change on this page only');
    expect(useKeeping.getState().deviceProblem).toBe('its storage is full');
    const leaving = new Event('beforeunload', { cancelable: true });
    window.dispatchEvent(leaving);
    expect(leaving.defaultPrevented).toBe(true);
    server.away = false;
    await pass(5000);
    expect(kept().kind).toBe('saved');
    const again = new Event('beforeunload', { cancelable: true });
    window.dispatchEvent(again);
    expect(again.defaultPrevented).toBe(false);
    faults.write = null;
    nut(45);
    await pass(0);
    expect(useKeeping.getState().deviceProblem).toBeNull();
  });
  it('is tried again by itself after a failure, after rising pauses', async () => {
    faults.write = new DOMException('full', 'QuotaExceededError');
    server.away = true;
    nut(44);
    await pass(1000);
    expect(words()).toBe('server away: 1 change on this page only');
    faults.write = null;
    await pass(6000);
    expect(words()).toBe('server away: 1 change kept on this device');
    expect(useKeeping.getState().deviceProblem).toBeNull();
    expect(device.get(OWN)).toMatchObject({ design: { strings: { nutWidth: 44 } } });
  });
  it('that comes through late is noticed', async () => {
    faults.held = [];
    server.away = true;
    nut(44);
    await pass(3_100);
    expect(useKeeping.getState().deviceProblem).toBe('its storage does not answer');
    faults.held[0]!();
    await pass(0);
    expect(useKeeping.getState().deviceProblem).toBeNull();
    expect(words()).toBe('server away: 1 change kept on this device');
  });
  it('does not keep a design from opening when its store cannot be read', async () => {
    closeDesign();
    await pass(0);
    faults.read = new DOMException('no', 'SecurityError');
    await openDesign('one');
    expect(state().design).not.toBeNull();
    expect(useKeeping.getState().deviceProblem).toContain('does not allow it');
  });
  it('is written again when the browser’s store was emptied meanwhile', async () => {
    server.away = true;
    nut(44);
    await pass(1000);
    device.clear();
    tellLost();
    expect(useKeeping.getState().onDevice).toBe(false);
    await pass(0);
    expect(device.get(OWN)).toMatchObject({ design: { strings: { nutWidth: 44 } } });
    expect(useKeeping.getState().onDevice).toBe(true);
  });
  it('of a tab that is still open is left alone, and its own copy is another', async () => {
    closeDesign();
    await pass(0);
    live.add('other');
    device.set('design:one:other', copyOf(wider(50)));
    await openDesign('one');
    expect(state().design!.strings.nutWidth).not.toBe(50);
    expect(useKeeping.getState().offers).toEqual([]);
    nut(44);
    await pass(3000);
    expect(kept().kind).toBe('saved');
    expect([...device.keys()]).toEqual(['design:one:other']);
  });
  it('of two tabs that were closed: both are offered, none is lost, each goes when it was taken and saved', async () => {
    closeDesign();
    await pass(0);
    device.set('design:one:a', copyOf(wider(44), { at: 2_000 }));
    device.set('design:one:b', copyOf(edits.editStrings(server.design, { frets: 20 }), { at: 3_000 }));
    await openDesign('one');
    expect(state().design!.strings).toEqual(server.design.strings);
    const { offers } = useKeeping.getState();
    expect(offers.map((o) => o.key)).toEqual(['design:one:b', 'design:one:a']);
    const [b] = offers;
    takeCopy(b!.key, b!.read.ok ? b!.read.design : state().design!);
    expect(device.has('design:one:b')).toBe(true);
    await pass(0);
    // It goes over into this tab's own copy before it goes.
    expect(device.get(OWN)).toMatchObject({ design: { strings: { frets: 20 } } });
    expect(device.has('design:one:b')).toBe(false);
    await pass(3000);
    expect(server.design.strings.frets).toBe(20);
    expect([...device.keys()]).toEqual(['design:one:a']);
    expect(useKeeping.getState().offers.map((o) => o.key)).toEqual(['design:one:a']);
    declineCopy('design:one:a');
    await pass(0);
    expect(device.size).toBe(0);
  });
  it('of one tab that was closed is taken up as a step', async () => {
    closeDesign();
    await pass(0);
    device.set('design:one:gone', copyOf(wider(44)));
    await openDesign('one');
    expect(state().design!.strings.nutWidth).toBe(44);
    expect(state().past.at(-1)!.name).toBe('changes kept on this device');
    await pass(3000);
    expect(server.design.strings.nutWidth).toBe(44);
    expect(device.size).toBe(0);
  });
  it('of this tab before its reload comes first; another’s is offered', async () => {
    closeDesign();
    await pass(0);
    device.set('design:one:before', copyOf(wider(44)));
    device.set('design:one:gone', copyOf(wider(47)));
    await openDesign('one');
    expect(state().design!.strings.nutWidth).toBe(44);
    expect(useKeeping.getState().offers.map((o) => o.key)).toEqual(['design:one:gone']);
  });
  it('by an earlier version, for all tabs at once, is still found', async () => {
    closeDesign();
    await pass(0);
    device.set('design:one', { from: 1, design: wider(44), attempts: [] } as unknown as DeviceCopy);
    await openDesign('one');
    expect(state().design!.strings.nutWidth).toBe(44);
    // It does not name the save that it was made from: whether it is newer than the server's state is for the user to say.
    expect(kept().kind).toBe('stale');
    keepMine();
    await pass(3000);
    expect(server.design.strings.nutWidth).toBe(44);
    expect(device.size).toBe(0);
  });
  it('that this version cannot read is offered as it is, and never deleted unasked', async () => {
    closeDesign();
    await pass(0);
    device.set('design:one:gone', copyOf({ ...server.design, version: 99 } as unknown as Design));
    await openDesign('one');
    expect(useKeeping.getState().offers[0]).toMatchObject({ read: { ok: false, raw: { version: 99 } } });
    nut(44);
    await pass(3000);
    expect(device.has('design:one:gone')).toBe(true);
  });
  it('stays through reloads while the server refuses it, and is saved once it is mended', async () => {
    server.refuses = true;
    nut(44);
    await pass(2000);
    closeDesign();
    await pass(100);
    await openDesign('one');
    expect(state().design!.strings.nutWidth).toBe(44);
    await pass(2000);
    expect(kept()).toMatchObject({ kind: 'refused' });
    expect(device.size).toBe(1);
    server.refuses = false;
    nut(45);
    await pass(2000);
    expect(kept().kind).toBe('saved');
    expect(server.design.strings.nutWidth).toBe(45);
    expect(device.size).toBe(0);
  });
});

describe('the server’s answers', () => {
  it.each([0, 502, 503, 504])('%i means that it is away', async (status) => {
    server.broken = status === 0 ? null : status;
    server.away = status === 0;
    nut(44);
    await pass(1000);
    expect(kept().kind).toBe('away');
  });
  it.each([400, 404, 413, 422, 500])(
    '%i is an answer: the state is refused, and kept here',
    async (status) => {
      server.broken = status;
      nut(44);
      await pass(1000);
      expect(kept().kind).toBe('refused');
      expect(device.size).toBe(1);
      server.broken = null;
      nut(45);
      await pass(2000);
      expect(kept().kind).toBe('saved');
    },
  );
  it('429 asks for patience: it is tried again without a word of refusal', async () => {
    server.broken = 429;
    nut(44);
    await pass(1000);
    expect(kept().kind).toBe('waiting');
    server.broken = null;
    await pass(3000);
    expect(kept().kind).toBe('saved');
  });
  it('small changes are sent as what changed; after a lost answer the whole is sent', async () => {
    nut(44);
    await pass(2000);
    nut(45);
    await pass(2000);
    expect(server).toMatchObject({ saves: 2, whole: 0 });
    server.losesAnswers = 1;
    nut(46);
    await pass(800);
    nut(47);
    await pass(5000);
    expect(server).toMatchObject({ whole: 1, design: { strings: { nutWidth: 47 } } });
    nut(48);
    await pass(2000);
    expect(server).toMatchObject({ whole: 1, design: { strings: { nutWidth: 48 } } });
  });
  it('saving at once waits for the save under way and what came after it', async () => {
    nut(44);
    const first = saveNow();
    nut(45);
    await pass(200);
    expect(await first).toBe(true);
    expect(server.design.strings.nutWidth).toBe(45);
  });
});
