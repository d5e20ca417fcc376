import { plainStep } from '../design/layoutEdits.ts';
import { offsetPolygon } from '../geometry/offset.ts';
import type { Point } from '../geometry/point.ts';
import type { Polygon } from '../geometry/polygons.ts';
import { polygonArea, unionOf, withoutOf } from '../geometry/polygons.ts';
import { areaOf, pathInPlace } from './cut.ts';
import type { Cut, CutRole } from './cut.ts';
import { depthFromFace } from './drawing.ts';
import type { NewOpening } from './freePlace.ts';
import type { Wall } from './walls.ts';

/** What is routed; a drilled hole beside a rout is another matter. */
const ROUTED: ReadonlySet<CutRole> = new Set(['cavity', 'chamber', 'channel', 'pocket', 'ledge']);

/** True if wood between two routs from one face is so thin that it breaks off when the second is routed; `limit` in mm. */
export const isSliver = ({ a, b, thickness }: Wall, limit: number): boolean =>
  b !== null && thickness >= 0 && thickness < limit && [a, b].every((c) => ROUTED.has(c.role) && !c.round);

/** Overlaps of the joining rout with both openings, mm, tried in this order until it cuts nothing else. */
const OVERLAPS = [2, 1, 0.5, 0.25];
/** The joining rout may cut wood up to this distance from both openings, mm: the cusps at their rounded corners. */
const BESIDE = 1.5;
/** Area beyond {@link BESIDE} that counts as rounding, mm². */
const NOTHING = 0.3;
/** Pieces of wood smaller than this, mm², are left by rounding. */
const DUST = 0.01;
/** Corners of the joining rout, mm: they lie in the openings beside it. */
const RADIUS = 3;

const total = (polygons: readonly Polygon[]): number =>
  polygons.reduce((sum, p) => sum + Math.abs(polygonArea(p)), 0);

const tidy = (v: number): number => Math.round(v * 100) / 100;

/**
 * The opening that takes away a sliver, so that both routs run into one: a rectangle along the sliver, from the same
 * face, as deep as the shallower of both. Null where they are cut from different faces,
 * or where it would cut more than the sliver.
 */
export function joinOverSliver(
  { a, b, at: thinnest, away, thickness: apart }: Wall,
  body: { readonly thickness: number },
  limit: number,
): NewOpening | null {
  if (!b || a.face !== b.face || a.face === 'edge' || a.closed !== b.closed) return null;
  const both = [a.area.polygon, b.area.polygon];
  const reach = (limit + 1) / 2;
  // What lies between them: grown until they meet, and shrunk again.
  const grown = unionOf(both.flatMap((p) => offsetPolygon(p, reach)));
  const closed = grown.flatMap((p) => offsetPolygon(p, -reach));
  const strips = withoutOf(closed, both).filter((p) => polygonArea(p) > DUST);
  if (strips.length === 0) return null;
  const along = { x: -away.y, y: away.x };
  const onto =
    (way: Point) =>
    (p: Point): number =>
      p.x * way.x + p.y * way.y;
  const points = strips.flat();
  const vs = points.map(onto(along));
  const [v0, v1] = [Math.min(...vs), Math.max(...vs)];
  const near = closed.flatMap((p) => offsetPolygon(p, BESIDE));
  const middle = (u: number, v: number): Point => ({
    x: tidy(away.x * u + along.x * v),
    y: tidy(away.y * u + along.y * v),
  });
  const at = middle(onto(away)(thinnest), (v0 + v1) / 2);
  const turn = tidy((Math.atan2(along.y, along.x) * 180) / Math.PI);
  const depth = tidy(Math.min(...[a, b].map((c: Cut) => depthFromFace(c, body.thickness))));
  for (const overlap of OVERLAPS) {
    const [long, wide] = [tidy(v1 - v0), tidy(apart + 2 * overlap)];
    const shape = { kind: 'rect', long, wide, radius: Math.min(RADIUS, wide / 2, long / 2) } as const;
    const rout = areaOf(pathInPlace(shape, at, (turn * Math.PI) / 180)).polygon;
    if (total(withoutOf([rout], near)) > NOTHING) continue;
    const step = plainStep(
      'join',
      shape,
      depth,
      a.role === 'chamber' && b.role === 'chamber' ? 'chamber' : 'cavity',
    );
    return {
      name: 'Join',
      face: a.face,
      at: { ...at },
      turn,
      steps: [a.through && b.through ? { ...step, through: true } : step],
    };
  }
  return null;
}
