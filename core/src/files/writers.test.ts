import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { createDeriver } from '../derived/derive.ts';
import { neckMesh } from '../neck/neckMesh.ts';
import { meshOf } from '../solid/mesh/mesh.ts';
import type { Sheet } from '../templates/sheets.ts';
import { FORMATS, WRITERS, endingOf, writerOf } from './writers.ts';

const design = demo('windrow');
const of = {
  design,
  derived: createDeriver()(design),
  revision: 'revision 3',
  date: '2026-11-28',
  pdf: async (sheets: readonly Sheet[], title: string) =>
    new TextEncoder().encode(`${title} ${sheets.map((s) => s.label).join(' ')}`),
  mesh: meshOf,
  neckMesh,
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
  it.each(WRITERS.filter((w) => w.pieces.includes('neck')).map((w) => w.key))(
    '%s is written of the neck, another file with a name of its own',
    async (key) => {
      const writer = writerOf(key);
      const { content, told } = await writer.write({ ...of, piece: 'neck' });
      expect(content).not.toEqual((await writer.write(of)).content);
      expect(told).toMatch(/millimetres|\d+ pages/);
      expect(endingOf(writer, 'back', 'neck')).toMatch(/^-neck[-.]/);
    },
  );
  it('of a piece that they are not of keep their name', () => {
    expect(endingOf(writerOf('frets'), 'front', 'neck')).toBe('-frets.csv');
    expect(endingOf(writerOf('solid'), 'front', 'core')).toBe('-core-solid.json');
    expect(endingOf(writerOf('svg'), 'back', 'whole')).toBe('-back-template.svg');
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
