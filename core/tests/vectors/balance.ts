import type { MassItem } from '../../src/balance/masses.ts';
import { sure, weigh, woodMass } from '../../src/balance/masses.ts';
import { hang, leftHandLoad } from '../../src/balance/hanging.ts';
import { sit } from '../../src/balance/sitting.ts';
import { thighContact } from '../../src/balance/thighContact.ts';
import type { Cubic } from '../../src/geometry/cubic.ts';
import type { Point } from '../../src/geometry/point.ts';
import { fieldsOf } from '../../src/solid/field.ts';
import { massOf } from '../../src/solid/mass.ts';
import type { Removal, Solid } from '../../src/solid/solid.ts';
import { regionOf } from './solids.ts';
import type { Adapter, Check, VectorCase } from './vector.ts';

const RAD = Math.PI / 180;
type Raw = VectorCase['input'];
type Pair = readonly [number, number];
const point = (raw: unknown): { readonly x: number; readonly y: number } => {
  const [x, y] = raw as Pair;
  return { x, y };
};

/** Coarse bodies on a grid are as near as the vectors say of grids; the rest as near as they say. */
const STEP = 0.5;
const GRID = { share: 1e-3, mm: 0.2 };

function bodyOf(raw: Raw): Solid {
  const pockets = raw['pockets'] as unknown as readonly Raw[];
  const thickness: number = raw['thickness_mm']!;
  const on = (face: string): readonly Removal[] =>
    pockets
      .filter((p) => String(p['face']) === face)
      .map((p) => ({
        kind: 'opening',
        shape: regionOf(p['shape']!),
        depth: Math.min(thickness, p['depth_mm']!),
      }));
  const bevel = raw['bevel'] as unknown as Raw | null;
  return {
    region: regionOf(raw['outline']!),
    thickness,
    front: [
      ...on('front'),
      ...(bevel
        ? [
            {
              kind: 'contour' as const,
              start: (bevel['chord'] as unknown as readonly Pair[]).map(point),
              profile: {
                kind: 'flat' as const,
                softStart: 0,
                by: { angle: Math.atan(bevel['lowered_per_mm_from_chord']!) },
              },
            },
          ]
        : []),
    ],
    back: on('back'),
  };
}

/** Weight, hanging on a strap, sitting. */
export const balance: readonly Adapter[] = [
  {
    topic: 'mass',
    kind: 'point_masses',
    run: ({ input, expect }): readonly Check[] => {
      const solid = massOf(fieldsOf(bodyOf(input), STEP));
      const wood: MassItem = {
        key: 'body',
        name: 'body',
        kind: 'wood',
        mass: woodMass(solid.volume, sure(input['density_kg_m3']!)),
        at: solid.centre,
      };
      const points = (input['point_masses'] as unknown as readonly Raw[]).map((p): MassItem => {
        const [x, y, z] = p['at_mm'] as unknown as readonly [number, number, number];
        return {
          key: String(p['name']),
          name: String(p['name']),
          kind: 'part',
          mass: sure(p['mass_g']!),
          at: { x, y, z },
        };
      });
      const all = weigh([wood, ...points])!;
      const place = ({ x, y, z }: MassItem['at']): readonly number[] => [x, y, z];
      const check = (key: string, got: unknown, within: number, relative = false): Check => ({
        key,
        got,
        expected: expect[key],
        within,
        relative,
      });
      return [
        check('body_volume_mm3', solid.volume, GRID.share, true),
        check('body_mass_g', wood.mass.likely, GRID.share, true),
        check('body_centre_of_mass_mm', place(wood.at), GRID.mm),
        check('total_mass_g', all.total.likely, GRID.share, true),
        check('total_centre_of_mass_mm', place(all.centre), GRID.mm),
      ];
    },
  },
  {
    topic: 'hanging',
    kind: 'horn_button_mm',
    run: ({ input, expect }, tolerance): readonly Check[] => {
      const on = {
        horn: point(input['horn_button_mm']),
        tail: point(input['tail_button_mm']),
        centre: point(input['centre_of_mass_mm']),
        massG: input['mass_g']!,
        strap: input['strap_length_mm']!,
        friction: input['strap_friction']!,
      };
      const got = hang(on);
      const rad = Number(tolerance['abs_rad']);
      const loads = expect['left_hand_load'] as unknown as readonly Raw[];
      const band = expect['band_holding_free_angle_rad'] as unknown as Pair | null;
      return [
        { key: 'free_angle_rad', got: got.freeAngle, expected: expect['free_angle_rad'], within: rad },
        {
          key: 'centre_of_mass_under_shoulder_mm',
          got: got.under,
          expected: expect['centre_of_mass_under_shoulder_mm'],
          within: Number(tolerance['abs_mm']),
        },
        {
          key: 'rest_bands_rad',
          got: got.rest.map((r) => [r.from, r.to]),
          expected: expect['rest_bands_rad'],
          within: rad,
        },
        {
          key: 'band_holding_free_angle_rad',
          got: got.restAtFree && [got.restAtFree.from, got.restAtFree.to],
          expected: band,
          within: rad,
        },
        ...loads.map((l): Check => ({
          key: `left_hand_load at ${Number(l['playing_angle_deg'])}°`,
          got: leftHandLoad(on, Number(l['playing_angle_deg']) * RAD, point(input['hand_at_mm'])),
          expected: l['hand_force_n'],
          within: Number(tolerance['abs_n']),
        })),
      ];
    },
  },
  {
    topic: 'waist',
    kind: 'waist contact',
    run: ({ input, expect }, tolerance): readonly Check[] => {
      const hollow = (input['hollow_cubic_bezier_segments'] as unknown as readonly (readonly Pair[])[]).map(
        (c): Cubic => {
          const [p0, p1, p2, p3] = c.map(point) as [Point, Point, Point, Point];
          return { p0, p1, p2, p3 };
        },
      );
      const got = thighContact(hollow, Number(input['neck_angle_deg']) * RAD);
      return [
        {
          key: 'contact_mm',
          got: got && [got.x, got.y],
          expected: expect['contact_mm'],
          within: Number(tolerance['abs_mm']),
        },
      ];
    },
  },
  {
    topic: 'sitting',
    kind: 'thigh_contact_mm',
    run: ({ input, expect }, tolerance): readonly Check[] => {
      const got = sit(
        {
          contact: point(input['thigh_contact_mm']),
          centre: point(input['centre_of_mass_mm']),
          massG: input['mass_g']!,
          angle: Number(input['neck_angle_deg']) * RAD,
          half: input['thigh_half_width_mm']!,
        },
        point(input['press_at_mm']),
      );
      return [
        {
          key: 'lever_mm',
          got: got.lever,
          expected: expect['lever_mm'],
          within: Number(tolerance['abs_mm']),
        },
        { key: 'rests_by_itself', got: got.tips === null, expected: expect['rests_by_itself'], within: 0 },
        { key: 'tips', got: got.tips, expected: expect['tips'], within: 0 },
        {
          key: 'press_down_n',
          got: got.press,
          expected: expect['press_down_n'],
          within: Number(tolerance['abs_n']),
        },
      ];
    },
  },
];
