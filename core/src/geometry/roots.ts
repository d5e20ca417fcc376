/** Relative size under which a leading coefficient counts as zero: far above rounding, far below any real shape. */
const LEADING_TOLERANCE = 1e-12;

/** Real roots of a t² + b t + c, ascending, by the form that does not cancel. */
export function quadraticRoots(a: number, b: number, c: number): number[] {
  const size = Math.max(Math.abs(a), Math.abs(b), Math.abs(c));
  if (size === 0) return [];
  if (Math.abs(a) < LEADING_TOLERANCE * size) return Math.abs(b) < LEADING_TOLERANCE * size ? [] : [-c / b];
  const discriminant = b * b - 4 * a * c;
  if (discriminant < 0) return [];
  const q = -0.5 * (b + (b < 0 ? -1 : 1) * Math.sqrt(discriminant));
  const roots = q === 0 ? [0] : [q / a, c / q];
  return roots.sort((m, n) => m - n);
}

/** Parameter resolution at which bisection stops: 1e-13 of a unit interval, below a picometre on any body. */
const PARAMETER_TOLERANCE = 1e-13;

/** The root of f in [a, b], where f(a) and f(b) differ in sign: bisection with a secant step where it helps. */
export function bracketedRoot(f: (t: number) => number, a: number, b: number): number {
  let low = a;
  let high = b;
  let atLow = f(a);
  const atHigh = f(b);
  if (atLow === 0) return a;
  if (atHigh === 0) return b;
  for (let i = 0; i < 100 && high - low > PARAMETER_TOLERANCE; i += 1) {
    const middle = (low + high) / 2;
    const value = f(middle);
    if (value === 0) return middle;
    if (value < 0 === atLow < 0) {
      low = middle;
      atLow = value;
    } else high = middle;
  }
  return (low + high) / 2;
}

/** Real roots of a cubic in t in the open interval (0, 1), ascending; roots of even order may be left out. */
export function cubicRootsInUnit(a: number, b: number, c: number, d: number): number[] {
  const f = (t: number): number => ((a * t + b) * t + c) * t + d;
  const turns = quadraticRoots(3 * a, 2 * b, c).filter((t) => t > 0 && t < 1);
  const stops = [0, ...turns, 1];
  const roots: number[] = [];
  for (let i = 0; i + 1 < stops.length; i += 1) {
    const from = stops[i]!;
    const to = stops[i + 1]!;
    const atFrom = f(from);
    const atTo = f(to);
    if (atFrom === 0 && from > 0) roots.push(from);
    else if (atFrom < 0 !== atTo < 0 && atFrom !== 0 && atTo !== 0) roots.push(bracketedRoot(f, from, to));
  }
  return roots;
}

/** Where a unimodal f is least in [a, b], by golden section, to about the square root of rounding. */
export function goldenSectionMinimum(f: (t: number) => number, a: number, b: number): number {
  const ratio = (Math.sqrt(5) - 1) / 2;
  let low = a;
  let high = b;
  let c = high - ratio * (high - low);
  let d = low + ratio * (high - low);
  let atC = f(c);
  let atD = f(d);
  for (let i = 0; i < 60; i += 1) {
    if (atC < atD) {
      high = d;
      d = c;
      atD = atC;
      c = high - ratio * (high - low);
      atC = f(c);
    } else {
      low = c;
      c = d;
      atC = atD;
      d = low + ratio * (high - low);
      atD = f(d);
    }
  }
  return (low + high) / 2;
}
