import type { Side } from '../design/schema.ts';
import type { Point } from '../geometry/point.ts';
import { hypot } from '../geometry/point.ts';

/**
 * The headstock's own frame: its face's plane, x from the nut along the centre line, y to the bass side. mm, rad. Untilted it is the
 * instrument's frame with the nut at 0.
 */

/** The headstock seen from the side (formulas section 12). */
export interface HeadstockSide {
  /** How far its face is tilted back. */
  readonly tilt: number;
  /** Its face below the bottom of the nut's slots, square to it at the nut. */
  readonly below: number;
}

/** A tuner's post and the string on it. */
export interface Post {
  /** Its middle. */
  readonly at: Point;
  /** To the string's centre line. */
  readonly radius: number;
  /** Where the string is taken off, over the face. */
  readonly takeOff: number;
  /** On which side of its post the string passes. */
  readonly passes: Side;
}

/** A string at the nut (x is 0 but where the nut is slanted), and how it runs there: y gained for each mm towards the headstock. */
export interface AtNut {
  readonly x: number;
  readonly y: number;
  readonly slope: number;
}

/** A string from the nut to its post. */
export interface StringPath {
  /** In side view, down at the nut: positive presses it into its slot. */
  readonly breakAngle: number;
  /** Against its own line, positive to the bass side. */
  readonly sideways: number;
  /** Where it meets its post, and how far it runs till there. */
  readonly touches: Point;
  readonly length: number;
  /** To the nearest other post's radius, and whose; null where there is no other. */
  readonly clearance: number | null;
  readonly nearest: number | null;
}

export const LEAST_BREAK = (5 * Math.PI) / 180;
export const MOST_BREAK = (16 * Math.PI) / 180;
export const MOST_SIDEWAYS = (6 * Math.PI) / 180;
export const LEAST_CLEARANCE = 1.5;

/** `β = τ + atan((g − h) / d)` (formulas section 12): down at the nut to something `height` over the face, `far` away along the centre line. */
export const breakAngleAtNut = ({ tilt, below }: HeadstockSide, far: number, height: number): number =>
  tilt + Math.atan((below - height) / far);

/**
 * Each string's way from the nut to its post, in the order of the posts (formulas section 12). `strings` and `posts` are as many. Null for one whose
 * post lies over the nut or behind it, or so near to the string's place at the nut that there is no way round it.
 */
export function stringPaths(
  side: HeadstockSide,
  strings: readonly AtNut[],
  posts: readonly Post[],
): readonly (StringPath | null)[] {
  return posts.map((post, i) => {
    const { x, y, slope } = strings[i]!;
    const [d, aside] = [post.at.x - x, post.at.y - y];
    const far = hypot(d, aside);
    if (!(d > 0) || !(far > post.radius)) return null;
    // On the treble side of its post it runs below the line to the middle (y is up to the bass side).
    const way = Math.atan2(aside, d) + (post.passes === 'treble' ? -1 : 1) * Math.asin(post.radius / far);
    const length = Math.sqrt(far * far - post.radius * post.radius);
    const touches = { x: x + length * Math.cos(way), y: y + length * Math.sin(way) };
    let [clearance, nearest]: [number | null, number | null] = [null, null];
    posts.forEach((other, k) => {
      if (k === i) return;
      const along = Math.max(
        0,
        Math.min(length, (other.at.x - x) * Math.cos(way) + (other.at.y - y) * Math.sin(way)),
      );
      const clear =
        hypot(other.at.x - x - along * Math.cos(way), other.at.y - y - along * Math.sin(way)) - other.radius;
      if (clearance === null || clear < clearance) [clearance, nearest] = [clear, k];
    });
    return {
      breakAngle: breakAngleAtNut(side, d, post.takeOff),
      sideways: way - Math.atan(slope),
      touches,
      length,
      clearance,
      nearest,
    };
  });
}
