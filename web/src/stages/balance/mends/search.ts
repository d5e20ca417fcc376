import type { BalanceMend, Design } from '@pelkin/core';
import { create } from 'zustand';
import { Stopped } from '../../../workers/stopped.ts';
import { lookForMends } from '../../../workers/mends.ts';

type State =
  | { readonly state: 'none' }
  | { readonly state: 'looking'; readonly share: number }
  | { readonly state: 'found'; readonly mends: readonly BalanceMend[] }
  | { readonly state: 'failed'; readonly message: string };

/** What was looked for last: of which design, and what was found; the mend that is looked at. */
export const useMends = create<{
  readonly of: Design | null;
  readonly search: State;
  readonly chosen: BalanceMend | null;
  readonly look: (design: Design) => void;
  readonly stop: () => void;
  readonly choose: (mend: BalanceMend | null) => void;
}>((set, get) => {
  let stop: () => void = () => undefined;
  return {
    of: null,
    search: { state: 'none' },
    chosen: null,
    look: (design) => {
      stop();
      set({ of: design, search: { state: 'looking', share: 0 }, chosen: null });
      const still = (): boolean => get().of === design;
      const work = lookForMends(design, (share) => {
        const { search } = get();
        if (still() && search.state === 'looking' && share > search.share)
          set({ search: { state: 'looking', share } });
      });
      stop = work.stop;
      work.answer.then(
        (mends) => still() && set({ search: { state: 'found', mends } }),
        (error: unknown) => {
          if (!still()) return;
          if (error instanceof Stopped) set({ of: null, search: { state: 'none' } });
          else
            set({
              search: { state: 'failed', message: error instanceof Error ? error.message : String(error) },
            });
        },
      );
    },
    stop: () => stop(),
    choose: (chosen) => set({ chosen }),
  };
});
