import type { ClosedPath } from '../geometry/closedPath.ts';
import { centroid, flattenPath } from '../geometry/closedPath.ts';
import type { Point } from '../geometry/point.ts';
import { cross } from '../geometry/point.ts';
import type { OutlineMeasures } from './measures.ts';
import type { ShapeKey } from './shapeMeasures.ts';
import { SHAPE_KEYS, shapeOf } from './shapeMeasures.ts';

/** What shapes are compared by beside the measures they are made by. */
export const PROPORTION_KEYS = [
  ...SHAPE_KEYS,
  'face',
  'thicknessToWidth',
  'bassToTreble',
  'visualAlong',
  'visualAcross',
] as const;
export type ProportionKey = (typeof PROPORTION_KEYS)[number];

/** mm; `face` in mm²; the two ratios plain. What a shape does not have is left out. */
export type Proportions = Readonly<Partial<Record<ProportionKey, number>>>;

/** Chords of the edge, mm off it: areas of its halves come out within a few mm². */
const CHORD = 0.01;

/** Area of a polygon's part on the bass side (y > 0), mm²: the polygon cut at the centre line (Sutherland and Hodgman, 1974). */
function bassArea(points: readonly Point[]): number {
  const kept: Point[] = [];
  points.forEach((a, i) => {
    const b = points[(i + 1) % points.length]!;
    if (a.y >= 0) kept.push(a);
    if (a.y >= 0 !== b.y >= 0) kept.push({ x: a.x + ((b.x - a.x) * a.y) / (a.y - b.y), y: 0 });
  });
  return Math.abs(kept.reduce((sum, p, i) => sum + cross(p, kept[(i + 1) % kept.length]!), 0)) / 2;
}

/** The measures of a shape that proportion is judged by. Visual centre: of the face, from the bridge and off the centre line. */
export function proportionsOf(path: ClosedPath, measures: OutlineMeasures, thickness: number): Proportions {
  const middle = centroid(path);
  const bass = bassArea(flattenPath(path, CHORD));
  const treble = measures.areaMm2 - bass;
  return {
    ...shapeOf(measures),
    face: measures.areaMm2,
    ...(measures.widest > 0 ? { thicknessToWidth: thickness / measures.widest } : {}),
    ...(treble > 0 ? { bassToTreble: bass / treble } : {}),
    ...(middle ? { visualAlong: middle.x, visualAcross: middle.y } : {}),
  };
}

/** Ratio systems that makers lay over a shape. None is right. */
export const RATIOS = [
  { key: 'golden', name: '1.618', value: (1 + Math.sqrt(5)) / 2 },
  { key: 'root2', name: '√2', value: Math.SQRT2 },
  { key: '3:2', name: '3:2', value: 3 / 2 },
  { key: '4:3', name: '4:3', value: 4 / 3 },
  { key: '2:1', name: '2:1', value: 2 },
] as const;

/** Pairs of measures whose ratio is looked at, the usually larger first. */
export const RATIO_PAIRS: readonly (readonly [ShapeKey, ShapeKey])[] = [
  ['length', 'lowerBout'],
  ['length', 'upperBout'],
  ['lowerBout', 'upperBout'],
  ['lowerBout', 'waist'],
  ['upperBout', 'waist'],
  ['length', 'waistAt'],
];

export interface ShapeRatio {
  readonly of: ShapeKey;
  readonly to: ShapeKey;
  /** Both measures, mm. */
  readonly a: number;
  readonly b: number;
  /** The larger over the smaller. */
  readonly ratio: number;
  readonly nearest: { readonly name: string; readonly value: number };
  /** What `of` would have to become for the ratio to be exact, mm, and by how much it would change. */
  readonly exact: number;
  readonly change: number;
}

/** The shape's own ratios, each with the nearest of the systems asked about and what would make it exact. */
export function shapeRatios(
  shape: Proportions,
  systems: readonly { readonly name: string; readonly value: number }[] = RATIOS,
): readonly ShapeRatio[] {
  return RATIO_PAIRS.flatMap(([of, to]) => {
    const [a, b] = [shape[of], shape[to]];
    if (!(a && b && a > 0 && b > 0) || systems.length === 0) return [];
    const isLarger = a >= b;
    const ratio = isLarger ? a / b : b / a;
    // Ratios are compared by their logarithm: half as much and twice as much are equally far.
    const nearest = systems.reduce((best, s) =>
      Math.abs(Math.log(ratio / s.value)) < Math.abs(Math.log(ratio / best.value)) ? s : best,
    );
    const exact = isLarger ? b * nearest.value : b / nearest.value;
    return [{ of, to, a, b, ratio, nearest, exact, change: exact - a }];
  });
}
