/** Positive half of the 8-point Gauss-Legendre rule on [−1, 1]: [abscissa, weight] (Abramowitz & Stegun 25.4). */
const GAUSS_8: readonly (readonly [number, number])[] = [
  [0.1834346424956498, 0.362683783378362],
  [0.525532409916329, 0.31370664587788727],
  [0.7966664774136267, 0.22238103445337448],
  [0.9602898564975363, 0.10122853629037626],
];

/** ∫ f over [a, b] by one 8-point Gauss-Legendre rule; exact for polynomials up to degree 15. */
export function gauss8(f: (t: number) => number, a: number, b: number): number {
  const middle = (a + b) / 2;
  const half = (b - a) / 2;
  let sum = 0;
  for (const [abscissa, weight] of GAUSS_8) {
    sum += weight * (f(middle - half * abscissa) + f(middle + half * abscissa));
  }
  return sum * half;
}

/** ∫ f over [a, b], halving until one rule and its two halves agree to `relative`; smooth f only. */
export function adaptiveGauss(
  f: (t: number) => number,
  a: number,
  b: number,
  relative: number,
  depth = 12,
): number {
  const whole = gauss8(f, a, b);
  const middle = (a + b) / 2;
  const halves = gauss8(f, a, middle) + gauss8(f, middle, b);
  if (depth === 0 || Math.abs(whole - halves) <= relative * Math.abs(halves)) return halves;
  return adaptiveGauss(f, a, middle, relative, depth - 1) + adaptiveGauss(f, middle, b, relative, depth - 1);
}
