import { beginsCourse } from '../design/sections/strings.ts';
import type { Strings } from '../design/schema.ts';

/**
 * The clear space that equal gaps leave between neighbours, mm (formulas section 2):
 * `(spread − Σ g_i + (g_1 + g_N)/2) / (N − 1)`; null for a single string. With courses the space
 * between courses: what the strings of a course take (`within`, centre to centre) is no gap.
 */
export function equalGap(
  spread: number,
  gauges: readonly number[],
  courses: Strings['courses'] = null,
  within = 0,
): number | null {
  let gaps = 0;
  let taken = 0;
  for (let i = 1; i < gauges.length; i += 1)
    if (beginsCourse(courses, i)) {
      gaps += 1;
      taken += (gauges[i - 1]! + gauges[i]!) / 2;
    } else taken += within;
  return gaps === 0 ? null : (spread - taken) / gaps;
}

/**
 * y of every string centre, bass to treble, mm, for a spread between the outer two. Equal centres are
 * those of the courses; `within` is the distance between neighbours in one course.
 */
export function stringPlaces(
  spread: number,
  gauges: readonly number[],
  spacing: Strings['spacing'],
  courses: Strings['courses'] = null,
  within = 0,
): readonly number[] {
  const n = gauges.length;
  if (n < 2) return gauges.map(() => 0);
  const sizes = courses ?? gauges.map(() => 1);
  if (sizes.length === 1) return gauges.map((_, i) => spread / 2 - (spread * i) / (n - 1));
  const gap = equalGap(spread, gauges, courses, within)!;
  const half = (size: number): number => ((size - 1) * within) / 2;
  // Between the middles of the outer courses the middles stand in even steps.
  const pitch = (spread - half(sizes[0]!) - half(sizes.at(-1)!)) / (sizes.length - 1);
  const step = (i: number, course: number): number =>
    spacing === 'equal-gaps'
      ? gap + (gauges[i - 1]! + gauges[i]!) / 2
      : pitch - half(sizes[course - 1]!) - half(sizes[course]!);
  const places = [spread / 2];
  let course = 0;
  for (let i = 1; i < n; i += 1) {
    const begins = beginsCourse(courses, i);
    if (begins) course += 1;
    places.push(places[i - 1]! - (begins ? step(i, course) : within));
  }
  return places;
}
