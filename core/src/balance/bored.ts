import type { Cut, InWood } from '../layout/cut.ts';
import type { Crossed, Fields } from '../solid/field.ts';
import type { Place3 } from './masses.ts';

/** Wood that was taken, mm³ and mm. */
export interface Taken {
  readonly volume: number;
  readonly centre: Place3;
}

/** A round hole of which the length in wood is computed. */
interface Hole {
  readonly from: InWood;
  readonly to: InWood;
  readonly radius: number;
}

/** Holes are looked at in slices so long, mm, each in rings of equal area by so many ways. */
const SLICE = 1;
const RINGS = 3;
const WAYS = 8;
/** Length before a bore's own start that is computed too, mm: in a hollow edge the bit cuts wood there. */
const BEFORE = 3;

/** The holes that a field cannot show: bored into the edge, or drilled within the wood. A screw’s is as wide as its pilot. */
export const holesWithin = (cuts: readonly Cut[]): readonly Hole[] =>
  cuts.flatMap(({ axis, bore, pilot, role }): readonly Hole[] => {
    if (!axis || bore === undefined) return [];
    const [from, to] = axis;
    const radius = (pilot ?? bore) / 2;
    if (role === 'drilled') return [{ from, to, radius }];
    const long = Math.hypot(to.x - from.x, to.y - from.y, to.z - from.z) || 1;
    const back = (key: 'x' | 'y' | 'z'): number => from[key] - ((to[key] - from[key]) / long) * BEFORE;
    return [{ from: { x: back('x'), y: back('y'), z: back('z') }, to, radius }];
  });

const crossedOf = new WeakMap<Crossed, ReadonlyMap<number, number>>();
const byCell = (crossed: Crossed): ReadonlyMap<number, number> => {
  const known = crossedOf.get(crossed) ?? new Map(crossed.cells.map((cell, k) => [cell, k]));
  crossedOf.set(crossed, known);
  return known;
};

/** How much of a cell is wood at a height, 0 to 1. */
function woodAt(fields: Fields): (p: InWood) => number {
  const { x0, y0, step, columns, rows, share, thickness } = fields;
  const depths = (of: 'front' | 'back') => {
    const [values, crossed] = [fields[of], of === 'front' ? fields.frontCrossed : fields.backCrossed];
    const cells = byCell(crossed);
    /** How much of the cell is deeper than `deep` below its face. */
    return (i: number, deep: number): number => {
      const k = cells.get(i);
      if (k === undefined) return deep >= values[i]! ? 1 : 0;
      const inside = crossed.shares[k]!;
      return (deep >= crossed.inside[k]! ? inside : 0) + (deep >= crossed.outside[k]! ? 1 - inside : 0);
    };
  };
  const [front, back] = [depths('front'), depths('back')];
  return ({ x, y, z }) => {
    const [c, r] = [Math.round((x - x0) / step), Math.round((y - y0) / step)];
    if (c < 0 || r < 0 || c >= columns || r >= rows) return 0;
    const i = r * columns + c;
    return share[i] === 0 ? 0 : share[i]! * front(i, -z) * back(i, thickness + z);
  };
}

/** Two ways square to a hole’s own and to one another. */
function acrossOf(x: number, y: number, z: number): readonly [Place3, Place3] {
  const flat = Math.hypot(x, y);
  const u = flat > 1e-9 ? { x: -y / flat, y: x / flat, z: 0 } : { x: 1, y: 0, z: 0 };
  return [u, { x: y * u.z - z * u.y, y: z * u.x - x * u.z, z: x * u.y - y * u.x }];
}

const isIn = ({ from, to, radius }: Hole, { x, y, z }: InWood): boolean => {
  const [ax, ay, az] = [to.x - from.x, to.y - from.y, to.z - from.z];
  const [px, py, pz] = [x - from.x, y - from.y, z - from.z];
  const long = ax * ax + ay * ay + az * az;
  const t = long > 0 ? (px * ax + py * ay + pz * az) / long : 0;
  if (t < 0 || t > 1) return false;
  return (px - t * ax) ** 2 + (py - t * ay) ** 2 + (pz - t * az) ** 2 < radius * radius;
};

/**
 * What holes take of the wood that a body’s fields show, beside what openings took: where they meet one another it is taken once. By piece: `pieceOf`
 * names it for a place (null: of none), `fields` gives each piece’s own.
 */
export function boredFrom<K extends string>(
  holes: readonly Hole[],
  fields: Readonly<Partial<Record<K, Fields>>>,
  pieceOf: (p: InWood) => K | null,
): ReadonlyMap<K, Taken> {
  const sums = new Map<K, { volume: number; x: number; y: number; z: number }>();
  const lookUps = new Map<Fields, (p: InWood) => number>();
  const wood = (f: Fields) => {
    const found = lookUps.get(f) ?? woodAt(f);
    lookUps.set(f, found);
    return found;
  };
  holes.forEach((hole, n) => {
    const { from, to, radius } = hole;
    const [ax, ay, az] = [to.x - from.x, to.y - from.y, to.z - from.z];
    const long = Math.hypot(ax, ay, az);
    if (!(long > 0) || !(radius > 0)) return;
    const slices = Math.ceil(long / SLICE);
    const part = (Math.PI * radius * radius * (long / slices)) / (RINGS * WAYS);
    const [u, v] = acrossOf(ax / long, ay / long, az / long);
    const before = holes.slice(0, n);
    for (let i = 0; i < slices; i += 1) {
      const t = (i + 0.5) / slices;
      for (let k = 0; k < RINGS; k += 1) {
        const off = radius * Math.sqrt((k + 0.5) / RINGS);
        for (let w = 0; w < WAYS; w += 1) {
          const a = (2 * Math.PI * (w + k / RINGS)) / WAYS;
          const [c, s] = [off * Math.cos(a), off * Math.sin(a)];
          const p = {
            x: from.x + ax * t + u.x * c + v.x * s,
            y: from.y + ay * t + u.y * c + v.y * s,
            z: from.z + az * t + u.z * c + v.z * s,
          };
          const key = pieceOf(p);
          const of = key === null ? undefined : fields[key];
          if (key === null || !of) continue;
          const share = wood(of)(p) * part;
          if (share === 0 || before.some((h) => isIn(h, p))) continue;
          const sum = sums.get(key) ?? { volume: 0, x: 0, y: 0, z: 0 };
          sum.volume += share;
          sum.x += share * p.x;
          sum.y += share * p.y;
          sum.z += share * p.z;
          sums.set(key, sum);
        }
      }
    }
  });
  return new Map(
    [...sums].map(([key, { volume, x, y, z }]) => [
      key,
      { volume, centre: { x: x / volume, y: y / volume, z: z / volume } },
    ]),
  );
}
