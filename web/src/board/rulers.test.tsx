// @vitest-environment jsdom
import { act, cleanup, render } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { RULER, Rulers } from './Rulers.tsx';
import { useBoard } from './boardStore.ts';
import { rulerMarks } from './rulerMarks.ts';
import type { Flip } from './view.ts';
import { ALL_FLIPS, flipOf, toScreen } from './view.ts';

const view = { scale: 1.2, centre: { x: 90, y: -10 } };
const size = { width: 900, height: 700 };

/** The rulers of a board: where their ticks and figures stand, px. */
function drawn(flip: Flip) {
  const { container } = render(<Rulers view={view} size={size} flip={flip} unit="mm" />);
  const [along, across] = [...container.querySelectorAll('path.ruler-mark')].map((p) => p.getAttribute('d')!);
  const figures = [...container.querySelectorAll('text')].map((t) => ({
    words: t.textContent,
    x: Number(t.getAttribute('x')),
    turned: t.parentElement!.getAttribute('transform') === 'rotate(-90)',
  }));
  const places = (d: string, which: 0 | 1): number[] =>
    d
      .split('M')
      .slice(1)
      .map((part) => Number(part.split(/[ VH]/)[which]));
  return { container, along: places(along!, 0), across: places(across!, 1), figures };
}

afterEach(() => {
  cleanup();
  act(() => useBoard.getState().setPointer(null));
});

describe('rulers', () => {
  it.each(ALL_FLIPS)('carry every mark at its place, turned $x $y', (flip) => {
    const { along, across } = drawn(flip);
    const half = { x: size.width / 2 / view.scale, y: size.height / 2 / view.scale };
    const marksAlong = rulerMarks(view.centre.x - half.x, view.centre.x + half.x, view.scale, 'mm');
    const marksAcross = rulerMarks(view.centre.y - half.y, view.centre.y + half.y, view.scale, 'mm');
    expect(along).toHaveLength(marksAlong.length);
    expect(across).toHaveLength(marksAcross.length);
    marksAlong.forEach((m, i) =>
      expect(along[i]).toBeCloseTo(toScreen(view, size, flip, { x: m.at, y: 0 }).x, 9),
    );
    marksAcross.forEach((m, i) =>
      expect(across[i]).toBeCloseTo(toScreen(view, size, flip, { x: 0, y: m.at }).y, 9),
    );
  });
  it('carry figures without sign from the bridge line and the centre line', () => {
    const { figures } = drawn(flipOf('right'));
    const zeroX = toScreen(view, size, flipOf('right'), { x: 0, y: 0 });
    expect(figures.find((f) => f.words === '0' && !f.turned)!.x).toBeCloseTo(zeroX.x + 3, 9);
    // Turned a quarter, x runs up the screen.
    expect(figures.find((f) => f.words === '0' && f.turned)!.x).toBeCloseTo(3 - zeroX.y, 9);
    expect(figures.filter((f) => f.words === '100' && !f.turned)).toHaveLength(2);
    expect(figures.some((f) => f.words!.includes('-') || f.words!.includes('−'))).toBe(false);
    expect(figures.some((f) => f.words === 'mm')).toBe(true);
  });
  it('show where the pointer is, and nothing when it is away', () => {
    const { container } = drawn(flipOf('right'));
    expect(container.querySelector('.ruler-pointer')).toBeNull();
    act(() => useBoard.getState().setPointer({ x: 120, y: 40 }));
    const { x, y } = toScreen(view, size, flipOf('right'), { x: 120, y: 40 });
    const [top, side] = [...container.querySelectorAll('.ruler-pointer path')];
    expect(top!.getAttribute('d')).toBe(`M${x} ${RULER}l-4 -6h8z`);
    expect(side!.getAttribute('d')).toBe(`M${RULER} ${y}l-6 -4v8z`);
  });
  it('are a picture that screen readers pass over and presses go through', () => {
    const svg = drawn(flipOf('right')).container.querySelector('svg')!;
    expect(svg.getAttribute('aria-hidden')).toBe('true');
    expect(svg.getAttribute('class')).toBe('rulers');
  });
});
