import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { newDesign } from '../design/defaults.ts';
import { INKS } from './inks.ts';
import { LAYERS, SHOWABLE, inLayerOrder } from './layers.ts';

/** Inks of paper alone: crosshairs, reference bars and the like never lie on the board. */
const ON_PAPER = new Set(['cutLine', 'crosshair', 'bar', 'note']);

describe('layers', () => {
  it('have names that every file format takes, each its own', () => {
    const names = Object.values(LAYERS).map((l) => l.file);
    for (const name of names) expect(name).toMatch(/^[A-Z0-9_-]+$/);
    expect(new Set(names).size).toBe(names.length);
  });
  it('that can be chosen are what a design says of its paper', () => {
    expect(Object.keys(newDesign('Layers').print.show)).toEqual(SHOWABLE);
    expect(new Set(SHOWABLE.map((l) => LAYERS[l].choice.label)).size).toBe(SHOWABLE.length);
  });
  it('lie in the order of the table', () => {
    const names = (['dimensions', 'outline', 'neck', 'saw'] as const).map((name) => ({ name }));
    expect(names.sort(inLayerOrder).map((l) => l.name)).toEqual(['saw', 'outline', 'neck', 'dimensions']);
  });
});

describe('inks', () => {
  it('have a weight for paper and a rule for the board', () => {
    const css = readFileSync(new URL('../../../web/src/board/board.css', import.meta.url), 'utf8');
    for (const [ink, { widthMm, grey }] of Object.entries(INKS)) {
      expect(widthMm).toBeGreaterThan(0);
      expect(grey).toBeLessThan(1);
      if (!ON_PAPER.has(ink)) expect(css, ink).toMatch(new RegExp(`\\.ink-${ink}\\b`));
    }
  });
});
