import type { MassRange } from '../balance/masses.ts';
import { errorsOf } from '../balance/masses.ts';
import type { Derived } from '../derived/derive.ts';
import { editPlayer, setWeighed } from '../design/balanceEdits.ts';
import type { Design, Player } from '../design/schema.ts';
import type { Standing } from './findMends.ts';
import { standingOf } from './findMends.ts';

/** A stand-in for a scale: it reads in steps, and is off by a share that it keeps, and by a little that it does not. */
export interface SimulatedScale {
  /** What it shows for a mass, g. */
  readonly read: (mass: number) => number;
}

/** Steps of a kitchen scale, g, and how far it is off: for all that it weighs, and from one weighing to the next. */
const SCALE = { step: 1, share: 0.0007, shake: 0.4 } as const;

/** Numbers from 0 to 1, the same for the same seed (a linear congruential generator, Numerical Recipes’ constants). */
function randomFrom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 4294967296;
  };
}

/** A simulated scale: one and the same for the same seed. */
export function simulatedScale(seed: number): SimulatedScale {
  const random = randomFrom(seed);
  const share = 1 + (2 * random() - 1) * SCALE.share;
  return {
    read: (mass) =>
      Math.max(
        SCALE.step,
        Math.round((mass * share + (2 * random() - 1) * SCALE.shake) / SCALE.step) * SCALE.step,
      ),
  };
}

/** Three players who are not there: a small one, one of middling size, a tall one; each with a strap and an angle of their own. */
export const SIMULATED_PLAYERS: readonly { readonly name: string; readonly player: Partial<Player> }[] = [
  {
    name: 'small',
    player: {
      height: 1560,
      shoulders: 370,
      chest: 200,
      upperArm: 285,
      forearm: 225,
      hand: 165,
      angle: 30,
      strap: { length: 960, holes: null },
    },
  },
  {
    name: 'middling',
    player: {
      height: 1740,
      shoulders: 430,
      chest: 230,
      upperArm: 320,
      forearm: 255,
      hand: 185,
      angle: 25,
      strap: { length: 1100, holes: null },
    },
  },
  {
    name: 'tall',
    player: {
      height: 1930,
      shoulders: 480,
      chest: 260,
      upperArm: 360,
      forearm: 290,
      hand: 210,
      angle: 15,
      strap: { length: 1260, holes: null },
    },
  },
];

/** A bench trial with stand-ins. g and N. */
export interface Trial {
  /** What the instrument was made to weigh for the trial: within the range of each thing, by chance. */
  readonly made: number;
  /** Before anything was weighed, and with each thing weighed on the simulated scale. */
  readonly estimated: MassRange;
  readonly weighed: MassRange;
  readonly holds: { readonly estimated: boolean; readonly weighed: boolean };
  readonly players: readonly (Standing & { readonly name: string })[];
}

/**
 * A trial at the bench, simulated: an instrument is made of things that weigh anything within their ranges; each is weighed on a simulated scale, and
 * three simulated players hang it on. It shows how far an estimate may be trusted, and that weighing narrows it. Null without any wood.
 */
export function simulatedTrial(
  design: Design,
  derive: (design: Design) => Derived,
  seed: number,
): Trial | null {
  const { weighed } = derive(design);
  if (!weighed) return null;
  const [random, scale] = [randomFrom(seed ^ 0x9e3779b9), simulatedScale(seed)];
  let made = 0;
  const drawn = new Map<string, number>();
  /** How far off a source is, −1 (all its errors less) to 1: drawn once for all that it is in. Near 0 more often than at an end: the mean of three. */
  const offOf = (source: string): number => {
    const off = drawn.get(source) ?? (2 * (random() + random() + random())) / 3 - 1;
    drawn.set(source, off);
    return off;
  };
  const after = weighed.items.reduce((now, item) => {
    const own = errorsOf(item).reduce((sum, { source, less, more }) => {
      const off = offOf(source);
      return sum + off * (off > 0 ? more : less);
    }, item.mass.likely);
    made += own;
    return own < 0.5 ? now : setWeighed(now, item.key, { mass: scale.read(own), at: null });
  }, design);
  const total = derive(after).weighed!.total;
  const within = (range: MassRange): boolean => made >= range.from && made <= range.to;
  return {
    made,
    estimated: weighed.total,
    weighed: total,
    holds: { estimated: within(weighed.total), weighed: within(total) },
    players: SIMULATED_PLAYERS.map(({ name, player }) => ({
      name,
      ...standingOf(derive(editPlayer(after, player))),
    })),
  };
}
