/** Which fret a place u from the nut lies at, in words: to a tenth between two. */
export function fretAt(scaleLength: number, u: number): string {
  if (u <= 0) return 'nut';
  // From `u = L (1 − 2^(−n/12))`.
  const fret = -12 * Math.log2(1 - u / scaleLength);
  const tenth = Math.round(fret * 10) / 10;
  return tenth < 0.1 ? 'nut' : `fret ${tenth}`;
}
