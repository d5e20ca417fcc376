import { beforeEach, describe, expect, it } from 'vitest';
import { useBoard } from './boardStore.ts';
import { flipOf, toScreen } from './view.ts';

const state = () => useBoard.getState();
const box = { minX: -160, minY: -170, maxX: 360, maxY: 160 };
const unmeasured = { view: { scale: 1, centre: { x: 150, y: 0 } }, size: { width: 0, height: 0 } };

beforeEach(() => useBoard.setState(unmeasured));

/** The box on the screen, px. */
const corners = () => {
  const { view, size } = state();
  const a = toScreen(view, size, flipOf('right'), { x: box.minX, y: box.maxY });
  const b = toScreen(view, size, flipOf('right'), { x: box.maxX, y: box.minY });
  return { left: a.x, top: a.y, right: size.width - b.x, bottom: size.height - b.y };
};

describe('a board that is not drawn yet', () => {
  it('is fitted by the size it will have, the box in its middle', () => {
    state().begin({ width: 800, height: 686 }, box);
    expect(state().size).toEqual({ width: 800, height: 686 });
    const { left, top, right, bottom } = corners();
    expect(left).toBeCloseTo(right, 9);
    expect(top).toBeCloseTo(bottom, 9);
    expect(Math.min(left, top)).toBeGreaterThan(40);
  });
  it('goes by what was measured where it was measured', () => {
    state().setSize({ width: 640, height: 480 });
    state().begin({ width: 800, height: 686 }, box);
    expect(state().size).toEqual({ width: 640, height: 480 });
    expect(corners().left).toBeCloseTo(corners().right, 9);
  });
  it('waits in a window that leaves it no room', () => {
    state().begin({ width: 0, height: 300 }, box);
    expect(state().view).toBe(unmeasured.view);
    state().fit(box);
    expect(state().view).toBe(unmeasured.view);
  });
});

describe('a board that lies as it is reported already', () => {
  it('is not told again: nothing is drawn for it', () => {
    state().begin({ width: 800, height: 686 }, box);
    const before = state();
    state().setSize({ width: 800, height: 686 });
    state().fit({ ...box });
    expect(state()).toBe(before);
    state().fit({ ...box, maxX: 400 });
    expect(state().view).not.toBe(before.view);
  });
});

describe('a board that is turned over', () => {
  it('shows the other face, and the front again at the next design', () => {
    state().begin({ width: 800, height: 686 }, box);
    state().turnOver();
    expect(state().from).toBe('back');
    state().turnOver();
    expect(state().from).toBe('front');
    state().turnOver();
    state().begin({ width: 800, height: 686 }, box);
    expect(state().from).toBe('front');
  });
});

describe('a place that is shown', () => {
  it.each([
    ['front', 'right'],
    ['front', 'left'],
    ['back', 'right'],
    ['back', 'left'],
  ] as const)('from the %s, %s-handed, is in the middle of what the list leaves free', (from, hand) => {
    useBoard.setState({ size: { width: 800, height: 686 }, from });
    const place = { x: 120, y: -75 };
    state().showPlace(place, 310);
    const { view, size } = state();
    const { x, y } = toScreen(view, size, flipOf(hand, from), place);
    expect([x, y]).toEqual([expect.closeTo(400, 9), expect.closeTo((686 - 310) / 2, 9)]);
    useBoard.setState({ from: 'front' });
  });
});
