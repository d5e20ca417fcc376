import type { Strings } from '../design/schema.ts';
import type { Point } from '../geometry/point.ts';
import { fretFromNut, fretX } from './frets.ts';
import { equalGap, stringPlaces } from './places.ts';
import { boardHalfWidth, halfSpread, nutSpread } from './taper.ts';

export interface Fret {
  readonly number: number;
  /** Along the centre line from the nut, mm. */
  readonly fromNut: number;
  /** From the fret before (from the nut for the first), mm. */
  readonly fromPrevious: number;
  /** Instrument frame, mm. */
  readonly x: number;
  readonly boardWidth: number;
}

/** All that follows from the strings in plan (formulas section 2), instrument frame, mm. */
export interface StringLayout {
  readonly nutSpread: number;
  /** Nut end and bridge end of every string, bass to treble. */
  readonly lines: readonly { readonly nut: Point; readonly bridge: Point; readonly gauge: number }[];
  /** The nut is fret 0. */
  readonly frets: readonly Fret[];
  /** Where the neck leaves the body. */
  readonly jointX: number;
  readonly jointWidth: number;
  /** The tail end of the fingerboard. */
  readonly boardEndX: number;
  readonly boardEndWidth: number;
  /** Clear space between neighbours when gaps are equal; null otherwise. */
  readonly gap: { readonly nut: number; readonly bridge: number } | null;
}

export function layoutStrings(strings: Strings): StringLayout {
  const { scaleLength, gauges, spacing } = strings;
  const spreadAtNut = nutSpread(strings);
  const nutPlaces = stringPlaces(spreadAtNut, gauges, spacing);
  const bridgePlaces = stringPlaces(strings.bridgeSpread, gauges, spacing);
  const width = (x: number): number => 2 * boardHalfWidth(strings, x);
  const frets = Array.from({ length: strings.frets + 1 }, (_, number): Fret => {
    const x = fretX(scaleLength, number);
    const fromNut = fretFromNut(scaleLength, number);
    return {
      number,
      fromNut,
      fromPrevious: number === 0 ? 0 : fromNut - fretFromNut(scaleLength, number - 1),
      x,
      boardWidth: width(x),
    };
  });
  const jointX = fretX(scaleLength, strings.jointFret);
  const boardEndX = fretX(scaleLength, strings.frets) - strings.boardEnd;
  const gapAtNut = equalGap(spreadAtNut, gauges);
  const gapAtBridge = equalGap(strings.bridgeSpread, gauges);
  return {
    nutSpread: spreadAtNut,
    lines: gauges.map((gauge, i) => ({
      nut: { x: scaleLength, y: nutPlaces[i]! },
      bridge: { x: 0, y: bridgePlaces[i]! },
      gauge,
    })),
    frets,
    jointX,
    jointWidth: width(jointX),
    boardEndX,
    boardEndWidth: width(boardEndX),
    gap:
      spacing === 'equal-gaps' && gapAtNut !== null && gapAtBridge !== null
        ? { nut: gapAtNut, bridge: gapAtBridge }
        : null,
  };
}

/** Outer string centre to outer string centre at x, mm. */
export const spreadAt = (strings: Strings, x: number): number => 2 * halfSpread(strings, x);
