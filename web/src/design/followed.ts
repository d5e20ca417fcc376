import type { Design } from '@pelkin/core';
import { create } from 'zustand';
import { useDesignStore } from './store.ts';

interface Followed {
  readonly design: Design | null;
  /** As it was before the last step. */
  readonly before: Design | null;
}

/** The open design as words and figures follow it: at once, but during a drag a little behind, between the frames. */
export const useFollowed = create<Followed>(() => ({ design: null, before: null }));

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
