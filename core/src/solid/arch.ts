/**
 * Depths by distance as a monotone cubic through typed pairs (F. N. Fritsch and J. Butland, A method for constructing
 * local monotone piecewise cubic interpolants, 1984): the first slope is the first secant's, the last is 0, and past the
 * last pair the depth stays. Distances rise from pair to pair.
 */
export function hollowDepths(pairs: readonly (readonly [number, number])[]): (s: number) => number {
  const n = pairs.length;
  const h = pairs.slice(1).map(([s], k) => s - pairs[k]![0]);
  const secant = pairs.slice(1).map(([, d], k) => (d - pairs[k]![1]) / h[k]!);
  const slope = pairs.map((_, k) => {
    if (k === n - 1) return 0;
    if (k === 0) return secant[0]!;
    const [a, b] = [secant[k - 1]!, secant[k]!];
    if (a * b <= 0) return 0;
    const [p, q] = [h[k - 1]!, h[k]!];
    return (3 * (p + q)) / ((2 * q + p) / a + (q + 2 * p) / b);
  });
  return (s) => {
    if (n === 0) return 0;
    if (s >= pairs[n - 1]![0]) return pairs[n - 1]![1];
    if (s <= pairs[0]![0]) return pairs[0]![1];
    let k = 0;
    while (s > pairs[k + 1]![0]) k += 1;
    const t = (s - pairs[k]![0]) / h[k]!;
    const [d0, d1] = [pairs[k]![1], pairs[k + 1]![1]];
    const [m0, m1] = [slope[k]! * h[k]!, slope[k + 1]! * h[k]!];
    const [t2, t3] = [t * t, t * t * t];
    return d0 * (2 * t3 - 3 * t2 + 1) + m0 * (t3 - 2 * t2 + t) + d1 * (3 * t2 - 2 * t3) + m1 * (t3 - t2);
  };
}
