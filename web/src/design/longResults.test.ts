import type { Drawing, PrintSettings } from '@pelkin/core';
import { newDesign } from '@pelkin/core';
import { describe, expect, it, vi } from 'vitest';
import { Stopped } from '../workers/stopped.ts';
import type { Told, Work } from '../workers/worker.ts';
import { longResults } from './longResults.ts';

const { print } = newDesign('Long');
const drawing = (): Drawing => ({ layers: [] });

/** Works that the test ends itself. */
function bench() {
  const works: {
    readonly reads: readonly unknown[];
    readonly told: Told;
    readonly end: (value: unknown) => void;
    readonly fail: (error: Error) => void;
    readonly stop: ReturnType<typeof vi.fn>;
  }[] = [];
  const make = (_name: string, reads: readonly unknown[], told: Told): Work<unknown> => {
    let [end, fail]: [(v: unknown) => void, (e: Error) => void] = [() => undefined, () => undefined];
    const answer = new Promise((resolve, reject) => ([end, fail] = [resolve, reject]));
    const stop = vi.fn(() => fail(new Stopped()));
    works.push({ reads, told, end, fail, stop });
    return { answer, stop };
  };
  const changed = vi.fn();
  return { works, changed, ...longResults(make as never, changed) };
}
const soon = (): Promise<void> => new Promise((done) => setTimeout(done, 0));
const read = (long: ReturnType<typeof longResults>['long'], of: Drawing, p: PrintSettings = print) =>
  long('fewerSheets', [of, p]);

describe('long results of a page', () => {
  it('are under way, tell how far, and are there', async () => {
    const { works, changed, long } = bench();
    const one = drawing();
    expect(read(long, one)).toEqual({ state: 'pending', share: 0 });
    expect(works).toHaveLength(0);
    await soon();
    works[0]!.told(0.5);
    works[0]!.told(0.505);
    expect(read(long, one)).toEqual({ state: 'pending', share: 0.5 });
    expect(changed).toHaveBeenCalledTimes(1);
    works[0]!.end(null);
    await soon();
    expect(read(long, one)).toEqual({ state: 'ready', value: null });
    expect(works).toHaveLength(1);
  });
  it('of a newer state stop those of an older one; one overtaken before it began never begins', async () => {
    const { works, long } = bench();
    const [one, two, three] = [drawing(), drawing(), drawing()];
    read(long, one);
    await soon();
    read(long, two);
    read(long, three);
    await soon();
    expect(works[0]!.stop).toHaveBeenCalledOnce();
    expect(works.map((w) => w.reads[0])).toEqual([one, three]);
    works[1]!.end(null);
    await soon();
    expect(read(long, three)).toEqual({ state: 'ready', value: null });
  });
  it('that are there are found again after others', async () => {
    const { works, long } = bench();
    const [one, two] = [drawing(), drawing()];
    read(long, one);
    await soon();
    works[0]!.end(null);
    await soon();
    read(long, two);
    expect(read(long, one).state).toBe('ready');
    expect(read(long, two).state).toBe('pending');
  });
  it('are stopped on demand, and begin again when they are read again', async () => {
    const { works, long, stop } = bench();
    const one = drawing();
    read(long, one);
    await soon();
    stop('fewerSheets');
    expect(works[0]!.stop).toHaveBeenCalledOnce();
    await soon();
    expect(read(long, one)).toEqual({ state: 'pending', share: 0 });
    await soon();
    expect(works).toHaveLength(2);
  });
  it('that fail say why', async () => {
    const { works, long } = bench();
    const one = drawing();
    read(long, one);
    await soon();
    works[0]!.fail(new Error('The wood is too thin.'));
    await soon();
    expect(read(long, one)).toEqual({ state: 'failed', message: 'The wood is too thin.' });
  });
});
