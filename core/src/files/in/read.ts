import type { ReadFile, Told } from './found.ts';
import { readDxf } from './dxf.ts';
import { readSvg } from './svg.ts';

/** Largest drawing that is read, characters: its parts take twenty times as much while it is read. */
export const LARGEST_DRAWING = 12 * 1024 * 1024;

/** What a text file holds, by its beginning. */
export function kindOfText(text: string): 'svg' | 'dxf' | 'json' | null {
  const head = text
    .slice(0, 4096)
    .replace(/^\uFEFF/, '')
    .trimStart();
  if (head.startsWith('{')) return 'json';
  if (head.startsWith('<')) return 'svg';
  if (/^(999\s*[\r\n]|0\s*[\r\n]+\s*SECTION)/.test(head) || text.slice(0, 4096).includes('\0')) return 'dxf';
  return null;
}

/** Reads a drawing in any of the open formats of lines. */
export function readDrawing(text: string, told?: Told): ReadFile {
  if (text.length > LARGEST_DRAWING)
    return {
      ok: false,
      where: 'the file',
      message: 'it is over 12 million characters: bring in the outline alone',
    };
  const kind = kindOfText(text);
  if (kind === 'svg') return readSvg(text, told);
  if (kind === 'dxf') return readDxf(text, told);
  return {
    ok: false,
    where: 'the file',
    message: 'it is neither an SVG nor a text DXF drawing: save it as one of them',
  };
}
