import type { OwnLine } from '../design/schema.ts';
import type { Layer } from '../drawing/drawing.ts';
import { polylineMark } from '../drawing/drawing.ts';
import type { Box } from '../geometry/box.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import { flattenPath } from '../geometry/closedPath.ts';
import { offsetPath } from '../geometry/offset.ts';
import type { Point } from '../geometry/point.ts';

/** A line of the maker’s own as points, instrument frame, mm. */
export interface OwnLinePoints {
  readonly points: readonly Point[];
  readonly closed: boolean;
}

/** A line beside the centre line runs so far past the body’s ends, mm. */
const PAST = 10;
/** The edge itself as a line is true to this, mm. */
const TRUE_TO = 0.005;

/**
 * How a line lies: one piece, or several where the body is too narrow for a line so far inside its edge; none where it
 * has no room at all. `body` is the outline, `box` its box.
 */
export function ownLinePoints(
  { way }: Pick<OwnLine, 'way'>,
  body: ClosedPath,
  box: Box,
): readonly OwnLinePoints[] {
  if (way.by === 'drawn') return [{ points: way.places, closed: way.closed }];
  if (way.by === 'points') return [{ points: [way.from, way.to], closed: false }];
  if (way.by === 'centre')
    return [
      {
        points: [
          { x: box.minX - PAST, y: way.off },
          { x: box.maxX + PAST, y: way.off },
        ],
        closed: false,
      },
    ];
  const loops = way.off === 0 ? [flattenPath(body, TRUE_TO)] : offsetPath(body, -way.off);
  return loops.map((points) => ({ points, closed: true }));
}

/** Guide and seam lines, each kind on a layer of its own. */
export function drawOwnLines(lines: readonly OwnLine[], body: ClosedPath, box: Box): readonly Layer[] {
  return (['seam', 'guide'] as const).flatMap((kind): readonly Layer[] => {
    const marks = lines
      .filter((line) => line.kind === kind)
      .flatMap((line) =>
        ownLinePoints(line, body, box).map(({ points, closed }, i) =>
          polylineMark(`line-${line.id}${i ? `-${i}` : ''}`, kind, points, closed),
        ),
      );
    return marks.length ? [{ name: kind === 'seam' ? 'seams' : 'guides', marks }] : [];
  });
}
