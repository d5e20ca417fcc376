import { Unreadable } from './found.ts';

/** The units an SVG length may carry, in px (CSS: 96 to the inch). */
const UNIT_PX: Readonly<Record<string, number>> = {
  '': 1,
  px: 1,
  in: 96,
  cm: 96 / 2.54,
  mm: 96 / 25.4,
  q: 96 / 101.6,
  pt: 96 / 72,
  pc: 16,
};
const NUMBER = '[+-]?(?:\\d+\\.?\\d*|\\.\\d+)(?:[eE][+-]?\\d+)?';
const LENGTH = new RegExp(`^\\s*(${NUMBER})\\s*([a-zA-Z]*|%)\\s*$`);

export interface SvgLength {
  readonly value: number;
  readonly unit: string;
}

/** A length as it is written; null where there is none. */
export function svgLength(text: string | undefined, where: string): SvgLength | null {
  if (text === undefined || text.trim() === '' || text.trim() === 'auto') return null;
  const found = LENGTH.exec(text);
  const unit = found?.[2]!.toLowerCase() ?? '';
  if (!found || !(unit === '%' || unit === 'em' || unit === 'ex' || unit === 'rem' || unit in UNIT_PX))
    throw new Unreadable(
      where,
      `“${text.slice(0, 40)}” is no length: mend it in the program the file was made with`,
    );
  return { value: Number(found[1]), unit };
}

/** The same in user units; a share is of `whole`. */
export function userLength(text: string | undefined, whole: number, where: string): number | null {
  const length = svgLength(text, where);
  if (!length) return null;
  if (length.unit === '%') return (length.value / 100) * whole;
  const px = UNIT_PX[length.unit];
  if (px === undefined)
    throw new Unreadable(
      where,
      `“${text}” is measured by a font that the file does not carry: give it in mm`,
    );
  return length.value * px;
}

/** mm of a length in a true unit of length; null for px, shares and the like, whose size is anybody's guess. */
export const trueMm = (length: SvgLength | null): number | null =>
  length && ['in', 'cm', 'mm', 'q', 'pt', 'pc'].includes(length.unit)
    ? (length.value * UNIT_PX[length.unit]! * 25.4) / 96
    : null;

const ONE_NUMBER = new RegExp(NUMBER, 'y');
const BETWEEN = /[\s,]*/y;

/** The numbers of a list, as closely as SVG lets them stand (“1.5.5-2”); refused where one is none. */
export function svgNumbers(text: string, where: string): readonly number[] {
  const numbers: number[] = [];
  let at = 0;
  for (;;) {
    BETWEEN.lastIndex = at;
    BETWEEN.exec(text);
    at = BETWEEN.lastIndex;
    if (at >= text.length) return numbers;
    ONE_NUMBER.lastIndex = at;
    const found = ONE_NUMBER.exec(text)?.[0];
    const value = Number(found);
    if (found === undefined || !Number.isFinite(value))
      throw new Unreadable(
        where,
        `“${text.slice(at, at + 40)}” is no number: mend it in the program the file was made with`,
      );
    numbers.push(value);
    at = ONE_NUMBER.lastIndex;
  }
}
