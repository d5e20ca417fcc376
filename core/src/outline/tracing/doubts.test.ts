import { describe, expect, it } from 'vitest';
import { demo } from '../../../tests/findings.ts';
import { randomFrom } from '../../../tests/random.ts';
import { flattenPath } from '../../geometry/closedPath.ts';
import type { Point } from '../../geometry/point.ts';
import { solveOutline } from '../solve.ts';
import { edgeDoubts } from './doubts.ts';

const body = (name: 'windrow' | 'skerry' | 'fathom'): readonly Point[] =>
  flattenPath(solveOutline(demo(name).outline.nodes), 0.1);
const fit = (count: number, off = 0.2) => ({ nodes: Array.from({ length: count }), off });
const whats = (...args: Parameters<typeof edgeDoubts>): string =>
  edgeDoubts(...args)
    .map((d) => d.what)
    .join('; ');

describe('what speaks against a found edge', () => {
  it('is nothing where it is a body’s', () => {
    for (const name of ['windrow', 'skerry', 'fathom'] as const)
      expect(edgeDoubts(body(name), fit(22), 0.3, false), name).toEqual([]);
  });
  it('is its size, with the remedy', () => {
    const large = body('windrow').map((p) => ({ x: p.x * 4, y: p.y * 4 }));
    expect(edgeDoubts(large, fit(22), 0.3, false)).toEqual([
      {
        what: expect.stringMatching(/it is \d{4} mm long/) as string,
        remedy: expect.stringMatching(/to scale/) as string,
      },
    ]);
  });
  it('is the shape of a sheet of paper, at any turn', () => {
    for (const turn of [0, 0.4, 1.2]) {
      const [c, s] = [Math.cos(turn), Math.sin(turn)];
      const sheet = Array.from({ length: 4 }, (_, side) =>
        Array.from({ length: 20 }, (_, i) => {
          const [along, half] = side % 2 === 0 ? [297, 105] : [210, 148.5];
          const [u, v] = [along * (i / 20 - 0.5), -half];
          const [x, y] = [
            [u, v],
            [-v, u],
            [-u, -v],
            [v, -u],
          ][side] as [number, number];
          return { x: c * x - s * y, y: s * x + c * y };
        }),
      ).flat();
      expect(whats(sheet, fit(4), 0.3, false), String(turn)).toMatch(/sheet of paper/);
      expect(
        edgeDoubts(sheet, fit(4), 0.3, false).some((d) => d.isOther),
        'no outline of it is offered',
      ).toBe(true);
    }
  });
  it('is the rim of the picture, parts that are missing, rags, nodes without end, an outline that misses it', () => {
    expect(whats(body('windrow'), fit(22), 0.3, true)).toMatch(/rim of the picture/);
    const bitten = [
      ...Array.from({ length: 100 }, (_, i) => ({ x: 200 * Math.cos(i / 18), y: 150 * Math.sin(i / 18) })),
      ...Array.from({ length: 100 }, (_, i) => ({
        x: 175 * Math.cos((99 - i) / 18),
        y: 130 * Math.sin((99 - i) / 18),
      })),
    ];
    expect(whats(bitten, fit(22), 0.3, false)).toMatch(/missing/);
    const random = randomFrom(4);
    const fine = flattenPath(solveOutline(demo('windrow').outline.nodes), 0.002);
    const ragged = fine.map((p) => ({
      x: p.x + (random() - 0.5) * 16,
      y: p.y + (random() - 0.5) * 16,
    }));
    expect(whats(ragged, fit(274, 257), 0.3, false)).toMatch(
      /ragged; 274 nodes .*; the outline misses it by 257\.0 mm/,
    );
    expect(whats(body('windrow'), null, 0.3, false)).toMatch(/no outline of reasonable size/);
  });
});
