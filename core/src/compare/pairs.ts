import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';

interface Thing {
  readonly id: string;
  readonly at: Point;
}
/** The same thing in two states; null where a state has none. */
export interface Pair<T> {
  readonly before: T | null;
  readonly after: T | null;
}

/**
 * Pairs the things of two states: by id where both are states of one design (`byId`), else each with the nearest that
 * `isAlike` allows, the nearest pairs first. What is left over has been added or removed. Pairs come in the order of
 * `after`, then what was removed.
 */
export function pairThings<T extends Thing>(
  before: readonly T[],
  after: readonly T[],
  byId: boolean,
  isAlike: (a: T, b: T) => boolean,
): readonly Pair<T>[] {
  const partner = new Map<T, T>();
  if (byId) {
    const known = new Map(before.map((b) => [b.id, b]));
    for (const a of after) {
      const b = known.get(a.id);
      if (b) partner.set(a, b);
    }
  } else {
    const near = after
      .flatMap((a) => before.filter((b) => isAlike(b, a)).map((b) => ({ a, b, apart: distance(a.at, b.at) })))
      .sort((p, q) => p.apart - q.apart);
    const taken = new Set<T>();
    for (const { a, b } of near) {
      if (partner.has(a) || taken.has(b)) continue;
      partner.set(a, b);
      taken.add(b);
    }
  }
  const paired = new Set(partner.values());
  return [
    ...after.map((a) => ({ before: partner.get(a) ?? null, after: a })),
    ...before.filter((b) => !paired.has(b)).map((b) => ({ before: b, after: null })),
  ];
}
