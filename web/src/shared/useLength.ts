import type { DisplayUnit, Limit, LimitPath, Refusal } from '@pelkin/core';
import { LIMITS } from '@pelkin/core';

/** What the length fields of a design share: its unit, its remembered words, the limit of their path. */
export interface LengthSource {
  readonly unit: DisplayUnit;
  readonly typed: Readonly<Record<string, string>>;
}

export interface LengthBinding {
  readonly unit: DisplayUnit;
  readonly limit: Limit;
  readonly typed: string | undefined;
}

/** Unit, range and remembered words for the field at a path; `limitPath` where many paths share a limit. */
export const bindLength = (
  source: LengthSource,
  path: string,
  limitPath: LimitPath = path as LimitPath,
): LengthBinding => ({
  unit: source.unit,
  limit: LIMITS[limitPath],
  typed: source.typed[path],
});

export type Commit = (mm: number, words: string | null, how: 'typed' | 'nudged') => readonly Refusal[];
