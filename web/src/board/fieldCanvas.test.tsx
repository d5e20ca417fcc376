// @vitest-environment jsdom
import { cleanup, render } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { FieldCanvas } from './FieldCanvas.tsx';
import { ALL_FLIPS, flipOf, toScreen } from './view.ts';

const view = { scale: 1.6, centre: { x: 90, y: -10 } };
const size = { width: 900, height: 700 };

/** A canvas that keeps the last transform it was given. */
let matrix: readonly number[] = [];
HTMLCanvasElement.prototype.getContext = (() => ({
  setTransform: (...m: readonly number[]) => (matrix = m),
})) as unknown as HTMLCanvasElement['getContext'];

afterEach(cleanup);

describe('the field under the lines', () => {
  it.each(ALL_FLIPS)('lies where the lines lie, turned $x $y', (flip) => {
    render(<FieldCanvas field={{ paint: () => undefined }} view={view} size={size} flip={flip} />);
    for (const p of [
      { x: 0, y: 0 },
      { x: 312.5, y: -140 },
    ]) {
      const [a, b, c, d, e, f] = matrix as [number, number, number, number, number, number];
      const at = toScreen(view, size, flip, p);
      expect(a * p.x + c * p.y + e).toBeCloseTo(at.x, 9);
      expect(b * p.x + d * p.y + f).toBeCloseTo(at.y, 9);
    }
  });
  it('is painted again when the view moves or it changes, not otherwise', () => {
    const paint = vi.fn();
    const field = { paint };
    const { rerender } = render(<FieldCanvas field={field} view={view} size={size} flip={flipOf('right')} />);
    rerender(<FieldCanvas field={field} view={view} size={size} flip={flipOf('right')} />);
    expect(paint).toHaveBeenCalledTimes(1);
    expect(paint.mock.calls[0]![1]).toBeCloseTo(1 / 1.6, 12);
    rerender(<FieldCanvas field={field} view={{ ...view, scale: 3 }} size={size} flip={flipOf('right')} />);
    rerender(
      <FieldCanvas field={{ paint }} view={{ ...view, scale: 3 }} size={size} flip={flipOf('right')} />,
    );
    expect(paint).toHaveBeenCalledTimes(3);
  });
});
