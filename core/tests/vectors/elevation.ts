import type { NeckSide } from '../../src/strings/elevation.ts';
import { angleFor, depthFor, outsideTravel, saddlePlace, screwBite } from '../../src/strings/elevation.ts';
import type { Adapter, Check } from './vector.ts';

const RAD = Math.PI / 180;
type Numbers = Readonly<Record<string, number>>;
type Got = readonly (readonly [string, unknown])[];

const neckOf = (n: Numbers): NeckSide => ({
  scaleLength: n['scale_length_mm']!,
  jointFret: n['joint_fret']!,
  heel: n['heel_thickness_with_board_along_z_at_joint_mm']!,
  depth: n['pocket_depth_along_z_at_joint_mm'] ?? 0,
  angle: (n['neck_angle_deg'] ?? 0) * RAD,
  fretHeight: n['fret_height_mm']!,
  actionNut: n['string_over_fret_crowns_at_nut_mm']!,
  action12: n['string_over_fret_crowns_at_fret_12_mm']!,
});

const adapter = (kind: string, run: (n: Numbers) => Got): Adapter => ({
  topic: 'elevation',
  kind,
  run: ({ input, expect }, tolerance): readonly Check[] => {
    const want = expect as Readonly<Record<string, unknown>>;
    return run(input as unknown as Numbers).map(([key, got]) => ({
      key,
      got,
      expected: want[key],
      within: Number(tolerance[key.endsWith('_rad') ? 'abs_rad' : 'abs_mm']),
    }));
  },
});

/** Pocket depth, neck angle, saddle height and neck screws. */
export const elevation: readonly Adapter[] = [
  adapter('saddle from depth and angle', (n) => {
    const place = saddlePlace(neckOf(n));
    const travel = n['bridge_height_travel_mm'] as unknown as readonly [number, number];
    return [
      ['joint_to_scale_end_along_board_mm', place.jointToEnd],
      ['board_over_face_at_joint_mm', place.boardOver],
      ['string_over_crown_plane_at_saddle_mm', place.stringOver],
      ['saddle_z_mm', place.z],
      ['saddle_x_mm', place.x],
      ['outside_bridge_travel_mm', outsideTravel(place.z, travel)],
    ];
  }),
  adapter('angle for a wanted saddle height', (n) => {
    const angle = angleFor(neckOf(n), n['wanted_saddle_z_mm']!);
    return [
      ['neck_angle_rad', angle],
      ['saddle_x_mm', angle === null ? null : saddlePlace({ ...neckOf(n), angle }).x],
    ];
  }),
  adapter('depth for a wanted saddle height', (n) => [
    ['pocket_depth_at_joint_mm', depthFor(neckOf(n), n['wanted_saddle_z_mm']!)],
  ]),
  adapter('neck screw', (n) => {
    const bite = screwBite({
      thickness: n['body_thickness_mm']!,
      pocketDepth: n['pocket_depth_at_screw_mm']!,
      carve: n['heel_carve_at_screw_mm']!,
      length: n['screw_length_under_head_mm']!,
      plate: n['plate_mm']!,
      underHead: n['other_under_head_mm']!,
      heel: n['heel_thickness_with_board_mm']!,
      board: n['fingerboard_thickness_mm']!,
    });
    return [
      ['body_wood_passed_mm', bite.passed],
      ['bite_mm', bite.bite],
      ['neck_wood_left_under_board_mm', bite.left],
      ['long_enough', bite.longEnough],
      ['short_enough', bite.shortEnough],
    ];
  }),
];
