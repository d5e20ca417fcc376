import type { Design } from '../design/schema.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import { mapPath, reversePath, signedArea } from '../geometry/closedPath.ts';
import type { Cubic } from '../geometry/cubic.ts';
import { mapCubic, reverseCubic } from '../geometry/cubic.ts';
import type { Point } from '../geometry/point.ts';
import type { Polygon } from '../geometry/polygons.ts';
import type { Cut } from '../layout/cut.ts';
import type { Carved } from '../shape/bodySolid.ts';
import type { Piece } from '../shape/glued.ts';
import { contourCurve } from '../shape/contourLine.ts';
import type { Profile, Removal } from '../solid/solid.ts';

const DEG = 180 / Math.PI;

/** Mirrored for a left-handed instrument, as everything that leaves the program is. */
interface Hand {
  readonly place: (p: Point) => Point;
  readonly mirrored: boolean;
}
const handOf = ({ handedness }: Pick<Design, 'handedness'>): Hand =>
  handedness === 'left'
    ? { place: ({ x, y }) => ({ x: -x, y }), mirrored: true }
    : { place: (p) => p, mirrored: false };

const pair = ({ x, y }: Point): readonly [number, number] => [x, y];
const segments = (curve: readonly Cubic[]): readonly unknown[] =>
  curve.map((c) => [c.p0, c.p1, c.p2, c.p3].map(pair));

/** A closed path as a curve of the file, counter-clockwise. */
function closedCurve(path: ClosedPath, { place }: Hand): unknown {
  const placed = mapPath(path, place);
  return { cubic_bezier_segments: segments(signedArea(placed) >= 0 ? placed : reversePath(placed)) };
}

const polygonCurve = (polygon: Polygon, { place }: Hand): unknown => ({
  polygon: polygon.map(place).map(pair),
});

/** Counter-clockwise once it is placed. */
const turned = (polygon: Polygon, { mirrored }: Hand): Polygon =>
  mirrored ? [...polygon].reverse() : polygon;

function shapeOf(cut: Cut, hand: Hand): unknown {
  const outer = cut.round
    ? { circle: { centre: pair(hand.place(cut.round.at)), radius_mm: cut.round.diameter / 2 } }
    : closedCurve(cut.path, hand);
  return cut.islands.length === 0
    ? outer
    : { outer, holes: cut.islands.map((island) => polygonCurve(island, hand)) };
}

const profileOf = (profile: Profile): Record<string, unknown> => {
  if (profile.kind === 'flat')
    return {
      profile: 'flat',
      soft_start_mm: profile.softStart,
      ...('angle' in profile.by
        ? { angle_deg: profile.by.angle * DEG }
        : { drop_at_farthest_mm: profile.by.dropAtFarthest }),
    };
  const { by } = profile;
  return {
    profile: 'arc',
    ...('radius' in by
      ? { radius_mm: by.radius }
      : 'reach' in by
        ? { reach_mm: by.reach, drop_mm: by.drop }
        : { drop_at_farthest_mm: by.dropAtFarthest }),
  };
};

function removalOf({ by, removal }: Carved, design: Design, hand: Hand): unknown {
  const along = (r: Extract<Removal, { edge: 'outer' | number }>): Record<string, unknown> => {
    const ends = r.stretch?.map(hand.place).map(pair);
    return {
      kind: r.kind,
      edge: r.edge,
      bearing_radius_mm: r.bearingRadius,
      // Mirrored, the wood lies on the other side: the stretch is walked the other way.
      ...(ends ? { stretch: hand.mirrored ? [...ends].reverse() : ends } : {}),
    };
  };
  switch (removal.kind) {
    case 'opening':
      if (by.kind === 'facing')
        return {
          kind: 'opening',
          shape: polygonCurve(turned(removal.shape.outer, hand), hand),
          depth_mm: removal.depth,
        };
      if (by.kind !== 'cut') throw new Error('an opening is made by a cut');
      return { kind: 'opening', shape: shapeOf(by.cut, hand), depth_mm: removal.depth };
    case 'edge round':
      return { ...along(removal), radius_mm: removal.radius };
    case 'edge chamfer':
      return { ...along(removal), width_mm: removal.width, angle_to_face_deg: removal.angle * DEG };
    case 'edge rabbet':
      return { ...along(removal), width_mm: removal.width, depth_mm: removal.depth };
    case 'swept':
      throw new Error('a body has no swept back');
    case 'arch':
      return { kind: 'arch', distance_depth_mm: removal.pairs };
    case 'contour': {
      if (by.kind !== 'contour') throw new Error('a contour is made by a contour');
      const own = design.body.contours.find((c) => c.id === by.id)!;
      const curve = contourCurve(own.line).map((c) => mapCubic(c, hand.place));
      const line = hand.mirrored ? [...curve].reverse().map(reverseCubic) : curve;
      return {
        kind: 'contour',
        start_line: { cubic_bezier_line: segments(line) },
        ...profileOf(removal.profile),
      };
    }
  }
}

/**
 * The body as the list of its removals (formulas section 11), for readers that share no code: exact curves, mm, front face
 * z = 0, depths from the flat face of their own side. What is bored into the edge or drilled between cavities lies within
 * the wood and is left out.
 */
export function bodyFile(design: Design, wood: Piece, path: ClosedPath): Record<string, unknown> {
  const hand = handOf(design);
  const outer = closedCurve(path, hand);
  const of = (list: readonly Carved[]): readonly unknown[] => list.map((c) => removalOf(c, design, hand));
  return {
    name: design.name,
    region: wood.holes.length ? { outer, holes: wood.holes.map((cut) => shapeOf(cut, hand)) } : outer,
    thickness_mm: design.body.thickness,
    front: of(wood.front),
    back: of(wood.back),
  };
}
