import type { DesignNumber } from '../../design/mend.ts';
import type { Design } from '../../design/schema.ts';
import type { CarryFacts, Dependent } from './dependents.ts';
import { dependentsOf } from './dependents.ts';
import { numberKey, readNumber, writeNumber } from './numbers.ts';

/** Values that differ by less than this, mm, are the same: a hundredth rounded. */
const SAME = 0.011;
const isSame = (a: number, b: number): boolean => Math.abs(a - b) < SAME;

/** A number that changed, or should, after thickness, scale, fingerboard or joint did; mm. */
export interface CarriedNumber {
  readonly number: DesignNumber;
  readonly from: number;
  readonly to: number;
}

type FactsOf = (design: Design) => CarryFacts;

/** Returns the numbers that others follow: thickness, scale, joint and fingerboard. A change of any other carries nothing along. */
const leads = ({ body, strings, neck }: Design): readonly unknown[] => [
  body.thickness,
  strings.scaleLength,
  strings.fan?.bassScale,
  strings.fan?.perpendicularFret,
  strings.jointFret,
  neck.joint,
  neck.board,
  neck.heel,
  neck.depth,
  neck.angle,
];
/** True if two states of a design differ in thickness, scale, fingerboard or joint. */
export function leadsDiffer(a: Design, b: Design): boolean {
  const others = leads(b);
  return leads(a).some((v, i) => v !== others[i]);
}

const byKey = (list: readonly Dependent[]): ReadonlyMap<string, Dependent> =>
  new Map(list.map((d) => [numberKey(d.number), d]));

/** Returns each dependent number that both states have, as it was and as it is. */
function pairs(next: Design, before: Design, factsOf: FactsOf) {
  const earlier = byKey(dependentsOf(before, factsOf(before)));
  return dependentsOf(next, factsOf(next)).flatMap((now) => {
    const was = earlier.get(numberKey(now.number));
    return was ? [{ was, now }] : [];
  });
}

/** Numbers that depend on one another settle within this many rounds: heel, pocket, bridge, screws. */
const MOST_ROUNDS = 4;

/**
 * Carries along what a change of thickness, scale, fingerboard or joint leaves behind: each number that was what its
 * rule gives for `before`, and that the change itself did not set, becomes what the rule gives for `next`. Doing it
 * twice gives the same. Returns `next` where nothing follows.
 */
export function carryAlong(next: Design, before: Design, factsOf: FactsOf): Design {
  if (!leadsDiffer(next, before)) return next;
  const set = (now: Dependent): boolean => readNumber(before, now.number) !== readNumber(next, now.number);
  let design = next;
  for (let round = 0; round < MOST_ROUNDS; round += 1) {
    const following = pairs(design, before, factsOf).filter(
      ({ was, now }) =>
        was.rule !== null &&
        now.rule !== null &&
        isSame(was.value, was.rule) &&
        !isSame(now.value, now.rule) &&
        !set(now),
    );
    if (following.length === 0) return design;
    design = following.reduce((d, { now }) => writeNumber(d, now.number, now.rule!, false), design);
  }
  return design;
}

/**
 * What was typed by hand and is as it was before thickness, scale, fingerboard or joint changed, with the value that
 * keeps what it had: the same wood under it, the same share of the scale. `before` is the design before the change.
 */
export function leftBehind(now: Design, before: Design, factsOf: FactsOf): readonly CarriedNumber[] {
  if (!leadsDiffer(now, before)) return [];
  return pairs(now, before, factsOf).flatMap((pair): readonly CarriedNumber[] => {
    const { value, number } = pair.now;
    const to = pair.now.keeping(pair.was);
    const isByRule = pair.was.rule !== null && isSame(pair.was.value, pair.was.rule);
    return value !== pair.was.value || isByRule || isSame(to, value) ? [] : [{ number, from: value, to }];
  });
}

/** Returns the numbers that changed from `before` to `now` because they follow a rule. */
export function carried(now: Design, before: Design, factsOf: FactsOf): readonly CarriedNumber[] {
  if (!leadsDiffer(now, before)) return [];
  return pairs(now, before, factsOf).flatMap(({ was, now: { value, rule, number } }) =>
    was.rule !== null &&
    rule !== null &&
    isSame(was.value, was.rule) &&
    isSame(value, rule) &&
    !isSame(value, was.value)
      ? [{ number, from: was.value, to: value }]
      : [],
  );
}

/** Sets numbers that were left behind: one, or all of them. */
export const bringAlong = (design: Design, numbers: readonly CarriedNumber[]): Design =>
  numbers.reduce((now, { number, to }) => writeNumber(now, number, to), design);
