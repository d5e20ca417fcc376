import type { Refusal } from '@pelkin/core';
import { FieldShell } from './FieldShell.tsx';
import { useDraft } from './useDraft.ts';

/** A short text; what it may be is said by whoever takes it. */
export function TextField(props: {
  readonly label: string;
  readonly value: string;
  readonly hint: string;
  readonly onCommit: (text: string) => readonly Refusal[];
}) {
  const { label, value, hint, onCommit } = props;
  const { isTyped, shell } = useDraft({
    shown: value,
    entry: value,
    take: (text) => {
      const [refusal] = onCommit(text);
      return refusal ? `${refusal.message}.` : null;
    },
  });
  return (
    <FieldShell
      {...shell}
      label={label}
      suffix=""
      title={undefined}
      hint={isTyped ? hint : null}
      inputMode="text"
      wide
    />
  );
}
