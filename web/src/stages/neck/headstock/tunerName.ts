import type { Strings, Tuner } from '@pelkin/core';
import { stringNumber } from '@pelkin/core';

/** A tuner in words: by its string, counted from the treble side as strings are. */
export const tunerName = (strings: Pick<Strings, 'count'>, tuner: Pick<Tuner, 'string'>): string =>
  `tuner of string ${stringNumber(strings, tuner)}`;
