import type { Point } from '../geometry/point.ts';
import type { Polygon } from '../geometry/polygons.ts';
import type { Sweep } from './sweep.ts';

/**
 * A solid between two faces (formulas section 11): a plan region between a front field and a back field, both flat to
 * begin with, that only lose wood. Plan in mm, any frame; z = 0 is the front face, −thickness the back; every depth
 * counts from the flat face of its own side.
 */
export interface Solid {
  readonly region: Region;
  readonly thickness: number;
  readonly front: readonly Removal[];
  readonly back: readonly Removal[];
}

/** A closed line and the holes in it, as polygons near enough to be taken for the curves: {@link PLAN_CHORD}. */
export interface Region {
  /** Counter-clockwise. */
  readonly outer: Polygon;
  /** Clockwise. */
  readonly holes: readonly Polygon[];
  /** How near its chords stay to the curves they stand for, mm; {@link PLAN_CHORD} where nothing is said. */
  readonly chord?: number;
}

/** Chords of a region stay so near to its curves, mm, where nothing else is said: where a round begins, a thousandth of a mm is felt in its depth. */
export const PLAN_CHORD = 1e-4;

/** A line over the face, as a chain of places; wood is removed on its left. */
export type Chain = readonly Point[];

/** A cut along an edge by a bit whose bearing runs on it: all along, or from one place to another with the wood on the left. */
interface AlongEdge {
  /** “outer”, or the number of a hole. */
  readonly edge: 'outer' | number;
  readonly bearingRadius: number;
  readonly stretch: readonly [Point, Point] | null;
}

/** How a contour falls away from its line: flat with a soft start, or an arc. */
export type Profile =
  | {
      readonly kind: 'flat';
      readonly softStart: number;
      /** Its angle, rad; or its drop at the place of the edge that is furthest from the line. */
      readonly by: { readonly angle: number } | { readonly dropAtFarthest: number };
    }
  | {
      readonly kind: 'arc';
      readonly by:
        | { readonly radius: number }
        | { readonly reach: number; readonly drop: number }
        | { readonly dropAtFarthest: number };
    };

/** Wood that is taken away from one face. */
export type Removal =
  | { readonly kind: 'opening'; readonly shape: Region; readonly depth: number }
  | (AlongEdge & { readonly kind: 'edge round'; readonly radius: number })
  | (AlongEdge & { readonly kind: 'edge chamfer'; readonly width: number; readonly angle: number })
  | (AlongEdge & { readonly kind: 'edge rabbet'; readonly width: number; readonly depth: number })
  | { readonly kind: 'contour'; readonly start: Chain; readonly profile: Profile }
  | {
      readonly kind: 'arch';
      /** Distance from the outer edge, inward, and depth there; the first at the edge itself. */
      readonly pairs: readonly (readonly [number, number])[];
    }
  /** All that lies behind a sweep: of a back alone, so deep as its solid is thick. */
  | { readonly kind: 'swept'; readonly sweep: Sweep; readonly thickness: number };

/** Whether a removal is done along an edge: those the thickness of the wood is told without. */
export const isAlongEdge = (removal: Removal): boolean => removal.kind.startsWith('edge ');
