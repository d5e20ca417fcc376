import { kindOfText } from './read.ts';

/** What a file is by its bytes, whatever its name says. */
export type FileKind =
  | 'empty'
  | 'PNG picture'
  | 'JPEG picture'
  | 'WebP picture'
  | 'other picture'
  | 'PDF'
  | 'SVG drawing'
  | 'DXF drawing'
  | 'packed'
  | 'design'
  | 'part'
  | 'other JSON'
  | 'archive'
  | 'unknown';

/** Bytes that {@link fileKind} looks at. */
export const KIND_BYTES = 4096;

const startsWith = (bytes: Uint8Array, text: string, at = 0): boolean =>
  [...text].every((letter, i) => bytes[at + i] === letter.charCodeAt(0));

/** What a file is, by its first {@link KIND_BYTES} bytes. */
export function fileKind(bytes: Uint8Array): FileKind {
  if (bytes.length === 0) return 'empty';
  if (startsWith(bytes, '\x89PNG')) return 'PNG picture';
  if (startsWith(bytes, '\xff\xd8\xff')) return 'JPEG picture';
  if (startsWith(bytes, 'RIFF') && startsWith(bytes, 'WEBP', 8)) return 'WebP picture';
  if (['GIF8', 'BM', 'II*\0', 'MM\0*'].some((magic) => startsWith(bytes, magic))) return 'other picture';
  if (startsWith(bytes, 'ftyphei', 4) || startsWith(bytes, 'ftypavif', 4)) return 'other picture';
  const head = bytes.subarray(0, KIND_BYTES);
  const text = new TextDecoder(head[0] === 0xff && head[1] === 0xfe ? 'utf-16le' : 'utf-8').decode(head);
  if (text.slice(0, 1024).includes('%PDF-')) return 'PDF';
  if (startsWith(bytes, '\x1f\x8b')) return 'packed';
  if (startsWith(bytes, 'PK\x03\x04')) return 'archive';
  if (text.trim() === '') return 'empty';
  const kind = kindOfText(text);
  if (kind === 'svg') return 'SVG drawing';
  if (kind === 'dxf') return 'DXF drawing';
  if (kind === 'json') {
    const format = /"format"\s*:\s*"([^"]*)"/.exec(text)?.[1];
    return format === 'pelkin-design' ? 'design' : format === 'pelkin-part' ? 'part' : 'other JSON';
  }
  return 'unknown';
}

/** Where files are taken. */
export type FilePlace = 'drawing' | 'picture' | 'part' | 'design';

const PICTURES: readonly FileKind[] = ['PNG picture', 'JPEG picture', 'WebP picture'];

/** File kinds that each place reads. An unknown file is passed to the drawing reader, whose error names the line that is wrong. */
export const FILE_PLACES: Readonly<Record<FilePlace, readonly FileKind[]>> = {
  drawing: ['SVG drawing', 'DXF drawing', 'PDF', 'packed', 'design', 'other JSON', 'unknown'],
  picture: [...PICTURES, 'PDF'],
  part: ['part', 'other JSON'],
  design: ['design', 'other JSON'],
};

/** Where a file of a kind belongs, for a person. */
function belongs(kind: FileKind): string {
  if (PICTURES.includes(kind)) return 'Add it as a picture, in Outline under Trace.';
  if (kind === 'other picture') return 'Save it as PNG, JPEG or WebP, and add it as a picture.';
  if (kind === 'PDF') return 'Add it in Outline under Trace.';
  if (kind === 'SVG drawing' || kind === 'DXF drawing' || kind === 'packed')
    return 'Choose it as a drawing, in Outline under Trace.';
  if (kind === 'design') return 'Open it from the list of designs.';
  if (kind === 'part') return 'Choose it in Layout, beside the shelf of parts.';
  if (kind === 'archive') return 'Unpack it first.';
  return 'Pelkin reads SVG, DXF, PDF, PNG, JPEG, WebP, and its own designs and parts.';
}

const AN: Readonly<Partial<Record<FileKind, string>>> = {
  'other picture': 'a picture of another format',
  packed: 'a packed drawing',
  design: 'a Pelkin design',
  part: 'a Pelkin part',
  archive: 'an archive of files',
  unknown: 'no file that Pelkin knows',
  'SVG drawing': 'an SVG drawing',
};

/** What is wrong with a file for a place, in a sentence that says where it belongs; `null` where the place reads it. */
export function wrongFile(name: string, kind: FileKind, place: FilePlace): string | null {
  if (kind === 'empty') return `${name} is empty: save or copy it again.`;
  if (FILE_PLACES[place].includes(kind)) return null;
  return `${name} is ${AN[kind] ?? `a ${kind}`}. ${belongs(kind)}`;
}
