import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';
import { plainStep } from '../design/layoutEdits.ts';
import { controlFits, hangingArea } from './controls.ts';
import type { NewOpening } from './freePlace.ts';
import type { Layout } from './layOut.ts';
import type { PartInPlace } from './partInPlace.ts';

/** Free room round each control’s body, mm: fingers and a soldering iron get in, and a trial shows what a caliper did not. */
const CLEARANCE = 4;
/** Controls whose middles are further apart than this, mm, have cavities of their own. */
const TOGETHER = 90;
/** Corner radius that a usual bit leaves, mm; smaller where a body would stand in a corner. */
const RADII = [10, 8, 6.35, 5, 3];
/** Room under the lugs of controls that are fixed to a plate, mm. */
const UNDER_LUGS = 3;
/** Thread that stays over when a nut is on, mm; wood that is left under a face at least and at most. */
const SPARE = 1;
const [LEAST_WOOD, MOST_WOOD] = [3, 10];
/** Directions are tried in steps of this, degrees. */
const TURN_STEP = 1;

const RAD = Math.PI / 180;

/** Returns the largest group of controls in which each is at most {@link TOGETHER} mm from another member. */
function largestGroup(controls: readonly PartInPlace[]): readonly PartInPlace[] {
  let best: readonly PartInPlace[] = [];
  const left = new Set(controls);
  for (const first of controls) {
    if (!left.delete(first)) continue;
    const group = [first];
    for (const member of group)
      for (const other of left)
        if (distance(member.part.at, other.part.at) <= TOGETHER) {
          left.delete(other);
          group.push(other);
        }
    if (group.length > best.length) best = group;
  }
  return best;
}

interface Around {
  readonly at: Point;
  readonly turn: number;
  readonly long: number;
  readonly wide: number;
}

/** The smallest rectangle round places, whichever way it is turned, degrees; its long side along its own x. */
function rectangleRound(points: readonly Point[]): Around {
  let best: Around | null = null;
  for (let turn = -90; turn < 90; turn += TURN_STEP) {
    const [c, s] = [Math.cos(turn * RAD), Math.sin(turn * RAD)];
    const own = points.map((p) => ({ x: p.x * c + p.y * s, y: -p.x * s + p.y * c }));
    const [xs, ys] = [own.map((p) => p.x), own.map((p) => p.y)];
    const [minX, maxX, minY, maxY] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
    const [long, wide] = [maxX - minX, maxY - minY];
    if (long < wide || (best && long * wide >= best.long * best.wide)) continue;
    const [x, y] = [(minX + maxX) / 2, (minY + maxY) / 2];
    best = { at: { x: x * c - y * s, y: x * s + y * c }, turn, long, wide };
  }
  return best!;
}

/** The largest usual corner radius with which all places keep {@link CLEARANCE} to the wall. */
function radiusFor({ at, turn, long, wide }: Around, points: readonly Point[]): number {
  const [c, s] = [Math.cos(turn * RAD), Math.sin(turn * RAD)];
  const own = points.map((p) => {
    const [x, y] = [p.x - at.x, p.y - at.y];
    return { x: Math.abs(x * c + y * s), y: Math.abs(-x * s + y * c) };
  });
  const keeps = (r: number): boolean =>
    own.every((p) => {
      const [x, y] = [p.x - (long / 2 - r), p.y - (wide / 2 - r)];
      return x <= 0 || y <= 0 || Math.hypot(x, y) <= r - CLEARANCE;
    });
  return RADII.find((r) => r <= wide / 2 && keeps(r)) ?? RADII.at(-1)!;
}

const up = (v: number): number => Math.ceil(v);
const tenth = (v: number): number => Math.round(v * 10) / 10;

/** Depth of a cavity behind controls, mm, with which the thread of each comes through the wood and its nut holds; in steps of 0.5. */
export function depthBehindFace(thickness: number, controls: readonly PartInPlace[]): number {
  const thread = Math.min(...controls.map(({ form: { bush } }) => bush!.length - bush!.nut - SPARE));
  const wood = Math.max(LEAST_WOOD, Math.min(MOST_WOOD, thread));
  return Math.max(1, Math.floor((thickness - wood) * 2) / 2);
}

/**
 * A control cavity round the controls that hang in none yet, from the face behind them, or under the plate that they are
 * fixed to: the smallest rectangle round
 * their bodies with {@link CLEARANCE} of room, so deep that each one’s thread comes through with its nut on. Controls far
 * from the others are left for a cavity of their own. Null where no control needs one.
 */
export function cavityRoundControls(layout: Layout): NewOpening | null {
  const free = controlFits(layout)
    .filter((f) => f.cavity === null)
    .map((f) => f.part);
  const isFront = (p: PartInPlace): boolean => p.part.face === 'front';
  // Those under a plate have their cavity from the plate's side, the others from behind.
  const [first] = [
    free.filter((p) => isFront(p) && !p.mounted),
    free.filter((p) => isFront(p) && p.mounted),
    free,
  ].filter((controls) => controls.length > 0);
  const group = largestGroup(first?.filter((p) => p.mounted?.id === first[0]!.mounted?.id) ?? []);
  if (group.length === 0) return null;
  const points = group.flatMap((p) => hangingArea(p).polygon);
  const tight = rectangleRound(points);
  const around = { ...tight, long: up(tight.long + 2 * CLEARANCE), wide: up(tight.wide + 2 * CLEARANCE) };
  const own = group[0]!.part.face === 'front' ? 'front' : 'back';
  const { mounted } = group[0]!;
  const depth = mounted
    ? Math.ceil((Math.max(...group.map(({ form: { bush } }) => bush!.bodyDepth)) + UNDER_LUGS) * 2) / 2
    : depthBehindFace(layout.thickness, group);
  const shape = {
    kind: 'rect',
    long: around.long,
    wide: around.wide,
    radius: radiusFor(around, points),
  } as const;
  return {
    name: 'Control cavity',
    face: mounted ? own : own === 'front' ? 'back' : 'front',
    at: { x: tenth(around.at.x), y: tenth(around.at.y) },
    turn: around.turn,
    steps: [plainStep('cavity', shape, depth)],
  };
}
