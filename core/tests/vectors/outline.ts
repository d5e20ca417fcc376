import { centroid, perimeter, signedArea } from '../../src/geometry/closedPath.ts';
import type { ClosedPath } from '../../src/geometry/closedPath.ts';
import { distance } from '../../src/geometry/point.ts';
import { measureOutline } from '../../src/outline/measures.ts';
import type { Adapter, Check } from './vector.ts';

type Pair = readonly [number, number];
export const pathOfSegments = (segments: readonly (readonly Pair[])[]): ClosedPath =>
  segments.map((s) => {
    const [p0, p1, p2, p3] = s.map(([x, y]) => ({ x, y }));
    return { p0: p0!, p1: p1!, p2: p2!, p3: p3! };
  });

interface Wanted extends Readonly<Record<string, unknown>> {
  readonly centroid_mm: Pair;
  readonly smallest_concave_radius_mm: number | null;
  readonly smallest_concave_radius_places_mm: readonly Pair[];
  readonly sides?: Readonly<Record<string, Readonly<Record<string, Pair>>>>;
}

/** Area, centroid, perimeter, extents, hollows, bouts and waist of closed chains of cubics. */
export const outline: readonly Adapter[] = [
  {
    topic: 'outline',
    kind: 'closed_cubic_bezier_segments_mm',
    run: ({ input, expect }, tolerance): readonly Check[] => {
      const path = pathOfSegments(
        (input as Readonly<Record<string, never>>)['closed_cubic_bezier_segments_mm']!,
      );
      const want = expect as unknown as Wanted;
      const m = measureOutline(path);
      const within = (name: string): number => Number(tolerance[name]);
      const check = (key: string, got: unknown, by: string, relative = false): Check => ({
        key,
        got,
        expected: want[key],
        within: within(by),
        relative,
      });
      const middle = centroid(path);
      const { hollow } = m;
      const radius = want.smallest_concave_radius_mm;
      const places = want.smallest_concave_radius_places_mm;
      const toPlace = hollow && Math.min(...places.map(([x, y]) => distance(hollow.at, { x, y })));
      const sides = Object.entries(want.sides ?? {}).flatMap(([side, wanted]) => {
        const got = side.startsWith('bass') ? m.bass : m.treble;
        return Object.entries(wanted).flatMap(([key, [x, y]]): readonly Check[] => {
          const at = key.startsWith('lower')
            ? got.lowerBout
            : key.startsWith('waist')
              ? got.waist
              : got.upperBout;
          const name = `${side} ${key}`;
          return [
            { key: `${name} x`, got: at?.x, expected: x, within: within('bout_and_waist_x_abs_mm') },
            { key: `${name} y`, got: at?.y, expected: y, within: within('bout_and_waist_y_abs_mm') },
          ];
        });
      });
      return [
        check('area_mm2', signedArea(path), 'area_rel', true),
        check('centroid_mm', middle && [middle.x, middle.y], 'centroid_abs_mm'),
        check('perimeter_mm', perimeter(path), 'perimeter_rel', true),
        check('x_min_mm', m.box.minX, 'extents_abs_mm'),
        check('x_max_mm', m.box.maxX, 'extents_abs_mm'),
        check('y_min_mm', m.box.minY, 'extents_abs_mm'),
        check('y_max_mm', m.box.maxY, 'extents_abs_mm'),
        check('length_mm', m.length, 'extents_abs_mm'),
        check('overall_width_mm', m.widest, 'extents_abs_mm'),
        check('smallest_concave_radius_mm', hollow?.radius ?? null, 'radius_rel', true),
        ...(radius === null
          ? []
          : [
              {
                key: 'its distance from the nearest place',
                got: toPlace,
                expected: 0,
                within: within('radius_place_abs_mm'),
              },
            ]),
        ...sides,
      ];
    },
  },
];
