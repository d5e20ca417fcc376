import type { Box } from '../../geometry/box.ts';
import { boxHeight, boxWidth } from '../../geometry/box.ts';
import type { ClosedPath } from '../../geometry/closedPath.ts';
import { mapPath } from '../../geometry/closedPath.ts';
import type { Point } from '../../geometry/point.ts';
import { turnAbout } from '../../drawing/drawing.ts';

/** How a drawing in mm lies on the instrument: mirrored across the centre line, turned, then moved. */
export interface Placing {
  readonly mirror: boolean;
  /** rad, counter-clockwise. */
  readonly turn: number;
  readonly shift: Point;
}

export const AS_DRAWN: Placing = { mirror: false, turn: 0, shift: { x: 0, y: 0 } };

/** From the file's mm to the instrument frame. */
export function placingMap({ mirror, turn, shift }: Placing): (p: Point) => Point {
  const about = turnAbout(turn);
  return (p) => {
    const q = about(mirror ? { x: p.x, y: -p.y } : p);
    return { x: q.x + shift.x, y: q.y + shift.y };
  };
}

/** From the instrument frame back to the file's mm. */
export function unplacingMap({ mirror, turn, shift }: Placing): (p: Point) => Point {
  const about = turnAbout(-turn);
  return (p) => {
    const q = about({ x: p.x - shift.x, y: p.y - shift.y });
    return mirror ? { x: q.x, y: -q.y } : q;
  };
}

export const placedPath = (path: ClosedPath, placing: Placing): ClosedPath =>
  mapPath(path, placingMap(placing));

/** A body is drawn about the centre line when its middle lies within this share of its width of it. */
const ABOUT_CENTRE = 0.15;

/** Whether a drawing lies where a body lies on the instrument: about the centre line, across the bridge line. */
export const liesOnInstrument = (box: Box): boolean =>
  box.minX < 0 &&
  box.maxX > 0 &&
  boxWidth(box) > boxHeight(box) &&
  Math.abs(box.minY + box.maxY) / 2 < ABOUT_CENTRE * boxHeight(box);

/**
 * Where to lay an outline at first: as the file has it when it lies like a body on the instrument; else its long
 * side along the centre line, in the middle of it, its tail where `tailX` is.
 */
export function firstPlacing(box: Box, tailX: number): Placing {
  if (liesOnInstrument(box)) return AS_DRAWN;
  const upright = boxHeight(box) > boxWidth(box);
  // Drawn upright, the neck is at the top: a quarter turn clockwise brings it to the nut end.
  const turn = upright ? -Math.PI / 2 : 0;
  const map = placingMap({ mirror: false, turn, shift: { x: 0, y: 0 } });
  const [a, b] = [map({ x: box.minX, y: box.minY }), map({ x: box.maxX, y: box.maxY })];
  return { mirror: false, turn, shift: { x: tailX - Math.min(a.x, b.x), y: -(a.y + b.y) / 2 } };
}
