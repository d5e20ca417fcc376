import sharp from 'sharp';
import { expect, it } from 'vitest';
import { dotsPerInch, withDots } from './pngDots.ts';

it('a PNG says how fine it is, and stays the picture it was', async () => {
  const png = await sharp({ create: { width: 5, height: 4, channels: 3, background: '#123456' } })
    .png()
    .toBuffer();
  const dotted = withDots(new Uint8Array(png), 300 / 0.0254);
  const { density, width, height } = await sharp(Buffer.from(dotted)).metadata();
  expect([density, width, height]).toEqual([300, 5, 4]);
  expect(await sharp(Buffer.from(dotted)).raw().toBuffer()).toEqual(await sharp(png).raw().toBuffer());
});

const plain = () => sharp({ create: { width: 5, height: 4, channels: 3, background: '#123456' } });

it('a scan says how many dots to the inch it has, as PNG and as JPEG', async () => {
  const png = new Uint8Array(await plain().png().toBuffer());
  expect(dotsPerInch(withDots(png, 300 / 0.0254))).toBeCloseTo(300, 1);
  expect(dotsPerInch(png)).toBeNull();
  const jpeg = new Uint8Array(await plain().jpeg().toBuffer());
  expect(dotsPerInch(jpeg)).toBeNull();
  // The fineness stands in the head that scanners write: a unit (1 inch, 2 centimetre), then across and down.
  const said = (unit: number, dots: number): Uint8Array => {
    const [high, low] = [dots >> 8, dots & 255];
    const head = [0xff, 0xe0, 0, 16, 0x4a, 0x46, 0x49, 0x46, 0, 1, 1, unit, high, low, high, low, 0, 0];
    return new Uint8Array([...jpeg.subarray(0, 2), ...head, ...jpeg.subarray(2)]);
  };
  expect(dotsPerInch(said(1, 600))).toBe(600);
  expect(dotsPerInch(said(2, 118))).toBeCloseTo(299.7, 1);
  expect(dotsPerInch(said(1, 72))).toBeNull();
});

it('what cameras write without meaning it is no scale, and torn files none', async () => {
  const png = new Uint8Array(await plain().png().toBuffer());
  expect(dotsPerInch(withDots(png, 72 / 0.0254))).toBeNull();
  expect(dotsPerInch(withDots(png, 300 / 0.0254).subarray(0, 40))).toBeNull();
  expect(dotsPerInch(new Uint8Array([0xff, 0xd8, 0xff, 0xe0]))).toBeNull();
  expect(dotsPerInch(new Uint8Array())).toBeNull();
});
