import type { Strings } from '../design/schema.ts';

/**
 * Frets by twelve-tone equal temperament (formulas section 2): `d(n) = L (1 − 2^(−n/12))`.
 * Valid for any n (below 0: behind the nut) and a scale length measured along the centre line.
 */
export const fretFromNut = (scaleLength: number, fret: number): number =>
  scaleLength * (1 - 2 ** (-fret / 12));

/** A fret's x in the instrument frame (bridge line 0, nut at the scale length), mm. */
export const fretX = (scaleLength: number, fret: number): number => scaleLength * 2 ** (-fret / 12);

/** The numbers that places along the strings follow from. */
export type Scales = Pick<Strings, 'scaleLength' | 'fan'>;

/** The scale on the centre line, mm: halfway between the two of a fan. */
export const centreScale = ({ scaleLength, fan }: Scales): number =>
  fan ? (fan.bassScale + scaleLength) / 2 : scaleLength;

/** A string's own scale, mm, linear in its place from 0 (bass) to 1 (treble). */
export const scaleAt = ({ scaleLength, fan }: Scales, place: number): number =>
  fan ? fan.bassScale + (scaleLength - fan.bassScale) * place : scaleLength;

/** x that every string has at the perpendicular fret, mm: `x_p = L_c · 2^(−p/12)`; any fret will do without a fan. */
const perpendicularX = (scales: Scales): number =>
  fretX(centreScale(scales), scales.fan?.perpendicularFret ?? 0);

/** x of a string's fret, mm (formulas section 2): `x_p − L_i (2^(−p/12) − 2^(−n/12))`. */
export const stringFretX = (scales: Scales, place: number, fret: number): number =>
  perpendicularX(scales) -
  scaleAt(scales, place) * (2 ** (-(scales.fan?.perpendicularFret ?? 0) / 12) - 2 ** (-fret / 12));

/** x of a string's end at the bridge, uncompensated, mm: `x_p − L_i · 2^(−p/12)`; 0 without a fan. */
export const stringBridgeX = (scales: Scales, place: number): number =>
  scales.fan
    ? perpendicularX(scales) - scaleAt(scales, place) * 2 ** (-scales.fan.perpendicularFret / 12)
    : 0;
