import type { Design } from '@pelkin/core';
import { newDesign } from '@pelkin/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { opened, openedApart, reduce } from './reduce.ts';
import type { Effect, Failure, KeepEvent, KeepState, World } from './state.ts';
import { stepsWaiting } from './state.ts';

const plain = newDesign('Kept', 6, 640);
const version = (n: number): Design => ({ ...plain, name: `State ${n}` });
const numberOf = (design: Design): number => Number(design.name.split(' ')[1]);

type Send = Extract<Effect, { do: 'send' }>;
type Write = Extract<Effect, { do: 'keep' }>;

/** A server, a device and a page of one tab, each doing its work when it is reported to: any order can be played. */
class World1 {
  state: KeepState;
  at = 0;
  ids = 0;
  changes = 0;
  server = { revision: 1, design: version(0), saveId: 'first' };
  device: { save: string | null; design: Design; attempts: readonly string[] } | null = null;
  requests: Send[] = [];
  writes: Write[] = [];
  woken: number | null = null;
  /** What the page ever called kept on the device or saved, in order. */
  promised = 0;

  constructor() {
    this.state = opened({
      present: { design: this.server.design, changes: 0, steps: 0, dragging: false },
      revision: 1,
      save: 'first',
      savedAt: 0,
      deviceProblem: null,
    });
  }
  tell(event: KeepEvent): void {
    this.ids += 1;
    const world: World = { at: this.at, freshId: `id${this.ids}`, stage: 'outline' };
    const next = reduce(this.state, event, world);
    this.state = next.state;
    for (const effect of next.effects) {
      if (effect.do === 'send') this.requests.push(effect);
      else if (effect.do === 'keep') this.writes.push(effect);
      else if (effect.do === 'forgetOwn') this.device = null;
      else if (effect.do === 'wake') this.woken = effect.after === null ? null : this.at + effect.after;
    }
    const { present, device } = this.state;
    const isKept = device.kept === present.changes || stepsWaiting(this.state) === 0;
    if (isKept && this.state.server.kind !== 'stale')
      this.promised = Math.max(this.promised, numberOf(present.design));
  }
  edit(dragging: boolean): void {
    this.changes += 1;
    const design = version(this.changes);
    this.tell({ kind: 'changed', present: { design, changes: this.changes, steps: this.changes, dragging } });
  }
  drop(): void {
    this.tell({ kind: 'changed', present: { ...this.state.present, dragging: false } });
  }
  time(ms: number): void {
    this.at += ms;
    if (this.woken === null || this.woken > this.at) return;
    this.woken = null;
    this.tell({ kind: 'woke' });
  }
  /** The server takes the oldest request; its answer may be lost on the way. */
  serve(how: 'answer' | 'lose' | 'away' | 'refuse'): void {
    const request = this.requests.shift();
    if (!request) return;
    const { attempt, from } = request;
    const failure = (status: number, current: Failure['current'] = null): Failure => ({
      status,
      code: 'code',
      message: 'message',
      refusals: [],
      request: null,
      after: null,
      current,
    });
    const fail = (f: Failure): void => this.tell({ kind: 'failed', attempt, failure: f });
    if (how === 'away') return fail(failure(0));
    if (how === 'refuse') return fail(failure(422));
    const { server } = this;
    if (attempt.saveId !== server.saveId) {
      if (from !== server.saveId) return fail(failure(409, { ...server }));
      this.server = { revision: server.revision + 1, design: attempt.design, saveId: attempt.saveId };
    }
    if (how === 'lose') return fail(failure(0));
    this.tell({ kind: 'answered', attempt, revision: this.server.revision, savedAt: this.at });
  }
  write(how: 'done' | 'fail'): void {
    const write = this.writes.shift();
    if (!write) return;
    if (how === 'fail') return this.tell({ kind: 'notKept', problem: 'full' });
    this.device = write.copy as { save: string | null; design: Design; attempts: readonly string[] };
    this.tell({ kind: 'kept', changes: write.changes });
  }
}

const happening = fc.oneof(
  { weight: 4, arbitrary: fc.constant(['edit'] as const) },
  { weight: 1, arbitrary: fc.constant(['drag'] as const) },
  { weight: 1, arbitrary: fc.constant(['drop'] as const) },
  { weight: 4, arbitrary: fc.tuple(fc.constant('time' as const), fc.integer({ min: 0, max: 3_000 })) },
  {
    weight: 4,
    arbitrary: fc.tuple(
      fc.constant('serve' as const),
      fc.constantFrom(
        'answer' as const,
        'answer' as const,
        'lose' as const,
        'away' as const,
        'refuse' as const,
      ),
    ),
  },
  {
    weight: 4,
    arbitrary: fc.tuple(
      fc.constant('write' as const),
      fc.constantFrom('done' as const, 'done' as const, 'fail' as const),
    ),
  },
  { weight: 1, arbitrary: fc.constant(['lost'] as const) },
);
type Happening = typeof happening extends fc.Arbitrary<infer H> ? H : never;

function play(world: World1, [what, how]: Happening | readonly [string, unknown?]): void {
  if (what === 'edit') world.edit(false);
  else if (what === 'drag') world.edit(true);
  else if (what === 'drop') world.drop();
  else if (what === 'time') world.time(how as number);
  else if (what === 'serve') world.serve(how as 'answer');
  else if (what === 'write') world.write(how as 'done');
  else world.tell({ kind: 'deviceLost' });
}

describe('the keeping machine', () => {
  it('never loses what it called kept or saved, whatever order the server and the device work in', () => {
    fc.assert(
      fc.property(fc.array(happening, { maxLength: 60 }), (story) => {
        const world = new World1();
        for (const happening of story) {
          // Emptying the store is not the page's doing: what was promised before it is gone with it.
          if (happening[0] === 'lost') {
            world.device = null;
            world.promised = numberOf(world.server.design);
          }
          play(world, happening);
          // The page dies here: the best of the server's and the device's state is what is left.
          const left = Math.max(
            numberOf(world.server.design),
            world.device ? numberOf(world.device.design) : 0,
          );
          expect(left).toBeGreaterThanOrEqual(world.promised);
        }
      }),
      { numRuns: 1500 },
    );
  });
  it('comes to rest with the server holding the present state, once the server and the device work again', () => {
    fc.assert(
      fc.property(fc.array(happening, { maxLength: 50 }), (story) => {
        const world = new World1();
        for (const happening of story) play(world, happening);
        world.edit(false);
        for (let i = 0; i < 40; i += 1) {
          world.time(10_000);
          world.serve('answer');
          world.write('done');
        }
        expect(stepsWaiting(world.state)).toBe(0);
        expect(world.server.design).toBe(world.state.present.design);
        expect(world.device).toBeNull();
        expect(world.state.server.kind).toBe('well');
      }),
      { numRuns: 1500 },
    );
  });
  it('tries again after a drag that a try fell into while the server was away', () => {
    const world = new World1();
    world.edit(false);
    world.time(700);
    world.serve('away');
    world.edit(true);
    world.time(1_000);
    expect(world.requests).toEqual([]);
    world.drop();
    world.time(1_000);
    expect(world.requests.length).toBe(1);
  });
  it('sends one request and makes one write at a time', () => {
    fc.assert(
      fc.property(fc.array(happening, { maxLength: 60 }), (story) => {
        const world = new World1();
        for (const happening of story) {
          play(world, happening);
          expect(world.requests.length).toBeLessThanOrEqual(1);
          expect(world.writes.length).toBeLessThanOrEqual(1);
        }
      }),
      { numRuns: 500 },
    );
  });
  it('a closed machine ends when nothing is under way, and keeps what the server did not take', () => {
    const world = new World1();
    world.edit(false);
    world.tell({ kind: 'close' });
    expect(world.state.done).toBe(false);
    world.write('done');
    world.serve('away');
    world.write('done');
    expect(world.state.done).toBe(true);
    expect(world.device).toMatchObject({ design: { name: 'State 1' } });
  });
  it('a state opened apart waits for the choice: nothing is sent; keeping mine is made on theirs', () => {
    const start = openedApart({
      present: { design: version(7), changes: 0, steps: 0, dragging: false },
      from: 3,
      save: 'third',
      attempts: [],
      savedAt: 0,
      own: true,
      base: null,
      theirs: { revision: 5, save: 'fifth', design: version(6) },
    });
    const world: World = { at: 0, freshId: 'x', stage: '' };
    expect(reduce(start, { kind: 'woke' }, world).effects).toEqual([]);
    expect(stepsWaiting(start)).toBe(1);
    const mine = reduce(start, { kind: 'keepMine' }, world);
    expect(mine.effects).toContainEqual(
      expect.objectContaining({
        do: 'send',
        from: 'fifth',
        base: expect.objectContaining({ name: 'State 6' }),
      }),
    );
    const theirs = reduce(start, { kind: 'tookTheirs' }, world);
    expect(theirs.effects).toContainEqual({ do: 'forgetOwn' });
    expect(stepsWaiting(theirs.state)).toBe(0);
  });
});
