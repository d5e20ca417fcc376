import type { Point } from '@pelkin/core';
import type { KeyboardEvent } from 'react';
import type { Flip } from '../board/view.ts';

/** What the keys do to a thing on the board that has the focus; what is left out has no key. */
export interface KeyWishes {
  /** Arrows: so far in the instrument frame, mm. */
  readonly nudge: (by: Point) => void;
  readonly remove: () => void;
  /** Enter and space; with Shift the thing is one more of several. */
  readonly choose: (oneMore: boolean) => void;
  readonly leave: () => void;
  readonly copy?: () => void;
}

const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowRight: [1, 0],
  ArrowLeft: [-1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};
/** An arrow's step, mm; with Shift, and with Alt. */
const STEP = { plain: 0.1, coarse: 1, fine: 0.01 } as const;

/** One set of keys for all that stands on the board; arrows go as the eye sees them (`flip`: a mirrored board). */
export function onBoardKey(event: KeyboardEvent, flip: Flip, wishes: KeyWishes): void {
  const { key, shiftKey, altKey } = event;
  const arrow = ARROWS[key];
  if (arrow) {
    event.preventDefault();
    const by = shiftKey ? STEP.coarse : altKey ? STEP.fine : STEP.plain;
    wishes.nudge({ x: flip.x * arrow[0] * by, y: flip.y * arrow[1] * by });
  } else if (key === 'Delete' || key === 'Backspace') {
    event.preventDefault();
    wishes.remove();
  } else if (key === 'Escape') wishes.leave();
  else if (key === 'Enter' || key === ' ') {
    event.preventDefault();
    wishes.choose(shiftKey);
  } else if (key === 'c' && (event.ctrlKey || event.metaKey)) wishes.copy?.();
}
