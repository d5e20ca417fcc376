import { randomUUID } from 'node:crypto';
import type { Design } from '@pelkin/core';
import { edits, newDesign } from '@pelkin/core';
import type { FastifyInstance } from 'fastify';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { randomFrom } from '../../core/tests/random.ts';
import { buildApp } from './app.ts';
import type { TestDatabase } from './testing.ts';
import { testDatabase } from './testing.ts';

let database: TestDatabase;
let app: FastifyInstance;
const demoRoot = new URL('../../demo/', import.meta.url).pathname;
beforeAll(async () => {
  database = await testDatabase();
  app = await buildApp(database.db, { webRoot: null, allowedHosts: [], demoRoot });
});
afterAll(async () => {
  await app.close();
  await database.drop();
});

async function call(method: 'GET' | 'POST' | 'PUT', url: string, payload?: unknown) {
  const response = await app.inject({
    method,
    url,
    headers: { host: '127.0.0.1', 'content-type': 'application/json' },
    ...(payload === undefined ? {} : { payload: JSON.stringify(payload) }),
  });
  return { status: response.statusCode, body: response.json<Record<string, unknown>>() };
}
interface Stored {
  readonly id: string;
  readonly revision: number;
  readonly saveId: string;
  readonly design: Design;
}
const design = newDesign('Saved', 6, 628);
const make = async (d: unknown = design): Promise<Stored> =>
  (await call('POST', '/api/designs', { design: d })).body as unknown as Stored;
const open = async (id: string): Promise<Stored> =>
  (await call('GET', `/api/designs/${id}`)).body as unknown as Stored;

describe('two clients', () => {
  it('interleaving 100 saves in any order lose nothing and merge nothing in silence', async () => {
    const { id, saveId: first } = await make();
    const random = randomFrom(20261123);
    interface Client {
      readonly name: string;
      save: string;
      state: Design;
    }
    const clients: Client[] = ['one', 'two'].map((name) => ({ name, save: first, state: design }));
    /** Every state that a client was told was kept, by its revision. */
    const kept = new Map<number, { readonly by: string; readonly state: Design }>();
    let conflicts = 0;
    for (let i = 0; i < 100; i += 1) {
      const client = clients[random() < 0.5 ? 0 : 1]!;
      const state = edits.rememberTyped(
        edits.moveNode(client.state, 'n4', { x: 100 + Math.round(random() * 400) / 10, y: 130 }),
        'outline.n4.x',
        `${client.name} ${i}`,
      );
      const saveId = randomUUID();
      const answer = await call('PUT', `/api/designs/${id}`, { from: client.save, saveId, design: state });
      if (answer.status === 200) {
        const revision = answer.body.revision as number;
        client.save = saveId;
        client.state = state;
        expect(kept.has(revision)).toBe(false);
        kept.set(revision, { by: client.name, state });
      } else {
        // The stale client is told the state it did not know, which is just what the other was told was kept.
        expect(answer.status).toBe(409);
        conflicts += 1;
        const { details } = answer.body.error as {
          details: { revision: number; saveId: string; design: Design };
        };
        const theirs = kept.get(details.revision)!;
        expect(theirs.by).not.toBe(client.name);
        expect(details.design).toEqual(theirs.state);
        client.save = details.saveId;
        client.state = details.design;
      }
      const now = await open(id);
      expect(now.design).toEqual(kept.get(now.revision)?.state ?? design);
    }
    expect(conflicts).toBeGreaterThan(15);
    expect([...kept.keys()]).toEqual(Array.from({ length: kept.size }, (_, i) => i + 2));
  });
  it('saving at the same moment, 100 times: of each pair one is kept and one is reported', async () => {
    const { id, saveId: first } = await make();
    let from = first;
    for (let i = 1; i <= 50; i += 1) {
      const states = ['a', 'b'].map((n) => edits.setName(design, `${n} ${i}`));
      const ids = states.map(() => randomUUID());
      const answers = await Promise.all(
        states.map((state, k) => call('PUT', `/api/designs/${id}`, { from, saveId: ids[k], design: state })),
      );
      from = ids[answers.findIndex((a) => a.status === 200)]!;
      expect(answers.map((a) => a.status).sort()).toEqual([200, 409]);
      const winner = states[answers.findIndex((a) => a.status === 200)]!;
      expect((await open(id)).design).toEqual(winner);
    }
  });
});

describe('designs of the version before', () => {
  it('open as they were, brought up to date, and are saved so', async () => {
    const {
      fan: _f,
      courses: _c,
      courseSpread: _s,
      boardRadius: _r,
      zeroFret: _z,
      extraFrets: _e,
      extension: _x,
      compensation: _m,
      ...strings
    } = design.strings;
    const { nodes } = design.outline;
    const { paper, orientation, margins, overlap, correction } = design.print;
    const { findings: _gone, ...rest } = design;
    const old = {
      ...rest,
      version: 1,
      strings,
      outline: { nodes },
      print: {
        paper,
        orientation,
        margins,
        overlap,
        correction,
        show: { centre: true, neck: false, strings: true },
      },
      later: { kept: true },
    };
    const made = await make(old);
    expect(made.design.version).toBe(newDesign('x').version);
    expect(made.design.outline).toEqual({ nodes, mirror: [] });
    expect(made.design.print.show).toMatchObject({ outline: true, centre: true, neck: false, strings: true });
    expect(made.design.strings.compensation).toEqual([0, 0, 0, 0, 0, 0]);
    expect(made.design).toMatchObject({ later: { kept: true } });
  });
});

describe('the demo', () => {
  it('is put in as three fresh designs whenever it is requested', async () => {
    for (let i = 0; i < 2; i += 1)
      expect(await call('POST', '/api/demo', {})).toMatchObject({
        status: 201,
        body: { names: ['Fathom', 'Skerry', 'Windrow'] },
      });
  });
});

describe('hostile designs', () => {
  const random = randomFrom(7);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const poisons: readonly unknown[] = [
    null,
    true,
    -1,
    0,
    1e308,
    -1e308,
    1e-320,
    0.1,
    999,
    '',
    '0',
    '<script>alert(1)</script>',
    "'; drop table design; --",
    '\u0000',
    '\ud800',
    'x'.repeat(5000),
    [],
    [[]],
    {},
    [null],
    { x: 1 },
    Array.from({ length: 5000 }, () => 1),
    { toString: 'x' },
    '1/0',
    '1e999',
    'NaN',
  ];
  /** Every place of a design, as a path of keys. */
  const places = (
    value: unknown,
    path: readonly (string | number)[] = [],
  ): (readonly (string | number)[])[] =>
    typeof value === 'object' && value !== null
      ? [
          path,
          ...Object.entries(value).flatMap(([k, v]) =>
            places(v, [...path, Array.isArray(value) ? Number(k) : k]),
          ),
        ]
      : [path];
  const put = (value: unknown, [key, ...rest]: readonly (string | number)[], poison: unknown): unknown => {
    if (key === undefined) return poison;
    const next = put((value as Record<string, unknown>)[key as string], rest, poison);
    return Array.isArray(value)
      ? value.map((v: unknown, i) => (i === key ? next : v))
      : { ...(value as object), [key]: next };
  };
  const all = places(design);
  it('200 malformed or huge ones are refused in words, or kept whole where they are harmless; none fails', async () => {
    const count = async (): Promise<number> =>
      (await database.db.selectFrom('design').select('id').execute()).length;
    let refused = 0;
    for (let i = 0; i < 200; i += 1) {
      const place = pick(all);
      const poison = pick(poisons);
      const before = await count();
      const { status, body } = await call('POST', '/api/designs', { design: put(design, place, poison) });
      const told = `${place.join('.')} = ${String(JSON.stringify(poison)).slice(0, 60)}`;
      if (status === 201) {
        expect((body as unknown as Stored).design, told).toBeDefined();
        expect(await count()).toBe(before + 1);
        continue;
      }
      refused += 1;
      expect([400, 422], told).toContain(status);
      const { message } = body.error as { message: string };
      expect(message.length, told).toBeGreaterThan(10);
      expect(message, told).not.toMatch(/undefined|\[object|Invalid input|at .*\.ts/);
      expect(await count(), told).toBe(before);
    }
    expect(refused).toBeGreaterThan(120);
  });
});
