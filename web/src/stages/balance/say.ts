import type { MassRange } from '@pelkin/core';
import { massHeld } from '@pelkin/core';

/** Numbers of weight and force, as they are shown. */
export const newtons = (n: number): string => `${n.toFixed(1)} N`;
export const grams = (g: number): string => `${g.toFixed(0)} g`;
/** Forces below this are shown as none, N. */
export const LEAST_SHOWN = 0.05;
/** A force on the fretting hand as the mass that it feels like, and in newtons. */
export const atTheHand = (force: number): string =>
  Math.abs(force) < LEAST_SHOWN
    ? 'nothing at the hand'
    : `${grams(massHeld(force))} at the hand (${newtons(Math.abs(force))})`;
/** A force that holds the neck up (over 0) or down, in a maker's words. */
export const neckDive = (force: number): string =>
  `${force < 0 ? 'neck rises' : 'neck dive'}: ${atTheHand(force)}`;
export const kilograms = (g: number): string => (g / 1000).toFixed(2);

/** A range in words: what is likely, from and to. */
export const ranged = ({ likely, from, to }: MassRange, say: (v: number) => string): string =>
  say(from) === say(to) ? say(likely) : `${say(likely)} (${say(from)} to ${say(to)})`;
