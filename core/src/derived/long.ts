import type { Later } from '../design/later.ts';
import { remember } from '../geometry/remember.ts';
import type { Solid } from '../solid/solid.ts';
import { shaped } from '../shape/shaped.ts';
import { fewerSheets } from '../templates/fewerSheets.ts';

/** Hears how far a piece of work is, 0 to 1. */
export type Told = (share: number) => void;

/**
 * Results that take too long for a page's own thread, and how each is made from what it reads: plain values in, a plain
 * value out, so that a worker can do it. The one list of them.
 */
export const LONG = {
  fewerSheets,
  shaped: (solid: Solid, floors: Solid, progress?: Told) => shaped(solid, floors, progress),
};

export type LongName = keyof typeof LONG;
type Drop<A extends readonly unknown[]> = A extends readonly [...infer Reads, (Told | undefined)?]
  ? Reads
  : A;
/** What a long result reads. */
export type LongReads<N extends LongName> = Drop<Required<Parameters<(typeof LONG)[N]>>>;
export type LongValue<N extends LongName> = ReturnType<(typeof LONG)[N]>;

/**
 * Where long results come from: in a page a worker, elsewhere the work itself. The same reads, by identity, are the
 * same result; other reads ask for another, and what was under way for the old ones is stopped.
 */
export type LongSource = <N extends LongName>(name: N, reads: LongReads<N>) => Later<LongValue<N>>;

/** Long results made on the spot, for the command line, the server and tests. */
export function atOnce(): LongSource {
  const made = Object.fromEntries(
    Object.entries(LONG).map(([name, make]) => [
      name,
      remember((...reads: readonly unknown[]): Later<unknown> => {
        try {
          return { state: 'ready', value: (make as (...r: readonly unknown[]) => unknown)(...reads) };
        } catch (error) {
          return { state: 'failed', message: error instanceof Error ? error.message : String(error) };
        }
      }),
    ]),
  );
  return (name, reads) => made[name]!(...reads) as never;
}
