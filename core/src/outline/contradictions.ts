import type { Family } from './families.ts';
import { FAMILY_KEYS, isStraightSided } from './families.ts';
import type { ShapeKey, ShapeMeasures } from './shapeMeasures.ts';
import { SHAPE_WORDS } from './shapeMeasures.ts';

/** Where the neck meets the body: the body's edge there, and half the width that its seat needs; mm. */
export interface NeckSeat {
  readonly x: number;
  readonly half: number;
}

/** Measures that cannot be had together, and why. */
export interface Contradiction {
  readonly keys: readonly ShapeKey[];
  readonly message: string;
}

export const figure = (mm: number): string => `${Number(mm.toFixed(1))} mm`;

/** Least distance along the centre line between neighbouring bouts and waist, and least swing between their widths, mm. */
const LEAST_APART = 30;
const LEAST_SWING = 4;
/** Bodies outside this are no bodies: lengths along and across, mm. */
const SIZES = { least: 20, most: 1200 } as const;
/** Wood behind the bridge before the notch of a V, and half the notch's width beside round tips, at least, mm. */
const V_ROOM = 40;
const NOTCH_HALF = 12;

/** A horn is at least so broad at the upper bout, beside the neck's seat, mm. */
const HORN_ROOM = 28;

/** Where the tail ends on the centre line, from the bridge, mm. */
export const tailOf = (m: ShapeMeasures, seat: NeckSeat): number =>
  seat.x + Math.max(0, m.hornReachBass ?? 0, m.hornReachTreble ?? 0) - m.length!;

/** Which measures of a family contradict each other; empty when a body can be tried. */
export function contradictionsOf(family: Family, m: ShapeMeasures, seat: NeckSeat): Contradiction[] {
  const found: Contradiction[] = [];
  const say = (keys: readonly ShapeKey[], message: string): void => void found.push({ keys, message });
  const name = (k: ShapeKey): string => `${SHAPE_WORDS[k].name} ${figure(m[k]!)}`;
  for (const key of FAMILY_KEYS[family]) {
    const value = m[key];
    if (value === undefined || !Number.isFinite(value))
      say([key], `the ${SHAPE_WORDS[key].name} is missing: type it`);
    else if (key === 'waistOffset') {
      if (Math.abs(value) > 120)
        say([key], `a ${name(key)} is more than any body has: up to 120 mm either way`);
    } else if (
      value < (key.startsWith('horn') || key === 'tailOverhang' ? 4 : SIZES.least) ||
      value > SIZES.most
    )
      say([key], `a ${name(key)} is outside what a body has`);
  }
  if (found.length) return found;
  /** The first must come before the second, with room between. */
  const before = (a: ShapeKey, b: ShapeKey, room: number): void => {
    if (m[b]! - m[a]! < room)
      say(
        [a, b],
        `the ${name(a)} and the ${name(b)} do not leave the ${room} mm between them that a curve needs`,
      );
  };
  if (m.tailOverhang !== undefined && family === 'swept-tail' && m.tailOverhang > m.lowerBoutAt! * 0.7)
    say(
      ['tailOverhang', 'lowerBoutAt'],
      `a ${name('tailOverhang')} reaches to the lower bout, ${figure(m.lowerBoutAt!)} from the tail’s end`,
    );
  before('lowerBoutAt', isStraightSided(family) ? 'upperBoutAt' : 'waistAt', LEAST_APART);
  if (!isStraightSided(family)) {
    before('waistAt', 'upperBoutAt', LEAST_APART);
    for (const bout of ['lowerBout', 'upperBout'] as const)
      if (m[bout]! - m.waist! < LEAST_SWING)
        say(
          ['waist', bout],
          `the ${name('waist')} is no narrower than the ${name(bout)}: a waist lies between wider bouts`,
        );
    const offset = Math.abs(m.waistOffset!);
    const room = 2 * Math.min(m.waistAt! - m.lowerBoutAt!, m.upperBoutAt! - m.waistAt!) - LEAST_APART;
    if (offset > room)
      say(
        ['waistOffset', 'waistAt'],
        `a ${name('waistOffset')} pushes a waist past its bout: up to ${figure(Math.max(0, room))} goes here`,
      );
  } else if (m.upperBout! > m.lowerBout!)
    say(
      ['upperBout', 'lowerBout'],
      `the ${name('upperBout')} is wider than the ${name('lowerBout')}: a straight-sided body grows towards its tail`,
    );
  if (family === 'straight-v') {
    // The bridge stands on wood: the notch ends tailward of it.
    if (tailOf(m, seat) + m.tailOverhang! > -V_ROOM)
      say(
        ['tailOverhang', 'length'],
        `a ${name('tailOverhang')} brings the notch to within ${V_ROOM} mm of the bridge: make it shallower, or the body longer`,
      );
    if (m.lowerBout! / 2 - 2 * m.lowerBoutAt! < NOTCH_HALF)
      say(
        ['lowerBout', 'lowerBoutAt'],
        `wings with tips so round leave no notch between them: make the ${name('lowerBoutAt')} smaller`,
      );
  }
  const reachMost = Math.max(0, m.hornReachBass ?? 0, m.hornReachTreble ?? 0);
  const neckAt = m.length! - reachMost;
  const tail = tailOf(m, seat);
  if (m.upperBout! / 2 < seat.half + (isStraightSided(family) ? 8 : HORN_ROOM))
    say(
      ['upperBout'],
      `the ${name('upperBout')} leaves no wood beside the neck’s seat of ${figure(2 * seat.half)}`,
    );
  if (tail > -20)
    say(
      reachMost > 0 ? ['length', 'hornReachBass', 'hornReachTreble'] : ['length'],
      `with a ${name('length')} the body ends ${tail > 0 ? `${figure(tail)} nutward of` : `only ${figure(-tail)} behind`} the bridge: the joint is ${figure(seat.x)} from it`,
    );
  for (const side of ['Bass', 'Treble'] as const) {
    const [reachKey, cutKey] = [`hornReach${side}`, `cutaway${side}`] as const;
    const has = FAMILY_KEYS[family].includes(reachKey);
    const end = neckAt + (has ? m[reachKey]! : 0);
    if (end - m.upperBoutAt! < (has ? 20 : 12))
      say(
        has ? ['upperBoutAt', reachKey, 'length'] : ['upperBoutAt', 'length'],
        `the ${name('upperBoutAt')} lies at or past the ${side.toLowerCase()} side’s end, ${figure(end)} from the tail’s end`,
      );
    if (!has) continue;
    if (m[cutKey]! < m[reachKey]!)
      say(
        [cutKey, reachKey],
        `a ${name(cutKey)} does not come back to the neck: it is less than the ${name(reachKey)}`,
      );
    if (m[cutKey]! > end - m.waistAt! - 20)
      say(
        [cutKey, 'waistAt'],
        `a ${name(cutKey)} reaches the waist, ${figure(m.waistAt!)} from the tail’s end`,
      );
  }
  return found;
}
