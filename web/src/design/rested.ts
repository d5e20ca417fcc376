import type { Design } from '@pelkin/core';
import { create } from 'zustand';
import { useDesignStore } from './store.ts';

/** The open design as it last came to rest: what is too slow to follow a drag follows this. */
export const useRested = create<{ readonly design: Design | null }>(() => ({ design: null }));

/** A design counts as at rest when it has not changed for so long, ms. */
const REST_MS = 120;
/** After opening: the drawing is painted, and can be taken hold of, before anything slow begins, ms. */
const OPENED_MS = 250;
let timer: ReturnType<typeof setTimeout> | undefined;

const restIn = (ms: number): void => {
  clearTimeout(timer);
  timer = setTimeout(() => {
    const now = useDesignStore.getState();
    if (!now.dragging) useRested.setState({ design: now.design });
  }, ms);
};

useDesignStore.subscribe(({ id, design, dragging }, before) => {
  if (id !== before.id || design === null) {
    clearTimeout(timer);
    useRested.setState({ design: null });
    if (design) restIn(OPENED_MS);
  } else if (design !== useRested.getState().design && !dragging) {
    restIn(REST_MS);
  }
});
