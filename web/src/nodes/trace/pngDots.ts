/** A CRC-32 as PNG asks for it (ISO 3309). */
function crc(bytes: Uint8Array): number {
  let value = 0xffffffff;
  for (const byte of bytes) {
    value ^= byte;
    for (let k = 0; k < 8; k += 1) value = value & 1 ? (value >>> 1) ^ 0xedb88320 : value >>> 1;
  }
  return (value ^ 0xffffffff) >>> 0;
}

/** The length of a PNG’s signature and of its first chunk, IHDR, which the others follow. */
const HEAD = 8 + 25;

/** A PNG with its fineness written in it (a pHYs chunk): pixels to the metre, so that it prints at its true size. */
export function withDots(png: Uint8Array, perMetre: number): Uint8Array {
  const chunk = new Uint8Array(21);
  const view = new DataView(chunk.buffer);
  view.setUint32(0, 9);
  chunk.set([0x70, 0x48, 0x59, 0x73], 4);
  view.setUint32(8, Math.round(perMetre));
  view.setUint32(12, Math.round(perMetre));
  chunk[16] = 1;
  view.setUint32(17, crc(chunk.subarray(4, 17)));
  const out = new Uint8Array(png.length + chunk.length);
  out.set(png.subarray(0, HEAD), 0);
  out.set(chunk, HEAD);
  out.set(png.subarray(HEAD), HEAD + chunk.length);
  return out;
}

/** Less than this is what cameras and drawing programs write without meaning it; more no scanner has. */
const DPI = { least: 100, most: 4800 } as const;
const INCHES_PER_METRE = 39.3701;

/** A fineness that says how large a scan is: the same both ways, and one that scanners have. */
const plausible = (x: number, y: number): number | null =>
  x >= DPI.least && x <= DPI.most && Math.abs(x - y) <= 0.01 * x ? x : null;

/** Of a PNG, the fineness of its pHYs chunk. */
function ofPng(bytes: Uint8Array): number | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  for (let at = 8; at + 12 <= bytes.length;) {
    const long = view.getUint32(at);
    const name = String.fromCharCode(...bytes.subarray(at + 4, at + 8));
    if (name === 'IDAT' || name === 'IEND') return null;
    if (name === 'pHYs' && long === 9 && at + 17 <= bytes.length)
      return bytes[at + 16] === 1
        ? plausible(view.getUint32(at + 8) / INCHES_PER_METRE, view.getUint32(at + 12) / INCHES_PER_METRE)
        : null;
    at += 12 + long;
  }
  return null;
}

/** Of a JPEG, the fineness of its JFIF head. */
function ofJpeg(bytes: Uint8Array): number | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  for (let at = 2; at + 4 <= bytes.length && bytes[at] === 0xff;) {
    const long = view.getUint16(at + 2);
    if (bytes[at + 1] === 0xe0 && long >= 16 && at + 16 <= bytes.length) {
      const unit = bytes[at + 11];
      const [x, y] = [view.getUint16(at + 12), view.getUint16(at + 14)];
      return unit === 1 ? plausible(x, y) : unit === 2 ? plausible(x * 2.54, y * 2.54) : null;
    }
    // The picture itself begins.
    if (bytes[at + 1] === 0xda) return null;
    at += 2 + long;
  }
  return null;
}

/** Dots to the inch that a scan states (PNG or JPEG, its first bytes); null where it states none that a scanner has. */
export function dotsPerInch(bytes: Uint8Array): number | null {
  if (bytes[0] === 0x89 && bytes[1] === 0x50) return ofPng(bytes);
  return bytes[0] === 0xff && bytes[1] === 0xd8 ? ofJpeg(bytes) : null;
}
