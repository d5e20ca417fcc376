import type { Layer } from '../drawing/drawing.ts';
import { polylineMark } from '../drawing/drawing.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import { offsetPath } from '../geometry/offset.ts';

/** The line to saw along, so far outside the outline that the router has something to take, mm. */
export const drawSawLine = (path: ClosedPath, by: number): Layer => ({
  name: 'saw',
  marks: offsetPath(path, by).map((points, i) =>
    polylineMark(i === 0 ? 'saw-line' : `saw-line-${i + 1}`, 'sawLine', points, true),
  ),
});
