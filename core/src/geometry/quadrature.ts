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
  for (let i = 0; i < GAUSS_8.length; i += 1) {
    const reach = half * GAUSS_8[i]![0];
    sum += GAUSS_8[i]![1] * (f(middle - reach) + f(middle + reach));
  }
  return sum * half;
}

/** ∫ f over [a, b], halving until one rule and its two halves agree to `relative`; smooth f only. */
export function adaptiveGauss(f: (t: number) => number, a: number, b: number, relative: number): number {
  return refined(f, a, b, gauss8(f, a, b), relative, MOST_HALVINGS);
}

/** Smooth functions are done after a few; kinks, which nobody needs, end here. */
const MOST_HALVINGS = 12;

/** As {@link adaptiveGauss}, of a stretch whose one rule is known. */
function refined(
  f: (t: number) => number,
  a: number,
  b: number,
  whole: number,
  relative: number,
  left: number,
): number {
  const middle = (a + b) / 2;
  const [first, second] = [gauss8(f, a, middle), gauss8(f, middle, b)];
  const halves = first + second;
  if (left === 0 || Math.abs(whole - halves) <= relative * Math.abs(halves)) return halves;
  return refined(f, a, middle, first, relative, left - 1) + refined(f, middle, b, second, relative, left - 1);
}
