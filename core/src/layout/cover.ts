import { addPart, addStep } from '../design/layoutEdits.ts';
import type { Design, OpeningStep } from '../design/schema.ts';
import type { Flat } from '../parts/part.ts';
import { grown } from '../parts/part.ts';
import { SHELF, specOf } from '../parts/shelf.ts';
import { placeBy } from '../geometry/figures.ts';
import { offsetPath } from '../geometry/offset.ts';
import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';
import { polygonArea } from '../geometry/polygons.ts';
import { flatPath } from './cut.ts';

/** How a cover plate sits over an opening. */
export interface CoverWish {
  /** From the opening's wall to the ledge's wall, all round. */
  readonly ledge: number;
  readonly thickness: number;
  /** Screws are about so far apart along the middle of the ledge; none with 0. */
  readonly apart: number;
}

/** A ledge is so much deeper than its plate, mm: finish has a thickness too. */
const LET_IN = 0.2;

/** Places along a closed line, evenly about so far apart; at least three, so that the plate lies flat. */
export function placesAlong(polygon: readonly Point[], apart: number): readonly Point[] {
  const sides = polygon.map((p, i) => distance(p, polygon[(i + 1) % polygon.length]!));
  const total = sides.reduce((s, v) => s + v, 0);
  const count = Math.max(3, Math.round(total / apart));
  const places: Point[] = [];
  let [i, walked] = [0, 0];
  // Half a step in, so that no screw stands just in the first corner.
  for (let k = 0; k < count; k += 1) {
    const at = ((k + 0.5) * total) / count;
    while (walked + sides[i]! < at) {
      walked += sides[i]!;
      i = (i + 1) % polygon.length;
    }
    const t = (at - walked) / sides[i]!;
    const [a, b] = [polygon[i]!, polygon[(i + 1) % polygon.length]!];
    places.push({ x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t });
  }
  return places;
}

/** The ledge's shape: the first step's, so much larger all round; a free line as the nodes of its offset are not kept. */
function ledgeShape(step: OpeningStep, by: number): OpeningStep['shape'] | null {
  const { shape } = step;
  if (shape.kind === 'inset') return { ...shape, by: shape.by - by };
  if (shape.kind === 'grid' || shape.kind === 'ring') return null;
  if (shape.kind === 'free') {
    const [line] = offsetPath(flatPath(shape as Flat), by);
    if (!line) return null;
    // Thinned to what a router follows: a node every couple of mm.
    const nodes = thinned(line, 2.5).map((p, i) => ({
      id: `c${i + 1}`,
      x: Number(p.x.toFixed(2)),
      y: Number(p.y.toFixed(2)),
      kind: 'corner' as const,
    }));
    return nodes.length >= 3 && nodes.length <= 200 ? { kind: 'free', nodes } : null;
  }
  return grown(shape as Flat, by) as OpeningStep['shape'];
}

function thinned(line: readonly Point[], least: number): readonly Point[] {
  const kept: Point[] = [];
  for (const p of line) if (kept.length === 0 || distance(kept.at(-1)!, p) >= least) kept.push(p);
  return kept;
}

/**
 * A cover over an opening: a ledge as deep as the plate, and its screws along the ledge's middle as one group. Gives
 * null where the opening's first step has no line to follow.
 */
export function coverLedge(design: Design, id: string, wish: CoverWish): Design | null {
  const opening = design.openings.find((o) => o.id === id);
  const [step] = opening?.steps ?? [];
  if (!opening || !step) return null;
  const shape = ledgeShape(step, wish.ledge);
  if (!shape) return null;
  let next = addStep(design, id, {
    name: 'cover’s ledge',
    shape,
    at: step.at,
    depth: Number((wish.thickness + LET_IN).toFixed(2)),
    through: false,
    role: 'ledge',
    bit: step.bit ?? null,
    islands: [],
  });
  if (wish.apart <= 0 || step.shape.kind === 'inset') return next;
  const [middle] = [...offsetPath(flatPath(step.shape as Flat), wish.ledge / 2)].sort(
    (a, b) => polygonArea(b) - polygonArea(a),
  );
  if (!middle) return next;
  const place = placeBy(opening.at, (opening.turn * Math.PI) / 180);
  const screw = specOf(SHELF.find((s) => s.key === 'screw')!);
  for (const p of placesAlong(middle, wish.apart)) {
    const at = place({ x: p.x + step.at.x, y: p.y + step.at.y });
    next = addPart(next, { ...screw, name: 'Cover screw' }, opening.face, at, 0, {
      group: `cover-${opening.id}`,
    }).design;
  }
  return next;
}
