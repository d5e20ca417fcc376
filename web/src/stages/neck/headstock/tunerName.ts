import type { Tuner } from '@pelkin/core';

/** What a tuner is called: by its string, counted from the treble side. */
export const tunerName = ({ string }: Pick<Tuner, 'string'>): string => `tuner of string ${string}`;
