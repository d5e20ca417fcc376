import type { KeyboardEvent } from 'react';
import { describe, expect, it, vi } from 'vitest';
import { flipOf } from '../board/view.ts';
import { onBoardKey } from './boardKeys.ts';

/** Presses a key on a thing of the board; what was asked of it, and whether the page was kept from acting too. */
function pressed(key: string, more: Partial<KeyboardEvent> = {}, flip = flipOf('right')) {
  const wishes = { nudge: vi.fn(), remove: vi.fn(), choose: vi.fn(), leave: vi.fn(), copy: vi.fn() };
  const preventDefault = vi.fn();
  onBoardKey({ key, preventDefault, ...more } as unknown as KeyboardEvent, flip, wishes);
  const asked = Object.entries(wishes).flatMap(([name, f]) =>
    f.mock.calls.map((args) => [name, ...(args as unknown[])]),
  );
  return { asked, kept: preventDefault.mock.calls.length > 0 };
}

describe('keys of what stands on the board', () => {
  it('arrows nudge by a tenth of a mm, by one with Shift, by a hundredth with Alt', () => {
    expect(pressed('ArrowRight')).toEqual({ asked: [['nudge', { x: 0.1, y: 0 }]], kept: true });
    expect(pressed('ArrowUp', { shiftKey: true }).asked).toEqual([['nudge', { x: 0, y: 1 }]]);
    expect(pressed('ArrowDown', { altKey: true }).asked).toEqual([['nudge', { x: 0, y: -0.01 }]]);
  });
  it('arrows go as the eye sees them on a mirrored board', () => {
    expect(pressed('ArrowLeft', {}, flipOf('left')).asked).toEqual([['nudge', { x: 0.1, y: 0 }]]);
    const [[, up]] = pressed('ArrowUp', {}, flipOf('left')).asked as [[string, { x: number; y: number }]];
    expect(up.y).toBe(0.1);
    expect(Math.abs(up.x)).toBe(0);
  });
  it('and on one that is turned over', () => {
    const [[, up]] = pressed('ArrowUp', {}, flipOf('right', 'back')).asked as [
      [string, { x: number; y: number }],
    ];
    expect(up.y).toBe(-0.1);
    expect(pressed('ArrowRight', {}, flipOf('right', 'back')).asked).toEqual([['nudge', { x: 0.1, y: -0 }]]);
  });
  it('Delete and Backspace remove, Enter and space choose, Escape leaves', () => {
    expect(pressed('Delete')).toEqual({ asked: [['remove']], kept: true });
    expect(pressed('Backspace')).toEqual({ asked: [['remove']], kept: true });
    expect(pressed('Enter', { shiftKey: false })).toEqual({ asked: [['choose', false]], kept: true });
    expect(pressed(' ', { shiftKey: true })).toEqual({ asked: [['choose', true]], kept: true });
    expect(pressed('Escape')).toEqual({ asked: [['leave']], kept: false });
  });
  it('Ctrl C copies; other keys are the page’s own', () => {
    expect(pressed('c', { ctrlKey: true })).toEqual({ asked: [['copy']], kept: false });
    expect(pressed('c', { metaKey: true }).asked).toEqual([['copy']]);
    for (const key of ['c', 'x', 'Tab', 'F5']) expect(pressed(key)).toEqual({ asked: [], kept: false });
  });
});
