import type { DisplayUnit, Limit, Refusal } from '@pelkin/core';
import {
  entryUnit,
  formatLength,
  lengthForEntry,
  lengthWithUnit,
  parseLength,
  unitSuffix,
} from '@pelkin/core';
import type { ReactNode } from 'react';
import { FieldShell } from './FieldShell.tsx';
import { useDraft } from './useDraft.ts';
import { TYPE_ONE, VARIES } from './varies.ts';

interface Props {
  readonly label: string;
  /** mm, as stored; null where several things differ in it. */
  readonly value: number | null;
  readonly unit: DisplayUnit;
  readonly limit: Limit;
  /** The words in which the value was last typed. */
  readonly typed?: string | undefined;
  /** Takes a new length, and its words when they say more than the number; gives refusals when it cannot be. */
  readonly onCommit: (mm: number, words: string | null, how: 'typed' | 'nudged') => readonly Refusal[];
  /** Stands after the number in place of the unit. */
  readonly suffix?: ReactNode;
  readonly places?: number;
}

/** mm an arrow key or a wheel notch moves a length. */
const nudgeOf = (event: { shiftKey: boolean; altKey: boolean }): number =>
  event.shiftKey ? 1 : event.altKey ? 0.01 : 0.1;

const rangeWords = (limit: Limit, unit: DisplayUnit): string =>
  `${lengthWithUnit(limit.min, unit, 0)} to ${lengthWithUnit(limit.max, unit, 0)}, ${limit.from}`;

/** Below what any entry can tell apart, mm. */
const SAME_LENGTH = 1e-9;

/** Whether remembered words are still the value's: a drag or another tool may have moved it since. */
function stillSays(words: string | undefined, value: number | null): boolean {
  if (words === undefined || value === null) return false;
  const reading = parseLength(words, 'mm');
  return reading.ok && Math.abs(Math.abs(reading.mm) - Math.abs(value)) < SAME_LENGTH;
}

/** A length typed in any unit; shown in the design's. What is not a length, or out of range, says so and is not taken. */
export function LengthField(props: Props) {
  const { label, value, unit, limit, onCommit, suffix, places = 1 } = props;
  const typed = stillSays(props.typed, value) ? props.typed : undefined;
  const set = (mm: number, words: string | null, how: 'typed' | 'nudged'): string | null => {
    if (mm < limit.min || mm > limit.max)
      return `${lengthWithUnit(mm, unit)} is outside ${lengthWithUnit(limit.min, unit)} to ${lengthWithUnit(limit.max, unit)}.`;
    const [refusal] = onCommit(mm, words, how);
    return refusal ? `${refusal.message}.` : null;
  };
  const { isTyped, shell } = useDraft({
    shown: value === null ? VARIES : formatLength(value, unit, places),
    entry: value === null ? '' : (typed ?? lengthForEntry(value, unit)),
    same: (text) => text === (value === null ? '' : lengthForEntry(value, unit)),
    take: (text) => {
      const reading = parseLength(text, entryUnit(unit));
      if (!reading.ok) return reading.reason;
      const plain = /^[-−+]?[\d.,]+$/.test(text);
      return set(reading.mm, plain ? null : text.slice(0, 40), 'typed');
    },
    nudge: (way, event) =>
      value === null ? TYPE_ONE : set(Number((value + way * nudgeOf(event)).toFixed(6)), null, 'nudged'),
    wheel: true,
  });
  return (
    <FieldShell
      {...shell}
      label={label}
      suffix={suffix ?? unitSuffix(unit)}
      title={typed ? `Typed as ${typed}` : undefined}
      hint={isTyped ? rangeWords(limit, unit) : null}
      inputMode="decimal"
      wide={unit === 'in-fraction'}
    />
  );
}
