import type { ReactNode } from 'react';
import { useDeferredValue } from 'react';
import { FollowedDesign, useDesignStore } from './store.ts';

/**
 * What reads the whole design in here (useDesign, useDerived) follows a drag when the page has time for it, never
 * holding up the board; outside a drag it follows at once, so that what is typed stands where it was typed.
 */
export function Following({ children }: { children: ReactNode }) {
  const deferred = useDeferredValue(useDesignStore((s) => s.design));
  const dragging = useDesignStore((s) => s.dragging);
  return <FollowedDesign value={dragging ? deferred : null}>{children}</FollowedDesign>;
}
