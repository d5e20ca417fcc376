import { z } from 'zod';
import type { Limits } from '../limit.ts';
import type { Refusal } from '../refusal.ts';
import { count, limited, mm, nameSchema } from '../schemaParts.ts';
import type { ValueOf } from '../section.ts';
import { section } from '../section.ts';

export const PLAYER_LIMITS = {
  'player.height': { label: 'height', min: 900, max: 2300, from: 'floor to the top of the head' },
  'player.shoulders': { label: 'shoulders', min: 200, max: 650, from: 'outside to outside' },
  'player.chest': { label: 'chest', min: 100, max: 500, from: 'back to front, at the ribs' },
  'player.upperArm': { label: 'upper arm', min: 150, max: 500, from: 'shoulder joint to elbow' },
  'player.forearm': { label: 'forearm', min: 130, max: 400, from: 'elbow to wrist' },
  'player.hand': { label: 'hand', min: 90, max: 280, from: 'wrist to the tip of the middle finger' },
  'player.thigh': { label: 'thigh', min: 60, max: 260, from: 'across, where the instrument rests' },
  'player.stool': { label: 'foot stool', min: 0, max: 350, from: 'the floor' },
  'player.angle': { label: 'playing angle', min: -20, max: 70, from: 'the level; more lifts the headstock' },
  'player.heaviest': {
    label: 'heaviest',
    min: 500,
    max: 12_000,
    from: 'the whole instrument, without strap',
  },
  'strap.length': { label: 'strap', min: 300, max: 2200, from: 'button to button over the shoulder' },
  'strap.shortest': { label: 'strap at its first hole', min: 300, max: 2200, from: 'button to button' },
  'strap.step': { label: 'holes apart', min: 5, max: 200, from: 'centre to centre' },
  'strap.holes': { label: 'holes', min: 1, max: 40, from: 'the shortest strap is hole 1' },
  'case.length': { label: 'inside length', min: 400, max: 2000, from: 'end to end' },
  'case.body': { label: 'room for the body', min: 100, max: 1200, from: 'the tail end to where it narrows' },
  'case.width': { label: 'inside width', min: 100, max: 900, from: 'side to side at the body' },
  'case.neckWidth': { label: 'width at the neck', min: 60, max: 900, from: 'side to side' },
  'case.depth': { label: 'inside depth', min: 20, max: 300, from: 'where the body lies, to the lid' },
  'case.bed': { label: 'bed under the body', min: 0, max: 120, from: 'the floor at the headstock' },
  'case.neckDepth': { label: 'depth at the headstock', min: 20, max: 300, from: 'floor to lid' },
} as const satisfies Limits;

/** A case’s or bag’s inside, as its user measured it. */
const caseSchema = () =>
  z.looseObject({
    name: nameSchema,
    length: mm(PLAYER_LIMITS['case.length']),
    body: mm(PLAYER_LIMITS['case.body']),
    width: mm(PLAYER_LIMITS['case.width']),
    neckWidth: mm(PLAYER_LIMITS['case.neckWidth']),
    depth: mm(PLAYER_LIMITS['case.depth']),
    neckDepth: mm(PLAYER_LIMITS['case.neckDepth']),
    /** How much higher the body lies than the floor at the headstock. */
    bed: mm(PLAYER_LIMITS['case.bed']),
  });

/** Measurements of a player that go with the height until they are typed themselves. */
export const SCALED = ['shoulders', 'chest', 'upperArm', 'forearm', 'hand', 'thigh'] as const;
export type Scaled = (typeof SCALED)[number];

/** Who plays it, on what strap, at what angle; what it should weigh at most, and the case that it goes into. */
const playerSchema = () =>
  z.looseObject({
    height: mm(PLAYER_LIMITS['player.height']),
    shoulders: mm(PLAYER_LIMITS['player.shoulders']),
    chest: mm(PLAYER_LIMITS['player.chest']),
    upperArm: mm(PLAYER_LIMITS['player.upperArm']),
    forearm: mm(PLAYER_LIMITS['player.forearm']),
    hand: mm(PLAYER_LIMITS['player.hand']),
    thigh: mm(PLAYER_LIMITS['player.thigh']),
    /** Those of the measurements above that were typed: the others are those of a person of this height. */
    measured: z.array(z.enum(SCALED, { error: 'a measured length of the player is named by its own name' }), {
      error: 'what was measured of the player must be a list of names',
    }),
    stool: mm(PLAYER_LIMITS['player.stool']),
    angle: limited(PLAYER_LIMITS['player.angle'], '°'),
    /** `hole`: the hole that is used, from 1 at the shortest; null where the length is typed. */
    strap: z.looseObject({
      length: mm(PLAYER_LIMITS['strap.length']),
      holes: z
        .looseObject({
          shortest: mm(PLAYER_LIMITS['strap.shortest']),
          step: mm(PLAYER_LIMITS['strap.step']),
          count: count(PLAYER_LIMITS['strap.holes']),
          hole: count(PLAYER_LIMITS['strap.holes']),
        })
        .nullable(),
    }),
    heaviest: limited(PLAYER_LIMITS['player.heaviest'], 'g').nullable(),
    case: caseSchema().nullable(),
  });
type Player = ValueOf<ReturnType<typeof playerSchema>>;

function playerRefusals({ strap: { holes }, case: own }: Player): readonly Refusal[] {
  return [
    ...(holes && holes.hole > holes.count
      ? [
          {
            where: 'player.strap.holes.hole',
            message: `the strap has ${holes.count} holes, not a hole ${holes.hole}: take one of them`,
          },
        ]
      : []),
    ...(own && own.body > own.length
      ? [
          {
            where: 'player.case.body',
            message: `the room for the body, ${own.body} mm, is longer than the whole case, ${own.length} mm`,
          },
        ]
      : []),
  ];
}

/** Somebody of middling size with a strap of middling length, mm. */
export const plainPlayer = () => ({
  height: 1740,
  shoulders: 430,
  chest: 230,
  upperArm: 320,
  forearm: 255,
  hand: 185,
  thigh: 120,
  measured: [] as Scaled[],
  stool: 120,
  angle: 25,
  strap: { length: 1100, holes: null },
  heaviest: null,
  case: null,
});

/** A player with a change made: what is typed is measured from then on; what is not goes with the height, a person of middling build. mm. */
export function changedPlayer(player: Player, change: Partial<Player>): Player {
  const typed = SCALED.filter((key) => change[key] !== undefined || player.measured.includes(key));
  const measured = change.measured ?? (typed.length === player.measured.length ? player.measured : typed);
  const next = { ...player, ...change, measured };
  if (change.height === undefined && change.measured === undefined) return next;
  const plain = plainPlayer();
  const share = next.height / plain.height;
  const scaled = SCALED.filter((key) => !measured.includes(key)).map((key) => [
    key,
    Number((plain[key] * share).toFixed(1)),
  ]);
  return { ...next, ...Object.fromEntries(scaled) };
}

/** How long a strap is at present, mm. */
export const strapLength = ({ strap: { length, holes } }: Pick<Player, 'strap'>): number =>
  holes ? holes.shortest + holes.step * (holes.hole - 1) : length;

export const playerSection = /* @__PURE__ */ section({
  words: 'player',
  schema: playerSchema,
  plain: plainPlayer,
  refusals: playerRefusals,
  listKeys: { measured: (name: string) => name },
});
