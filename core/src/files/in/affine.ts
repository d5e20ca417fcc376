import type { Point } from '../../geometry/point.ts';

/** x' = a x + c y + e, y' = b x + d y + f. */
export interface Affine {
  readonly a: number;
  readonly b: number;
  readonly c: number;
  readonly d: number;
  readonly e: number;
  readonly f: number;
}

export const IDENTITY: Affine = { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 };
export const moved = (e: number, f: number): Affine => ({ ...IDENTITY, e, f });
export const scaled = (a: number, d = a): Affine => ({ ...IDENTITY, a, d });
export const turned = (rad: number): Affine => ({
  a: Math.cos(rad),
  b: Math.sin(rad),
  c: -Math.sin(rad),
  d: Math.cos(rad),
  e: 0,
  f: 0,
});

/** First `inner`, then `outer`. */
export const after = (outer: Affine, inner: Affine): Affine => ({
  a: outer.a * inner.a + outer.c * inner.b,
  b: outer.b * inner.a + outer.d * inner.b,
  c: outer.a * inner.c + outer.c * inner.d,
  d: outer.b * inner.c + outer.d * inner.d,
  e: outer.a * inner.e + outer.c * inner.f + outer.e,
  f: outer.b * inner.e + outer.d * inner.f + outer.f,
});

export const apply = (m: Affine, p: Point): Point => ({
  x: m.a * p.x + m.c * p.y + m.e,
  y: m.b * p.x + m.d * p.y + m.f,
});
