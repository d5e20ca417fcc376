import type { Layer, Mark } from '../drawing/drawing.ts';
import { lineMark, polylineMark } from '../drawing/drawing.ts';
import type { Strings } from '../design/schema.ts';
import { lerp } from '../geometry/point.ts';
import type { StringLayout } from './layout.ts';
import { boardHalfWidth } from './taper.ts';

/** How far the bridge line runs past the outer strings, mm. */
const BRIDGE_LINE_PAST = 18;

/** Fingerboard edges and frets from the board's tail end to `toX` (at most the nut). */
export function drawNeck(strings: Strings, layout: StringLayout, toX: number): Layer {
  const end = Math.min(toX, strings.scaleLength);
  const half = (x: number): number => boardHalfWidth(strings, x);
  const marks: Mark[] = [];
  if (end > layout.boardEndX) {
    const tail = layout.boardEndX;
    const edge = [
      { x: end, y: half(end) },
      { x: tail, y: half(tail) },
      { x: tail, y: -half(tail) },
      { x: end, y: -half(end) },
    ];
    marks.push(polylineMark('board-edge', 'boardEdge', edge, end === strings.scaleLength));
    for (const fret of layout.frets)
      if (fret.number > 0 && fret.x <= end)
        marks.push(
          lineMark(
            `fret-${fret.number}`,
            'fret',
            { x: fret.x, y: half(fret.x) },
            { x: fret.x, y: -half(fret.x) },
          ),
        );
  }
  return { name: 'neck', marks };
}

/** String centre lines from the bridge line to `toX` (at most the nut). */
export function drawStrings(layout: StringLayout, toX: number): Layer {
  return {
    name: 'strings',
    marks: layout.lines.map((line, i) => {
      const share = Math.min(1, toX / line.nut.x);
      return lineMark(`string-${i + 1}`, 'string', line.bridge, lerp(line.bridge, line.nut, share));
    }),
  };
}

/** The centre line from `fromX` to `toX`, and the bridge line across it. */
export function drawCentre(strings: Strings, fromX: number, toX: number): Layer {
  const half = strings.bridgeSpread / 2 + BRIDGE_LINE_PAST;
  return {
    name: 'centre',
    marks: [
      lineMark('centre-line', 'centreLine', { x: fromX, y: 0 }, { x: toX, y: 0 }),
      lineMark('bridge-line', 'bridgeLine', { x: 0, y: half }, { x: 0, y: -half }),
    ],
  };
}
