import type { Tuner } from '@pelkin/core';

/** A tuner in words: by its string, counted from the bass side. */
export const tunerName = ({ string }: Pick<Tuner, 'string'>): string => `tuner of string ${string}`;
