import type { Limit, Refusal } from '@pelkin/core';
import type { KeyboardEvent } from 'react';
import { useId, useState } from 'react';
import { FieldShell } from './FieldShell.tsx';
import { useEntry } from './useEntry.ts';
import { useStable } from './useStable.ts';

interface Props {
  readonly label: string;
  readonly value: number;
  readonly limit: Limit;
  readonly onCommit: (value: number) => readonly Refusal[];
}

/** A whole number with its range; arrows step it by one. */
export function CountField({ label, value, limit, onCommit }: Props) {
  const [draft, setDraft] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const id = useId();
  const shown = draft ?? String(value);
  const [input, come] = useEntry(shown);

  const take = (next: number): boolean => {
    if (!Number.isInteger(next) || next < limit.min || next > limit.max) {
      setProblem(`A whole number from ${limit.min} to ${limit.max} goes here.`);
      return false;
    }
    const [refusal] = next === value ? [] : onCommit(next);
    setProblem(refusal ? `${refusal.message}.` : null);
    return !refusal;
  };
  const commit = (): void => {
    if (draft !== null && take(/^\s*\d{1,4}\s*$/.test(draft) ? Number(draft) : NaN)) setDraft(null);
  };
  const leave = (): void => {
    setDraft(null);
    setProblem(null);
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
      const next = value + (event.key === 'ArrowUp' ? 1 : -1);
      if (take(next)) setDraft(String(next));
    }
  });
  const onBlur = useStable(commit);
  const onFocus = useStable((): void => {
    const text = problem === null ? String(value) : shown;
    setDraft(text);
    come(text);
  });

  return (
    <FieldShell
      id={id}
      input={input}
      label={label}
      suffix=""
      title={undefined}
      problem={problem}
      hint={draft === null ? null : `${limit.min} to ${limit.max}, ${limit.from}`}
      inputMode="numeric"
      onFocus={onFocus}
      onChange={setDraft}
      onBlur={onBlur}
      onKeyDown={onKeyDown}
    />
  );
}
