import type { Side, Strings } from '../design/schema.ts';
import type { Point } from '../geometry/point.ts';
import { distance, lerp } from '../geometry/point.ts';
import { centreScale, fretFromNut, fretX, scaleAt, stringFretX } from './frets.ts';
import type { EdgeLine } from './taper.ts';
import { boardEdge } from './taper.ts';

/** One fret, or the nut as fret 0: a straight line from edge to edge of the board; instrument frame, mm. */
export interface Fret {
  readonly number: number;
  /** Along the centre scale from the nut; below 0 behind it. */
  readonly fromNut: number;
  /** From the fret before, towards the nut; 0 for the first. */
  readonly fromPrevious: number;
  /** The same along the outer strings' own scales: what is marked out along each edge of a fanned board. */
  readonly fromNutBass: number;
  readonly fromNutTreble: number;
  /** Where its line crosses the centre line. */
  readonly x: number;
  /** The slot's ends: on the board's edges, or midway between two strings where only some have the fret. */
  readonly bass: Point;
  readonly treble: Point;
  /** The straight length of the slot. */
  readonly slot: number;
  /** Turn from square to the centre line, rad; positive when the bass end lies tailward. */
  readonly turn: number;
  /** Width of the board across the centre line there, edge to edge. */
  readonly boardWidth: number;
  /** Of a radiused board: the radius there, how far the ends lie under the middle, the wire along the arc. */
  readonly arc: { readonly radius: number; readonly drop: number; readonly wire: number } | null;
}

export interface Fretboard {
  readonly frets: readonly Fret[];
  readonly edge: readonly Point[];
  readonly guide: readonly [Point, Point] | null;
}

interface Ends {
  readonly nut: Point;
  readonly bridge: Point;
}

/** Where the lines through a, b and through e cross; the lines of a board's edges are never parallel to frets. */
function crossing(a: Point, b: Point, e: EdgeLine): Point {
  const d = { x: b.x - a.x, y: b.y - a.y };
  const f = { x: e.nut.x - e.bridge.x, y: e.nut.y - e.bridge.y };
  const k = ((e.bridge.x - a.x) * f.y - (e.bridge.y - a.y) * f.x) / (d.x * f.y - d.y * f.x);
  return { x: a.x + d.x * k, y: a.y + d.y * k };
}

/** Frets and edge of the board. `lines` are the strings, bass to treble; at least one. */
export function layOutBoard(strings: Strings, lines: readonly Ends[]): Fretboard {
  const { extraFrets, extension, zeroFret, boardEnd, boardRadius } = strings;
  const edges = { bass: boardEdge(strings, 'bass'), treble: boardEdge(strings, 'treble') };
  const last = lines.length - 1;
  const stringPoint = (i: number, fret: number): Point => {
    const { nut, bridge } = lines[i]!;
    return {
      x: stringFretX(strings, last === 0 ? 0.5 : i / last, fret),
      y: bridge.y + (nut.y - bridge.y) * 2 ** (-fret / 12),
    };
  };
  /** The fret's line, moved along x, between the edges: straight through the outer strings' points (section 2). */
  const acrossAt = (fret: number, along = 0): readonly [Point, Point] => {
    const a = stringPoint(0, fret);
    const b = last === 0 ? { x: a.x, y: a.y - 1 } : stringPoint(last, fret);
    const from = { x: a.x + along, y: a.y };
    const to = { x: b.x + along, y: b.y };
    return [crossing(from, to, edges.bass), crossing(from, to, edges.treble)];
  };
  /** Ends of a line that lies under some strings of one side only. */
  const partOf = (
    [bass, treble]: readonly [Point, Point],
    fret: number,
    part: { readonly strings: number; readonly side: Side },
  ): readonly [Point, Point] => {
    const inner = part.side === 'bass' ? part.strings - 1 : last - part.strings + 1;
    const outer = part.side === 'bass' ? inner + 1 : inner - 1;
    const y = (stringPoint(inner, fret).y + stringPoint(outer, fret).y) / 2;
    const middle = lerp(bass, treble, (y - bass.y) / (treble.y - bass.y));
    return part.side === 'bass' ? [bass, middle] : [middle, treble];
  };
  const behind = extension?.frets ?? 0;
  const whole = strings.frets;
  const most = whole + (extraFrets?.frets ?? 0);
  const scale = centreScale(strings);
  const nutEnd = fretX(scale, -behind);
  const tailEnd = fretX(scale, most) - boardEnd;
  const frets = Array.from({ length: most + behind + 1 }, (_, k): Fret => {
    const number = k - behind;
    const line = acrossAt(number);
    const part = number < 0 ? extension : number > whole ? extraFrets : null;
    const [bass, treble] = part ? partOf(line, number, part) : line;
    const x = fretX(scale, number);
    const slot = distance(bass, treble);
    const width = distance(line[0], line[1]);
    const fromNut = fretFromNut(scale, number);
    return {
      number,
      fromNut,
      fromPrevious: k === 0 ? 0 : fromNut - fretFromNut(scale, number - 1),
      fromNutBass: fretFromNut(scaleAt(strings, 0), number),
      fromNutTreble: fretFromNut(scaleAt(strings, 1), number),
      x,
      bass,
      treble,
      slot,
      turn: Math.atan2(line[1].x - line[0].x, line[0].y - line[1].y),
      boardWidth:
        crossing({ x, y: 0 }, { x, y: 1 }, edges.bass).y - crossing({ x, y: 0 }, { x, y: 1 }, edges.treble).y,
      arc:
        boardRadius &&
        arcOf(bass, treble, slot, width, coneRadius(boardRadius, (nutEnd - x) / (nutEnd - tailEnd))),
    };
  });
  // Behind fret 0 the board carries the nut, a full step further where a zero fret takes its place.
  const past = zeroFret?.behind ?? 0;
  const nutSide = extension
    ? steppedEnd(
        acrossAt(0, past),
        partOf(acrossAt(-behind, past), -behind, extension),
        partOf(acrossAt(0, past), 0, extension),
        extension.side,
      )
    : acrossAt(0, past);
  const tailSide = extraFrets
    ? steppedEnd(
        acrossAt(whole, -boardEnd),
        partOf(acrossAt(most, -boardEnd), most, extraFrets),
        partOf(acrossAt(whole, -boardEnd), whole, extraFrets),
        extraFrets.side,
      )
    : acrossAt(whole, -boardEnd);
  const [guideBass, guideTreble] = acrossAt(0, past);
  return {
    frets,
    edge: [...nutSide, ...[...tailSide].reverse()],
    guide: zeroFret ? [guideBass, guideTreble] : null,
  };
}

/** An end of the board that reaches further under some strings, bass to treble. */
function steppedEnd(
  near: readonly [Point, Point],
  far: readonly [Point, Point],
  stepAtNear: readonly [Point, Point],
  side: Side,
): readonly Point[] {
  return side === 'bass'
    ? [far[0], far[1], stepAtNear[1], near[1]]
    : [near[0], stepAtNear[0], far[0], far[1]];
}

/** The radius so far along a conical board (0 nut end, 1 tail end), mm. */
export const coneRadius = (r: { readonly nut: number; readonly end: number }, share: number): number =>
  r.nut + (r.end - r.nut) * share;

/**
 * A fret over an arc of radius r: `r − √(r² − y²)` down at its outer end (formulas section 3), the wire
 * along the arc over its own chord. The slant of a fanned fret is neglected: under 1 % of the drop.
 */
function arcOf(bass: Point, treble: Point, slot: number, width: number, radius: number): Fret['arc'] {
  const y = Math.min(radius, Math.max(Math.abs(bass.y), Math.abs(treble.y)));
  const whole = 2 * radius * Math.asin(Math.min(1, width / (2 * radius)));
  return { radius, drop: radius - Math.sqrt(radius * radius - y * y), wire: (whole * slot) / width };
}
