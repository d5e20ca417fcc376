import type { Box } from '../geometry/box.ts';
import { saddlePlace } from '../strings/elevation.ts';
import type { Sweep } from '../solid/sweep.ts';
import { sweepAt } from '../solid/sweep.ts';
import { centreScale } from '../strings/frets.ts';
import { neckSide } from '../strings/neckSide.ts';
import { headFrame, nutPlace, placed, shaftFrame, within } from './frames.ts';
import { winderOf } from './headstockPlan.ts';
import type { NeckPlan, NeckSource } from './planNeck.ts';
import { neckSweep, woodEnd } from './neckSolid.ts';

/** A place of the instrument seen from the side, on the centre line: x as everywhere, z out of the front face; mm. */
export interface SidePlace {
  readonly x: number;
  readonly z: number;
}
type SideLine = readonly SidePlace[];

/** The whole instrument from the side, to scale: closed lines but for the strings. */
export interface SideView {
  readonly body: SideLine;
  readonly board: SideLine;
  /** Shaft, heel and headstock in one line. */
  readonly neck: SideLine;
  /** Each from its saddle over the nut to its tuner; to the nut alone without one. */
  readonly strings: readonly SideLine[];
  /** The headstock’s face, from the nut’s line to its end; and the end of its back. */
  readonly face: readonly [SidePlace, SidePlace];
  readonly backEnd: SidePlace;
  /** Where the shaft’s back begins to run into the heel, and where the headstock’s back is flat. */
  readonly transitions: { readonly heel: SidePlace; readonly headstock: SidePlace };
  readonly nut: SidePlace;
  readonly saddle: SidePlace;
}

/** Places along the neck's back every so many mm. */
const EVERY = 4;

/** The back on the centre line from the heel’s end on, as the sweep of shaft, heel and headstock runs; x and z of the shaft’s frame. */
function backOf(source: NeckSource, plan: NeckPlan, sweep: Sweep): SideLine {
  const flat = sweep.stretches.at(-1)!.from;
  const borders = sweep.stretches.flatMap(({ from, to }) => [from, to]);
  const from = -woodEnd(source, plan);
  const count = Math.ceil((flat - from) / EVERY);
  const places = [
    ...Array.from({ length: count + 1 }, (_, i) => from + ((flat - from) * i) / count),
    ...borders.filter((x) => x > from && x < flat),
  ];
  return [...new Set(places)].sort((a, b) => a - b).map((x) => ({ x, z: sweepAt(sweep, x, 0, 'left') }));
}

/** The neck alone seen from the side, in the shaft’s frame: its wood on the centre line, and its fingerboard; closed lines. */
export interface NeckProfile {
  readonly neck: SideLine;
  readonly board: SideLine;
  readonly face: readonly [SidePlace, SidePlace];
  readonly backEnd: SidePlace;
}

export function neckProfile(
  source: NeckSource,
  plan: NeckPlan,
  sweep: Sweep = neckSweep(source, plan),
): NeckProfile {
  const { neck, headstock, shaft } = source;
  const head = headFrame(plan);
  const onHead = (d: number, z: number): SidePlace => flat(placed(head, { x: d, y: 0, z }));
  const { length, side } = plan.headstock;
  const t = headstock.thickness;
  const seat = shaft.nut.thickness;
  const face = [onHead(0, 0), onHead(length, 0)] as const;
  const backEnd = onHead(length, -t);
  const end = -woodEnd(source, plan);
  const boardEnd = plan.boardEndX - centreScale(source.strings);
  return {
    neck: [
      { x: end, z: 0 },
      ...backOf(source, plan, sweep),
      backEnd,
      face[1],
      onHead(seat / Math.cos(side.tilt), 0),
      { x: seat, z: 0 },
      { x: 0, z: 0 },
    ],
    board: [
      { x: boardEnd, z: 0 },
      { x: boardEnd, z: neck.board },
      { x: 0, z: neck.board },
      { x: 0, z: 0 },
    ],
    face,
    backEnd,
  };
}

const flat = ({ x, z }: SidePlace): SidePlace => ({ x, z });

/**
 * The instrument seen from the side (formulas sections 3 and 12): the neck in its pocket at its angle, its back on the centre line, the
 * headstock tilted, the strings over saddle and nut to their posts. `thickness` is the body's, `box` its outline's.
 */
export function sideView(source: NeckSource, plan: NeckPlan, thickness: number, box: Box): SideView {
  const onNeck = shaftFrame(source, plan);
  const head = within(onNeck, headFrame(plan));
  const at = ({ x, z }: SidePlace): SidePlace => flat(placed(onNeck, { x, y: 0, z }));
  const sweep = neckSweep(source, plan);
  const profile = neckProfile(source, plan, sweep);
  const onBack = (x: number): SidePlace => at({ x, z: sweepAt(sweep, x, 0, 'left') });
  const place = saddlePlace(neckSide(source));
  const saddle = { x: place.x, z: place.z };
  const nut = at(nutPlace(source));
  return {
    body: [
      { x: box.minX, z: 0 },
      { x: box.maxX, z: 0 },
      { x: box.maxX, z: -thickness },
      { x: box.minX, z: -thickness },
    ],
    board: profile.board.map(at),
    neck: profile.neck.map(at),
    face: [at(profile.face[0]), at(profile.face[1])],
    backEnd: at(profile.backEnd),
    transitions: { heel: onBack(-plan.heel.shaftEnd), headstock: onBack(sweep.stretches.at(-1)!.from) },
    strings:
      plan.headstock.tuners.length === 0
        ? [[saddle, nut]]
        : plan.headstock.tuners.flatMap(({ tuner, path }) =>
            path
              ? [[saddle, nut, flat(placed(head, { x: tuner.at.x, y: 0, z: winderOf(tuner).takeOff }))]]
              : [],
          ),
    nut,
    saddle,
  };
}
