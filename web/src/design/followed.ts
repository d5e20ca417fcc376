import type { Design } from '@pelkin/core';
import { create } from 'zustand';
import { useLongSteps } from './longResults.ts';
import { useDesignStore } from './store.ts';

interface Followed {
  readonly design: Design | null;
  /** As it was before the last step. */
  readonly before: Design | null;
  /** How far long results are: what is picked of one is picked again with each of its steps. */
  readonly steps: number;
}

/** The open design as words and figures follow it: at once, but during a drag a little behind, between the frames. */
export const useFollowed = create<Followed>(() => ({ design: null, before: null, steps: 0 }));
useLongSteps.subscribe(({ steps }) => useFollowed.setState({ steps }));

/** Figures that change faster than this during a drag cannot be read, ms. */
const LAG_MS = 100;
let timer: ReturnType<typeof setTimeout> | undefined;

function follow(): void {
  clearTimeout(timer);
  timer = undefined;
  const { design, past } = useDesignStore.getState();
  const before = past.at(-1)?.design ?? null;
  const now = useFollowed.getState();
  if (design !== now.design || before !== now.before) useFollowed.setState({ design, before });
}

useDesignStore.subscribe(({ dragging }) => {
  if (!dragging) follow();
  else timer ??= setTimeout(follow, LAG_MS);
});
