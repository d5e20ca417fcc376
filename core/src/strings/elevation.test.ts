import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import vectors from '../../vectors/elevation.json';
import type { NeckSide } from './elevation.ts';
import {
  LEAST_BITE,
  LEAST_UNDER_BOARD,
  angleFor,
  breakAngle,
  depthFor,
  outsideTravel,
  pocketDepthAt,
  radiusDrop,
  saddlePlace,
  screwBite,
  shimFor,
} from './elevation.ts';

const RAD = Math.PI / 180;
type Numbers = Readonly<Record<string, number>>;
interface Case {
  readonly name: string;
  readonly input: Numbers & { readonly kind: string; readonly bridge_height_travel_mm: [number, number] };
  readonly expect: Readonly<Record<string, number | boolean>>;
}
const cases = vectors.cases as unknown as readonly Case[];
const { abs_mm: MM, abs_rad: ANGLE } = vectors.tolerance;

const neckOf = (input: Case['input']): NeckSide => ({
  scaleLength: input.scale_length_mm!,
  jointFret: input.joint_fret!,
  heel: input.heel_thickness_with_board_along_z_at_joint_mm!,
  depth: input.pocket_depth_along_z_at_joint_mm ?? 0,
  angle: (input.neck_angle_deg ?? 0) * RAD,
  fretHeight: input.fret_height_mm!,
  actionNut: input.string_over_fret_crowns_at_nut_mm!,
  action12: input.string_over_fret_crowns_at_fret_12_mm!,
});

describe('the neck from the side against the vectors', () => {
  it.each(cases.map((c) => [c.name, c] as const))('%s', (_, { input, expect: want }) => {
    const near = (got: number | null, key: string, by = MM): void => {
      expect(got).not.toBeNull();
      expect(Math.abs(got! - (want[key] as number)), key).toBeLessThanOrEqual(by);
    };
    if (input.kind === 'saddle from depth and angle') {
      const place = saddlePlace(neckOf(input));
      near(place.jointToEnd, 'joint_to_scale_end_along_board_mm');
      near(place.boardOver, 'board_over_face_at_joint_mm');
      near(place.stringOver, 'string_over_crown_plane_at_saddle_mm');
      near(place.z, 'saddle_z_mm');
      near(place.x, 'saddle_x_mm');
      near(outsideTravel(place.z, input.bridge_height_travel_mm), 'outside_bridge_travel_mm');
    } else if (input.kind === 'angle for a wanted saddle height') {
      const neck = neckOf(input);
      const angle = angleFor(neck, input.wanted_saddle_z_mm!);
      near(angle, 'neck_angle_rad', ANGLE);
      near(saddlePlace({ ...neck, angle: angle! }).x, 'saddle_x_mm');
    } else if (input.kind === 'depth for a wanted saddle height') {
      near(depthFor(neckOf(input), input.wanted_saddle_z_mm!), 'pocket_depth_at_joint_mm');
    } else {
      const bite = screwBite({
        thickness: input.body_thickness_mm!,
        pocketDepth: input.pocket_depth_at_screw_mm!,
        carve: input.heel_carve_at_screw_mm!,
        length: input.screw_length_under_head_mm!,
        plate: input.plate_mm!,
        underHead: input.other_under_head_mm!,
        heel: input.heel_thickness_with_board_mm!,
        board: input.fingerboard_thickness_mm!,
      });
      near(bite.passed, 'body_wood_passed_mm');
      near(bite.bite, 'bite_mm');
      near(bite.left, 'neck_wood_left_under_board_mm');
      expect(bite.longEnough).toBe(want.long_enough);
      expect(bite.shortEnough).toBe(want.short_enough);
    }
  });
  it('takes every case', () => expect(cases).toHaveLength(22));
});

const anyNeck = fc.record({
  scaleLength: fc.double({ min: 500, max: 900, noNaN: true }),
  jointFret: fc.integer({ min: 12, max: 24 }),
  heel: fc.double({ min: 15, max: 40, noNaN: true }),
  depth: fc.double({ min: 0, max: 25, noNaN: true }),
  angle: fc.double({ min: -3 * RAD, max: 8 * RAD, noNaN: true }),
  fretHeight: fc.double({ min: 0.5, max: 1.6, noNaN: true }),
  actionNut: fc.double({ min: 0.2, max: 1, noNaN: true }),
  action12: fc.double({ min: 1, max: 3.5, noNaN: true }),
});

/**
 * A second way: the neck drawn flat with its face along x, its strings' two known points on it, all of it turned
 * about the joint's place on the board, and the string drawn on to where the scale ends on the neck.
 */
function drawn(n: NeckSide): { x: number; z: number } {
  const joint = n.scaleLength * 2 ** (-n.jointFret / 12);
  const board = n.heel - n.depth;
  // In the neck's own frame: s along the board from the nut, h over its face.
  const nut = { s: 0, h: n.fretHeight + n.actionNut };
  const twelfth = { s: n.scaleLength / 2, h: n.fretHeight + n.action12 };
  const slope = (twelfth.h - nut.h) / (twelfth.s - nut.s);
  const end = { s: n.scaleLength, h: nut.h + slope * n.scaleLength };
  // From the joint: so far tailward along the board, so far over it; turned so that the nut sinks.
  const [along, over] = [end.s - (n.scaleLength - joint), end.h];
  const turned = {
    x: -along * Math.cos(n.angle) + over * Math.sin(n.angle),
    z: along * Math.sin(n.angle) + over * Math.cos(n.angle),
  };
  return { x: joint + turned.x, z: board + turned.z };
}

describe('the neck from the side', () => {
  it('agrees with points drawn and turned, to a millionth of a mm', () => {
    fc.assert(
      fc.property(anyNeck, (neck) => {
        const place = saddlePlace(neck);
        const second = drawn(neck);
        return Math.abs(place.z - second.z) < 1e-6 && Math.abs(place.x - second.x) < 1e-6;
      }),
    );
  });
  it('solved for angle and depth comes back to the wanted height', () => {
    fc.assert(
      fc.property(anyNeck, fc.double({ min: 5, max: 30, noNaN: true }), (neck, height) => {
        const angle = angleFor(neck, height)!;
        const byAngle = saddlePlace({ ...neck, angle }).z;
        const byDepth = saddlePlace({ ...neck, depth: depthFor(neck, height) }).z;
        return Math.abs(byAngle - height) < 1e-9 && Math.abs(byDepth - height) < 1e-9;
      }),
    );
  });
  it('has no angle for a height beyond the neck’s reach', () => {
    const neck = {
      scaleLength: 640,
      jointFret: 16,
      heel: 25,
      depth: 16,
      fretHeight: 1,
      actionNut: 0.5,
      action12: 1.8,
    };
    expect(angleFor(neck, 400)).toBeNull();
  });
  it('tells a shim, a tilted floor, an arc’s drop and a travel', () => {
    expect(shimFor(0.01, 75)).toBeCloseTo(0.75, 4);
    const neck = { scaleLength: 640, jointFret: 16, depth: 16, angle: 0.02 };
    const joint = 640 * 2 ** (-16 / 12);
    expect(pocketDepthAt(neck, joint)).toBe(16);
    expect(pocketDepthAt(neck, joint - 50)).toBeCloseTo(16 - 50 * Math.tan(0.02), 12);
    expect(radiusDrop(null, 26)).toBe(0);
    expect(radiusDrop(300, 26)).toBeCloseTo(300 - Math.sqrt(300 ** 2 - 26 ** 2), 12);
    expect(outsideTravel(12, [9, 15])).toBe(0);
    expect(outsideTravel(8, [9, 15])).toBe(-1);
  });
  it('breaks the string more, the lower and nearer it is held', () => {
    const neck = { ...drawnNeck, angle: 0 };
    const place = saddlePlace(neck);
    expect(breakAngle(place, neck, 20, 0)).toBeGreaterThan(breakAngle(place, neck, 40, 0));
    expect(breakAngle(place, neck, 20, 0)).toBeGreaterThan(breakAngle(place, neck, 20, 8));
    // Held in line with the string in front, it does not break at all.
    const over = neck.fretHeight + neck.actionNut + neck.heel - neck.depth;
    const slope = (place.z - over) / (place.nutX - place.x);
    expect(breakAngle(place, neck, 30, place.z + slope * 30)).toBeCloseTo(0, 12);
  });
  it('asks 10 mm of bite and 2 mm under the board', () =>
    expect([LEAST_BITE, LEAST_UNDER_BOARD]).toEqual([10, 2]));
});

const drawnNeck: NeckSide = {
  scaleLength: 640,
  jointFret: 16,
  heel: 25,
  depth: 16,
  angle: 0,
  fretHeight: 1,
  actionNut: 0.5,
  action12: 1.8,
};
