import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ALL_FLIPS, fitBox, flipOf, panBy, toBoard, toScreen, zoomTo } from './view.ts';

const size = { width: 900, height: 600 };
const number = fc.double({ min: -800, max: 800, noNaN: true });
const views = fc.record({
  scale: fc.double({ min: 0.2, max: 40, noNaN: true }),
  centre: fc.record({ x: number, y: number }),
});
const points = fc.record({ x: number, y: number });
const flips = fc.constantFrom(...ALL_FLIPS);

describe('the view of the board', () => {
  it('goes to the screen and back', () => {
    fc.assert(
      fc.property(views, points, flips, (view, p, flip) => {
        const back = toBoard(view, size, flip, toScreen(view, size, flip, p));
        return Math.hypot(back.x - p.x, back.y - p.y) < 1e-6;
      }),
    );
  });
  it('keeps the point under the pointer while zooming', () => {
    fc.assert(
      fc.property(
        views,
        points,
        flips,
        fc.double({ min: 0.3, max: 3, noNaN: true }),
        (view, at, flip, factor) => {
          const held = toBoard(view, size, flip, at);
          const after = toScreen(zoomTo(view, size, flip, at, factor), size, flip, held);
          return Math.hypot(after.x - at.x, after.y - at.y) < 1e-6;
        },
      ),
    );
  });
  it('moves what is seen with the hand, mirrored or not', () => {
    const view = { scale: 2, centre: { x: 0, y: 0 } };
    for (const flip of ALL_FLIPS) {
      const before = toScreen(view, size, flip, { x: 10, y: 10 });
      const after = toScreen(panBy(view, flip, 30, -20), size, flip, { x: 10, y: 10 });
      expect([after.x - before.x, after.y - before.y]).toEqual([30, -20]);
    }
  });
  it('shows a whole box', () => {
    const box = { minX: -160, minY: -160, maxX: 650, maxY: 160 };
    const view = fitBox(box, size, 40);
    for (const p of [
      { x: box.minX, y: box.minY },
      { x: box.maxX, y: box.maxY },
    ]) {
      const s = toScreen(view, size, flipOf('right'), p);
      expect(s.x >= 39.9 && s.x <= 860.1 && s.y >= 39.9 && s.y <= 560.1).toBe(true);
    }
  });
});
