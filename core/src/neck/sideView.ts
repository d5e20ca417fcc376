import type { Box } from '../geometry/box.ts';
import { saddlePlace } from '../strings/elevation.ts';
import { backAt } from './heel.ts';
import { winderOf } from './headstockPlan.ts';
import type { NeckPlan, NeckSource } from './planNeck.ts';
import { slotBottomOf } from './planNeck.ts';

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
  readonly nut: SidePlace;
  readonly saddle: SidePlace;
}

/** Places along the neck's back every so many mm. */
const EVERY = 4;

const RAD = Math.PI / 180;

/** C. Hermite's cubic from the shaft's back to the headstock's, both with their own slopes. */
function blended(t: number, [a, da]: readonly [number, number], [b, db]: readonly [number, number]): number {
  return (
    a * (2 * t ** 3 - 3 * t ** 2 + 1) +
    da * (t ** 3 - 2 * t ** 2 + t) +
    b * (3 * t ** 2 - 2 * t ** 3) +
    db * (t ** 3 - t ** 2)
  );
}

/**
 * The instrument seen from the side (formulas sections 3 and 12): the neck in its pocket at its angle, its back on the centre line, the
 * headstock tilted, the strings over saddle and nut to their posts. `thickness` is the body's, `box` its outline's.
 */
export function sideView(
  { neck, headstock, strings }: NeckSource,
  plan: NeckPlan,
  thickness: number,
  box: Box,
): SideView {
  const { shaft, heel, jointU, endU } = plan;
  const angle = neck.angle * RAD;
  const [sin, cos] = [Math.sin(angle), Math.cos(angle)];
  const scaleLength = jointU / (1 - 2 ** (-strings.jointFret / 12));
  const jointX = scaleLength - jointU;
  const over = neck.heel - neck.depth;
  /** From the neck's frame: u from the nut, w over the glue plane. */
  const at = (u: number, w: number): SidePlace => ({
    x: jointX + (jointU - u) * cos + (w - neck.board) * sin,
    z: over - (jointU - u) * sin + (w - neck.board) * cos,
  });
  const { tilt } = plan.headstock.side;
  const drop = plan.faceDrop;
  /** From the headstock's: d along its face from the nut, h over it. */
  const onHead = (d: number, h: number): SidePlace =>
    at(-(d * Math.cos(tilt) + h * Math.sin(tilt)), -drop - d * Math.sin(tilt) + h * Math.cos(tilt));
  const back: SidePlace[] = [];
  const steps = Math.ceil(endU / EVERY);
  for (let i = steps; i >= 0; i -= 1) {
    const u = (endU * i) / steps;
    back.push(at(u, backAt(shaft, heel, u, 0)));
  }
  const length = plan.headstock.length;
  const blend = Math.min(headstock.blend, length);
  // In the neck's frame, along −u: from the shaft's back at the nut to the headstock's back.
  const t = headstock.thickness;
  const [fromW, e] = [backAt(shaft, heel, 0, 0), 0.01];
  const slopeW = (fromW - backAt(shaft, heel, e, 0)) / e;
  const toAlong = blend * Math.cos(tilt) - t * Math.sin(tilt);
  const toW = -drop - blend * Math.sin(tilt) - t * Math.cos(tilt);
  const parts = Math.max(2, Math.ceil(blend / EVERY));
  if (toAlong > 1)
    for (let i = 1; i < parts; i += 1) {
      const s = i / parts;
      back.push(at(-toAlong * s, blended(s, [fromW, slopeW * toAlong], [toW, -Math.tan(tilt) * toAlong])));
    }
  const neckLine: SideLine = [
    at(endU, 0),
    ...back,
    onHead(blend, -t),
    onHead(length, -t),
    onHead(length, 0),
    onHead(0, 0),
    at(0, 0),
  ];
  const place = saddlePlace({
    scaleLength,
    jointFret: strings.jointFret,
    heel: neck.heel,
    depth: neck.depth,
    angle,
    fretHeight: neck.fretHeight,
    actionNut: neck.actionNut,
    action12: neck.action12,
  });
  const saddle = { x: place.x, z: place.z };
  const nut = at(0, slotBottomOf(neck));
  const boardEndU = scaleLength - plan.boardEndX;
  return {
    body: [
      { x: box.minX, z: 0 },
      { x: box.maxX, z: 0 },
      { x: box.maxX, z: -thickness },
      { x: box.minX, z: -thickness },
    ],
    board: [at(boardEndU, 0), at(boardEndU, neck.board), at(0, neck.board), at(0, 0)],
    neck: neckLine,
    strings:
      plan.headstock.tuners.length === 0
        ? [[saddle, nut]]
        : plan.headstock.tuners.flatMap(({ tuner, path }) =>
            path ? [[saddle, nut, onHead(tuner.at.x, winderOf(tuner).takeOff)]] : [],
          ),
    nut,
    saddle,
  };
}
