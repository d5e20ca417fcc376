import { hypot } from '../../geometry/point.ts';

/** A profile is looked at at so many places a mm, and no more in all. */
const EVERY = 0.02;
const MOST = 4000;

/**
 * The distances between `from` and `to` (both among them) at which a depth that depends on the distance alone is kept, so that
 * chords between them stay within `off` of it, square to it, mm: each chord as long as that allows.
 */
export function placesOnProfile(
  deep: (s: number) => number,
  from: number,
  to: number,
  off: number,
): readonly number[] {
  if (!(to > from)) return [from];
  const count = Math.min(MOST, Math.max(2, Math.ceil((to - from) / EVERY)));
  const at = (i: number): number => from + ((to - from) * i) / count;
  const depths = Float64Array.from({ length: count + 1 }, (_, i) => deep(at(i)));
  const isNear = (a: number, b: number): boolean => {
    const run = at(b) - at(a);
    const fall = depths[b]! - depths[a]!;
    const most = off * hypot(run, fall);
    for (let i = a + 1; i < b; i += 1)
      if (Math.abs(fall * (at(i) - at(a)) - run * (depths[i]! - depths[a]!)) > most) return false;
    return true;
  };
  const kept = [from];
  for (let a = 0; a < count;) {
    // Twice as far while that holds, then by halves between the last that held and the first that did not.
    let [held, failed] = [a + 1, count + 1];
    for (let step = 1; a + step <= count; step *= 2) {
      if (!isNear(a, a + step)) {
        failed = a + step;
        break;
      }
      held = a + step;
    }
    while (failed - held > 1) {
      const middle = Math.min(count, Math.floor((held + failed) / 2));
      if (middle === held) break;
      if (isNear(a, middle)) held = middle;
      else failed = middle;
    }
    kept.push(at(held));
    a = held;
  }
  return kept;
}
