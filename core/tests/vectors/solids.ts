import { flattenCubic } from '../../src/geometry/cubic.ts';
import type { Point } from '../../src/geometry/point.ts';
import { deepest } from '../../src/solid/depths.ts';
import { fieldsOf } from '../../src/solid/field.ts';
import { areaWithoutWood } from '../../src/solid/withoutWood.ts';
import { massOf } from '../../src/solid/mass.ts';
import { regionOfPaths, regionOfPolygons } from '../../src/solid/region.ts';
import type { Chain, Profile, Region, Removal, Solid } from '../../src/solid/solid.ts';
import { PLAN_CHORD } from '../../src/solid/solid.ts';
import { leastThickness } from '../../src/solid/thickness.ts';
import { pathOfSegments } from './outline.ts';
import type { Adapter, Check } from './vector.ts';

type Pair = readonly [number, number];
type Raw = Readonly<Record<string, never>>;
const RAD = Math.PI / 180;
const point = ([x, y]: Pair): Point => ({ x, y });

function curve(raw: Raw): Region {
  if (raw['polygon']) return regionOfPolygons((raw['polygon'] as readonly Pair[]).map(point));
  if (raw['circle']) {
    const { centre, radius_mm: r } = raw['circle'] as { centre: Pair; radius_mm: number };
    const at = point(centre);
    // Chords as near as everywhere: a circle of four cubics is off by more.
    const count = Math.ceil(Math.PI / Math.acos(1 - PLAN_CHORD / r));
    return regionOfPolygons(
      Array.from({ length: count }, (_, i) => ({
        x: at.x + r * Math.cos((2 * Math.PI * i) / count),
        y: at.y + r * Math.sin((2 * Math.PI * i) / count),
      })),
    );
  }
  return regionOfPaths(pathOfSegments(raw['cubic_bezier_segments']!));
}

/** A region as the bodies of the checkers have it. */
export function regionOf(raw: Raw): Region {
  if (!raw['outer']) return curve(raw);
  const holes = (raw['holes'] as unknown as readonly Raw[]).map((h) => curve(h).outer);
  return regionOfPolygons(curve(raw['outer']).outer, holes);
}

function chain(raw: Raw): Chain {
  if (raw['line']) return (raw['line'] as readonly Pair[]).map(point);
  const path = pathOfSegments(raw['cubic_bezier_line']!);
  return [...path.flatMap((c) => flattenCubic(c, PLAN_CHORD)), path.at(-1)!.p3];
}

function profileOf(raw: Raw): Profile {
  const drop = raw['drop_at_farthest_mm'] as number | undefined;
  if (raw['profile'] === 'flat')
    return {
      kind: 'flat',
      softStart: raw['soft_start_mm']!,
      by: drop === undefined ? { angle: Number(raw['angle_deg']) * RAD } : { dropAtFarthest: drop },
    };
  return {
    kind: 'arc',
    by:
      raw['radius_mm'] !== undefined
        ? { radius: raw['radius_mm'] }
        : drop === undefined
          ? { reach: raw['reach_mm']!, drop: raw['drop_mm']! }
          : { dropAtFarthest: drop },
  };
}

function removalOf(raw: Raw): Removal {
  const kind = raw['kind'] as unknown as string;
  const along = () => ({
    edge: raw['edge'] === undefined ? ('outer' as const) : (raw['edge'] as 'outer' | number),
    bearingRadius: raw['bearing_radius_mm'] as unknown as number,
    stretch: raw['stretch']
      ? ((raw['stretch'] as readonly Pair[]).map(point) as unknown as readonly [Point, Point])
      : null,
  });
  switch (kind) {
    case 'opening':
      return { kind, shape: regionOf(raw['shape']!), depth: raw['depth_mm']! };
    case 'edge round':
      return { kind, ...along(), radius: raw['radius_mm']! };
    case 'edge chamfer':
      return { kind, ...along(), width: raw['width_mm']!, angle: Number(raw['angle_to_face_deg']) * RAD };
    case 'edge rabbet':
      return { kind, ...along(), width: raw['width_mm']!, depth: raw['depth_mm']! };
    case 'contour':
      return { kind, start: chain(raw['start_line']!), profile: profileOf(raw) };
    case 'arch':
      return { kind, pairs: raw['distance_depth_mm']! };
    default:
      throw new Error(`there is no removal “${kind}”`);
  }
}

/** A body of the checkers as a solid. */
export const solidOf = (body: Raw): Solid => ({
  region: regionOf(body['region']!),
  thickness: body['thickness_mm']!,
  front: (body['front'] as unknown as readonly Raw[]).map(removalOf),
  back: (body['back'] as unknown as readonly Raw[]).map(removalOf),
});

/** Fields are sampled so finely, mm, as they are while nothing moves. */
const STEP = 0.5;
/** Area without wood is held nearer than the vectors ask, mm²: shallow slivers too. */
const AREA = 0.5;

/** Depths, thickness, mass and least wood of bodies between two fields. */
export const solids: readonly Adapter[] = [
  {
    topic: 'solids',
    kind: 'body',
    run: ({ input, expect }, tolerance): readonly Check[] => {
      const raw = input as Raw;
      const want = expect as Readonly<Record<string, unknown>>;
      const solid = solidOf(raw['body']!);
      const within = (name: string): number => Number(tolerance[name]);
      const [front, back] = [deepest(solid.region, solid.front), deepest(solid.region, solid.back)];
      const places = (raw['points_mm'] as unknown as readonly Pair[]).map(
        ([x, y]) => [front(x, y), back(x, y)] as const,
      );
      const fields = fieldsOf(solid, STEP);
      const mass = massOf(fields);
      const open = areaWithoutWood(solid, fields);
      const check = (key: string, got: unknown, by: string, relative = false): Check => ({
        key,
        got,
        expected: want[key],
        within: within(by),
        relative,
      });
      const checks: Check[] = [
        check(
          'front_depth_mm',
          places.map(([f]) => f),
          'depth_abs_mm',
        ),
        check(
          'back_depth_mm',
          places.map(([, b]) => b),
          'depth_abs_mm',
        ),
        check(
          'thickness_mm',
          places.map(([f, b]) => Math.max(0, solid.thickness - f - b)),
          'depth_abs_mm',
        ),
        check('volume_mm3', mass.volume, 'volume_rel', true),
        check('mass_g', mass.volume * Number(raw['density_kg_m3']) * 1e-6, 'mass_rel', true),
        check('centre_of_mass_mm', [mass.centre.x, mass.centre.y, mass.centre.z], 'centre_of_mass_abs_mm'),
        { key: 'breaks_through', got: open > 1, expected: want['breaks_through'], within: 0 },
      ];
      if (want['area_without_wood_mm2'] !== undefined)
        checks.push({
          key: 'area_without_wood_mm2',
          got: open,
          expected: want['area_without_wood_mm2'],
          within: AREA,
        });
      if (want['least_thickness_without_edges_mm'] !== undefined) {
        const least = leastThickness(solid, STEP);
        checks.push({
          key: 'least_thickness_without_edges_mm',
          got: least.thickness,
          expected: want['least_thickness_without_edges_mm'],
          within: within('least_thickness_abs_mm'),
        });
        const at = want['least_thickness_at_mm'] as Pair | null;
        if (at)
          checks.push({
            key: 'least_thickness_at_mm',
            got: Math.hypot(least.at.x - at[0], least.at.y - at[1]),
            expected: 0,
            within: Number(want['least_thickness_place_tolerance_mm']),
          });
      }
      return checks;
    },
  },
];
