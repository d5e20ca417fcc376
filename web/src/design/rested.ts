import type { Design } from '@pelkin/core';
import { create } from 'zustand';
import { useDesignStore } from './store.ts';

/** The open design as it last came to rest: what is too slow to follow a drag follows this. */
export const useRested = create<{ readonly design: Design | null }>(() => ({ design: null }));

/** A design counts as at rest when it has not changed for so long, ms. */
const REST_MS = 120;
let timer: ReturnType<typeof setTimeout> | undefined;

useDesignStore.subscribe(({ id, design, dragging }, before) => {
  if (id !== before.id || design === null) {
    clearTimeout(timer);
    useRested.setState({ design });
  } else if (design !== useRested.getState().design && !dragging) {
    clearTimeout(timer);
    timer = setTimeout(() => {
      const now = useDesignStore.getState();
      if (!now.dragging) useRested.setState({ design: now.design });
    }, REST_MS);
  }
});
