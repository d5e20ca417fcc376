import type { EntryUnit } from '../../src/units/length.ts';
import { inchFraction, parseLength } from '../../src/units/length.ts';
import type { Adapter } from './vector.ts';

interface Entry {
  readonly text: string;
  readonly display_unit: EntryUnit;
  readonly length_mm: number;
}

/** Length entry and inch fractions. */
export const units: readonly Adapter[] = [
  {
    topic: 'units',
    kind: 'parse',
    run: ({ input, expect }, { abs_mm }) => {
      const { text, display_unit } = input as unknown as Entry;
      const want = expect as unknown as { accepted: boolean; length_mm?: number };
      const reading = parseLength(text, display_unit);
      const accepted = { key: 'accepted', got: reading.ok, expected: want.accepted, within: 0 };
      return reading.ok && want.accepted
        ? [accepted, { key: 'length_mm', got: reading.mm, expected: want.length_mm, within: Number(abs_mm) }]
        : [accepted];
    },
  },
  {
    topic: 'units',
    kind: 'inch fraction',
    run: ({ input, expect }, { abs_mm }) => {
      const f = inchFraction((input as unknown as Entry).length_mm);
      const want = expect as Readonly<Record<string, unknown>>;
      const check = (key: string, got: unknown, within = 0) => ({ key, got, expected: want[key], within });
      return [
        check('whole_inches', f.wholeInches),
        check('numerator', f.numerator),
        check('denominator', f.denominator),
        check('remainder_mm', f.remainderMm, Number(abs_mm)),
        check('remainder_shown', f.remainderShown),
      ];
    },
  },
];
