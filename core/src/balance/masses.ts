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

/** Something of an instrument that weighs. g, mm. */
export interface MassItem {
  readonly key: string;
  readonly name: string;
  readonly kind: 'wood' | 'part' | 'strings' | 'allowance';
  readonly mass: MassRange;
  readonly at: Place3;
  /** Of wood, mm³. */
  readonly volume?: number;
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

/**
 * All together. Each mass that is not known to the gram is off on its own: together they are likely to be off by the root of the sum of their
 * squares. The middle is that of the likely masses; null without any.
 */
export function weigh(items: readonly MassItem[]): Weight | null {
  let [m, x, y, z, less, more] = [0, 0, 0, 0, 0, 0];
  for (const { mass, at } of items) {
    m += mass.likely;
    x += mass.likely * at.x;
    y += mass.likely * at.y;
    z += mass.likely * at.z;
    less += (mass.likely - mass.from) ** 2;
    more += (mass.to - mass.likely) ** 2;
  }
  if (!(m > 0)) return null;
  return {
    items,
    total: { likely: m, from: m - Math.sqrt(less), to: m + Math.sqrt(more) },
    centre: { x: x / m, y: y / m, z: z / m },
  };
}
