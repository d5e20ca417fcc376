import type { MassRange } from '@pelkin/core';

/** Numbers of weight and force, as they are shown. */
export const newtons = (n: number): string => `${n.toFixed(1)} N`;
export const grams = (g: number): string => `${g.toFixed(0)} g`;
export const kilograms = (g: number): string => (g / 1000).toFixed(2);

/** A range in words: what is likely, from and to. */
export const ranged = ({ likely, from, to }: MassRange, say: (v: number) => string): string =>
  say(from) === say(to) ? say(likely) : `${say(likely)} (${say(from)} to ${say(to)})`;
