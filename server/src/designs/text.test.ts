import type { Design } from '@pelkin/core';
import { applyPatch, checkDesign } from '@pelkin/core';
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { summaryOf } from './summary.ts';
import { textOf } from './text.ts';
import { readFileSync } from 'node:fs';

it('a document is written as JSON writes it, section by section', () => {
  fc.assert(
    fc.property(fc.dictionary(fc.string(), fc.option(fc.jsonValue(), { nil: undefined })), (document) => {
      const text = textOf(document as unknown as Design);
      expect(text).toBe(JSON.stringify(document));
      expect(textOf(document as unknown as Design)).toBe(text);
    }),
  );
});

it('what the list shows follows each change, whatever was drawn before', () => {
  const read = checkDesign(
    JSON.parse(readFileSync(new URL('../../../demo/windrow.json', import.meta.url), 'utf8')),
  );
  if (!read.ok) throw new Error('the demo cannot be read');
  let { design } = read;
  let summary = summaryOf(design);
  const changes = [
    { path: '/strings/nutWidth', value: 47 },
    { path: '/body/thickness', value: 38 },
    { path: '/handedness', value: 'left' },
    { path: '/parts', value: [] },
    { path: '/outline/nodes/2/x', value: 91 },
  ];
  for (const { path, value } of changes) {
    const next = applyPatch(design, [{ op: 'replace', path, value }]) as Design;
    const then = summaryOf(next, { design, summary });
    expect(then, path).toEqual(summaryOf(structuredClone(next)));
    [design, summary] = [next, then];
  }
});
