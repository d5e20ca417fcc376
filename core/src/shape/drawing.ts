import type { Contour } from '../design/schema.ts';
import type { Layer, Mark, SeenFrom } from '../drawing/drawing.ts';
import type { Point } from '../geometry/point.ts';
import { hypot } from '../geometry/point.ts';
import type { Cubic } from '../geometry/cubic.ts';
import { createSampler } from '../solid/field.ts';
import type { BodySolid } from './bodySolid.ts';
import { contourCurve } from './contourLine.ts';
import { depthLines } from './depthLines.ts';
import { COARSE_STEP } from './shaped.ts';

const openPath = (id: string, ink: 'carve' | 'carveBack', curve: readonly Cubic[]): Mark => ({
  kind: 'path',
  id,
  ink,
  start: curve[0]!.p0,
  steps: curve.map((c) => ({ kind: 'cubic', c1: c.p1, c2: c.p2, to: c.p3 })),
  closed: false,
});

/** Start lines of contours: those of the face that is looked at, and (`both`) of the other one, dashed. */
export function drawCarves(contours: readonly Contour[], from: SeenFrom, both: boolean): readonly Layer[] {
  const shown = contours.filter((c) => both || c.face === from);
  if (shown.length === 0) return [];
  return [
    {
      name: 'carves',
      marks: shown.map((c) =>
        openPath(`carve-${c.id}`, c.face === from ? 'carve' : 'carveBack', contourCurve(c.line)),
      ),
    },
  ];
}

/** Height of a depth's figure, mm. */
const FIGURE_MM = 2.4;
/** Lines shorter than this, mm, carry no figure. */
const FIGURE_FROM = 20;

/** Lines of equal depth of one face's contours and arch, each with its depth. */
export function drawDepths(carved: BodySolid, from: SeenFrom, every: number): readonly Layer[] {
  const { removals } = carved.bent[from];
  if (removals.length === 0) return [];
  const fields = createSampler().fields({ ...carved.solid, front: removals, back: [] }, COARSE_STEP);
  const marks = depthLines(fields, fields.front, every).flatMap(({ depth, points }, i): readonly Mark[] => {
    const [start, ...rest] = points;
    const id = `depth-${depth}-${i}`;
    const line: Mark = {
      kind: 'path',
      id,
      ink: 'depthLine',
      start: start!,
      steps: rest.map((to) => ({ kind: 'line', to })),
      closed: false,
    };
    const long = points.reduce((s, p, k) => (k ? s + apart(points[k - 1]!, p) : 0), 0);
    if (long < FIGURE_FROM) return [line];
    const at = points[points.length >> 1]!;
    return [
      line,
      {
        kind: 'text',
        id: `${id}-figure`,
        ink: 'note',
        at,
        text: String(depth),
        sizeMm: FIGURE_MM,
        align: 'middle',
        turn: 0,
      },
    ];
  });
  return marks.length ? [{ name: 'depths', marks }] : [];
}

const apart = (a: Point, b: Point): number => hypot(a.x - b.x, a.y - b.y);
