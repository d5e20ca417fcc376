import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { testServer } from '../testing.ts';

const server = testServer();

const headers = { host: '127.0.0.1' };
const send = (bytes: Buffer, mime: string) =>
  server.app.inject({
    method: 'POST',
    url: '/api/pictures',
    headers: { ...headers, 'content-type': mime },
    payload: bytes,
  });
const get = (id: string) => server.app.inject({ method: 'GET', url: `/api/pictures/${id}`, headers });
interface Made {
  readonly id: string;
  readonly mime: string;
  readonly width: number;
  readonly height: number;
}

/** Red on the left, blue on the right. */
const halves = (width = 60, height = 40) =>
  sharp({ create: { width, height, channels: 3, background: '#d01010' } }).composite([
    {
      input: { create: { width: width / 2, height, channels: 3, background: '#1010d0' } },
      left: width / 2,
      top: 0,
    },
  ]);

describe('pictures', () => {
  it.each([
    ['image/jpeg', 'jpeg', 'image/jpeg'],
    ['image/png', 'png', 'image/png'],
    ['image/webp', 'webp', 'image/jpeg'],
  ] as const)('%s is kept and given back', async (mime, format, kept) => {
    const made = await send(await halves().toFormat(format).toBuffer(), mime);
    expect(made.statusCode).toBe(201);
    const told = made.json<Made>();
    expect(told).toMatchObject({ mime: kept, width: 60, height: 40 });
    const back = await get(told.id);
    expect(back.headers).toMatchObject({
      'content-type': kept,
      'cache-control': 'private, max-age=31536000, immutable',
      'x-content-type-options': 'nosniff',
    });
    const { data } = await sharp(back.rawPayload).raw().toBuffer({ resolveWithObject: true });
    expect(data[0]).toBeGreaterThan(180);
    expect(data[3 * 59 + 2]).toBeGreaterThan(180);
  });
  it('stand the way they were taken, and lose all that they tell of their taker', async () => {
    const taken = await halves()
      .withExif({ IFD0: { Artist: 'someone', Make: 'something' }, IFD3: { GPSLatitude: '51/1 30/1 0/1' } })
      .withMetadata({ orientation: 6 })
      .jpeg()
      .toBuffer();
    const told = (await send(taken, 'image/jpeg')).json<Made>();
    expect([told.width, told.height]).toEqual([40, 60]);
    const bytes = (await get(told.id)).rawPayload;
    const about = await sharp(bytes).metadata();
    expect([about.exif, about.icc, about.xmp, about.iptc, about.orientation]).toEqual(
      Array.from({ length: 5 }, () => undefined),
    );
    // Turned a quarter clockwise, the left half is the upper one.
    const { data, info } = await sharp(bytes).raw().toBuffer({ resolveWithObject: true });
    expect(data[0]).toBeGreaterThan(180);
    expect(data[(info.height - 1) * info.width * 3 + 2]).toBeGreaterThan(180);
  });
  it('are told by their bytes and not by what they are called', async () => {
    const png = await halves().png().toBuffer();
    expect((await send(png, 'image/jpeg')).json<Made>().mime).toBe('image/png');
  });
  it('that are clear are laid on white', async () => {
    const clear = await sharp({ create: { width: 4, height: 4, channels: 4, background: '#00000000' } })
      .png()
      .toBuffer();
    const told = (await send(clear, 'image/png')).json<Made>();
    const { data } = await sharp((await get(told.id)).rawPayload)
      .raw()
      .toBuffer({ resolveWithObject: true });
    expect([data[0], data[1], data[2]]).toEqual([255, 255, 255]);
  });
  it('of more pixels than are kept are made smaller', async () => {
    const wide = await sharp({ create: { width: 8000, height: 4000, channels: 3, background: '#888888' } })
      .jpeg()
      .toBuffer();
    const { width, height } = (await send(wide, 'image/jpeg')).json<Made>();
    expect(width * height).toBeLessThan(24.1e6);
    expect(width / height).toBeCloseTo(2, 2);
  });
  it.each([
    ['nothing', Buffer.alloc(0), 'image/png', 422],
    ['words', Buffer.from('hello'), 'image/png', 422],
    [
      'a drawing',
      Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>'),
      'image/png',
      422,
    ],
    ['a type that is not taken', Buffer.from('GIF89a'), 'image/gif', 415],
    ['JSON', Buffer.from('{}'), 'application/json', 415],
  ])('%s is refused', async (_, bytes, mime, status) => {
    const answer = await send(bytes, mime);
    expect(answer.statusCode).toBe(status);
    expect(answer.json<{ error: { message: string } }>().error.message.length).toBeGreaterThan(10);
  });
  it('cut off in the middle are refused, and nothing is kept', async () => {
    const noise = Buffer.from(Array.from({ length: 300 * 300 * 3 }, (_, i) => (i * 7919) % 256));
    const whole = await sharp(noise, { raw: { width: 300, height: 300, channels: 3 } })
      .jpeg()
      .toBuffer();
    const before = await server.db.selectFrom('picture').select('id').execute();
    const answer = await send(whole.subarray(0, whole.length >> 1), 'image/jpeg');
    expect(answer.statusCode).toBe(422);
    expect(await server.db.selectFrom('picture').select('id').execute()).toHaveLength(before.length);
  });
  it('that are not there are told so', async () => {
    expect((await get('00000000-0000-4000-8000-00000000abcd')).statusCode).toBe(404);
    expect((await get('nonsense')).statusCode).toBe(400);
  });
});
