import type { Strings } from '../design/schema.ts';
import type { Point } from '../geometry/point.ts';
import { centreScale, fretX, scaleAt, stringBridgeX, stringFretX } from './frets.ts';
import type { Fret } from './fretboard.ts';
import { layOutBoard } from './fretboard.ts';
import { equalGap, stringPlaces } from './places.ts';
import { boardWidthAt, nutSpread } from './taper.ts';
import type { SaddleLine } from './saddle.ts';
import { fitSaddleLine } from './saddle.ts';

export interface StringLine {
  readonly gauge: number;
  /** This string's own scale, mm. */
  readonly scale: number;
  /** At fret 0, even where the string runs on behind it. */
  readonly nut: Point;
  /** Where the string's open length begins: at fret 0, or behind it over an extension. */
  readonly start: Point;
  /** The far end of its scale, uncompensated. */
  readonly bridge: Point;
  /** Where it breaks over its saddle: the bridge end with its compensation. */
  readonly saddle: Point;
}

/** All that follows from the strings in plan (formulas section 2), instrument frame, mm. */
export interface StringPlan {
  readonly nutSpread: number;
  /** The scale on the centre line. */
  readonly centreScale: number;
  /** Bass to treble. */
  readonly lines: readonly StringLine[];
  /** The nut is fret 0; frets behind it come before, in a board that runs on behind the nut. */
  readonly frets: readonly Fret[];
  /** The board's edge, closed. */
  readonly board: readonly Point[];
  /** The slot that guides strings behind a zero fret; null where the nut is fret 0 itself. */
  readonly guide: readonly [Point, Point] | null;
  /** Where the neck leaves the body, on the centre line. */
  readonly jointX: number;
  readonly jointWidth: number;
  /** The tail end of the fingerboard, on whichever side it reaches furthest. */
  readonly boardEndX: number;
  readonly boardEndWidth: number;
  /** The board's length past the joint, over the body. */
  readonly overhang: number;
  readonly saddleLine: SaddleLine | null;
  /** Clear space between neighbours when gaps are equal; null otherwise. */
  readonly gap: { readonly nut: number; readonly bridge: number } | null;
}

/** y of string i at fret n on its own line: `y_b + (y_n − y_b) · 2^(−n/12)`. */
const alongString = (nut: Point, bridge: Point, fret: number): number =>
  bridge.y + (nut.y - bridge.y) * 2 ** (-fret / 12);

export function planStrings(strings: Strings): StringPlan {
  const { gauges, spacing, courses, courseSpread, extension } = strings;
  const spreadAtNut = nutSpread(strings);
  const nutPlaces = stringPlaces(spreadAtNut, gauges, spacing, courses, courseSpread.nut);
  const bridgePlaces = stringPlaces(strings.bridgeSpread, gauges, spacing, courses, courseSpread.bridge);
  const last = gauges.length - 1;
  const runsOn = (i: number): boolean =>
    extension !== null && (extension.side === 'bass' ? i : last - i) < extension.strings;
  const lines = gauges.map((gauge, i): StringLine => {
    const place = last === 0 ? 0.5 : i / last;
    const nut = { x: stringFretX(strings, place, 0), y: nutPlaces[i]! };
    const bridge = { x: stringBridgeX(strings, place), y: bridgePlaces[i]! };
    const open = runsOn(i) ? -extension!.frets : 0;
    return {
      gauge,
      scale: scaleAt(strings, place),
      nut,
      start: { x: stringFretX(strings, place, open), y: alongString(nut, bridge, open) },
      bridge,
      saddle: { x: bridge.x - strings.compensation[i]!, y: bridge.y },
    };
  });
  const board = layOutBoard(strings, lines);
  const jointX = fretX(centreScale(strings), strings.jointFret);
  const boardEndX = Math.min(...board.edge.map((p) => p.x));
  const gapAtNut = equalGap(spreadAtNut, gauges, courses, courseSpread.nut);
  const gapAtBridge = equalGap(strings.bridgeSpread, gauges, courses, courseSpread.bridge);
  return {
    nutSpread: spreadAtNut,
    centreScale: centreScale(strings),
    lines,
    frets: board.frets,
    board: board.edge,
    guide: board.guide,
    jointX,
    jointWidth: boardWidthAt(strings, jointX),
    boardEndX,
    boardEndWidth: boardWidthAt(strings, boardEndX),
    overhang: jointX - boardEndX,
    saddleLine: fitSaddleLine(lines.map((l) => l.saddle)),
    gap:
      spacing === 'equal-gaps' && gapAtNut !== null && gapAtBridge !== null
        ? { nut: gapAtNut, bridge: gapAtBridge }
        : null,
  };
}
