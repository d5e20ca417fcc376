import type { DisplayUnit, Limit, Refusal } from '@pelkin/core';
import {
  entryUnit,
  formatLength,
  lengthForEntry,
  lengthWithUnit,
  parseLength,
  unitSuffix,
} from '@pelkin/core';
import type { KeyboardEvent, ReactNode } from 'react';
import { useEffect, useId, useState } from 'react';
import { FieldShell } from './FieldShell.tsx';
import { useEntry } from './useEntry.ts';
import { useStable } from './useStable.ts';

interface Props {
  readonly label: string;
  /** mm, as stored. */
  readonly value: number;
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
function stillSays(words: string | undefined, value: number): boolean {
  if (words === undefined) return false;
  const reading = parseLength(words, 'mm');
  return reading.ok && Math.abs(Math.abs(reading.mm) - Math.abs(value)) < SAME_LENGTH;
}

/** A length typed in any unit; shown in the design's. What is not a length, or out of range, says so and is not taken. */
export function LengthField(props: Props) {
  const { label, value, unit, limit, onCommit, suffix, places = 1 } = props;
  const typed = stillSays(props.typed, value) ? props.typed : undefined;
  const [draft, setDraft] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const id = useId();
  const shown = draft ?? formatLength(value, unit, places);
  const [input, come] = useEntry(shown);

  const take = (mm: number, words: string | null, how: 'typed' | 'nudged'): boolean => {
    if (mm < limit.min || mm > limit.max) {
      setProblem(
        `${lengthWithUnit(mm, unit)} is outside ${lengthWithUnit(limit.min, unit)} to ${lengthWithUnit(limit.max, unit)}.`,
      );
      return false;
    }
    const [refusal] = onCommit(mm, words, how);
    setProblem(refusal ? `${refusal.message}.` : null);
    return !refusal;
  };
  const leave = (): void => {
    setDraft(null);
    setProblem(null);
  };
  const commit = (): void => {
    if (draft === null) return;
    const text = draft.trim();
    if (text === lengthForEntry(value, unit) || text === typed) {
      leave();
      return;
    }
    const reading = parseLength(text, entryUnit(unit));
    if (!reading.ok) {
      setProblem(reading.reason);
      return;
    }
    const plain = /^[-−+]?[\d.,]+$/.test(text);
    if (take(reading.mm, plain ? null : text.slice(0, 40), 'typed')) setDraft(null);
  };
  const nudge = (by: number): void => {
    setDraft(null);
    take(Number((value + by).toFixed(6)), null, 'nudged');
  };
  const onKeyDown = useStable((event: KeyboardEvent<HTMLInputElement>): void => {
    event.stopPropagation();
    if (event.key === 'Enter') {
      // Takes the number; a form round it is sent by its own button, never with a number that was refused.
      event.preventDefault();
      commit();
    } else if (event.key === 'Escape') {
      leave();
      input.current?.blur();
    } else if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
      event.preventDefault();
      nudge((event.key === 'ArrowUp' ? 1 : -1) * nudgeOf(event));
    }
  });
  const onWheel = useStable((event: WheelEvent): void => {
    if (document.activeElement !== input.current) return;
    event.preventDefault();
    nudge((event.deltaY < 0 ? 1 : -1) * nudgeOf(event));
  });
  useEffect(() => {
    const element = input.current!;
    // React listens passively to the wheel; the page must not scroll while a number is turned.
    element.addEventListener('wheel', onWheel, { passive: false });
    return () => element.removeEventListener('wheel', onWheel);
  }, [input, onWheel]);
  const onBlur = useStable(commit);
  const onFocus = useStable((): void => {
    const text = problem === null ? (typed ?? lengthForEntry(value, unit)) : shown;
    setDraft(text);
    come(text);
  });

  return (
    <FieldShell
      id={id}
      input={input}
      label={label}
      suffix={suffix ?? unitSuffix(unit)}
      title={typed ? `Typed as ${typed}` : undefined}
      problem={problem}
      hint={draft === null || problem !== null ? null : rangeWords(limit, unit)}
      inputMode="decimal"
      wide={unit === 'in-fraction'}
      onFocus={onFocus}
      onChange={setDraft}
      onBlur={onBlur}
      onKeyDown={onKeyDown}
    />
  );
}
