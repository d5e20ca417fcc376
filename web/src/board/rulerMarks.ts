import type { DisplayUnit } from '@pelkin/core';

export interface RulerMark {
  /** Signed distance from the ruler's zero, mm. */
  readonly at: number;
  readonly label: string | null;
  readonly level: 0 | 1 | 2;
}

/** A way to divide a ruler: distance between figures, and finer divisions of it. */
interface Division {
  readonly labelled: number;
  readonly middle: number;
  readonly fine: number;
}

const INCH = 25.4;
const METRIC: readonly Division[] = [
  { labelled: 1, middle: 0.5, fine: 0.1 },
  { labelled: 5, middle: 1, fine: 0.5 },
  { labelled: 10, middle: 5, fine: 1 },
  { labelled: 20, middle: 10, fine: 2 },
  { labelled: 50, middle: 10, fine: 5 },
  { labelled: 100, middle: 50, fine: 10 },
  { labelled: 200, middle: 100, fine: 20 },
  { labelled: 500, middle: 100, fine: 50 },
];
const INCHES: readonly Division[] = [
  { labelled: INCH / 4, middle: INCH / 16, fine: INCH / 64 },
  { labelled: INCH / 2, middle: INCH / 8, fine: INCH / 32 },
  { labelled: INCH, middle: INCH / 2, fine: INCH / 16 },
  { labelled: 2 * INCH, middle: INCH, fine: INCH / 4 },
  { labelled: 4 * INCH, middle: 2 * INCH, fine: INCH / 2 },
  { labelled: 12 * INCH, middle: 6 * INCH, fine: INCH },
  { labelled: 24 * INCH, middle: 12 * INCH, fine: 6 * INCH },
];
/** Figures stand at least so many pixels apart. */
const LABEL_PIXELS = 54;

function inchLabel(mm: number): string {
  const quarters = Math.round((mm / INCH) * 4);
  const whole = Math.floor(quarters / 4);
  const part = ['', '¼', '½', '¾'][quarters % 4]!;
  return whole === 0 && part ? part : `${whole}${part}`;
}

/** Marks between two distances (mm) at so many pixels a mm; figures without sign, for both ways from zero. */
export function rulerMarks(from: number, to: number, scale: number, unit: DisplayUnit): readonly RulerMark[] {
  const divisions = unit === 'mm' ? METRIC : INCHES;
  const { labelled, middle, fine } =
    divisions.find((d) => d.labelled * scale >= LABEL_PIXELS) ?? divisions.at(-1)!;
  const marks: RulerMark[] = [];
  const perLabel = Math.round(labelled / fine);
  const perMiddle = Math.round(middle / fine);
  for (let i = Math.ceil(from / fine); i * fine <= to; i += 1) {
    const at = i * fine;
    const isLabelled = i % perLabel === 0;
    const figure = unit === 'mm' ? String(Number(Math.abs(at).toFixed(1))) : inchLabel(Math.abs(at));
    marks.push({
      at,
      label: isLabelled ? figure : null,
      level: isLabelled ? 2 : i % perMiddle === 0 ? 1 : 0,
    });
  }
  return marks;
}
