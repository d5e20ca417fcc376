/** Many connections, large requests, closed requests and hostile pictures: others are still served, refusals carry Retry-After. */
import { randomUUID } from 'node:crypto';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { connect as dial } from 'node:net';
import type { Socket } from 'node:net';
import { newDesign } from '@pelkin/core';
import pino from 'pino';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { buildApp } from './app.ts';
import { limitConnections } from './guards/connections.ts';
import { createPictureReader } from './pictures/readApart.ts';
import { testServer } from './testing.ts';

const server = testServer();
const design = newDesign('Pressed', 6, 628);

describe('many connections', () => {
  it('that are idle keep no new one out; one with a request under way stays', async () => {
    let answerSlow: () => void = () => undefined;
    const web = createServer((request, response) => {
      if (request.url === '/slow') answerSlow = () => response.end('slow');
      else response.end('quick');
    });
    limitConnections(web, 20);
    web.listen(0, '127.0.0.1');
    await new Promise((done) => web.once('listening', done));
    const { port } = web.address() as AddressInfo;
    const slow = fetch(`http://127.0.0.1:${port}/slow`).then((r) => r.text());
    await expect.poll(() => answerSlow.name).not.toBe('');
    const idle: Socket[] = [];
    for (let i = 0; i < 60; i += 1) {
      const socket = dial(port, '127.0.0.1').on('error', () => undefined);
      idle.push(socket);
      await new Promise((done) => socket.once('connect', done));
    }
    expect(await (await fetch(`http://127.0.0.1:${port}/`)).text()).toBe('quick');
    answerSlow();
    expect(await slow).toBe('slow');
    for (const socket of idle) socket.destroy();
    web.closeAllConnections();
    web.close();
  });
});

describe('many large requests at once', () => {
  it('are read a few at a time: each is kept, or told when to come again', async () => {
    const app = await buildApp(server.db, { webRoot: null, allowedHosts: [] });
    const large = JSON.stringify({ design: { ...design, more: 'x'.repeat(1_200_000) } });
    const answers = await Promise.all(
      Array.from({ length: 30 }, () =>
        app.inject({
          method: 'POST',
          url: '/api/designs',
          headers: {
            host: 'localhost',
            'content-type': 'application/json',
            'content-length': String(large.length),
          },
          payload: large,
        }),
      ),
    );
    const statuses = new Set(answers.map((a) => a.statusCode));
    expect(
      [...statuses].every((s) => [201, 422, 503].includes(s)),
      [...statuses].join(),
    ).toBe(true);
    expect(answers.some((a) => a.statusCode !== 503)).toBe(true);
    for (const answer of answers)
      if (answer.statusCode === 503) {
        expect(answer.headers['retry-after']).toBe('1');
        expect(answer.json()).toMatchObject({ error: { code: 'busy' } });
      }
    await app.close();
  });
});

describe('a save that the database is slow to confirm', () => {
  it('is told within a second to come again, and is known when it comes', async () => {
    const headers = { host: 'localhost' };
    const made = await server.app.inject({
      method: 'POST',
      url: '/api/designs',
      headers,
      payload: { design },
    });
    const { id, saveId: from } = made.json<{ id: string; saveId: string }>();
    const body = { from, saveId: randomUUID(), design: { ...design, name: 'Pressed once' } };
    const save = () =>
      server.app.inject({ method: 'PUT', url: `/api/designs/${id}`, headers, payload: body });
    await server.db.transaction().execute(async (other) => {
      // Another's hold on the row stands for a slow disk.
      await other.selectFrom('design').select('id').where('id', '=', id).forUpdate().execute();
      const begun = performance.now();
      const answer = await save();
      expect(answer.statusCode).toBe(503);
      expect(answer.headers['retry-after']).toBe('1');
      expect(answer.json()).toMatchObject({ error: { code: 'busy' } });
      expect(performance.now() - begun).toBeGreaterThan(500);
    });
    expect((await save()).json()).toMatchObject({ revision: 2 });
    expect((await save()).json()).toMatchObject({ revision: 2 });
    const held = (await server.app.inject({ url: `/api/designs/${id}`, headers })).json<{
      revision: number;
    }>();
    expect(held.revision).toBe(2);
  });
});

describe('a request that is given up', () => {
  it('is no error of the server', async () => {
    const lines: string[] = [];
    const logger = pino({ level: 'warn' }, { write: (line: string) => void lines.push(line) });
    const app = await buildApp(server.db, { webRoot: null, allowedHosts: [] }, logger);
    const address = await app.listen({ port: 0 });
    for (let i = 0; i < 5; i += 1)
      await new Promise<void>((done) => {
        const socket = dial(Number(new URL(address).port), '127.0.0.1', () => {
          socket.write(
            `POST /api/designs HTTP/1.1\r\nhost: localhost\r\ncontent-type: application/json\r\ncontent-length: 5000\r\n\r\n{"design":`,
          );
          setTimeout(() => (socket.destroy(), done()), 30);
        });
      });
    await new Promise((done) => setTimeout(done, 200));
    await app.close();
    expect(lines).toEqual([]);
  });
});

describe('pictures made to choke on', () => {
  const send = (bytes: Buffer) =>
    server.app.inject({
      method: 'POST',
      url: '/api/pictures',
      headers: { host: 'localhost', 'content-type': 'image/png' },
      payload: bytes,
    });
  /** A PNG that says it is of a size, whatever follows. */
  const png = async (width: number, height: number): Promise<Buffer> => {
    const small = await sharp({ create: { width: 4, height: 4, channels: 3, background: '#fff' } })
      .png()
      .toBuffer();
    small.writeUInt32BE(width, 16);
    small.writeUInt32BE(height, 20);
    // The check sum of a header that was changed.
    const crcOf = (data: Buffer): number => {
      let crc = 0xffffffff;
      for (const byte of data) {
        crc ^= byte;
        for (let k = 0; k < 8; k += 1) crc = crc & 1 ? (crc >>> 1) ^ 0xedb88320 : crc >>> 1;
      }
      return (crc ^ 0xffffffff) >>> 0;
    };
    small.writeUInt32BE(crcOf(small.subarray(12, 29)), 29);
    return small;
  };
  it.each([
    [1, 30_000_001],
    [100_000_000, 1],
    [30_001, 2],
    [20_000, 20_000],
  ])('%i by %i pixels are refused by what their header says', async (width, height) => {
    const answer = await send(await png(width, height));
    expect(answer.statusCode).toBe(422);
    expect(answer.json<{ error: { message: string } }>().error.message).toMatch(/pixels: make it smaller/);
  });
  it('that takes too long ends with its process, and the next one is read', async () => {
    const picture = await sharp({ create: { width: 40, height: 30, channels: 3, background: '#123' } })
      .jpeg()
      .toBuffer();
    const hasty = createPictureReader(1);
    await expect(hasty.read(picture)).rejects.toThrow(/takes too long/);
    hasty.stop();
    const reader = createPictureReader();
    expect(await reader.read(picture)).toMatchObject({ width: 40, height: 30 });
    await expect(reader.read(Buffer.from('no picture'))).rejects.toThrow(/no picture that can be read/);
    expect(await reader.read(picture)).toMatchObject({ width: 40, height: 30 });
    reader.stop();
  });
});

describe('a flood of requests', () => {
  it('is told to wait, and for how long', async () => {
    const app = await buildApp(server.db, { webRoot: null, allowedHosts: [], mostRequests: 3 });
    const ask = () => app.inject({ url: `/api/designs/${randomUUID()}`, headers: { host: 'localhost' } });
    for (let i = 0; i < 3; i += 1) expect((await ask()).statusCode).toBe(404);
    const answer = await ask();
    expect(answer.statusCode).toBe(429);
    expect(Number(answer.headers['retry-after'])).toBeGreaterThan(0);
    await app.close();
  });
});
