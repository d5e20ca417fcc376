/** A point or vector in the plane, mm. Which frame it is in is said where it could be in two. */
export interface Point {
  readonly x: number;
  readonly y: number;
}

export const point = (x: number, y: number): Point => ({ x, y });
export const add = (a: Point, b: Point): Point => ({ x: a.x + b.x, y: a.y + b.y });
export const subtract = (a: Point, b: Point): Point => ({ x: a.x - b.x, y: a.y - b.y });
export const scale = (a: Point, k: number): Point => ({ x: a.x * k, y: a.y * k });
export const dot = (a: Point, b: Point): number => a.x * b.x + a.y * b.y;
/** z of the cross product: positive when b is counter-clockwise of a. */
export const cross = (a: Point, b: Point): number => a.x * b.y - a.y * b.x;
/**
 * √(x² + y²) to the last figure or two, for what lies between 1e-150 and 1e150. `Math.hypot`, which is right beyond
 * that too, takes twenty times as long, and the core asks millions of times.
 */
export const hypot = (x: number, y: number): number => Math.sqrt(x * x + y * y);
/** The same of three, for vectors in space. */
export const hypot3 = (x: number, y: number, z: number): number => Math.sqrt(x * x + y * y + z * z);
export const length = (a: Point): number => hypot(a.x, a.y);
export const distance = (a: Point, b: Point): number => hypot(a.x - b.x, a.y - b.y);
export const lerp = (a: Point, b: Point, t: number): Point => ({
  x: a.x + (b.x - a.x) * t,
  y: a.y + (b.y - a.y) * t,
});
