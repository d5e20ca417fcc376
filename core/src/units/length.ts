/** What a bare decimal is read as. */
export type EntryUnit = 'mm' | 'cm' | 'in';
/** How lengths are shown: millimetres, decimal inches, or inch fractions to 1/64. */
export type DisplayUnit = 'mm' | 'in' | 'in-fraction';

export const MM_PER_INCH = 25.4;
const MM_PER: Readonly<Record<string, number>> = {
  mm: 1,
  cm: 10,
  in: MM_PER_INCH,
  inch: MM_PER_INCH,
  inches: MM_PER_INCH,
  '"': MM_PER_INCH,
  '″': MM_PER_INCH,
  thou: MM_PER_INCH / 1000,
};

export type LengthReading =
  { readonly ok: true; readonly mm: number } | { readonly ok: false; readonly reason: string };

const HOW_TO_WRITE = 'Write it like 44.5, 44.5 mm, 4.45 cm, 1.75 in, 1 3/4 or 5 thou.';
const UNIT = String.raw`(mm|cm|inches|inch|in|"|″|thou)?`;
const DECIMAL = new RegExp(String.raw`^([-−+]?)\s*(\d+(?:[.,]\d*)?|[.,]\d+)\s*${UNIT}$`, 'i');
const FRACTION = new RegExp(
  String.raw`^([-−+]?)\s*(?:(\d+)(?:\s+|\s*-\s*))?(\d+)\s*\/\s*(\d+)\s*${UNIT}$`,
  'i',
);
/** Far above any instrument; keeps a slip of the finger out of the arithmetic. */
const LONGEST_ENTRY_MM = 100_000;

const refuse = (text: string, why: string): LengthReading => ({
  ok: false,
  reason: `“${text.trim().slice(0, 40)}” ${why} ${HOW_TO_WRITE}`,
});

/**
 * Reads a length as a maker types it (formulas section 1): a bare decimal takes `unit`, a bare
 * fraction is inches, a decimal comma is a point. A leading sign is allowed, for places either side of a line.
 */
export function parseLength(text: string, unit: EntryUnit): LengthReading {
  const trimmed = text.trim();
  if (trimmed === '') return { ok: false, reason: `Nothing was typed. ${HOW_TO_WRITE}` };
  const decimal = DECIMAL.exec(trimmed);
  const fraction = decimal ? null : FRACTION.exec(trimmed);
  let mm: number;
  let sign: string | undefined;
  if (decimal) {
    sign = decimal[1];
    mm = Number(decimal[2]!.replace(',', '.')) * MM_PER[decimal[3]?.toLowerCase() ?? unit]!;
  } else if (fraction) {
    sign = fraction[1];
    const denominator = Number(fraction[4]);
    if (denominator === 0) return refuse(text, 'divides by zero.');
    const inches = Number(fraction[2] ?? 0) + Number(fraction[3]) / denominator;
    mm = inches * MM_PER[fraction[5]?.toLowerCase() ?? 'in']!;
  } else return refuse(text, 'is not a length that can be read.');
  if (!(mm <= LONGEST_ENTRY_MM)) return refuse(text, 'is longer than anything that fits a workshop.');
  const exact = Number(mm.toPrecision(EXACT_DIGITS));
  return { ok: true, mm: sign === '-' || sign === '−' ? -exact : exact };
}
/** Digits that a double carries for certain: takes off the rounding of the unit's factor (3/8 in is 9.525 mm). */
const EXACT_DIGITS = 15;

export interface InchFraction {
  readonly wholeInches: number;
  readonly numerator: number;
  readonly denominator: number;
  /** Length minus the fraction, mm, signed. */
  readonly remainderMm: number;
  /** Whether the remainder is large enough to be reported (over 0.05 mm). */
  readonly remainderShown: boolean;
}

const REMAINDER_SHOWN_OVER_MM = 0.05;
const FINEST_DENOMINATOR = 64;

/** The nearest 1/64 in, in lowest terms, of a length that is not negative. */
export function inchFraction(mm: number): InchFraction {
  const sixtyFourths = Math.round((mm / MM_PER_INCH) * FINEST_DENOMINATOR);
  let numerator = sixtyFourths % FINEST_DENOMINATOR;
  let denominator = FINEST_DENOMINATOR;
  while (numerator % 2 === 0 && denominator > 1) {
    numerator /= 2;
    denominator /= 2;
  }
  const remainderMm = mm - (sixtyFourths / FINEST_DENOMINATOR) * MM_PER_INCH;
  return {
    wholeInches: Math.floor(sixtyFourths / FINEST_DENOMINATOR),
    numerator,
    denominator,
    remainderMm,
    remainderShown: Math.abs(remainderMm) > REMAINDER_SHOWN_OVER_MM,
  };
}

/** The unit's name as it stands after a number. */
export const unitSuffix = (unit: DisplayUnit): string => (unit === 'mm' ? 'mm' : 'in');
/** The unit a bare decimal takes while lengths are shown so. */
export const entryUnit = (unit: DisplayUnit): EntryUnit => (unit === 'mm' ? 'mm' : 'in');

/** Rounded to so many places, without a minus before zero. */
const fixed = (value: number, places: number): string => {
  const text = value.toFixed(places);
  return Number(text) === 0 ? text.replace('-', '') : text;
};

function fractionText(mm: number): string {
  const sign = mm < 0 ? '−' : '';
  const f = inchFraction(Math.abs(mm));
  const part = f.numerator === 0 ? '' : `${f.numerator}/${f.denominator}`;
  const whole = f.wholeInches === 0 && part ? '' : String(f.wholeInches);
  const remainder = f.remainderShown
    ? ` ${f.remainderMm > 0 ? '+' : '−'} ${Math.abs(f.remainderMm).toFixed(2)} mm`
    : '';
  const body = [whole, part].filter(Boolean).join(' ');
  return `${body === '0' ? '' : sign}${body}${remainder}`;
}

/**
 * A length as shown, without its unit's name: `places` decimals of a millimetre, two more for inches.
 * Showing never changes what is stored.
 */
export function formatLength(mm: number, unit: DisplayUnit, places = 1): string {
  if (unit === 'in-fraction') return fractionText(mm);
  return (unit === 'mm' ? fixed(mm, places) : fixed(mm / MM_PER_INCH, places + 2)).replace('-', '−');
}

/** A length with its unit's name. */
export function lengthWithUnit(mm: number, unit: DisplayUnit, places = 1): string {
  const text = formatLength(mm, unit, places);
  return text.endsWith('mm') ? text.replace(/ ([+−]) /, ' in $1 ') : `${text} ${unitSuffix(unit)}`;
}

/**
 * A length as a figure and the unit to stand after it. A fraction with a remainder names both units
 * itself, so nothing stands after it.
 */
export function figureAndUnit(
  mm: number,
  unit: DisplayUnit,
  places = 1,
): { readonly figure: string; readonly unit: string } {
  return unit === 'in-fraction'
    ? { figure: lengthWithUnit(mm, unit, places), unit: '' }
    : { figure: formatLength(mm, unit, places), unit: unitSuffix(unit) };
}

/** A length for an entry field: everything that is stored, up to a millionth, no trailing noughts. */
export function lengthForEntry(mm: number, unit: DisplayUnit): string {
  if (unit === 'in-fraction') {
    const f = inchFraction(Math.abs(mm));
    // A fraction that loses something is not offered for editing: the decimal keeps the length.
    if (Math.abs(f.remainderMm) < ENTRY_EXACT_MM)
      return f.wholeInches + f.numerator === 0 ? '0' : fractionText(mm);
  }
  const value = unit === 'mm' ? mm : mm / MM_PER_INCH;
  const text = String(Number(value.toFixed(6)));
  return text.replace('-', '−');
}
/** Half of the last place that an entry field shows. */
const ENTRY_EXACT_MM = 5e-7;
