import type { Strings } from '../design/schema.ts';

/**
 * The clear space that equal gaps leave between neighbours, mm (formulas section 2):
 * `(spread − Σ g_i + (g_1 + g_N)/2) / (N − 1)`; null for a single string.
 */
export function equalGap(spread: number, gauges: readonly number[]): number | null {
  const n = gauges.length;
  if (n < 2) return null;
  const sum = gauges.reduce((total, g) => total + g, 0);
  return (spread - sum + (gauges[0]! + gauges[n - 1]!) / 2) / (n - 1);
}

/** y of every string centre, bass to treble, mm, for a spread between the outer two. */
export function stringPlaces(
  spread: number,
  gauges: readonly number[],
  spacing: Strings['spacing'],
): readonly number[] {
  const n = gauges.length;
  if (n < 2) return gauges.map(() => 0);
  if (spacing === 'equal-centres') return gauges.map((_, i) => spread / 2 - (spread * i) / (n - 1));
  const gap = equalGap(spread, gauges)!;
  const places = [spread / 2];
  for (let i = 1; i < n; i += 1) places.push(places[i - 1]! - (gauges[i - 1]! + gauges[i]!) / 2 - gap);
  return places;
}
