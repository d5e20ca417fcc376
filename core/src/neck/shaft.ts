import type { Side } from '../design/schema.ts';
import { betaOfShares } from '../geometry/gamma.ts';
import { hypot } from '../geometry/point.ts';
import { gauss8 } from '../geometry/quadrature.ts';
import { centreScale, fretFromNut } from '../strings/frets.ts';
import type { Taper } from '../strings/taper.ts';
import { boardHalfWidth } from '../strings/taper.ts';

/**
 * The neck's own frame (formulas section 12): u from the nut's board side towards the bridge along the glue plane between neck and
 * fingerboard, v to the treble side, w = 0 on that plane and up to the strings. mm, rad.
 */

/** How full a section is, each side its own: 1 is a straight slope, 2 half an ellipse, more is fuller. */
export interface Station {
  readonly u: number;
  readonly bass: number;
  readonly treble: number;
}

/** What a shaft's back follows from. */
export interface Shaft {
  readonly taper: Taper;
  /** With the fingerboard, on the centre line. */
  readonly atFret1: number;
  readonly atFret12: number;
  /** The fingerboard on the centre line. */
  readonly board: number;
  /** At least one, by u. */
  readonly stations: readonly Station[];
}

const sideOf = (v: number): Side => (v > 0 ? 'treble' : 'bass');

/** Half the neck's width on a side: the fingerboard's. */
export const halfWidth = ({ taper }: Shaft, u: number, side: Side): number =>
  boardHalfWidth(taper, centreScale(taper) - u, side);

/** Where a fret is, on the centre line. */
const fretU = ({ taper }: Shaft, fret: number): number => fretFromNut(centreScale(taper), fret);

/** How much the shaft grows in thickness for each mm towards the bridge. */
export const growth = (shaft: Shaft): number =>
  (shaft.atFret12 - shaft.atFret1) / (fretU(shaft, 12) - fretU(shaft, 1));

/** Thickness with the fingerboard: straight through the typed ones at frets 1 and 12. */
export const thicknessAt = (shaft: Shaft, u: number): number =>
  shaft.atFret1 + growth(shaft) * (u - fretU(shaft, 1));

/** Depth of wood under the fingerboard, on the centre line. */
export const woodDepth = (shaft: Shaft, u: number): number => thicknessAt(shaft, u) - shaft.board;

/** How full the section is on a side, and how much fuller it grows a mm: straight between stations, held beyond the outer ones. */
export function fullness(
  { stations }: Shaft,
  u: number,
  side: Side,
): { readonly p: number; readonly slope: number } {
  const [first, last] = [stations[0]!, stations.at(-1)!];
  if (u <= first.u) return { p: first[side], slope: 0 };
  if (u > last.u) return { p: last[side], slope: 0 };
  const i = stations.findIndex((s) => s.u >= u);
  const [a, b] = [stations[i - 1]!, stations[i]!];
  const slope = (b[side] - a[side]) / (b.u - a.u);
  return { p: a[side] + slope * (u - a.u), slope };
}

/** `(1 − s^p)^(1/p)`: how deep a section is at a share s of its half-width, as a share of its depth; 0 beyond. */
export const shareOfDepth = (s: number, p: number): number => (s >= 1 ? 0 : (1 - s ** p) ** (1 / p));

/** The back of the shaft: `w = −h(u) (1 − |v/b|^p)^(1/p)` (formulas section 12); 0 at its edges and beyond. */
export function shaftBack(shaft: Shaft, u: number, v: number): number {
  const side = sideOf(v);
  return (
    -woodDepth(shaft, u) * shareOfDepth(Math.abs(v) / halfWidth(shaft, u, side), fullness(shaft, u, side).p)
  );
}

/** How steeply the back falls towards the bridge at a share η of the half-width, signed like v: dw/du while η stays. */
export function slopeAlong(shaft: Shaft, u: number, eta: number): number {
  const s = Math.abs(eta);
  if (s >= 1) return 0;
  const { p, slope } = fullness(shaft, u, sideOf(eta));
  const share = shareOfDepth(s, p);
  const inner = s === 0 ? 0 : s ** p;
  // d/du of ln(1 − s^p) / p, by p alone.
  const byFullness =
    s === 0 ? 0 : slope * (-Math.log1p(-inner) / (p * p) - (inner * Math.log(s)) / (p * (1 - inner)));
  return -share * (growth(shaft) + woodDepth(shaft, u) * byFullness);
}

/** The area of a section, mm²: each side half of `2 b h Γ(1 + 1/p)² / Γ(1 + 2/p)`. */
export const sectionArea = (shaft: Shaft, u: number): number =>
  woodDepth(shaft, u) *
  (['bass', 'treble'] as const).reduce((sum, side) => {
    const { p } = fullness(shaft, u, side);
    return sum + halfWidth(shaft, u, side) * betaOfShares(p, 1 / p);
  }, 0);

/** `∫ w dA` over a section, mm³: each side `−b h²/2 ∫ (1 − s^p)^(2/p) ds`. */
const sectionMoment = (shaft: Shaft, u: number): number =>
  (-(woodDepth(shaft, u) ** 2) / 2) *
  (['bass', 'treble'] as const).reduce((sum, side) => {
    const { p } = fullness(shaft, u, side);
    return sum + halfWidth(shaft, u, side) * betaOfShares(p, 2 / p);
  }, 0);

/** `∫ v dA` over a section, mm³: each side `± b²h ∫ s (1 − s^p)^(1/p) ds`; 0 where both sides are alike. */
const sectionAside = (shaft: Shaft, u: number): number =>
  woodDepth(shaft, u) *
  (halfWidth(shaft, u, 'treble') ** 2 * momentOfShares(fullness(shaft, u, 'treble').p) -
    halfWidth(shaft, u, 'bass') ** 2 * momentOfShares(fullness(shaft, u, 'bass').p));

/** `∫₀¹ s (1 − s^p)^(1/p) ds`, by the same substitution `t = s^p`: `Γ(2/p) Γ(1 + 1/p) / (p Γ(1 + 3/p))`. */
const momentOfShares = (p: number): number => betaOfShares(p, 1 / p, 1);

/** Integrals over stretches of at most this many mm: smooth between stations. */
const STRETCH = 60;

/** The wood of a stretch of the shaft and where its middle lies. Volume mm³. */
export interface ShaftMass {
  readonly volume: number;
  readonly u: number;
  readonly v: number;
  readonly w: number;
}

/** The shaft's wood between two places, `from` < `to`: sections integrated by Gauss–Legendre between stations. */
export function shaftMass(shaft: Shaft, from: number, to: number): ShaftMass {
  const breaks = [from, ...shaft.stations.map((s) => s.u).filter((u) => u > from && u < to), to];
  const over = (f: (u: number) => number): number =>
    breaks.slice(1).reduce((sum, b, i) => {
      const a = breaks[i]!;
      const parts = Math.max(1, Math.ceil((b - a) / STRETCH));
      for (let k = 0; k < parts; k += 1)
        sum += gauss8(f, a + ((b - a) * k) / parts, a + ((b - a) * (k + 1)) / parts);
      return sum;
    }, 0);
  const volume = over((u) => sectionArea(shaft, u));
  return {
    volume,
    u: over((u) => u * sectionArea(shaft, u)) / volume,
    v: over((u) => sectionAside(shaft, u)) / volume,
    w: over((u) => sectionMoment(shaft, u)) / volume,
  };
}

/** A section as callipers and a tape tell it, mm. */
export interface SectionSize {
  readonly width: number;
  /** Of the wood, and with the fingerboard. */
  readonly depth: number;
  readonly thickness: number;
  /** Round the back, from edge to edge. */
  readonly girth: number;
}

/** Steps of a section's curve, from its middle to an edge: the last ones, where it turns upright, are short. */
const STEPS = 96;

/** The back of a section from the bass edge to the treble edge, v and w in mm: near enough to draw and to measure. */
export function sectionCurve(shaft: Shaft, u: number): readonly { readonly v: number; readonly w: number }[] {
  const half = (side: Side): { readonly v: number; readonly w: number }[] =>
    Array.from({ length: STEPS + 1 }, (_, i) => {
      const eta = Math.sin((Math.PI / 2) * (i / STEPS));
      const v = (side === 'treble' ? 1 : -1) * eta * halfWidth(shaft, u, side);
      return { v, w: i === STEPS ? 0 : shaftBack(shaft, u, v) };
    });
  return [...half('bass').reverse(), ...half('treble').slice(1)];
}

/** How wide, deep and far round the shaft is at a place. */
export function sectionSize(shaft: Shaft, u: number): SectionSize {
  const curve = sectionCurve(shaft, u);
  return {
    width: halfWidth(shaft, u, 'bass') + halfWidth(shaft, u, 'treble'),
    depth: woodDepth(shaft, u),
    thickness: thicknessAt(shaft, u),
    girth: curve.slice(1).reduce((sum, q, i) => sum + hypot(q.v - curve[i]!.v, q.w - curve[i]!.w), 0),
  };
}
