import type { ClosedPath } from '../geometry/closedPath.ts';
import { flattenPath, mapPath, signedArea } from '../geometry/closedPath.ts';
import { circlePath, placeBy, polygonPath, rectPath } from '../geometry/figures.ts';
import { offsetPath } from '../geometry/offset.ts';
import type { Point } from '../geometry/point.ts';
import type { Boxed, Polygon } from '../geometry/polygons.ts';
import { boxed, polygonArea } from '../geometry/polygons.ts';
import { solveOutline } from '../outline/solve.ts';
import type { Flat } from '../parts/part.ts';

/** Chords of what is cut stay so near to it, mm: a tenth of what a hand can rout. */
export const CUT_CHORD = 0.02;

export type CutRole =
  | 'cavity'
  | 'ledge'
  | 'chamber'
  | 'channel'
  | 'sound opening'
  | 'pocket'
  | 'hole'
  | 'bore'
  | 'screw'
  | 'drilled';

/** What a cut is made for: a part, an opening or a drilled run of the design, or the neck. */
export interface Owner {
  readonly kind: 'part' | 'opening' | 'run' | 'neck';
  /** Its id in the design's own list; empty for the neck, of which there is one. */
  readonly id: string;
}
export const NECK_OWNER: Owner = { kind: 'neck', id: '' };

export const sameOwner = (a: Owner, b: Owner): boolean => a.kind === b.kind && a.id === b.id;

/** Whether a cut is made for the part, opening or run of this id. */
export const isOf = ({ owner }: Cut, kind: Owner['kind'], id: string): boolean =>
  owner.kind === kind && owner.id === id;

/** A place in the wood, instrument frame, mm. */
export interface InWood extends Point {
  readonly z: number;
}

/** A prism of wood that is taken away: its line in the face, instrument frame, and from where to where in z. */
export interface Cut {
  readonly id: string;
  readonly owner: Owner;
  readonly name: string;
  /** The face it is cut from; the edge for bores and screws in it. */
  readonly face: 'front' | 'back' | 'edge';
  readonly role: CutRole;
  readonly path: ClosedPath;
  readonly area: Boxed;
  /** Wood that stays standing within it. */
  readonly islands: readonly Polygon[];
  /** 0 is the front face, −thickness the back. */
  readonly top: number;
  readonly bottom: number;
  readonly through: boolean;
  /** Routed in the core from its own face before the front is glued on: it lies closed under it. */
  readonly closed?: boolean;
  readonly round: { readonly at: Point; readonly diameter: number } | null;
  /** The bit of a hole in the edge or a drilled run, mm, how far it goes along its own line, and that line: the prism is the box round it. */
  readonly bore?: number;
  readonly length?: number;
  readonly axis?: readonly [InWood, InWood];
  /** Of a screw: what is drilled for it, mm, where that is less than its thread; and its head's sinking, where there is one. */
  readonly pilot?: number;
  readonly countersink?: number;
  /** The bit it is routed with, where one was chosen, mm. */
  readonly bit?: number;
  /** It has no depth yet. */
  readonly unsaid: boolean;
}

/** A flat shape's line about its own middle. */
export function flatPath(shape: Flat): ClosedPath {
  if (shape.kind === 'circle') return circlePath(shape.diameter);
  if (shape.kind === 'rect') return rectPath(shape.long, shape.wide, shape.radius);
  if (shape.kind === 'slot') return rectPath(shape.long, shape.wide, Math.min(shape.long, shape.wide) / 2);
  return solveOutline(shape.nodes);
}

/** A figure that shrinks to less than this, mm², is nothing. */
const NOTHING = 1e-3;

/**
 * What a round bit leaves of a line: no inside corner sharper than its radius, mm. Straight-sided figures with round
 * corners stay what they are; others become what a bit sweeps that stays within them. As it is where the bit does not
 * get in at all.
 */
export function afterBit(shape: Flat | null, path: ClosedPath, radius: number): ClosedPath {
  if (radius <= 0 || shape?.kind === 'circle' || shape?.kind === 'slot') return path;
  const swept = offsetPath(path, -radius)
    .flatMap((inner) => offsetPath(polygonPath(inner), radius))
    .sort((a, b) => polygonArea(b) - polygonArea(a));
  return swept[0] && polygonArea(swept[0]) > NOTHING ? polygonPath(swept[0]) : path;
}

/** A closed line as a counter-clockwise polygon with its box. */
export function areaOf(path: ClosedPath): Boxed {
  const points = flattenPath(path, CUT_CHORD);
  return boxed(signedArea(path) >= 0 ? points : points.reverse());
}

/** A flat shape laid at a place and turned, rad. */
export const pathInPlace = (shape: Flat, at: Point, turn: number): ClosedPath =>
  mapPath(flatPath(shape), placeBy(at, turn));

/** Depths from a face as z: from the front downward, from the back upward; null depth goes through. */
export function zOf(
  face: 'front' | 'back',
  depth: number | null,
  thickness: number,
): { readonly top: number; readonly bottom: number; readonly through: boolean } {
  const through = depth === null || depth >= thickness;
  if (through) return { top: 0, bottom: -thickness, through };
  return face === 'front'
    ? { top: 0, bottom: -depth, through }
    : { top: depth - thickness, bottom: -thickness, through };
}

/** z ranges nearer than this, mm, touch: rounding. */
const TOUCH = 1e-6;

/** Whether two ranges of z share some depth (touching floors do not). */
export const zOverlap = (a: Pick<Cut, 'top' | 'bottom'>, b: Pick<Cut, 'top' | 'bottom'>): boolean =>
  Math.min(a.top, b.top) - Math.max(a.bottom, b.bottom) > TOUCH;

/** Wood between two ranges of z, mm: 0 or less where they meet. */
export const zGap = (a: Pick<Cut, 'top' | 'bottom'>, b: Pick<Cut, 'top' | 'bottom'>): number =>
  Math.max(a.bottom, b.bottom) - Math.min(a.top, b.top);
