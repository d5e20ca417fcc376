import type { Layer, Mark } from '../drawing/drawing.ts';
import { lineMark, polylineMark } from '../drawing/drawing.ts';
import type { Strings } from '../design/schema.ts';
import type { Point } from '../geometry/point.ts';
import { lerp } from '../geometry/point.ts';
import type { StringPlan } from './stringPlan.ts';

/** How far the bridge line runs past the outer strings, mm. */
const BRIDGE_LINE_PAST = 18;
/** Half a saddle's width across its string where it stands alone, mm. */
const SADDLE_HALF = 3;

/** The stretches of a closed polygon that lie tailward of x, open where it is cut; whole and closed when all does. */
function tailwardOf(
  polygon: readonly Point[],
  x: number,
): readonly { readonly points: readonly Point[]; readonly closed: boolean }[] {
  if (polygon.every((p) => p.x <= x)) return [{ points: polygon, closed: true }];
  const first = polygon.findIndex((p) => p.x > x);
  const around = [...polygon.slice(first), ...polygon.slice(0, first + 1)];
  const runs: Point[][] = [];
  for (let i = 1; i < around.length; i += 1) {
    const [a, b] = [around[i - 1]!, around[i]!];
    const cut = (): Point => ({ ...lerp(a, b, (x - a.x) / (b.x - a.x)), x });
    if (a.x > x && b.x <= x) runs.push([cut()]);
    if (b.x <= x) runs.at(-1)!.push(b);
    else if (a.x <= x) runs.at(-1)!.push(cut());
  }
  return runs.filter((r) => r.length > 1).map((points) => ({ points, closed: false }));
}

/** A straight line as far as it lies tailward of x; null where none of it does. */
function lineTailwardOf(a: Point, b: Point, x: number): readonly [Point, Point] | null {
  if (a.x > x && b.x > x) return null;
  const cut = (inside: Point, out: Point): Point => lerp(inside, out, (x - inside.x) / (out.x - inside.x));
  if (a.x > x) return [cut(b, a), b];
  return b.x > x ? [a, cut(a, b)] : [a, b];
}

/** Fingerboard edge, frets and the nut's slot, from the board's tail end to `toX` (all of it when null). */
export function drawNeck(stringPlan: StringPlan, toX: number | null): Layer {
  const x = toX ?? Infinity;
  const marks: Mark[] = tailwardOf(stringPlan.board, x).map(({ points, closed }, i) =>
    polylineMark(i === 0 ? 'board-edge' : `board-edge-${i + 1}`, 'boardEdge', points, closed),
  );
  for (const fret of stringPlan.frets) {
    const line = lineTailwardOf(fret.bass, fret.treble, x);
    // The nut is the board's own end, unless the board runs on behind it or the strings break over a fret there.
    const isEnd = fret.number === 0 && !stringPlan.guide && stringPlan.frets[0] === fret;
    if (line && !isEnd) marks.push(lineMark(`fret-${fret.number}`, 'fret', line[0], line[1]));
  }
  const guide = stringPlan.guide && lineTailwardOf(stringPlan.guide[0], stringPlan.guide[1], x);
  if (guide) marks.push(lineMark('nut-guide', 'boardEdge', guide[0], guide[1]));
  return { name: 'neck', marks };
}

/** String centre lines from the bridge ends to `toX` (to their nut ends when null). */
export function drawStrings(stringPlan: StringPlan, toX: number | null): Layer {
  return {
    name: 'strings',
    marks: stringPlan.lines.flatMap(({ bridge, start }, i) => {
      const line = lineTailwardOf(bridge, start, toX ?? Infinity);
      return line ? [lineMark(`string-${stringPlan.lines.length - i}`, 'string', line[0], line[1])] : [];
    }),
  };
}

/** Where each string breaks over its saddle, and the straight saddle that comes nearest. */
export function drawSaddle(stringPlan: StringPlan): Layer {
  const marks: Mark[] = stringPlan.lines.map(({ saddle }, i) =>
    lineMark(
      `saddle-${stringPlan.lines.length - i}`,
      'saddle',
      { x: saddle.x, y: saddle.y + SADDLE_HALF },
      { x: saddle.x, y: saddle.y - SADDLE_HALF },
    ),
  );
  const { saddleLine } = stringPlan;
  if (saddleLine) marks.push(lineMark('saddle-line', 'witness', saddleLine.bass, saddleLine.treble));
  return { name: 'saddle', marks };
}

/** The centre line from `fromX` to `toX`, and the bridge line across it through the strings' uncompensated ends. */
export function drawCentre(strings: Strings, stringPlan: StringPlan, fromX: number, toX: number): Layer {
  const half = strings.bridgeSpread / 2;
  const [a, b] = [stringPlan.lines[0]!.bridge.x, stringPlan.lines.at(-1)!.bridge.x];
  // Run on in the line's own direction; a single string has none, and its line stands square.
  const slant = half > 0 ? ((a - b) / (2 * half)) * BRIDGE_LINE_PAST : 0;
  return {
    name: 'centre',
    marks: [
      lineMark('centre-line', 'centreLine', { x: fromX, y: 0 }, { x: toX, y: 0 }),
      lineMark(
        'bridge-line',
        'bridgeLine',
        { x: a + slant, y: half + BRIDGE_LINE_PAST },
        { x: b - slant, y: -half - BRIDGE_LINE_PAST },
      ),
    ],
  };
}
