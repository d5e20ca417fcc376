/** Letters that makers use for sections of a neck’s back, and the fullness that each goes up to (not included). */
const LETTERS = [
  ['V', 1.6],
  ['C', 2.35],
  ['D', 2.9],
  ['U', Infinity],
] as const;

export type FullnessLetter = (typeof LETTERS)[number][0];

/**
 * The letter of a fullness (the exponent of the section’s curve: 1 is a ridge, 2 half an ellipse). Makers draw no sharp
 * borders between the letters; these lie halfway between usual sections: V 1.3, C 2, D 2.6, U 3.2.
 */
export const fullnessLetter = (fullness: number): FullnessLetter =>
  LETTERS.find(([, below]) => fullness < below)![0];
