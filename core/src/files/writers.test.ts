import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { createDeriver } from '../derived/derive.ts';
import { meshOf } from '../solid/mesh/mesh.ts';
import type { Sheet } from '../templates/sheets.ts';
import { FORMATS, WRITERS, writerOf } from './writers.ts';

const design = demo('windrow');
const of = {
  design,
  derived: createDeriver()(design),
  revision: 'revision 3',
  date: '2026-11-28',
  pdf: async (sheets: readonly Sheet[]) => new Uint8Array(sheets.length),
  mesh: meshOf,
};

describe('files that leave Pelkin', () => {
  it('have keys and endings of their own, and each format is there', () => {
    for (const list of [WRITERS.map((w) => w.key), WRITERS.map((w) => w.ending)])
      expect(new Set(list).size).toBe(list.length);
    expect(new Set(WRITERS.map((w) => w.format))).toEqual(new Set(FORMATS));
    const options = WRITERS.map((w) => `${w.format} ${w.option?.value}`);
    expect(new Set(options).size).toBe(options.length);
  });
  it.each(WRITERS.map((w) => w.key))('%s is written, and says its unit or pages', async (key) => {
    const { content, told } = await writerOf(key).write(of);
    expect(content.length).toBeGreaterThan(0);
    expect(told).toMatch(/millimetres|units|\d+ pages/);
  });
  it('say what is missing where nothing goes on paper', async () => {
    const bare = {
      ...design,
      print: {
        ...design.print,
        cover: false,
        planPage: false,
        show: Object.fromEntries(
          Object.keys(design.print.show).map((k) => [k, false]),
        ) as typeof design.print.show,
      },
    };
    await expect(
      writerOf('pdf').write({ ...of, design: bare, derived: createDeriver()(bare) }),
    ).rejects.toThrow(/nothing goes on paper: choose/);
  });
});
