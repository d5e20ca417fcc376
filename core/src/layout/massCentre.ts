import type { Point } from '../geometry/point.ts';
import { polygonArea, polygonMiddle } from '../geometry/polygons.ts';
import { measureOf } from '../parts/kinds.ts';
import { areaOf } from './cut.ts';
import type { PartInPlace } from './partInPlace.ts';

const RAD = Math.PI / 180;

type MassCentre = Point & { readonly z: number };
/** A part that is not moved is the same object: it is not asked again. */
const KNOWN = new WeakMap<PartInPlace, MassCentre>();

/**
 * Where a laid part's mass counts, instrument frame, mm: the middle of its outline, moved by what was measured of its
 * balance, at the mean height of what it fills. A part without an outline counts at its place.
 */
export function massCentre(placed: PartInPlace): MassCentre {
  const known = KNOWN.get(placed);
  if (known) return known;
  const made = centreOf(placed);
  KNOWN.set(placed, made);
  return made;
}

function centreOf(placed: PartInPlace): MassCentre {
  const { part, footprint, solids } = placed;
  const [largest] = footprint
    .map((line) => areaOf(line).polygon)
    .sort((a, b) => polygonArea(b) - polygonArea(a));
  const middle = largest ? polygonMiddle(largest) : part.at;
  const [u, v] = [measureOf(part.spec, 'massAlong'), measureOf(part.spec, 'massAcross')];
  const [c, s] = [Math.cos(part.turn * RAD), Math.sin(part.turn * RAD)];
  let [volume, lift] = [0, 0];
  for (const { area, low, high } of solids) {
    const share = polygonArea(area.polygon) * (high - low);
    volume += share;
    lift += (share * (high + low)) / 2;
  }
  return {
    x: middle.x + c * u - s * v,
    y: middle.y + s * u + c * v,
    z: volume > 0 ? lift / volume : part.face === 'edge' ? part.z : 0,
  };
}
