import type { Shaft } from './shaft.ts';
import { halfWidth, shaftBack, slopeAlong } from './shaft.ts';

/** How the shaft's back runs into a flat heel (formulas section 12); mm, rad. */
export interface Heel {
  /** Where the shaft ends, and where the heel is flat. */
  readonly shaftEnd: number;
  readonly flatFrom: number;
  /** Heel with fingerboard along z (formulas section 3), and the neck's angle. */
  readonly thickness: number;
  readonly neckAngle: number;
  /** How steeply the transition meets the flat heel: 0 is tangent to it. */
  readonly meeting: number;
}

/** Depth of the heel's wood: `H cos α − t_board`. */
export const heelDepth = (heel: Pick<Heel, 'thickness' | 'neckAngle'>, board: number): number =>
  heel.thickness * Math.cos(heel.neckAngle) - board;

/** C. Hermite's cubic between two heights with their slopes, at a share t of a run. */
const hermite = (
  t: number,
  run: number,
  from: number,
  slopeFrom: number,
  to: number,
  slopeTo: number,
): number =>
  from * (2 * t ** 3 - 3 * t ** 2 + 1) +
  slopeFrom * run * (t ** 3 - 2 * t ** 2 + t) +
  to * (3 * t ** 2 - 2 * t ** 3) +
  slopeTo * run * (t ** 3 - t ** 2);

/** The neck's back at a share η of its half-width (signed like v), from the shaft over the transition to the heel. */
export function backAt(shaft: Shaft, heel: Heel, u: number, eta: number): number {
  const { shaftEnd, flatFrom } = heel;
  const at = (x: number): number =>
    shaftBack(shaft, x, eta * halfWidth(shaft, x, eta > 0 ? 'treble' : 'bass'));
  if (u <= shaftEnd) return at(u);
  const deep = heelDepth(heel, shaft.board);
  if (u >= flatFrom) return -deep;
  const run = flatFrom - shaftEnd;
  return hermite(
    (u - shaftEnd) / run,
    run,
    at(shaftEnd),
    slopeAlong(shaft, shaftEnd, eta),
    -deep,
    -Math.tan(heel.meeting),
  );
}

/** A slope over so many times the mean one makes the cubic overshoot: it may dip below the heel. */
const MOST_SLOPE = 3;

/**
 * How far the transition may dip below the heel: the steeper of the meeting angle and the shaft's own slope, as a share of what is
 * allowed on the centre line (three times the mean slope); over 1 it may dip. Infinity where the heel is no deeper than the shaft.
 */
export function steepness(shaft: Shaft, heel: Heel): number {
  const run = heel.flatFrom - heel.shaftEnd;
  const fall = heelDepth(heel, shaft.board) + shaftBack(shaft, heel.shaftEnd, 0);
  if (!(fall > 0) || !(run > 0)) return Infinity;
  const most = (MOST_SLOPE * fall) / run;
  return Math.max(Math.tan(heel.meeting), -slopeAlong(shaft, heel.shaftEnd, 0)) / most;
}
