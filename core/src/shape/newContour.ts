import type { ContourStart } from '../design/shapeEdits.ts';
import type { Contour, Design } from '../design/schema.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import { nearestOnPath } from '../geometry/closedPath.ts';
import type { Point } from '../geometry/point.ts';
import type { OutlineMeasures } from '../outline/measures.ts';
import { yCrossings } from '../outline/widthAt.ts';

const tidy = ({ x, y }: Point): Point => ({ x: Number(x.toFixed(1)), y: Number(y.toFixed(1)) });

/** Names as makers say them. */
const NAMES: Readonly<Record<Contour['kind'], string>> = {
  forearm: 'Forearm bevel',
  belly: 'Belly cut',
  thigh: 'Thigh relief',
  heel: 'Heel carve',
  scoop: 'Cutaway scoop',
  bevel: 'Bevelled edge',
};

/** A start line keeps so far from the centre line to begin with, mm. */
const NEAREST_CENTRE = 30;

/** A name that no other contour has. */
export function freeContourName(contours: readonly Contour[], kind: Contour['kind']): string {
  const name = NAMES[kind];
  let n = 1;
  while (contours.some((c) => c.name === (n === 1 ? name : `${name} ${n}`))) n += 1;
  return n === 1 ? name : `${name} ${n}`;
}

/**
 * A contour in the usual place and size for a body: on the side and over the stretch where the player’s arm, ribs, leg or
 * hand lie. Instrument frame, mm.
 */
export function newContour(
  kind: Contour['kind'],
  { body, neck }: Pick<Design, 'body' | 'neck'>,
  path: ClosedPath,
  measures: OutlineMeasures,
  jointX: number,
): ContourStart {
  const { box, length } = measures;
  const alongBody = (share: number): number => box.minX + share * length;
  /** The outer edge of a side at x. */
  const edge = (x: number, side: 1 | -1): Point => {
    const ys = yCrossings(path, Math.max(box.minX + 1, Math.min(box.maxX - 1, x)));
    const y = side > 0 ? ys.at(-1) : ys[0];
    return y === undefined ? nearestOnPath(path, { x, y: side * 200 })!.at : { x, y };
  };
  /** A line over a side, inside its edge by so much in the middle, mm; the carve lies outward of it. */
  const over = (side: 1 | -1, from: number, to: number, inside: number): readonly Point[] => {
    const [a, b] = [edge(alongBody(from), side), edge(alongBody(to), side)];
    const outer = edge(alongBody((from + to) / 2), side);
    // Inside the edge and inside the chord: a waist lies within the line between its bouts.
    const y = Math.min(outer.y * side, ((a.y + b.y) / 2) * side) - inside;
    const line = [a, { x: outer.x, y: side * Math.max(y, NEAREST_CENTRE) }, b];
    // Carved on the left as it runs: tail to nut on the bass side, nut to tail on the treble side.
    return side > 0 ? line : [...line].reverse();
  };
  const thick = body.thickness;
  const half = neck.fit + 30;
  const start = (
    face: Contour['face'],
    line: readonly Point[],
    form: Contour['form'],
    soft: number,
    drop: number,
  ): ContourStart => ({
    kind,
    name: NAMES[kind],
    face,
    line: line.map(tidy),
    form,
    soft,
    depth: { by: 'drop', drop: Number(Math.min(drop, thick * 0.45).toFixed(1)) },
  });
  switch (kind) {
    case 'forearm':
      return start('front', over(1, 0.08, 0.46, 42), 'flat', 18, 12);
    case 'belly':
      return start('back', over(1, 0.24, 0.68, 38), 'flat', 20, 14);
    case 'thigh':
      return start('back', over(-1, 0.3, 0.62, 26), 'flat', 15, 8);
    case 'bevel':
      return start('front', over(-1, 0.1, 0.48, 18), 'flat', 0, 6);
    case 'heel': {
      // From the joint's bass side over the back to the treble edge: the treble side's corner is thinned for the hand.
      const a = { x: jointX, y: half * 0.4 };
      const b = edge(jointX - 70, -1);
      return start('back', [a, { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }, b], 'arc', 0, 8);
    }
    case 'scoop': {
      // Across the treble horn, its tip carved away.
      const tip = measures.treble.upperBout ?? edge(alongBody(0.85), -1);
      const inner = { x: jointX - 8, y: -half };
      const outer = edge(tip.x - 45, -1);
      return start(
        'back',
        [inner, { x: (inner.x + outer.x) / 2 + 4, y: (inner.y + outer.y) / 2 }, outer],
        'arc',
        0,
        10,
      );
    }
  }
}
