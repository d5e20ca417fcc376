import { gunzipSync } from 'fflate';
import { LARGEST_DRAWING } from './read.ts';
import { Unreadable } from './found.ts';

/** Bytes of a file that are read at most: two for each character that a drawing may have, and what wraps them. */
export const LARGEST_FILE = 2 * LARGEST_DRAWING + 1024;

/** What a file's text is written in, by its first bytes or by what it says itself; UTF-8 where nothing tells. */
function encodingOf(bytes: Uint8Array): string {
  const [a, b, c, d] = bytes;
  if (a === 0xff && b === 0xfe) return 'utf-16le';
  if (a === 0xfe && b === 0xff) return 'utf-16be';
  // Without a mark: every other byte of “<?” or “0” is empty.
  if (a !== 0 && b === 0 && c !== 0 && d === 0) return 'utf-16le';
  if (a === 0 && b !== 0 && c === 0 && d !== 0) return 'utf-16be';
  const head = String.fromCharCode(...bytes.subarray(0, 1024));
  return (
    /^\s*<\?xml[^>]*encoding\s*=\s*["']([\w.:-]+)["']/.exec(head.replace(/^\u00ef\u00bb\u00bf/, ''))?.[1] ??
    'utf-8'
  );
}

function decoded(bytes: Uint8Array): string {
  const named = encodingOf(bytes);
  try {
    return new TextDecoder(named, { fatal: true }).decode(bytes);
  } catch {
    // An older program's letters: only names can be wrong by it, no number.
    return new TextDecoder('windows-1252').decode(bytes);
  }
}

/** The size that a gzip file says it unpacks to, modulo 4 GB: its last four bytes. */
const unpackedSize = (bytes: Uint8Array): number =>
  bytes.length < 18
    ? 0
    : new DataView(bytes.buffer, bytes.byteOffset + bytes.length - 4, 4).getUint32(0, true);

export type FileText =
  | { readonly ok: true; readonly text: string }
  | { readonly ok: false; readonly where: string; readonly message: string };

/** The text of a drawing's file: UTF-8, UTF-16 or what it names, also gzipped (.svgz). Refused when it is too large. */
export function drawingText(bytes: Uint8Array): FileText {
  const tooLarge = {
    ok: false,
    where: 'the file',
    message: 'it is over 12 million characters: bring in the outline alone',
  } as const;
  try {
    if (bytes.length > LARGEST_FILE) return tooLarge;
    const isPacked = bytes[0] === 0x1f && bytes[1] === 0x8b;
    if (isPacked && unpackedSize(bytes) > LARGEST_FILE) return tooLarge;
    const text = decoded(isPacked ? unpacked(bytes) : bytes);
    return text.length > LARGEST_DRAWING ? tooLarge : { ok: true, text: text.replace(/^\uFEFF/, '') };
  } catch (error) {
    if (error instanceof Unreadable) return { ok: false, where: error.where, message: error.message };
    return {
      ok: false,
      where: 'the file',
      message: 'it cannot be unpacked: save it again, or save it unpacked',
    };
  }
}

function unpacked(bytes: Uint8Array): Uint8Array {
  // What it says of its size is where it is unpacked to: a lie makes it fail, not grow.
  const out = new Uint8Array(unpackedSize(bytes));
  return gunzipSync(bytes, { out });
}
