import { randomUUID } from 'node:crypto';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, statSync, utimesSync, writeFileSync } from 'node:fs';
import { connect as dial } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Design } from '@pelkin/core';
import { MOST_OPERATIONS, edits, newDesign, patchOf } from '@pelkin/core';
import type { InjectOptions } from 'fastify';
import { sql } from 'kysely';
import { describe, expect, it } from 'vitest';
import { buildApp } from './app.ts';
import { readConfig } from './config.ts';
import { connect } from './db/connect.ts';
import { rebuildSummaries } from './db/rebuildSummaries.ts';
import { makeLogger } from './logging.ts';
import { notedSaves, testServer } from './testing.ts';

const server = testServer();
const design = newDesign('Limits', 6, 628);

interface Answer {
  readonly status: number;
  readonly headers: Readonly<Record<string, unknown>>;
  readonly body: {
    readonly error?: {
      readonly code: string;
      readonly message: string;
      readonly request: string;
      readonly details?: unknown;
    };
    readonly [key: string]: unknown;
  };
}
async function call(
  method: InjectOptions['method'],
  url: string,
  payload?: unknown,
  headers: Record<string, string> = {},
): Promise<Answer> {
  const answer = await server.app.inject({
    method: method!,
    url,
    headers: {
      host: '127.0.0.1:4870',
      ...(payload === undefined ? {} : { 'content-type': 'application/json' }),
      ...headers,
    },
    ...(payload === undefined
      ? {}
      : { payload: typeof payload === 'string' ? payload : JSON.stringify(payload) }),
  });
  return { status: answer.statusCode, headers: answer.headers, body: answer.json() as Answer['body'] };
}
const saves = notedSaves();
const make = async (d: unknown = design): Promise<string> => {
  const { body } = await call('POST', '/api/designs', { design: d });
  saves.note(body.id as string, 1, body.saveId as string);
  return body.id as string;
};
/** Saves what is made from a revision: a whole design, or a patch. */
async function saveFrom(
  id: string,
  revision: number,
  what: { readonly design: unknown } | { readonly patch: unknown },
  saveId: string = randomUUID(),
) {
  const method = 'patch' in what ? 'PATCH' : 'PUT';
  const answer = await call(method, `/api/designs/${id}`, { from: saves.at(id, revision), saveId, ...what });
  if (answer.status === 200) saves.note(id, answer.body.revision as number, saveId);
  return answer;
}
const held = async (id: string): Promise<Design> =>
  (await call('GET', `/api/designs/${id}`)).body.design as Design;

describe('what changed is saved', () => {
  const save = (id: string, from: number, patch: unknown, saveId?: string) =>
    saveFrom(id, from, { patch }, saveId);
  const wider = edits.editStrings(design, { nutWidth: 45 });

  it('as a patch of the state that it was made from, again and again', async () => {
    const id = await make();
    expect(await save(id, 1, patchOf(design, wider))).toMatchObject({ status: 200, body: { revision: 2 } });
    const moved = edits.moveNode(wider, design.outline.nodes[2]!.id, { x: 210, y: 100 });
    expect(await save(id, 2, patchOf(wider, moved))).toMatchObject({ status: 200, body: { revision: 3 } });
    expect(await held(id)).toEqual(moved);
  });
  it('from what is stored, when this process does not remember it', async () => {
    const id = await make();
    const other = await buildApp(server.db, { webRoot: null, allowedHosts: [] });
    const answer = await other.inject({
      method: 'PATCH',
      url: `/api/designs/${id}`,
      headers: { host: 'localhost', 'content-type': 'application/json' },
      payload: JSON.stringify({
        from: saves.at(id, 1),
        saveId: randomUUID(),
        patch: patchOf(design, wider),
      }),
    });
    expect(answer.statusCode).toBe(200);
    // The first process remembers a state that is not there any more: it learns so, and nothing is lost.
    const stale = await save(id, 1, [{ op: 'replace', path: '/name', value: 'Late' }]);
    expect(stale.status).toBe(409);
    expect(stale.body.error!.details).toMatchObject({ revision: 2, design: { strings: { nutWidth: 45 } } });
    await other.close();
  });
  it('of thousands of operations copies what it changes once; over the limit it is to be sent whole', async () => {
    const id = await make();
    const many = Array.from({ length: MOST_OPERATIONS }, (_, i) => ({
      op: 'add',
      path: `/more${i}`,
      value: i,
    }));
    expect(await save(id, 1, many)).toMatchObject({ status: 200 });
    expect(Object.keys(await held(id)).filter((key) => key.startsWith('more'))).toHaveLength(MOST_OPERATIONS);
    expect(await save(id, 2, [...many, ...many])).toMatchObject({
      status: 422,
      body: { error: { code: 'patch-refused' } },
    });
  });
  it('whole or as a patch, never onto a state that another history made, whatever its number', async () => {
    for (const what of [{ design: wider }, { patch: patchOf(design, wider) }]) {
      const id = await make();
      await sql`update design set save_id = ${randomUUID()} where id = ${id}`.execute(server.db);
      expect(await saveFrom(id, 1, what)).toMatchObject({ status: 409, body: { error: { code: 'stale' } } });
      expect(await held(id)).toEqual(design);
    }
  });
  it('and freezes only the state that its save made', async () => {
    const id = await make();
    await saveFrom(id, 1, { design: wider });
    const freeze = async (save: string) =>
      (await call('POST', `/api/designs/${id}/revisions`, { name: 'Frozen', save })).status;
    expect(await freeze(saves.at(id, 1))).toBe(409);
    expect(await freeze(saves.at(id, 2))).toBe(201);
  });
  it('is refused with the field where it breaks the design, and nothing is stored', async () => {
    const id = await make();
    for (const [patch, where] of [
      [[{ op: 'replace', path: '/strings/nutWidth', value: 12 }], 'strings.nutWidth'],
      [[{ op: 'replace', path: '/strings/nutWidth', value: 'wide' }], 'strings.nutWidth'],
      [[{ op: 'replace', path: '/name', value: 'a\u0000b' }], ''],
      [[{ op: 'add', path: '/parts/-', value: { id: 'p1' } }], 'parts.0.spec'],
      [[{ op: 'remove', path: '/outline' }], 'outline'],
    ] as const) {
      const answer = await save(id, 1, patch);
      expect(answer.status, JSON.stringify(patch)).toBe(422);
      expect(answer.body.error!.details, JSON.stringify(patch)).toContainEqual(
        expect.objectContaining({ where: expect.stringContaining(where) as string }),
      );
    }
    expect(await save(id, 1, [{ op: 'remove', path: '/nothing' }])).toMatchObject({
      status: 422,
      body: { error: { code: 'patch-refused' } },
    });
    expect(await save(id, 1, [{ op: 'move', path: '/a', from: '/b' }])).toMatchObject({ status: 400 });
    expect(await held(id)).toEqual(design);
  });
  it('once, however often it is sent; of many from one revision exactly one', async () => {
    const id = await make();
    const saveId = randomUUID();
    const patch = patchOf(design, wider);
    await save(id, 1, patch, saveId);
    expect(await save(id, 1, patch, saveId)).toMatchObject({ status: 200, body: { revision: 2 } });
    const answers = await Promise.all(
      Array.from({ length: 8 }, (_, i) =>
        save(id, 2, [{ op: 'replace', path: '/name', value: `Race ${i}` }]),
      ),
    );
    expect(answers.map((a) => a.status).sort()).toEqual([200, ...Array.from({ length: 7 }, () => 409)]);
  });
  it('never onto a state of the same number that another history made', async () => {
    const id = await make();
    await save(id, 1, patchOf(design, wider));
    // As after a restore from a backup: the same revision, another state.
    await sql`update design set save_id = ${randomUUID()}, document = jsonb_set(document, '{name}', '"Restored"') where id = ${id}`.execute(
      server.db,
    );
    const answer = await save(id, 2, [{ op: 'replace', path: '/strings/frets', value: 24 }]);
    expect(answer.status).toBe(409);
    expect((await held(id)).name).toBe('Restored');
  });
});

describe('the list', () => {
  it('is a page at a time, searched and sorted by the database, from summaries alone', async () => {
    for (const [name, scale, count] of [
      ['Körper 2', 640, 6],
      ['Körper 10', 610, 7],
      ['100 % _wide_', 762, 4],
    ] as const)
      await make(newDesign(name, count, scale));
    const list = async (query: string) =>
      (await call('GET', `/api/designs?${query}`)).body as unknown as {
        designs: { name: string; shown: { scaleLength: number; path: string } }[];
        total: number;
      };
    const names = async (query: string) => (await list(query)).designs.map((d) => d.name);
    expect(await names('search=KORPER&sort=name')).toEqual(['Körper 2', 'Körper 10']);
    expect(await names('search=10%20kor')).toEqual(['Körper 10']);
    expect(await names(`search=${encodeURIComponent('% _')}`)).toEqual(['100 % _wide_']);
    expect(await names('search=nothing')).toEqual([]);
    expect((await names('sort=scale')).at(-1)).toBe('100 % _wide_');
    const all = await list('sort=name&limit=200');
    expect(all.total).toBe(all.designs.length);
    const paged = [...(await names('sort=name&limit=3')), ...(await names('sort=name&limit=3&offset=3'))];
    expect(paged).toEqual(all.designs.slice(0, 6).map((d) => d.name));
    // What it shows follows a save, and stands again when it is rebuilt from the documents.
    const id = await make();
    const left = edits.setHandedness(edits.setName(design, 'Summed up'), 'left');
    await saveFrom(id, 1, { patch: patchOf(design, left) });
    const [before] = (await list('search=summed')).designs;
    await sql`update design set picture_path = null, strings = null, search_name = '' where id = ${id}`.execute(
      server.db,
    );
    await rebuildSummaries(server.db);
    expect((await list('search=summed')).designs).toEqual([before]);
  });
  it('refuses what cannot be asked', async () => {
    for (const query of [
      'limit=0',
      'limit=9999',
      'offset=-1',
      'sort=colour',
      `search=${'x'.repeat(99)}`,
      'search=%00',
    ])
      expect((await call('GET', `/api/designs?${query}`)).status, query).toBe(400);
  });
});

describe('requests that used to break the server', () => {
  it('a NUL or half a character anywhere is refused with its place, and later saves go on', async () => {
    const id = await make();
    const bad = { ...design, more: { note: 'a\u0000b' } };
    const answer = await saveFrom(id, 1, { design: bad });
    expect(answer).toMatchObject({ status: 422, body: { error: { code: 'design-refused' } } });
    expect(answer.body.error!.message).toMatch(/^more\.note: .*NUL/);
    const well = await saveFrom(id, 1, { design });
    expect(well.status).toBe(200);
    expect((await call('POST', `/api/designs/${id}/rename`, { name: 'x\u0000' })).status).toBe(400);
    expect(
      (await call('POST', `/api/designs/${id}/revisions`, { name: '\ud800', save: randomUUID() })).status,
    ).toBe(400);
  });
  it('saves that name no save, and numbers outside of what is counted, are refused', async () => {
    const id = await make();
    for (const from of [2_147_483_648, 1e300, -1, 0, 1, null, '1', '', 'x'.repeat(36), undefined])
      expect((await call('PUT', `/api/designs/${id}`, { from, saveId: randomUUID(), design })).status).toBe(
        400,
      );
    for (const number of ['2147483648', '1e300', 'x', '-3', '1.5'])
      expect((await call('GET', `/api/designs/${id}/revisions/${number}`)).status, number).toBe(400);
  });
  it('documents nested without end are refused, small and large ones', async () => {
    for (const depth of [100, 5_000, 100_000]) {
      const deep = `${'['.repeat(depth)}${']'.repeat(depth)}`;
      const answer = await call(
        'POST',
        '/api/designs',
        `{"design":{"format":"pelkin-design","more":${deep}}}`,
      );
      expect(answer.status).toBe(422);
      expect(answer.body.error!.message).toMatch(/nested over 40 deep/);
    }
  });
  it('addresses that cannot be read are refused in the one shape', async () => {
    const answer = await call('GET', '/api/designs/%E0%A4%A');
    expect(answer).toMatchObject({ status: 400, body: { error: { code: 'bad-url' } } });
    expect(answer.body.error!.request).toMatch(/^[0-9a-f]{10}$/);
  });
});

describe('a large design', () => {
  const parts = Array.from({ length: 200 }, (_, i) => ({
    id: `p${i}`,
    spec: {
      kind: 'twin-coil',
      name: `Part ${i}`.padEnd(70, ' and a longer name'),
      measures: Object.fromEntries(Array.from({ length: 20 }, (_, k) => [`measure-${k}`, k])),
      assumed: [],
      outline: design.outline.nodes,
    },
    face: 'front',
    at: { x: i, y: 0 },
    turn: 0,
    z: 0,
    tilt: 0,
    group: null,
  }));
  it('is checked in a thread of its own, kept, changed, renamed and told whole', async () => {
    const large = { ...design, parts };
    expect(JSON.stringify(large).length).toBeGreaterThan(250_000);
    const id = await make(large);
    expect((await held(id)).parts.length).toBe(200);
    const patch = [{ op: 'replace', path: '/strings/nutWidth', value: 45 }];
    expect(await saveFrom(id, 1, { patch })).toMatchObject({ status: 200, body: { revision: 2 } });
    const bad = { ...large, strings: { ...design.strings, nutWidth: 1 } };
    const refused = await saveFrom(id, 2, { design: bad });
    expect(refused).toMatchObject({ status: 422, body: { error: { code: 'design-refused' } } });
    expect((await call('POST', `/api/designs/${id}/rename`, { name: 'Large' })).body.design).toMatchObject({
      name: 'Large',
    });
    const stale = await saveFrom(id, 1, { design: large });
    expect(stale).toMatchObject({ status: 409, body: { error: { details: { revision: 3 } } } });
    expect((stale.body.error!.details as { design: Design }).design.parts.length).toBe(200);
    expect((await held(id)).strings.nutWidth).toBe(45);
    const copy = await call('POST', `/api/designs/${id}/duplicate`, { name: 'Large copy' });
    expect(copy.status).toBe(201);
  });
  it('of an earlier version is changed as it was opened: brought to this version first', async () => {
    const id = await make({ ...design, parts });
    const { types: _types, typeOf: _typeOf, ...strings } = design.strings;
    const earlier = JSON.stringify({ ...design, version: 4, strings, parts });
    const other = randomUUID();
    await sql`update design set document = ${earlier}::jsonb, save_id = ${other} where id = ${id}`.execute(
      server.db,
    );
    saves.note(id, 1, other);
    const patch = [{ op: 'replace', path: '/strings/types/0/core', value: 50 }];
    const saved = await saveFrom(id, 1, { patch });
    expect(saved).toMatchObject({ status: 200, body: { revision: 2 } });
    expect((await held(id)).strings.types[0]!.core).toBe(50);
  });
  it('that is not JSON, or not one at all, is refused', async () => {
    expect((await call('POST', '/api/designs', `{"design":${'['.repeat(300_000)}`)).status).toBe(400);
    expect((await call('POST', '/api/designs', JSON.stringify('x'.repeat(300_000)))).status).toBe(422);
    expect((await call('POST', '/api/designs', { design: 'x'.repeat(300_000) })).status).toBe(422);
  });
});

describe('who may ask', () => {
  it('a page of another site changes nothing; the own page and programs do', async () => {
    const rename = async (headers: Record<string, string>) =>
      (await call('POST', `/api/designs/${id}/rename`, { name: 'Renamed' }, headers)).status;
    const id = await make();
    expect(await rename({ origin: 'https://elsewhere.example' })).toBe(403);
    expect(await rename({ origin: 'null' })).toBe(403);
    expect(await rename({ origin: 'http://127.0.0.1:9999' })).toBe(403);
    expect(await rename({ 'sec-fetch-site': 'cross-site' })).toBe(403);
    expect(await rename({ origin: 'http://127.0.0.1:4870' })).toBe(200);
    expect(await rename({})).toBe(200);
    expect(
      (await call('GET', '/api/designs', undefined, { origin: 'https://elsewhere.example' })).status,
    ).toBe(200);
  });
  it('nothing of the API is kept by caches, and every answer has its number', async () => {
    const { headers } = await call('GET', '/api/designs');
    expect(headers['cache-control']).toBe('no-store');
    expect(headers['permissions-policy']).toContain('camera=()');
    expect(headers['x-request-id']).toMatch(/^[0-9a-f]{10}$/);
  });
  it('a flood is told to wait', async () => {
    const few = await buildApp(server.db, { webRoot: null, allowedHosts: [], mostRequests: 3 });
    const statuses: number[] = [];
    for (let i = 0; i < 5; i += 1)
      statuses.push((await few.inject({ url: '/api/workshops', headers: { host: 'localhost' } })).statusCode);
    expect(statuses).toEqual([200, 200, 200, 429, 429]);
    await few.close();
  });
  it('a host beyond this machine is refused with the reason', () => {
    expect(() => readConfig({ DATABASE_URL: 'postgres://x', HOST: '0.0.0.0' })).toThrow(/no accounts yet/);
    expect(readConfig({ DATABASE_URL: 'postgres://x', HOST: '::1' }).host).toBe('::1');
  });
});

describe('time', () => {
  it('a lock that is held, or a statement without end, is answered 503 and not waited for', async () => {
    const id = await make();
    const holder = connect(process.env.TEST_DATABASE_URL!.replace(/\/[^/]*$/, `/${await databaseName()}`), {
      patient: true,
    });
    await holder.transaction().execute(async (tx) => {
      await sql`select 1 from design where id = ${id} for update`.execute(tx);
      const start = performance.now();
      const answer = await call('POST', `/api/designs/${id}/rename`, { name: 'Waiting' });
      expect(answer).toMatchObject({ status: 503, body: { error: { code: 'database-away' } } });
      expect(performance.now() - start).toBeLessThan(5_000);
    });
    await holder.destroy();
    expect((await call('POST', `/api/designs/${id}/rename`, { name: 'Free' })).status).toBe(200);
    await expect(sql`select pg_sleep(60)`.execute(server.db)).rejects.toThrow(/timeout/);
  });
  it('a database that accepts and never answers is given up within five seconds', async () => {
    const { createServer } = await import('node:net');
    const silent = createServer(() => undefined).listen(0, '127.0.0.1');
    await new Promise((done) => silent.once('listening', done));
    const { port } = silent.address() as { port: number };
    const lost = connect(`postgres://nobody:x@127.0.0.1:${port}/none`);
    const app = await buildApp(lost, { webRoot: null, allowedHosts: [] });
    const start = performance.now();
    const health = await app.inject({ url: '/api/health', headers: { host: 'localhost' } });
    expect(health.statusCode).toBe(503);
    expect(health.json()).toMatchObject({ server: 'works', database: 'does not answer' });
    expect(performance.now() - start).toBeLessThan(5_000);
    await app.close();
    silent.close();
    void lost.destroy();
  });
  it('headers that never end are not waited for without limit', async () => {
    const app = await buildApp(server.db, { webRoot: null, allowedHosts: [] });
    expect(app.server.headersTimeout).toBe(10_000);
    expect(app.server.requestTimeout).toBe(60_000);
    const address = await app.listen({ port: 0 });
    const answer = await new Promise<string>((done) => {
      const socket = dial(Number(new URL(address).port), '127.0.0.1', () =>
        socket.write(`GET /api/health HTTP/1.1\r\nhost: localhost\r\nx-long: ${'x'.repeat(20_000)}\r\n\r\n`),
      );
      let said = '';
      socket.on('data', (part) => (said += String(part)));
      socket.on('close', () => done(said));
    });
    expect(answer).toMatch(/^HTTP\/1\.1 431/);
    await app.close();
  });
  async function databaseName(): Promise<string> {
    const { rows } = await sql<{ name: string }>`select current_database() as name`.execute(server.db);
    return rows[0]!.name;
  }
});

describe('the log', () => {
  it('tells each request in one line with its number, and nothing of documents; only this account reads it', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'pelkin-log-'));
    const file = join(folder, 'logs/server.log');
    const app = await buildApp(server.db, { webRoot: null, allowedHosts: [] }, makeLogger(file, 'info'));
    const answer = await app.inject({
      method: 'POST',
      url: '/api/designs?token=secret',
      headers: { host: 'localhost', 'content-type': 'application/json' },
      payload: JSON.stringify({ design: { ...design, name: 'Private name' } }),
    });
    await app.close();
    await new Promise((done) => setTimeout(done, 300));
    const text = readFileSync(file, 'utf8');
    const lines = text.trim().split('\n');
    const number = String(answer.headers['x-request-id']);
    expect(lines.filter((line) => line.includes(number))).toHaveLength(1);
    expect(JSON.parse(lines.find((line) => line.includes(number))!)).toMatchObject({
      level: 'info',
      time: expect.stringMatching(/^\d{4}-\d\d-\d\dT/) as string,
      reqId: number,
      method: 'POST',
      place: '/api/designs',
      status: 201,
      ms: expect.any(Number) as number,
    });
    expect(text).not.toMatch(/Private name|secret/);
    expect(statSync(file).mode & 0o777).toBe(0o600);
    rmSync(folder, { recursive: true });
  });
});

describe('health', () => {
  it('tells server, database, room on the disk, age of the last backup and version', async () => {
    expect(await call('GET', '/api/health')).toMatchObject({
      status: 200,
      body: {
        server: 'works',
        database: 'works',
        diskFree: null,
        backupAge: null,
        version: expect.stringMatching(/^\d+\.\d+\.\d+$/) as string,
      },
    });
    const folder = mkdtempSync(join(tmpdir(), 'pelkin-state-'));
    mkdirSync(join(folder, 'backups'));
    const backup = join(folder, 'backups/pelkin-20261202-010203.backup');
    writeFileSync(backup, '');
    utimesSync(backup, Date.now() / 1_000 - 3_600, Date.now() / 1_000 - 3_600);
    const app = await buildApp(server.db, { webRoot: null, allowedHosts: [], stateFolder: folder });
    const told = (await app.inject({ url: '/api/health', headers: { host: 'localhost' } })).json<{
      diskFree: number;
      backupAge: number;
    }>();
    expect(told.diskFree).toBeGreaterThan(1_000_000);
    expect(Math.abs(told.backupAge - 3_600)).toBeLessThan(60);
    await app.close();
    rmSync(folder, { recursive: true });
  });
  it('tells figures in the open text format: requests, saves, delays, the event loop', async () => {
    const id = await make();
    await saveFrom(id, 1, { design });
    await saveFrom(id, 1, { design });
    const { payload, headers } = await server.app.inject({ url: '/metrics', headers: { host: 'localhost' } });
    expect(headers['content-type']).toMatch(/^text\/plain; version=0\.0\.4/);
    for (const line of [
      /^pelkin_requests_total\{method="POST",route="\/api\/designs",status="201"\} \d+$/m,
      /^pelkin_saves_total\{result="kept"\} \d+$/m,
      /^pelkin_saves_total\{result="stale"\} \d+$/m,
      /^pelkin_request_seconds_bucket\{le="0.05",method="PUT",route="\/api\/designs\/:id"\} \d+$/m,
      /^pelkin_event_loop_delay_seconds\{quantile="0.99"\} [\d.e-]+$/m,
      /^pelkin_large_requests_waiting 0$/m,
    ])
      expect(payload).toMatch(line);
    expect(payload).not.toContain(id);
  });
});
