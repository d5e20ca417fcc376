import { randomUUID } from 'node:crypto';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync, gzipSync } from 'node:zlib';
import type { Design } from '@pelkin/core';
import { designText, edits, newDesign } from '@pelkin/core';
import fc from 'fast-check';
import type { InjectOptions } from 'fastify';
import { describe, expect, it, vi } from 'vitest';
import { buildApp } from './app.ts';
import { readConfig } from './config.ts';
import { connect } from './db/connect.ts';
import { FIRST_WORKSHOP } from './db/migrations.ts';
import { migrateToLatest } from './db/migrate.ts';
import { MOST_RESTORE_POINTS } from './restorePoints/data.ts';
import { seedDemo } from './seed.ts';
import { notedSaves, testServer } from './testing.ts';

const server = testServer();

interface Told {
  readonly error: { readonly code: string; readonly message: string; readonly details?: unknown };
}
async function call(method: InjectOptions['method'], url: string, payload?: unknown) {
  const response = await server.app.inject({
    method: method!,
    url,
    headers: { host: '127.0.0.1', ...(payload === undefined ? {} : { 'content-type': 'application/json' }) },
    ...(payload === undefined
      ? {}
      : { payload: typeof payload === 'string' ? payload : JSON.stringify(payload) }),
  });
  return { status: response.statusCode, headers: response.headers, body: response.json() as unknown };
}
interface Stored {
  readonly id: string;
  readonly revision: number;
  readonly saveId: string;
  readonly archived: boolean;
  readonly design: Design;
}
const design = newDesign('Test body', 6, 628);
const saves = notedSaves();
const make = async (d: unknown = design): Promise<Stored> => {
  const made = (await call('POST', '/api/designs', { design: d })).body as Stored;
  saves.note(made.id, 1, made.saveId);
  return made;
};
/** Saves a state made from a revision. */
const save = async (id: string, from: number, d: unknown, saveId: string = randomUUID()) => {
  const answer = await call('PUT', `/api/designs/${id}`, { from: saves.at(id, from), saveId, design: d });
  if (answer.status === 200) saves.note(id, (answer.body as Stored).revision, saveId);
  return answer;
};
const count = async (): Promise<number> =>
  (await server.db.selectFrom('design').select('id').execute()).length;

describe('designs', () => {
  it('are made, listed with a picture, opened, and saved one revision at a time', async () => {
    const made = await make();
    expect(made.revision).toBe(1);
    const kept = await save(made.id, 1, edits.setName(design, 'Second name'));
    expect(kept).toMatchObject({ status: 200, body: { revision: 2 } });
    const opened = (await call('GET', `/api/designs/${made.id}`)).body as Stored;
    expect(opened.design.name).toBe('Second name');
    const list = (await call('GET', '/api/designs')).body as {
      designs: { id: string; name: string; shown: { path: string } }[];
    };
    const listed = list.designs.find((d) => d.id === made.id)!;
    expect(listed.name).toBe('Second name');
    expect(listed.shown.path).toMatch(/^M.*Z$/);
  });
  it('come back to the last digit', async () => {
    const fine = edits.moveNode(design, 'n3', { x: 0.1 + 0.2, y: 117.123456789012 });
    const made = await make(fine);
    expect(((await call('GET', `/api/designs/${made.id}`)).body as Stored).design).toEqual(fine);
  });
  it('keep sections that this version does not know', async () => {
    const made = await make({ ...design, finish: { colour: 'tar' } });
    expect((await call('GET', `/api/designs/${made.id}`)).body).toMatchObject({
      design: { finish: { colour: 'tar' } },
    });
  });
  it('refuse a stale save with the current state, and store nothing of it', async () => {
    const made = await make();
    await save(made.id, 1, edits.setName(design, 'Mine'));
    const stale = await save(made.id, 1, edits.setName(design, 'Theirs'));
    expect(stale.status).toBe(409);
    expect(stale.body).toMatchObject({
      error: { code: 'stale', details: { revision: 2, design: { name: 'Mine' } } },
    });
    expect(((await call('GET', `/api/designs/${made.id}`)).body as Stored).design.name).toBe('Mine');
  });
  it('know a repeated save whose answer was lost', async () => {
    const made = await make();
    const saveId = randomUUID();
    await save(made.id, 1, design, saveId);
    expect(await save(made.id, 1, design, saveId)).toMatchObject({ status: 200, body: { revision: 2 } });
  });
  it('keep exactly one of many saves from the same revision', async () => {
    const made = await make();
    const answers = await Promise.all(
      Array.from({ length: 12 }, (_, i) => save(made.id, 1, edits.setName(design, `Race ${i}`))),
    );
    expect(answers.filter((a) => a.status === 200).length).toBe(1);
    expect(answers.filter((a) => a.status === 409).length).toBe(11);
  });
  it('are duplicated, renamed, archived and restored', async () => {
    const made = await make();
    const copy = (await call('POST', `/api/designs/${made.id}/duplicate`, { name: 'A copy' })).body as Stored;
    expect(copy.id).not.toBe(made.id);
    expect(copy.design.name).toBe('A copy');
    const renamed = (await call('POST', `/api/designs/${copy.id}/rename`, { name: '  Other  ' }))
      .body as Stored;
    expect(renamed).toMatchObject({ revision: 2, design: { name: 'Other' } });
    await call('POST', `/api/designs/${copy.id}/archive`, { archived: true });
    const ids = async (archived: boolean) =>
      (
        (await call('GET', `/api/designs?archived=${archived}`)).body as { designs: { id: string }[] }
      ).designs.map((d) => d.id);
    expect(await ids(false)).not.toContain(copy.id);
    expect(await ids(true)).toContain(copy.id);
    await call('POST', `/api/designs/${copy.id}/archive`, { archived: false });
    expect(await ids(false)).toContain(copy.id);
  });
});

describe('revisions', () => {
  it('keep the last state of a day by themselves, and each with which a stage was done', async () => {
    const made = await make();
    const points = async () =>
      (
        (await call('GET', `/api/designs/${made.id}/restore-points`)).body as {
          restorePoints: readonly { id: string; stage: string | null; savedAt: string }[];
        }
      ).restorePoints;
    const thick = (d: Design, thickness: number): Design => ({ ...d, body: { ...d.body, thickness } });
    await save(made.id, 1, thick(design, 41));
    expect(await points()).toEqual([]);
    // A day passes.
    await server.db
      .updateTable('design')
      .set({ updated_at: new Date(Date.now() - 26 * 3_600_000) })
      .where('id', '=', made.id)
      .execute();
    vi.useFakeTimers({ toFake: ['Date'], now: Date.now() + 3_600_000 });
    await save(made.id, 2, thick(design, 42));
    vi.useRealTimers();
    await save(made.id, 3, thick(design, 43));
    const [day, ...others] = await points();
    expect(others).toEqual([]);
    expect(day!.stage).toBeNull();
    const url = `/api/designs/${made.id}/restore-points/${day!.id}`;
    expect((await call('GET', url)).body).toMatchObject({ design: { body: { thickness: 41 } } });
    const done = edits.setProgress(thick(design, 43), 'outline', 'done');
    await save(made.id, 4, done);
    await save(made.id, 5, thick(done, 44));
    const [stage] = await points();
    expect(stage!.stage).toBe('outline');
    expect((await call('GET', `/api/designs/${made.id}/restore-points/${stage!.id}`)).body).toMatchObject({
      design: { body: { thickness: 43 }, progress: { outline: 'done' } },
    });
    expect((await call('GET', `/api/designs/${made.id}/restore-points/${randomUUID()}`)).status).toBe(404);
  });

  it('keep their newest restore points only', async () => {
    const made = await make();
    const old = Array.from({ length: MOST_RESTORE_POINTS + 5 }, (_, i) => ({
      workshop_id: FIRST_WORKSHOP,
      design_id: made.id,
      save_id: randomUUID(),
      stage: null,
      saved_at: new Date(Date.now() - (i + 2) * 86_400_000),
      document: '{}',
    }));
    await server.db.insertInto('restore_point').values(old).execute();
    await save(made.id, 1, edits.setProgress(design, 'strings', 'done'));
    const kept = await server.db
      .selectFrom('restore_point')
      .select(['stage', 'saved_at'])
      .where('design_id', '=', made.id)
      .orderBy('saved_at', 'desc')
      .execute();
    expect(kept).toHaveLength(MOST_RESTORE_POINTS);
    expect(kept[0]!.stage).toBe('strings');
    expect(kept.at(-1)!.saved_at).toEqual(old[MOST_RESTORE_POINTS - 2]!.saved_at);
  });

  it('freeze a state for good', async () => {
    const made = await make();
    const frozen = await call('POST', `/api/designs/${made.id}/revisions`, {
      name: 'First wood',
      save: made.saveId,
    });
    expect(frozen).toMatchObject({ status: 201, body: { number: 1, name: 'First wood' } });
    await save(made.id, 1, edits.setName(design, 'Changed'));
    expect((await call('GET', `/api/designs/${made.id}/revisions/1`)).body).toMatchObject({
      design: { name: 'Test body' },
    });
    expect(
      (await call('POST', `/api/designs/${made.id}/revisions`, { name: 'Late', save: made.saveId })).status,
    ).toBe(409);
    const list = (await call('GET', `/api/designs/${made.id}/revisions`)).body as { revisions: unknown[] };
    expect(list.revisions.length).toBe(1);
    expect((await call('GET', `/api/designs/${made.id}/revisions/9`)).status).toBe(404);
    // Only what is frozen counts: the next one is the second, however often was saved between; the same state is not frozen twice.
    const now = (await call('GET', `/api/designs/${made.id}`)).body as { saveId: string; frozen: unknown };
    expect(now.frozen).toBeNull();
    const again = { name: 'Second', save: now.saveId };
    expect((await call('POST', `/api/designs/${made.id}/revisions`, again)).body).toMatchObject({
      number: 2,
    });
    expect((await call('POST', `/api/designs/${made.id}/revisions`, again)).status).toBe(409);
    expect((await call('GET', `/api/designs/${made.id}`)).body).toMatchObject({ frozen: 2 });
  });
});

describe('hostile input', () => {
  const deep = (depth: number): unknown =>
    JSON.parse(`${'{"a":'.repeat(depth)}1${'}'.repeat(depth)}`) as unknown;
  const bad: readonly (readonly [string, unknown])[] = [
    ['nothing', null],
    ['a list', []],
    ['text', 'design'],
    ['another format', { ...design, format: 'drawing' }],
    ['a newer version', { ...design, version: 99 }],
    ['version text', { ...design, version: '1' }],
    ['an empty name', { ...design, name: '   ' }],
    ['a name of 10,000 letters', { ...design, name: 'x'.repeat(10_000) }],
    ['a name with a NUL', { ...design, name: 'a\u0000b' }],
    ['half a surrogate', { ...design, name: 'a\ud800' }],
    ['a narrow nut', { ...design, strings: { ...design.strings, nutWidth: 12 } }],
    ['scale text', { ...design, strings: { ...design.strings, scaleLength: '628' } }],
    ['a scale of 1e308', { ...design, strings: { ...design.strings, scaleLength: 1e308 } }],
    ['half a fret', { ...design, strings: { ...design.strings, frets: 21.5 } }],
    ['a joint past the frets', { ...design, strings: { ...design.strings, jointFret: 30 } }],
    ['missing gauges', { ...design, strings: { ...design.strings, gauges: [1] } }],
    ['two nodes', { ...design, outline: { mirror: [], nodes: design.outline.nodes.slice(0, 2) } }],
    [
      'a thousand nodes',
      {
        ...design,
        outline: {
          mirror: [],
          nodes: Array.from({ length: 1000 }, (_, i) => ({ id: `n${i}`, x: i, y: i % 7, kind: 'fair' })),
        },
      },
    ],
    [
      'twin ids',
      { ...design, outline: { mirror: [], nodes: design.outline.nodes.map((n) => ({ ...n, id: 'n1' })) } },
    ],
    [
      'an id with markup',
      {
        ...design,
        outline: { mirror: [], nodes: design.outline.nodes.map((n, i) => ({ ...n, id: `<b>${i}` })) },
      },
    ],
    [
      'nodes in one place',
      { ...design, outline: { mirror: [], nodes: design.outline.nodes.map((n) => ({ ...n, x: 0, y: 0 })) } },
    ],
    [
      'margins wider than the sheet',
      { ...design, print: { ...design.print, margins: { left: 60, right: 60, top: 60, bottom: 60 } } },
    ],
    ['no print section', { ...design, print: undefined }],
    ['a deep nest', deep(500)],
  ];
  it.each(bad)('%s is refused with words, and nothing is stored', async (_name, document) => {
    const before = await count();
    const answer = await call('POST', '/api/designs', { design: document });
    expect(answer.status).toBe(422);
    const told = (answer.body as Told).error;
    expect(told.message.length).toBeGreaterThan(10);
    expect(told.message).not.toMatch(/Invalid input|undefined|\[object/);
    expect(await count()).toBe(before);
  });
  it('says what the strings need in a maker’s words', async () => {
    const answer = await call('POST', '/api/designs', {
      design: bad.find(([n]) => n === 'a narrow nut')![1],
    });
    expect((answer.body as Told).error.message).toMatch(
      /nut width 12 mm is narrower than the [\d.]+ mm that the strings need/,
    );
  });
  it('any JSON in any place of a design is refused in words or kept whole, never a failure', async () => {
    const places = [
      'name',
      'units',
      'handedness',
      'strings',
      'outline',
      'body',
      'print',
      'progress',
      'typed',
      'more',
    ];
    await fc.assert(
      fc.asyncProperty(fc.constantFrom(...places), fc.jsonValue(), async (place, value) => {
        const answer = await call('POST', '/api/designs', { design: { ...design, [place]: value } });
        if (answer.status === 201) return (answer.body as Stored).design !== undefined;
        return [400, 422].includes(answer.status) && (answer.body as Told).error.message.length > 5;
      }),
      { numRuns: 150 },
    );
  });
  it('any saves at once leave one history: every kept save raised the revision by one', async () => {
    const made = await make();
    let revision = 1;
    for (let round = 0; round < 10; round += 1) {
      const from = revision;
      const answers = await Promise.all([
        save(made.id, from, design),
        save(made.id, from, design),
        save(made.id, from - 1 || 1, design),
      ]);
      expect(answers.filter((a) => a.status === 200).length).toBe(1);
      revision += 1;
    }
    expect(((await call('GET', `/api/designs/${made.id}`)).body as Stored).revision).toBe(revision);
  });
  it('keeps markup in a name as text', async () => {
    const made = await make({ ...design, name: '<img src=x onerror=alert(1)>' });
    expect(made.design.name).toBe('<img src=x onerror=alert(1)>');
  });
  it.each([
    ['no JSON', '{"design":', 400],
    ['an empty body', '', 400],
    ['a poisoned prototype', '{"__proto__":{"admin":true},"design":{}}', 400],
    ['over 2 MB', JSON.stringify({ design: 'x'.repeat(2_200_000) }), 413],
  ])('%s is refused at the door', async (_name, payload, status) => {
    const answer = await call('POST', '/api/designs', payload);
    expect(answer.status).toBe(status);
    expect((answer.body as Told).error.message.length).toBeGreaterThan(10);
  });
  it('refuses other content types, unknown designs, ids that are none, and saves without their words', async () => {
    const plain = await server.app.inject({
      method: 'POST',
      url: '/api/designs',
      headers: { host: 'localhost', 'content-type': 'text/plain' },
      payload: 'x',
    });
    expect(plain.statusCode).toBe(415);
    expect((await call('GET', `/api/designs/${randomUUID()}`)).status).toBe(404);
    expect((await call('GET', `/api/designs/1%20or%201=1`)).status).toBe(400);
    expect((await call('PUT', `/api/designs/${randomUUID()}`, { design })).status).toBe(400);
    expect((await save(randomUUID(), 1, design)).status).toBe(404);
    expect((await call('GET', '/api/nothing')).status).toBe(404);
  });
  it('does not answer under a name that is not its own', async () => {
    const response = await server.app.inject({
      method: 'GET',
      url: '/api/designs',
      headers: { host: 'elsewhere.example' },
    });
    expect(response.statusCode).toBe(421);
  });
  it('sends hardened headers', async () => {
    const { headers } = await call('GET', '/api/designs');
    expect(headers['content-security-policy']).toContain("script-src 'self'");
    expect(headers['x-content-type-options']).toBe('nosniff');
    expect(headers['x-frame-options']).toBeDefined();
  });
});

describe('the built application', () => {
  it('is sent compressed and named for good, its page requested again; places within it are its page', async () => {
    const root = mkdtempSync(join(tmpdir(), 'pelkin-web-'));
    mkdirSync(join(root, 'assets'));
    writeFileSync(join(root, 'index.html'), '<!doctype html><title>page</title>');
    writeFileSync(join(root, 'assets/app-abc.js'), 'plain');
    writeFileSync(join(root, 'assets/app-abc.js.gz'), gzipSync('compressed'));
    const other = await buildApp(server.db, { webRoot: root, allowedHosts: ['bench.example'] });
    const get = (url: string, headers: Record<string, string> = {}) =>
      other.inject({ method: 'GET', url, headers: { host: 'localhost:4870', ...headers } });
    const script = await get('/assets/app-abc.js', { 'accept-encoding': 'gzip' });
    expect(script.headers['content-encoding']).toBe('gzip');
    expect(script.headers['cache-control']).toContain('immutable');
    expect(gunzipSync(script.rawPayload).toString()).toBe('compressed');
    for (const place of ['/', `/designs/${randomUUID()}/outline`]) {
      const page = await get(place);
      expect(page.body).toContain('<title>page</title>');
      expect(page.headers['cache-control']).toBe('no-cache');
    }
    expect((await get('/assets/../../package.json')).statusCode).toBe(404);
    expect((await get('/%2e%2e/%2e%2e/etc/passwd')).statusCode).toBe(404);
    expect((await get('/', { host: 'bench.example' })).statusCode).toBe(200);
    expect((await get('/', { host: 'evil.example' })).statusCode).toBe(421);
    await other.close();
    rmSync(root, { recursive: true });
  });
});

describe('the server as a whole', () => {
  it('describes itself as OpenAPI', async () => {
    const { body } = await call('GET', '/api/openapi.json');
    expect(Object.keys((body as { paths: object }).paths)).toContain('/api/designs/{id}');
  });
  it('names its workshop, which owns every row', async () => {
    expect((await call('GET', '/api/workshops')).body).toEqual({
      workshops: [{ id: FIRST_WORKSHOP, name: 'Brackwater Instruments' }],
    });
  });
  it('migrates a database that is up to date without changing it', async () => {
    await migrateToLatest(server.db);
    expect(await count()).toBeGreaterThan(0);
  });
  it('puts demo designs in once, and never again over a user’s changes', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'pelkin-demo-'));
    writeFileSync(join(folder, 'demo.json'), designText({ ...design, name: 'Demo once' }));
    const both = await Promise.all([
      seedDemo(server.db, FIRST_WORKSHOP, folder),
      seedDemo(server.db, FIRST_WORKSHOP, folder),
    ]);
    expect(both.flat()).toEqual(['Demo once']);
    await server.db.deleteFrom('design').where('name', '=', 'Demo once').execute();
    expect(await seedDemo(server.db, FIRST_WORKSHOP, folder)).toEqual([]);
    rmSync(folder, { recursive: true });
  });
  it('says that the database is away, rather than failing', async () => {
    const lost = connect('postgres://nobody@127.0.0.1:9/none');
    const other = await buildApp(lost, { webRoot: null, allowedHosts: [] });
    const response = await other.inject({
      method: 'GET',
      url: '/api/designs',
      headers: { host: 'localhost' },
    });
    expect(response.statusCode).toBe(503);
    expect(response.json<Told>().error.code).toBe('database-away');
    await other.close();
    await lost.destroy();
  });
  it('refuses settings that are wrong, with words', () => {
    expect(() => readConfig({})).toThrow(/DATABASE_URL is not set/);
    expect(() => readConfig({ DATABASE_URL: 'postgres://x', PORT: 'abc' })).toThrow(/PORT/);
    expect(readConfig({ DATABASE_URL: 'postgres://x', ALLOWED_HOSTS: 'a.example, b' }).allowedHosts).toEqual([
      'a.example',
      'b',
    ]);
  });
});
