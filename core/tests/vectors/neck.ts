import type { Side } from '../../src/design/schema.ts';
import type { OnePiece } from '../../src/neck/blank.ts';
import { faceDrop, onePieceHeight, scarf } from '../../src/neck/blank.ts';
import { backAt, heelDepth } from '../../src/neck/heel.ts';
import { LEAST_FLOOR, rodFloor } from '../../src/neck/rod.ts';
import type { Shaft } from '../../src/neck/shaft.ts';
import { halfWidth, sectionArea, shaftBack, shaftMass, woodDepth } from '../../src/neck/shaft.ts';
import {
  LEAST_BREAK,
  LEAST_CLEARANCE,
  MOST_BREAK,
  MOST_SIDEWAYS,
  stringPaths,
} from '../../src/neck/stringPaths.ts';
import type { Adapter, Check, VectorCase } from './vector.ts';

const RAD = Math.PI / 180;
type Raw = VectorCase['input'];
type Got = readonly (readonly [key: string, got: unknown, expected: unknown, tolerance: string])[];

function shaftOf(raw: Raw): Shaft {
  const bridgeSpread: number = raw['bridge_spread_outer_centres_mm']!;
  return {
    taper: {
      scaleLength: raw['scale_length_mm']!,
      fan: null,
      nutWidth: raw['nut_width_mm']!,
      nutMargin: 0,
      bridgeSpread,
      bridgeMargin: raw['board_edge_outside_outer_string_at_bridge_line_mm']!,
    },
    atFret1: raw['thickness_with_board_at_fret_1_mm']!,
    atFret12: raw['thickness_with_board_at_fret_12_mm']!,
    board: raw['board_thickness_on_centre_line_mm']!,
    stations: (raw['stations'] as unknown as readonly Raw[]).map((s) => ({
      u: s['u_mm']!,
      bass: s['p_bass']!,
      treble: s['p_treble']!,
    })),
  };
}

const onePiece = (input: Raw): OnePiece => ({
  tilt: Number(input['tilt_deg']) * RAD,
  below: input['face_below_slot_bottoms_mm']!,
  slotBottom: input['slot_bottom_over_glue_plane_mm']!,
  headstockLength: input['headstock_length_along_face_mm']!,
  headstockThickness: input['headstock_thickness_mm']!,
  heelDepth: heelDepth(
    {
      thickness: input['heel_thickness_with_board_along_z_mm']!,
      neckAngle: Number(input['neck_angle_deg']) * RAD,
    },
    input['board_thickness_mm']!,
  ),
  shaftDepth: input['greatest_shaft_depth_mm']!,
});

const adapter = (kind: string, run: (input: Raw, expect: Raw) => Got): Adapter => ({
  topic: 'neck',
  kind,
  run: ({ input, expect }, tolerance): readonly Check[] =>
    run(input, expect).map(([key, got, expected, within]) => ({
      key,
      got,
      expected,
      within: within === '' ? 0 : Number(tolerance[within]),
      relative: within.endsWith('_rel'),
    })),
});

/** The neck as a solid: shaft, heel, headstock, blank, truss rod. */
export const neck: readonly Adapter[] = [
  adapter('sections', (input, expect) => {
    const shaft = shaftOf(input['neck']!);
    return (expect['sections'] as unknown as readonly Raw[]).flatMap((want, i): Got => {
      const u = want['u_mm'] as unknown as number;
      const v = (input['v_mm'] as unknown as readonly (readonly number[])[])[i]!;
      return [
        [`half_width_mm at ${u}`, halfWidth(shaft, u, 'bass'), want['half_width_mm'], 'abs_mm'],
        [`wood_depth_mm at ${u}`, woodDepth(shaft, u), want['wood_depth_mm'], 'abs_mm'],
        [`w_mm at ${u}`, v.map((y) => shaftBack(shaft, u, y)), want['w_mm'], 'abs_mm'],
        [`area_mm2 at ${u}`, sectionArea(shaft, u), want['area_mm2'], 'area_rel'],
      ];
    });
  }),
  adapter('shaft volume', (input, expect) => {
    const mass = shaftMass(shaftOf(input['neck']!), input['from_u_mm']!, input['to_u_mm']!);
    return [
      ['volume_mm3', mass.volume, expect['volume_mm3'], 'volume_rel'],
      ['centroid_u_mm', mass.u, expect['centroid_u_mm'], 'centroid_abs_mm'],
      ['centroid_w_mm', mass.w, expect['centroid_w_mm'], 'centroid_abs_mm'],
    ];
  }),
  adapter('heel', (input, expect) => {
    const shaft = shaftOf(input['neck']!);
    const heel = {
      shaftEnd: input['shaft_end_u_mm']!,
      flatFrom: input['heel_u_mm']!,
      thickness: input['heel_thickness_with_board_along_z_mm']!,
      neckAngle: Number(input['neck_angle_deg']) * RAD,
      meeting: Number(input['meeting_angle_deg']) * RAD,
    };
    const at = input['at_u_and_eta'] as unknown as readonly (readonly [number, number])[];
    return [
      ['heel_depth_mm', heelDepth(heel, shaft.board), expect['heel_depth_mm'], 'abs_mm'],
      ['w_mm', at.map(([u, eta]) => backAt(shaft, heel, u, eta)), expect['w_mm'], 'heel_abs_mm'],
    ];
  }),
  adapter('headstock', (input, expect) => {
    const [yNut, yBridge] = [
      input['string_y_at_nut_mm'] as unknown as readonly number[],
      input['string_y_at_bridge_mm'] as unknown as readonly number[],
    ];
    const paths = stringPaths(
      { tilt: Number(input['tilt_deg']) * RAD, below: input['face_below_slot_bottoms_mm']! },
      yNut.map((y, i) => ({ x: 0, y, slope: (y - yBridge[i]!) / input['scale_length_mm']! })),
      (input['posts'] as unknown as readonly Raw[]).map((p) => ({
        at: { x: p['from_nut_mm']!, y: p['y_mm']! },
        radius: input['post_radius_mm']!,
        takeOff: input['take_off_over_face_mm']!,
        passes: (p['string_passes'] as unknown as string).split(' ')[0] as Side,
      })),
    );
    return (expect['strings'] as unknown as readonly Raw[]).flatMap((want, i): Got => {
      const path = paths[i]!;
      const { breakAngle, sideways, clearance } = path!;
      return [
        [`break_angle_rad ${i}`, breakAngle, want['break_angle_rad'], 'abs_rad'],
        [`sideways_angle_rad ${i}`, sideways, want['sideways_angle_rad'], 'abs_rad'],
        [`clearance ${i}`, clearance, want['clearance_to_nearest_other_post_mm'], 'abs_mm'],
        [`break_ok ${i}`, breakAngle >= LEAST_BREAK && breakAngle <= MOST_BREAK, want['break_ok'], ''],
        [`sideways_ok ${i}`, Math.abs(sideways) <= MOST_SIDEWAYS, want['sideways_ok'], ''],
        [`clearance_ok ${i}`, clearance! >= LEAST_CLEARANCE, want['clearance_ok'], ''],
      ];
    });
  }),
  adapter('one-piece blank', (input, expect) => {
    const needs = onePieceHeight(onePiece(input));
    return [
      ['face_drop_at_nut_mm', faceDrop(onePiece(input)), expect['face_drop_at_nut_mm'], 'abs_mm'],
      ['headstock_needs_mm', needs.headstock, expect['headstock_needs_mm'], 'abs_mm'],
      ['blank_height', needs.under, expect['blank_height_under_glue_plane_mm'], 'abs_mm'],
    ];
  }),
  adapter('blank height', (input, expect) => {
    const { under, over, height } = onePieceHeight(onePiece(input));
    return [
      ['face_drop_at_nut_mm', faceDrop(onePiece(input)), expect['face_drop_at_nut_mm'], 'abs_mm'],
      ['under the glue plane', under, expect['blank_height_under_glue_plane_mm'], 'abs_mm'],
      ['over the glue plane', over, expect['blank_height_over_glue_plane_mm'], 'abs_mm'],
      ['blank_height_mm', height, expect['blank_height_mm'], 'abs_mm'],
    ];
  }),
  adapter('scarf', (input, expect) => {
    const made = scarf(Number(input['angle_deg']) * RAD, input['board_thickness_mm']!);
    return [
      ['face_length_mm', made.face, expect['face_length_mm'], 'abs_mm'],
      ['length_along_board_mm', made.along, expect['length_along_board_mm'], 'abs_mm'],
    ];
  }),
  adapter('truss-rod floor', (input, expect) => {
    const least = rodFloor(shaftOf(input['neck']!), {
      depth: input['slot_depth_mm']!,
      width: 2 * Number(input['slot_half_width_mm']),
      from: input['from_u_mm']!,
      to: input['to_u_mm']!,
    });
    return [
      ['least_floor_mm', least.floor, expect['least_floor_mm'], 'floor_abs_mm'],
      ['least_floor_at_u_mm', least.u, expect['least_floor_at_u_mm'], 'floor_place_abs_mm'],
      ['floor_on_centre_line', least.middle, expect['floor_on_centre_line_there_mm'], 'floor_abs_mm'],
      ['thick_enough', least.floor >= LEAST_FLOOR, expect['thick_enough'], ''],
    ];
  }),
];
