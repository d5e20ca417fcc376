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
