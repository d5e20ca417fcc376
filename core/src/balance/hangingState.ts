import type { Player, Strings } from '../design/schema.ts';
import { strapLength } from '../design/sections/player.ts';
import type { Point } from '../geometry/point.ts';
import { distance, dot, subtract } from '../geometry/point.ts';
import { once } from '../geometry/remember.ts';
import { centreScale, fretX } from '../strings/frets.ts';
import type { Buttons } from './buttons.ts';
import type { Held, Interval, OnStrap } from './hanging.ts';
import { hang, holderAt } from './hanging.ts';
import type { MassItem, MassRange, Weight } from './masses.ts';
import { offBy, rangeOf } from './masses.ts';

/** Friction between strap and shoulder, by what straps do on one. */
export const FRICTION = { slippery: 0.1, smooth: 0.2, grippy: 0.35 } as const;
/** The same as a list, the least first. */
export const STRAPS = [
  ['slippery', FRICTION.slippery],
  ['smooth', FRICTION.smooth],
  ['grippy', FRICTION.grippy],
] as const;
export type StrapKind = keyof typeof FRICTION;

/** Force of the fretting hand at the playing angle, N; null where no place of the strap carries that angle. */
export type Load = MassRange | null;

/** How an instrument hangs from its buttons. */
export interface HangingState {
  readonly buttons: Buttons;
  /** mm: the strap’s length, and how far apart its buttons are. */
  readonly strap: number;
  readonly apart: number;
  /** Where the left hand holds the neck: fret 5, on the centre line. */
  readonly hand: Point;
  /** rad: the neck above the level. */
  readonly angle: number;
  /** Where the balance point falls along the line from the horn button to the tail button, mm tailward of the first; and what is likely. */
  readonly tailward: MassRange;
  /** How the left hand holds it with a smooth strap; null where no place of the strap carries the playing angle, or it is too short. */
  readonly held: Held | null;
  /** Angles at which a smooth strap holds it alone, rad, in rising order; none where the strap is too short. */
  readonly rest: readonly Interval[];
  /** By kind of strap; null where the strap is too short to go over a shoulder. */
  readonly loads: Readonly<Record<StrapKind, Load>> | null;
}

const HAND_FRET = 5;
const RAD = Math.PI / 180;

/** An instrument on its player’s strap; the friction of a smooth one. */
export const onStrapOf = (
  { buttons, strap }: Pick<HangingState, 'buttons' | 'strap'>,
  weight: Weight,
  friction: number = FRICTION.smooth,
): OnStrap => ({
  horn: buttons.horn.at,
  tail: buttons.tail.at,
  centre: weight.centre,
  massG: weight.total.likely,
  strap,
  friction,
});

/** Where the left hand holds the neck. */
export const handAt = (strings: Strings): Point => ({ x: fretX(centreScale(strings), HAND_FRET), y: 0 });

/** Each found when it is first read: a page that shows one strap does not wait for the others. */
function lazily(loadOf: (friction: number) => Load): Readonly<Record<StrapKind, Load>> {
  const made = STRAPS.map(([kind, friction]) => [
    kind,
    { get: once(() => loadOf(friction)), enumerable: true },
  ]);
  return Object.defineProperties({}, Object.fromEntries(made)) as Record<StrapKind, Load>;
}

/** How a weighed instrument hangs on its buttons at its player’s angle (formulas section 6); null without two buttons. */
export function hangingState(
  weight: Weight | null,
  buttons: Buttons | null,
  player: Player,
  strings: Strings,
): HangingState | null {
  if (!weight || !buttons) return null;
  const strap = strapLength(player);
  const [horn, tail] = [buttons.horn.at, buttons.tail.at];
  const apart = distance(horn, tail);
  const angle = player.angle * RAD;
  const hand = handAt(strings);
  const way = { x: (tail.x - horn.x) / apart, y: (tail.y - horn.y) / apart };
  const along = dot(subtract(weight.centre, horn), way);
  const alongOff = rangeOf(
    weight.items,
    ({ at }) => dot(subtract(at, weight.centre), way) / weight.total.likely,
  );
  const level = (p: Point): number => p.x * Math.cos(angle) - p.y * Math.sin(angle);
  const isLong = strap > apart;
  const holderOf = (friction: number) =>
    holderAt(onStrapOf({ buttons, strap }, weight, friction), angle, hand);
  const smooth = once(() => (isLong ? holderOf(FRICTION.smooth) : null));
  const held = once(() => smooth()?.(onStrapOf({ buttons, strap }, weight)) ?? null);
  const rest = once(() => (isLong ? hang(onStrapOf({ buttons, strap }, weight)).rest : []));
  const loadOf = (friction: number): Load => {
    const holder = once(() => (friction === FRICTION.smooth ? smooth()! : holderOf(friction)));
    const at = (w: Weight): Held | null => holder()(onStrapOf({ buttons, strap }, w));
    const now = friction === FRICTION.smooth ? held() : at(weight);
    if (now === null) return null;
    const likely = now.force;
    // Most read what is likely alone: how far it may be off is found when it is first read.
    const off = once(() => {
      // What each item turns about the shoulder: the load is that by the arm of the hand (formulas section 6).
      const turning = (i: MassItem): number => level(i.at) - level(now.shoulder);
      return ([-1, 1] as const).map((w) => at(offBy(weight, turning, w))?.force ?? likely);
    });
    return {
      likely,
      get from() {
        return Math.min(likely, ...off());
      },
      get to() {
        return Math.max(likely, ...off());
      },
    };
  };
  return {
    ...{ buttons, strap, apart, hand, angle },
    tailward: { likely: along, from: along - alongOff.less, to: along + alongOff.more },
    get held() {
      return held();
    },
    get rest() {
      return rest();
    },
    loads: isLong ? lazily(loadOf) : null,
  };
}

/** How far an angle that a smooth strap holds alone is from the nearest one that it does not, rad; null for one that it does not hold. */
export function toSpare({ rest }: Pick<HangingState, 'rest'>, angle: number): number | null {
  const band = rest.find(({ from, to }) => angle >= from && angle <= to);
  return band ? Math.min(angle - band.from, band.to - angle) : null;
}
