import type { Refusal } from '@pelkin/core';
import { FieldShell } from './FieldShell.tsx';
import { useDraft } from './useDraft.ts';
import { TYPE_ONE, VARIES } from './varies.ts';

interface Props {
  readonly label: string;
  /** Null where several things differ in it. */
  readonly value: number | null;
  /** What stands behind the number: °, %, or a word. */
  readonly unit: string;
  readonly min: number;
  readonly max: number;
  readonly from: string;
  readonly places?: number;
  readonly whole?: boolean;
  readonly onCommit: (value: number) => readonly Refusal[];
}

/** A plain number with its range: degrees, per cent, a count. Arrows step it by one, with Alt by a tenth. */
export function NumberField({ label, value, unit, min, max, from, places = 1, whole, onCommit }: Props) {
  const plain = value === null ? '' : String(Number(value.toFixed(places)));
  const set = (next: number): string | null => {
    if (!Number.isFinite(next) || next < min || next > max || (whole && !Number.isInteger(next)))
      return `A ${whole ? 'whole ' : ''}number from ${min} to ${max} goes here.`;
    const [refusal] = next === value ? [] : onCommit(next);
    return refusal ? `${refusal.message}.` : null;
  };
  const { isTyped, shell } = useDraft({
    shown: value === null ? VARIES : plain,
    entry: plain,
    take: (text) => {
      const point = text.replace(',', '.').replace('−', '-');
      return set(/^[-+]?(\d+\.?\d*|\.\d+)$/.test(point) ? Number(point) : NaN);
    },
    nudge: (way, { altKey }) =>
      value === null ? TYPE_ONE : set(Number((value + way * (altKey && !whole ? 0.1 : 1)).toFixed(6))),
  });
  return (
    <FieldShell
      {...shell}
      label={label}
      suffix={unit}
      title={undefined}
      hint={isTyped ? `${min} to ${max}, ${from}` : null}
      inputMode={whole ? 'numeric' : 'decimal'}
    />
  );
}
