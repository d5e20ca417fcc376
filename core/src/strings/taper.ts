import type { Side, Strings } from '../design/schema.ts';
import type { Point } from '../geometry/point.ts';
import type { Scales } from './frets.ts';
import { stringBridgeX, stringFretX } from './frets.ts';

/** The numbers that widths along the neck follow from. */
export type Taper = Scales & Pick<Strings, 'nutWidth' | 'nutMargin' | 'bridgeSpread' | 'bridgeMargin'>;

/** Outer string centre to outer string centre at the nut, mm: `s_n = w_n − 2 m_n`. */
export const nutSpread = (t: Pick<Taper, 'nutWidth' | 'nutMargin'>): number => t.nutWidth - 2 * t.nutMargin;

/** A straight line along the neck by its two ends. */
export interface EdgeLine {
  readonly nut: Point;
  readonly bridge: Point;
}

/** Strings' places run from 0 on the bass side to 1 on the treble side. */
const SIDES = { bass: { sign: 1, place: 0 }, treble: { sign: -1, place: 1 } } as const;

const edgeLine = (t: Taper, side: Side, halfNut: number, halfBridge: number): EdgeLine => {
  const { sign, place } = SIDES[side];
  return {
    nut: { x: stringFretX(t, place, 0), y: sign * halfNut },
    bridge: { x: stringBridgeX(t, place), y: sign * halfBridge },
  };
};

/** The outer string of a side. Each end stands at its own scale's end where the frets are fanned. */
export const outerString = (t: Taper, side: Side): EdgeLine =>
  edgeLine(t, side, nutSpread(t) / 2, t.bridgeSpread / 2);

/** The board's edge on a side, run on to the bridge line. */
export const boardEdge = (t: Taper, side: Side): EdgeLine =>
  edgeLine(t, side, t.nutWidth / 2, t.bridgeSpread / 2 + t.bridgeMargin);

/** y of a line along the neck at x, mm. */
export const yAt = ({ nut, bridge }: EdgeLine, x: number): number =>
  bridge.y + ((nut.y - bridge.y) * (x - bridge.x)) / (nut.x - bridge.x);

/** Half the spread of the outer strings at x, mm (formulas section 2), on a side: they differ only with a fan. */
export const halfSpread = (t: Taper, x: number, side: Side = 'bass'): number =>
  Math.abs(yAt(outerString(t, side), x));

/** Half the fingerboard's width at x, mm: linear from `s_b/2 + m_b` at the bridge line to `w_n/2` at the nut. */
export const boardHalfWidth = (t: Taper, x: number, side: Side = 'bass'): number =>
  Math.abs(yAt(boardEdge(t, side), x));

/** The board's whole width at x, mm. */
export const boardWidthAt = (t: Taper, x: number): number =>
  boardHalfWidth(t, x, 'bass') + boardHalfWidth(t, x, 'treble');
