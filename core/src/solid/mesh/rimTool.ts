import { offsetPolygon } from '../../geometry/offset.ts';
import type { Point } from '../../geometry/point.ts';
import { divided, polygonArea } from '../../geometry/polygons.ts';
import type { Polygon } from '../../geometry/polygons.ts';
import type { Cut } from '../depths.ts';
import type { NearChain } from '../near.ts';
import { regionHolds } from '../region.ts';
import { placesOnProfile } from './profile.ts';
import { refined } from './refine.ts';
import type { Surface } from './surface.ts';
import { surfaceWithin } from './surface.ts';

/** Chords across the profile, and along the rings beside the rim, stay so near to them, mm. */
const ACROSS = 0.015;
const CHORD = 0.004;
/** Past its reach the tool climbs out of the wood at so much a mm, for so far, mm. */
const CLIMB = 0.25;
const CLEAR = 1.5;
/** Places along the rings, mm apart at most. */
const ALONG = 4;

const wound = (polygon: Polygon): Polygon => (polygonArea(polygon) > 0 ? polygon : [...polygon].reverse());

const ringOf = ({ xs, ys, count }: NearChain): Polygon =>
  wound(Array.from({ length: count }, (_, i) => ({ x: xs[i]!, y: ys[i]! })));

/**
 * The underside of what a bit takes round a hole: over the hole as deep as at its wall, from there on by the distance from the way of its
 * axis, and out of the wood past its reach. Null where the rings beside the hole do not close.
 */
export function rimUnderside(cut: Extract<Cut, { kind: 'from line' }>, hole: Polygon): Surface | null {
  const { lines, lessBy, reach } = cut;
  const inHole = regionHolds({ outer: wound(hole), holes: [] });
  const height = (x: number, y: number): number => {
    if (inHole(x, y)) return -cut.deep(0);
    const s = Math.min(...lines.map((l) => l.distance(x, y))) - lessBy;
    return s <= reach ? -cut.deep(Math.max(0, s)) : CLIMB * (s - reach);
  };
  const axes = lines.map(ringOf);
  const beside = (s: number): readonly Polygon[] =>
    axes.flatMap((axis) => offsetPolygon(axis, lessBy + s, CHORD)).filter((p) => polygonArea(p) > 0);
  const edges = beside(reach + CLEAR);
  if (edges.length !== 1) return null;
  const seeds: Point[] = [...divided(wound(hole), () => ALONG)];
  for (const s of placesOnProfile(cut.deep, 0, reach, ACROSS))
    for (const ring of beside(s)) seeds.push(...divided(ring, () => ALONG));
  const made = surfaceWithin(
    divided(edges[0]!, () => ALONG),
    seeds,
    height,
  );
  return made && refined(made, height);
}
