import type { Point } from '../geometry/point.ts';

/** A place of the instrument, mm. */
export interface Place3 extends Point {
  readonly z: number;
}

/** A mass that is not known to the gram: what is likely, and between what it lies. */
export interface MassRange {
  readonly likely: number;
  readonly from: number;
  readonly to: number;
}

/**
 * What one source of error does to a mass, g: how much less or more it may be. A source is one board, one model of part, one scale: all that it
 * is in errs together (formulas section 5).
 */
export interface MassError {
  readonly source: string;
  readonly less: number;
  readonly more: number;
}

/** Something of an instrument that weighs. g, mm. */
export interface MassItem {
  readonly key: string;
  readonly name: string;
  readonly kind: 'wood' | 'part' | 'strings' | 'allowance';
  readonly mass: MassRange;
  /** Where its errors come from; without, from a source of its own. */
  readonly errors?: readonly MassError[];
  readonly at: Place3;
  /** Of wood, mm³. */
  readonly volume?: number;
  /** Of what was weighed. */
  readonly weighed?: Weighed;
}

/** What was weighed in place of an estimate, g. */
export interface Weighed {
  /** On the scale. */
  readonly mass: number;
  /** What is estimated now, and its place. */
  readonly estimate: { readonly mass: number; readonly at: Place3 };
  /** How much more is estimated now than when it was weighed, where the thing has changed since: its mass is corrected by that. Null while it has not. */
  readonly changed: number | null;
}

/** An instrument by all that it is made of. */
export interface Weight {
  readonly items: readonly MassItem[];
  readonly total: MassRange;
  readonly centre: Place3;
}

/** What is sure to the gram. */
export const sure = (mass: number): MassRange => ({ likely: mass, from: mass, to: mass });

/** A wood’s mass by its volume and its density. */
export const woodMass = (volumeMm3: number, density: MassRange): MassRange => {
  // kg/m³ is 1e-6 g/mm³.
  const of = (rho: number): number => volumeMm3 * rho * 1e-6;
  return { likely: of(density.likely), from: of(density.from), to: of(density.to) };
};

/** All of a mass’s range as the error of one source. */
export const errorOf = (source: string, { likely, from, to }: MassRange): readonly MassError[] => [
  { source, less: likely - from, more: to - likely },
];

/** The errors of an item by their sources. */
export const errorsOf = ({ key, mass, errors }: MassItem): readonly MassError[] =>
  errors ?? errorOf(key, mass);

/**
 * How far a sum over items may be off, below and above: each item counts `share` of its mass. What one source does to several items adds up with
 * its sign; sources are independent of each other, so they add as the root of the sum of squares (formulas section 5).
 */
export function rangeOf(
  items: readonly MassItem[],
  share: (item: MassItem) => number,
): { readonly less: number; readonly more: number; readonly sources: ReadonlyMap<string, MassError> } {
  const sources = new Map<string, { source: string; less: number; more: number }>();
  for (const item of items) {
    const factor = share(item);
    for (const { source, less, more } of errorsOf(item)) {
      const sum = sources.get(source) ?? { source, less: 0, more: 0 };
      sum.less += factor * less;
      sum.more += factor * more;
      sources.set(source, sum);
    }
  }
  let [down, up] = [0, 0];
  // A source that makes items heavier may lower the sum: `less` and `more` are of the masses, not of the sum.
  for (const { less, more } of sources.values()) {
    down += Math.max(0, less, -more) ** 2;
    up += Math.max(0, more, -less) ** 2;
  }
  return { less: Math.sqrt(down), more: Math.sqrt(up), sources };
}

/** All together, with their range by the sources of their errors; null without any mass. */
export function weigh(items: readonly MassItem[]): Weight | null {
  let [m, x, y, z] = [0, 0, 0, 0];
  for (const { mass, at } of items) {
    m += mass.likely;
    x += mass.likely * at.x;
    y += mass.likely * at.y;
    z += mass.likely * at.z;
  }
  if (!(m > 0)) return null;
  const { less, more } = rangeOf(items, () => 1);
  return {
    items,
    total: { likely: m, from: m - less, to: m + more },
    centre: { x: x / m, y: y / m, z: z / m },
  };
}

/**
 * The instrument with its errors as they are most likely to come together where a sum over its items is off by its range, upward (1) or downward (−1):
 * each source by its share of that. `share` as in {@link rangeOf}. The masses alone change.
 */
export function offBy(weight: Weight, share: (item: MassItem) => number, way: 1 | -1): Weight {
  const { less, more, sources } = rangeOf(weight.items, share);
  const whole = way > 0 ? more : less;
  if (!(whole > 0)) return weight;
  /** How many of its errors each source is off by: over 0 heavier. */
  const shares = new Map(
    [...sources.values()].map(({ source, less: a, more: b }) => {
      const [heavier, lighter] = way > 0 ? [b, -a] : [-b, a];
      return [source, heavier > lighter ? Math.max(0, heavier) / whole : -Math.max(0, lighter) / whole];
    }),
  );
  const items = weight.items.map((item) => {
    const by = errorsOf(item).reduce((sum, { source, less: a, more: b }) => {
      const times = shares.get(source)!;
      return sum + times * (times > 0 ? b : a);
    }, 0);
    return { ...item, mass: { ...item.mass, likely: item.mass.likely + by } };
  });
  return weigh(items) ?? weight;
}
