import { gzipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import type { FileKind } from './fileKind.ts';
import { FILE_PLACES, fileKind, wrongFile } from './fileKind.ts';

const text = (words: string): Uint8Array => new TextEncoder().encode(words);
const bytes = (...values: number[]): Uint8Array => new Uint8Array(values);

describe('what a file is', () => {
  it.each<readonly [FileKind, Uint8Array]>([
    ['empty', bytes()],
    ['empty', text('  \n\t')],
    ['PNG picture', bytes(0x89, 0x50, 0x4e, 0x47, 13, 10)],
    ['JPEG picture', bytes(0xff, 0xd8, 0xff, 0xe0)],
    ['WebP picture', text('RIFF1234WEBPVP8 ')],
    ['other picture', text('GIF89a')],
    ['other picture', text('\0\0\0\x18ftypheic')],
    ['PDF', text('%PDF-1.7\n')],
    ['SVG drawing', text('<?xml version="1.0"?><svg/>')],
    ['DXF drawing', text('0\nSECTION\n2\nHEADER')],
    ['DXF drawing', text('999\nmade by hand\n0\nSECTION')],
    ['packed', gzipSync(text('<svg/>'))],
    ['archive', text('PK\x03\x04rest')],
    ['design', text('{ "format": "pelkin-design", "version": 12 }')],
    ['part', text('{ "format": "pelkin-part" }')],
    ['other JSON', text('{ "a": 1 }')],
    ['unknown', text('Dear maker,')],
  ])('is %s by its bytes', (kind, content) => {
    expect(fileKind(content)).toBe(kind);
  });
  it('is said in its own words where it does not belong, with where it does', () => {
    expect(wrongFile('plan.dxf', 'PNG picture', 'drawing')).toBe(
      'plan.dxf is a PNG picture. Add it as a picture, in Outline under Trace.',
    );
    expect(wrongFile('photo.jpg', 'SVG drawing', 'picture')).toBe(
      'photo.jpg is an SVG drawing. Choose it as a drawing, in Outline under Trace.',
    );
    expect(wrongFile('a.json', 'empty', 'design')).toBe('a.json is empty: save or copy it again.');
    expect(wrongFile('a.json', 'part', 'design')).toContain('a Pelkin part');
    expect(wrongFile('plans.zip', 'archive', 'drawing')).toContain('Unpack it first');
    for (const [place, kinds] of Object.entries(FILE_PLACES))
      for (const kind of kinds) expect(wrongFile('f', kind, place as never)).toBeNull();
  });
});
