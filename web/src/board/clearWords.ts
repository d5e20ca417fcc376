import type { Point } from '@pelkin/core';

/** Words at a place of the screen, px; in large letters those that name a sheet of paper. */
export interface Words {
  readonly at: Point;
  readonly text: string;
  readonly anchor: 'start' | 'middle' | 'end';
  readonly look?: 'figure' | 'quiet' | 'sheet';
}

/** A letter of the board's figures is so wide, px; a line of them reaches so far over and under its foot. */
const FIGURE = { letter: 6.7, over: 8.5, under: 2.5 };
/** The same of a sheet's name. */
const SHEET = { letter: 14, over: 17, under: 5 };

function boxOf({ at, text, anchor, look }: Words) {
  const { letter, over, under } = look === 'sheet' ? SHEET : FIGURE;
  const long = text.length * letter;
  const left = anchor === 'start' ? at.x : anchor === 'end' ? at.x - long : at.x - long / 2;
  return { left, right: left + long, top: at.y - over, bottom: at.y + under };
}

/**
 * The words that lie clear of those before them: words keep their size at any zoom, so where there is no room for
 * all, the later ones wait until the board is larger.
 */
export function clearWords<W extends Words>(words: readonly W[]): readonly W[] {
  const taken: ReturnType<typeof boxOf>[] = [];
  return words.filter((w) => {
    const box = boxOf(w);
    const isClear = taken.every(
      (t) => t.left >= box.right || t.right <= box.left || t.top >= box.bottom || t.bottom <= box.top,
    );
    if (isClear) taken.push(box);
    return isClear;
  });
}
