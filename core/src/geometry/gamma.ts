/** Coefficients of C. Lanczos' series for g = 7 (nine terms: relative errors under 1e-14 for arguments over 1/2). */
const LANCZOS = [
  0.99999999999980993, 676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059,
  12.507343278686905, -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7,
];

/** Γ(x) for x ≥ 1/2. Throws for less: nothing here asks for it. */
export function gamma(x: number): number {
  if (!(x >= 0.5)) throw new RangeError(`Γ is wanted at 0.5 and over, not at ${x}`);
  const t = x - 1 + 7.5;
  let sum = LANCZOS[0]!;
  for (let i = 1; i < LANCZOS.length; i += 1) sum += LANCZOS[i]! / (x - 1 + i);
  return Math.sqrt(2 * Math.PI) * t ** (x - 0.5) * Math.exp(-t) * sum;
}

/** `∫₀¹ s^m (1 − s^p)^k ds = Γ((m + 1)/p) Γ(1 + k) / (p Γ(1 + k + (m + 1)/p))` (L. Euler's beta function by t = s^p); p, m, k over 0. */
export const betaOfShares = (p: number, k: number, m = 0): number => {
  const a = (m + 1) / p;
  // Γ(1 + a) = a Γ(a) keeps the argument over 1/2.
  return (gamma(1 + a) * gamma(1 + k)) / (a * p * gamma(1 + k + a));
};
