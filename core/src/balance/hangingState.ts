import type { Player, Strings } from '../design/schema.ts';
import { strapLength } from '../design/sections/player.ts';
import type { Point } from '../geometry/point.ts';
import { distance, dot, subtract } from '../geometry/point.ts';
import { once } from '../geometry/remember.ts';
import { centreScale, fretX } from '../strings/frets.ts';
import type { Buttons } from './buttons.ts';
import type { Held, OnStrap } from './hanging.ts';
import { heldAt, leftHandLoad } from './hanging.ts';
import type { MassRange, Weight } from './masses.ts';

/** Friction between strap and shoulder, by what straps do on one. */
export const FRICTION = { slippery: 0.1, smooth: 0.2, grippy: 0.35 } as const;
/** The same as a list, the least first. */
export const STRAPS = [
  ['slippery', FRICTION.slippery],
  ['smooth', FRICTION.smooth],
  ['grippy', FRICTION.grippy],
] as const;
export type StrapKind = keyof typeof FRICTION;

/** What is asked of the left hand at the playing angle, N; null where no place of the strap carries that angle. */
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
  /** By kind of strap; null where the strap is too short to go over a shoulder. */
  readonly loads: Readonly<Record<StrapKind, Load>> | null;
}

const HAND_FRET = 5;
const RAD = Math.PI / 180;

/** How far the balance point may lie to the neck’s and to the tail’s side along a way in the body plane, mm: what is not known to the gram, each on its own. */
function spread(
  { items, total, centre }: Weight,
  way: Point,
): { readonly less: number; readonly more: number } {
  let [less, more] = [0, 0];
  for (const { mass, at } of items) {
    const arm = dot(subtract(at, centre), way) / total.likely;
    for (const by of [mass.from - mass.likely, mass.to - mass.likely]) {
      const shift = arm * by;
      if (shift < 0) less += shift * shift;
      else more += shift * shift;
    }
  }
  return { less: Math.sqrt(less), more: Math.sqrt(more) };
}

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
  const alongOff = spread(weight, way);
  const level = { x: Math.cos(angle), y: -Math.sin(angle) };
  const levelOff = spread(weight, level);
  const moved = (by: number): Weight => ({
    ...weight,
    centre: { ...weight.centre, x: weight.centre.x + by * level.x, y: weight.centre.y + by * level.y },
  });
  const isLong = strap > apart;
  const held = once(() => (isLong ? heldAt(onStrapOf({ buttons, strap }, weight), angle, hand) : null));
  const loadOf = (friction: number): Load => {
    const at = (w: Weight): number | null =>
      leftHandLoad(onStrapOf({ buttons, strap }, w, friction), angle, hand);
    const likely = friction === FRICTION.smooth ? (held()?.force ?? null) : at(weight);
    if (likely === null) return null;
    // Most ask for what is likely alone: how far it may be off is found when it is first read.
    const off = once(
      () => [at(moved(-levelOff.less)) ?? likely, at(moved(levelOff.more)) ?? likely] as const,
    );
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
    loads: isLong ? lazily(loadOf) : null,
  };
}
