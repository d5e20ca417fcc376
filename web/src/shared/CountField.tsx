import type { Limit, Refusal } from '@pelkin/core';
import { NumberField } from './NumberField.tsx';

interface Props {
  readonly label: string;
  readonly value: number;
  readonly limit: Limit;
  readonly onCommit: (value: number) => readonly Refusal[];
}

/** A whole number with its range; arrows step it by one. */
export function CountField({ label, value, limit, onCommit }: Props) {
  return (
    <NumberField
      label={label}
      value={value}
      unit=""
      min={limit.min}
      max={limit.max}
      from={limit.from}
      places={0}
      whole
      onCommit={onCommit}
    />
  );
}
