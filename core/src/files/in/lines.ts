import type { Box } from '../../geometry/box.ts';
import { boxHeight, boxWidth } from '../../geometry/box.ts';
import type { Chain } from '../../geometry/chains.ts';
import type { ClosedPath } from '../../geometry/closedPath.ts';
import { flattenPath, pathBox } from '../../geometry/closedPath.ts';
import { circleOf } from '../../geometry/circleOf.ts';
import { pathCrossings } from '../../geometry/crossings.ts';
import { cubicLength } from '../../geometry/cubic.ts';
import type { Point } from '../../geometry/point.ts';
import type { Boxed } from '../../geometry/polygons.ts';
import { boxed, distanceToEdge, edgeGap, polygonArea, polygonHolds } from '../../geometry/polygons.ts';
import { LIMITS } from '../../design/limits.ts';

/** A joined line of a drawing, mm, and what is to be known before it is taken. */
export interface DrawnLine {
  readonly chain: Chain;
  readonly box: Box;
  /** Why it is not taken unasked: a sheet's frame, a line to draw by. */
  readonly aside: 'frame' | 'construction' | null;
  /** Where it crosses itself, or another of the lines; null where it does not (or was not looked at). */
  readonly crosses: { readonly at: Point; readonly other: number | null } | null;
  /** The line that it runs beside all round: the other side of one outlined stroke; how far apart. */
  readonly twin: { readonly of: number; readonly apart: number } | null;
  /** The circle that it is, where it is one. */
  readonly circle: { readonly at: Point; readonly diameter: number } | null;
}

/** Lines that are looked at closely, the largest: the outline is among them. */
const LOOKED_AT = 16;
/** A line of more pieces is not looked at for crossings: that is no outline to be taken as it is. */
const MOST_PIECES = 5_000;
/** Chords of what is looked at, mm. */
const CHORD = 0.05;
/** Two lines further apart, mm, are no two sides of a drawn stroke. */
const WIDEST_STROKE = 6;
/** And they keep their distance to this share of it, or so many mm. */
const KEPT = { share: 0.25, mm: 0.2 };
const PLACES = 64;
/** A frame is told by the so many largest lines. */
const AMONG = 200;

/** Layers that carry a sheet's frame, its words or lines to draw by, in the names that people give them. */
const ASIDE_LAYER =
  /\b(frame|border|title|sheet|construction|constr|guide|guides|helper|defpoints|dimension|dims?)\b/i;

/** A side that leaves its axis by less than this, mm, runs along it: rounding of a program's page frame. */
const LEVEL = 1e-3;

/** A plain rectangle, its sides along the axes, that holds all else is the sheet's frame. */
function isFrame(chain: Chain, box: Box, others: readonly Box[]): boolean {
  const corners = chain.pieces.filter((c) => cubicLength(c) > 0);
  const isLevel = corners.every(
    (c) => Math.abs(c.p0.x - c.p3.x) < LEVEL || Math.abs(c.p0.y - c.p3.y) < LEVEL,
  );
  const area = Math.abs(polygonArea(corners.map((c) => c.p0)));
  return (
    chain.closed &&
    isLevel &&
    area > 0.999 * boxWidth(box) * boxHeight(box) &&
    others.filter((o) => o.minX >= box.minX && o.maxX <= box.maxX && o.minY >= box.minY && o.maxY <= box.maxY)
      .length > Math.max(0, others.length / 2)
  );
}

/** How far apart two closed lines run, when they keep that distance all round. */
function strokeOf(inner: Boxed, outer: Boxed): number | null {
  if (!polygonHolds(outer.polygon, inner.polygon[0]!)) return null;
  const step = Math.max(1, Math.floor(inner.polygon.length / PLACES));
  let [least, most] = [Infinity, 0];
  for (let i = 0; i < inner.polygon.length; i += step) {
    const apart = distanceToEdge(outer.polygon, inner.polygon[i]!);
    least = Math.min(least, apart);
    most = Math.max(most, apart);
    if (most > WIDEST_STROKE || most - least > Math.max(KEPT.mm, KEPT.share * most)) return null;
  }
  return (least + most) / 2;
}

/**
 * The lines of a drawing, the largest first, each with what is to be known of it before any is taken. `names` of
 * construction layers are told by the file. `look` is called as it goes on.
 */
export function describeLines(
  chains: readonly Chain[],
  look: () => void = () => undefined,
): readonly DrawnLine[] {
  const sized = chains
    .map((chain) => ({ chain, box: pathBox(chain.pieces)! }))
    .sort(
      (a, b) => Math.hypot(boxWidth(b.box), boxHeight(b.box)) - Math.hypot(boxWidth(a.box), boxHeight(a.box)),
    );
  // The largest are enough to tell a frame by: a drawing of ten thousands of lines is looked at once, not for each.
  const boxes = sized.slice(0, AMONG).map((s) => s.box);
  const polygons = sized.slice(0, LOOKED_AT).map(({ chain }) => {
    look();
    return chain.closed && chain.pieces.length <= MOST_PIECES
      ? boxed(flattenPath(chain.pieces, CHORD))
      : null;
  });
  return sized.map(({ chain, box }, i): DrawnLine => {
    look();
    const aside =
      chain.construction || ASIDE_LAYER.test(chain.name.replace(/_/g, ' '))
        ? 'construction'
        : i < LOOKED_AT &&
            isFrame(
              chain,
              box,
              boxes.filter((_, k) => k !== i),
            )
          ? 'frame'
          : null;
    const own = polygons[i];
    const circle = chain.closed ? circleOf(chain.pieces) : null;
    if (!own || aside) return { chain, box, aside, crosses: null, twin: null, circle };
    const itself = pathCrossings(chain.pieces, CHORD).crossings[0]?.at;
    let crosses: DrawnLine['crosses'] = itself ? { at: itself, other: null } : null;
    let twin: DrawnLine['twin'] = null;
    for (let k = 0; k < polygons.length; k += 1) {
      const other = polygons[k];
      if (k === i || !other) continue;
      look();
      const gap = edgeGap(own, other, 0);
      if (!crosses && gap?.distance === 0) crosses = { at: gap.from, other: k };
      if (!twin && k < i && !gap) {
        const apart = strokeOf(own, other);
        if (apart !== null) twin = { of: k, apart };
      }
    }
    return { chain, box, aside, crosses, twin, circle };
  });
}

/** A line longer than this, mm, is no outline: bodies are some two metres round. */
const LONGEST = 50_000;

/** Why a line, laid on the instrument, cannot be made into an outline or opening at all; null when it may. */
export function lineRefusal(path: ClosedPath): string | null {
  const box = pathBox(path);
  if (!box || !Object.values(box).every(Number.isFinite)) return 'the line has no size';
  const [x, y] = [LIMITS['outline.x'], LIMITS['outline.y']];
  if (box.minX < x.min || box.maxX > x.max || box.minY < y.min || box.maxY > y.max)
    return `the line reaches ${Math.round(Math.max(-box.minX, box.maxX, -box.minY, box.maxY))} mm from the bridge line, further than any body: check the unit, or whether one place of it lies far off`;
  let long = 0;
  for (const c of path) {
    long += Math.hypot(c.p3.x - c.p0.x, c.p3.y - c.p0.y);
    if (long > LONGEST)
      return `the line is over ${LONGEST / 1000} m long: it is a hatching or runs to and fro, no outline`;
  }
  return null;
}
