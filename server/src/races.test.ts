/**
 * Many hands on one design, through two servers, and across a restore: no save ever goes over a state that it was not made
 * from. A trigger writes down what each kept save replaced. RACE_SECONDS=60 for a long run; a slow machine goes on until
 * enough was seen.
 */
import { randomUUID } from 'node:crypto';
import type { Design } from '@pelkin/core';
import { edits, newDesign, patchOf } from '@pelkin/core';
import type { FastifyInstance } from 'fastify';
import { sql } from 'kysely';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { randomFrom } from '../../core/tests/random.ts';
import { buildApp } from './app.ts';
import { testServer } from './testing.ts';

const SECONDS = Number(process.env['RACE_SECONDS'] ?? 3);
const MOST_SECONDS = 60 + SECONDS;
const HANDS = 40;
const server = testServer();
let apps: FastifyInstance[] = [];
beforeAll(async () => {
  const make = () => buildApp(server.db, { webRoot: null, allowedHosts: [], mostRequests: 1e9 });
  apps = [await make(), await make()];
});
afterAll(async () => {
  for (const app of apps) await app.close();
});

const ask = async (
  app: FastifyInstance,
  method: 'GET' | 'POST' | 'PUT' | 'PATCH',
  url: string,
  payload?: unknown,
) => {
  const answer = await app.inject({
    method,
    url,
    headers: { host: 'localhost', 'content-type': 'application/json' },
    ...(payload === undefined ? {} : { payload: JSON.stringify(payload) }),
  });
  return { status: answer.statusCode, body: answer.json<Record<string, unknown>>() };
};

describe(`${HANDS} tabs on one design, two servers`, () => {
  it(
    'never overwrite one another, also when the database is restored meanwhile',
    async () => {
      const start = newDesign('Raced', 6, 628);
      const { id, saveId: first } = (await ask(apps[0]!, 'POST', '/api/designs', { design: start }))
        .body as unknown as { id: string; saveId: string };
      await sql`create table replaced (old uuid, new uuid)`.execute(server.db);
      await sql`create function note_replaced() returns trigger language plpgsql as
      $$ begin insert into replaced values (old.save_id, new.save_id); return new; end $$`.execute(server.db);
      await sql`create trigger note_replaced after update on design for each row
      when (old.save_id is distinct from new.save_id) execute function note_replaced()`.execute(server.db);
      await sql`create table earlier as select * from design where id = ${id}`.execute(server.db);

      const begun = Date.now();
      /** What each save that was answered as kept was made from. */
      const kept = new Map<string, string>();
      let conflicts = 0;
      const restores = new Set<string>();
      const isOver = (): boolean => {
        const seconds = (Date.now() - begun) / 1_000;
        const isEnough = kept.size > 30 && conflicts > 10 && restores.size > 0;
        return seconds > MOST_SECONDS || (seconds > SECONDS && isEnough);
      };
      const hand = async (n: number): Promise<void> => {
        const random = randomFrom(n + 1);
        let [save, state]: [string, Design] = [first, start];
        while (!isOver()) {
          const app = apps[random() < 0.5 ? 0 : 1]!;
          const next = edits.rememberTyped(state, 'strings.nutWidth', `hand ${n} at ${random()}`);
          const saveId = randomUUID();
          const answer =
            random() < 0.5
              ? await ask(app, 'PUT', `/api/designs/${id}`, { from: save, saveId, design: next })
              : await ask(app, 'PATCH', `/api/designs/${id}`, {
                  from: save,
                  saveId,
                  patch: patchOf(state, next),
                });
          if (answer.status === 200) {
            kept.set(saveId, save);
            [save, state] = [saveId, next];
          } else if (answer.status === 409) {
            conflicts += 1;
            const { details } = answer.body.error as { details: { saveId: string; design: Design } };
            [save, state] = [details.saveId, details.design];
          } else expect([503, 429]).toContain(answer.status);
          await new Promise((rest) => setTimeout(rest, random() * 20));
        }
      };
      const restorer = async (): Promise<void> => {
        while (!isOver()) {
          await new Promise((rest) => setTimeout(rest, (SECONDS * 1_000) / 4));
          // As a restored database is: the document, save and revision of before.
          const { rows } = await sql<{
            save: string;
          }>`update design d set document = e.document, save_id = e.save_id,
          revision = e.revision from earlier e where d.id = e.id returning e.save_id as save`.execute(
            server.db,
          );
          restores.add(rows[0]!.save);
        }
      };
      await Promise.all([...Array.from({ length: HANDS }, (_, n) => hand(n)), restorer()]);

      const { rows } = await sql<{ old: string; new: string }>`select old, new from replaced`.execute(
        server.db,
      );
      expect(rows.length).toBeGreaterThan(20);
      expect(conflicts).toBeGreaterThan(5);
      for (const row of rows) if (!restores.has(row.new)) expect(kept.get(row.new), row.new).toBe(row.old);
      // Every save that was answered as kept did replace what it was made from.
      const written = new Set(rows.map((r) => r.new));
      for (const save of kept.keys()) expect(written.has(save)).toBe(true);
    },
    20_000 + SECONDS * 2_000,
  );
});

describe('a full disk', () => {
  it('of the database loses nothing, and is said so', async () => {
    const design = newDesign('Full', 6, 628);
    const { id, saveId } = (await ask(apps[0]!, 'POST', '/api/designs', { design })).body as unknown as {
      id: string;
      saveId: string;
    };
    // A stand-in: the database answers as it does when it cannot write.
    await sql`create function no_room() returns trigger language plpgsql as
      $$ begin raise exception 'could not extend file: no space left on device' using errcode = 'disk_full'; end $$`.execute(
      server.db,
    );
    await sql`create trigger no_room before update on design for each row execute function no_room()`.execute(
      server.db,
    );
    const changed = edits.setName(design, 'Changed');
    const save = () =>
      ask(apps[0]!, 'PUT', `/api/designs/${id}`, { from: saveId, saveId: randomUUID(), design: changed });
    expect(await save()).toMatchObject({ status: 503, body: { error: { code: 'disk-full' } } });
    expect((await ask(apps[1]!, 'GET', `/api/designs/${id}`)).body).toMatchObject({
      saveId,
      design: { name: 'Full' },
    });
    await sql`drop trigger no_room on design`.execute(server.db);
    expect((await save()).status).toBe(200);
  });
});
