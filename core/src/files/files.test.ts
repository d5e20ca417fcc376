import { readFileSync, readdirSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { newDesign } from '../design/defaults.ts';
import { setHandedness, setName } from '../design/edits.ts';
import { createDeriver } from '../derived/derive.ts';
import { designText, readDesignText } from './json.ts';
import { drawingSvg, escapeXml } from './svg.ts';

const design = newDesign('Files', 6, 640);
const derive = createDeriver();

describe('SVG', () => {
  const svg = drawingSvg(derive(design).template, 'Files & “more” <here>');
  it('states millimetres and holds one closed path for the outline', () => {
    expect(svg).toMatch(/width="[\d.]+mm" height="[\d.]+mm"/);
    expect(svg).toContain('One user unit is 1 mm');
    expect(svg.match(/<path id="outline" d="M[^MZ"]+Z"/g)).toHaveLength(1);
  });
  it('escapes what a name may hold', () => {
    expect(svg).toContain('<title>Files &amp; “more” &lt;here&gt;</title>');
    expect(escapeXml(`<&>"'`)).toBe('&lt;&amp;&gt;&quot;&#39;');
  });
  it('is as large as the drawing with 5 mm round it', () => {
    const { measures } = derive(design);
    const [, x, y, width, height] = /viewBox="(\S+) (\S+) (\S+) (\S+)"/.exec(svg)!.map(Number);
    expect(width).toBeCloseTo(measures.length + 10, 3);
    expect(height).toBeCloseTo(measures.widest + 10, 3);
    expect(x).toBeCloseTo(measures.box.minX - 5, 3);
    expect(y).toBeCloseTo(-measures.box.maxY - 5, 3);
  });
  it('of a left-handed design is mirrored', () => {
    const left = drawingSvg(derive(setHandedness(design, 'left')).template, 'L');
    const x = Number(/viewBox="(\S+) /.exec(left)![1]);
    expect(x).toBeCloseTo(-derive(design).measures.box.maxX - 5, 3);
  });
  it('holds no number that is none', () => expect(svg).not.toMatch(/NaN|Infinity|undefined/));
});

describe('the demo designs', () => {
  const folder = new URL('../../../demo/', import.meta.url);
  it.each(readdirSync(folder))('%s can be read, and is written as it stands', (file) => {
    const text = readFileSync(new URL(file, folder), 'utf8');
    const read = readDesignText(text);
    expect(read).toMatchObject({ ok: true });
    if (read.ok) expect(JSON.parse(designText(read.design))).toEqual(JSON.parse(text));
  });
});

describe('design files', () => {
  it('come back as they were written', () => {
    const odd = setName(design, 'Ünïcode “quotes” \\ </script>');
    expect(readDesignText(designText(odd))).toEqual({ ok: true, design: odd });
  });
  it.each([
    ['', /not JSON/],
    ['{', /not JSON/],
    ['[]', /not a JSON object/],
    ['{"format":"other"}', /not a Pelkin design/],
    [' '.repeat(2_000_001), /over 2 MB/],
  ])('refuse %.20s', (text, words) => {
    const read = readDesignText(text);
    expect(read.ok ? '' : read.refusals[0]!.message).toMatch(words);
  });
});
