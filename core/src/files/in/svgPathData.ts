import { Unreadable } from './found.ts';

/** How many numbers each command takes at a time. */
const TAKES: Readonly<Record<string, number>> = {
  m: 2,
  l: 2,
  h: 1,
  v: 1,
  c: 6,
  s: 4,
  q: 4,
  t: 2,
  a: 7,
  z: 0,
};

const isSpace = (c: number): boolean => c === 32 || c === 44 || (c >= 9 && c <= 13);
const isDigit = (c: number): boolean => c >= 48 && c <= 57;

/** Where a number that begins at i ends; i itself where none does (SVG 1.1, section 8.3.9). */
function numberEnd(text: string, i: number): number {
  let k = i;
  const sign = text.charCodeAt(k);
  if (sign === 43 || sign === 45) k += 1;
  const whole = k;
  while (isDigit(text.charCodeAt(k))) k += 1;
  let digits = k - whole;
  if (text.charCodeAt(k) === 46) {
    const part = k + 1;
    k = part;
    while (isDigit(text.charCodeAt(k))) k += 1;
    digits += k - part;
  }
  if (digits === 0) return i;
  const e = text.charCodeAt(k);
  if (e === 101 || e === 69) {
    let x = k + 1;
    const way = text.charCodeAt(x);
    if (way === 43 || way === 45) x += 1;
    const from = x;
    while (isDigit(text.charCodeAt(x))) x += 1;
    if (x > from) k = x;
  }
  return k;
}

/**
 * Reads path data, a command at a time: its letter as it is written (small: relative) and its numbers. A move that
 * goes on is reported as lines. The list of numbers is the same each time: take them out before the next. Refused with
 * the place in the data where it cannot be read.
 */
export function readPathData(
  text: string,
  where: string,
  take: (command: string, n: readonly number[]) => void,
): void {
  const wrong = (i: number): never => {
    throw new Unreadable(
      where,
      `its path data cannot be read at character ${i + 1}: “${text.slice(Math.max(0, i - 8), i + 8)}”`,
    );
  };
  const n: number[] = [];
  const length = text.length;
  let command = '';
  let i = 0;
  const skip = (): void => {
    while (i < length && isSpace(text.charCodeAt(i))) i += 1;
  };
  for (skip(); i < length; skip()) {
    const letter = text[i]!;
    const isLetter = TAKES[letter.toLowerCase()] !== undefined;
    if (isLetter) {
      if (command === '' && letter !== 'm' && letter !== 'M') wrong(i);
      command = letter;
      i += 1;
    } else if (command === '' || command === 'z' || command === 'Z') wrong(i);
    const kind = command.toLowerCase();
    const count = TAKES[kind]!;
    n.length = count;
    for (let k = 0; k < count; k += 1) {
      skip();
      // The two flags of an arc may run together with what follows.
      if (kind === 'a' && (k === 3 || k === 4)) {
        const flag = text.charCodeAt(i);
        if (flag !== 48 && flag !== 49) wrong(i);
        n[k] = flag - 48;
        i += 1;
        continue;
      }
      const end = numberEnd(text, i);
      if (end === i) wrong(i);
      n[k] = Number(text.slice(i, end));
      i = end;
    }
    take(command, n);
    if (command === 'M') command = 'L';
    else if (command === 'm') command = 'l';
  }
}
