import { SHELF, specOf } from '@pelkin/core';
import { describe, expect, it } from 'vitest';
import { testServer } from '../testing.ts';

const server = testServer();

const headers = { host: '127.0.0.1' };
const keep = (part: unknown, replace?: boolean) =>
  server.app.inject({ method: 'POST', url: '/api/parts', headers, payload: { part, replace } });
const shelf = async () =>
  (await server.app.inject({ method: 'GET', url: '/api/parts', headers })).json<{
    parts: { id: string; part: { name: string; measures: Record<string, number>; assumed: string[] } }[];
  }>().parts;
const drop = (id: string) => server.app.inject({ method: 'DELETE', url: `/api/parts/${id}`, headers });
const spec = { ...specOf(SHELF[0]!), name: 'Our bridge' };

describe('the workshop’s own parts', () => {
  it('are kept with their measures, and what of them is assumed', async () => {
    const [key] = Object.keys(spec.measures);
    const measured = {
      ...spec,
      measures: { ...spec.measures, [key!]: 41.25 },
      assumed: spec.assumed.filter((a) => a !== key),
    };
    expect((await keep(measured)).statusCode).toBe(201);
    const [kept] = await shelf();
    expect(kept!.part).toEqual(measured);
  });
  it('one of the same name is replaced only when that is requested', async () => {
    const refused = await keep(spec);
    expect(refused.statusCode).toBe(409);
    expect(refused.json<{ error: { message: string } }>().error.message).toMatch(/Our bridge.*kept already/);
    const replaced = await keep(spec, true);
    expect(replaced.statusCode).toBe(200);
    const parts = await shelf();
    expect(parts).toHaveLength(1);
    expect(parts[0]!.part).toEqual(spec);
  });
  it('two keepers at once make one part of a name', async () => {
    const answers = await Promise.all(Array.from({ length: 6 }, () => keep({ ...spec, name: 'Twice' })));
    expect(answers.map((a) => a.statusCode).sort()).toEqual([201, 409, 409, 409, 409, 409]);
  });
  it('what is no part is refused with the place, and nothing is kept', async () => {
    const before = (await shelf()).length;
    for (const [raw, words] of [
      [{ ...spec, name: '' }, /name/],
      [{ ...spec, name: 'Odd', measures: { long: 'wide' } }, /measures\.long/],
      [{ ...spec, name: 'Odd', kind: 'Not A Kind' }, /kind/],
      ['a bridge', /part/],
      [null, /part/],
    ] as const) {
      const refused = await keep(raw);
      expect(refused.statusCode).toBe(422);
      expect(refused.json<{ error: { message: string } }>().error.message).toMatch(words);
    }
    expect(await shelf()).toHaveLength(before);
  });
  it('are taken off, once', async () => {
    const [first] = await shelf();
    expect((await drop(first!.id)).statusCode).toBe(204);
    const again = await drop(first!.id);
    expect(again.statusCode).toBe(404);
    expect((await drop('nonsense')).statusCode).toBe(400);
    expect((await shelf()).some((p) => p.id === first!.id)).toBe(false);
  });
});
