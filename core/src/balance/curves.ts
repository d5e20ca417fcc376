import type { Point } from '../geometry/point.ts';
import type { OnStrap } from './hanging.ts';
import { hang, leftHandLoad, settlesAt } from './hanging.ts';
import type { StrapKind } from './hangingState.ts';
import { FRICTION, STRAPS } from './hangingState.ts';

const RAD = Math.PI / 180;

/** What the fretting hand does at each angle, by kind of strap, N; null where the strap carries no such angle. Degrees. */
export type LoadAtAngle = { readonly angle: number } & Readonly<Record<StrapKind, number | null>>;

/** The angles that are looked at, degrees. */
const ANGLES = { from: -20, to: 70, step: 2.5 } as const;

/** Left-hand load against angle for a slippery, a smooth and a grippy strap. `progress` is called with the share that is done. */
export function loadCurve(
  on: Omit<OnStrap, 'friction'>,
  hand: Point,
  progress: (share: number) => void = () => undefined,
): readonly LoadAtAngle[] {
  const count = (ANGLES.to - ANGLES.from) / ANGLES.step;
  return Array.from({ length: count + 1 }, (_, i) => {
    progress(i / count);
    const angle = ANGLES.from + i * ANGLES.step;
    const loads = STRAPS.map(
      ([kind, friction]) => [kind, leftHandLoad({ ...on, friction }, angle * RAD, hand)] as const,
    );
    return { angle, ...(Object.fromEntries(loads) as Record<StrapKind, number | null>) };
  });
}

/** What the horn button’s place along the edge makes of it. */
export interface AtHornPlace {
  /** mm along the edge towards the nut’s end from where it is. */
  readonly along: number;
  readonly at: Point;
  /** N with a smooth and with a slippery strap. */
  readonly smooth: number | null;
  readonly slippery: number | null;
  /** Degrees at which it comes to rest with a smooth strap when it is let go at the playing angle. */
  readonly rest: number | null;
}

/** Load and rest angle against the horn button’s place: `places` are where the strap holds then; `button` is its mass, g, which moves with it. */
export function hornCurve(
  on: Omit<OnStrap, 'friction'>,
  hand: Point,
  angle: number,
  button: number,
  places: readonly { readonly along: number; readonly at: Point }[],
  progress: (share: number) => void = () => undefined,
): readonly AtHornPlace[] {
  return places.map(({ along, at }, i) => {
    progress(i / places.length);
    const share = button / on.massG;
    const centre = {
      x: on.centre.x + share * (at.x - on.horn.x),
      y: on.centre.y + share * (at.y - on.horn.y),
    };
    const there = { ...on, horn: at, centre };
    // A place so far off that the strap no longer goes round carries nothing.
    if (Math.hypot(at.x - on.tail.x, at.y - on.tail.y) >= on.strap)
      return { along, at, smooth: null, slippery: null, rest: null };
    const load = (friction: number) => leftHandLoad({ ...there, friction }, angle, hand);
    const smooth = load(FRICTION.smooth);
    const rest = settlesAt(hang({ ...there, friction: FRICTION.smooth }), angle, smooth);
    return {
      along,
      at,
      smooth,
      slippery: load(FRICTION.slippery),
      rest: rest === null ? null : rest / RAD,
    };
  });
}
