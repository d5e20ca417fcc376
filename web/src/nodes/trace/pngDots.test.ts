import sharp from 'sharp';
import { expect, it } from 'vitest';
import { withDots } from './pngDots.ts';

it('a PNG says how fine it is, and stays the picture it was', async () => {
  const png = await sharp({ create: { width: 5, height: 4, channels: 3, background: '#123456' } })
    .png()
    .toBuffer();
  const dotted = withDots(new Uint8Array(png), 300 / 0.0254);
  const { density, width, height } = await sharp(Buffer.from(dotted)).metadata();
  expect([density, width, height]).toEqual([300, 5, 4]);
  expect(await sharp(Buffer.from(dotted)).raw().toBuffer()).toEqual(await sharp(png).raw().toBuffer());
});
