import type { ReactNode } from 'react';
import { useDeferredValue } from 'react';
import { useFollowed } from './followed.ts';
import { FollowedDesign, useDesignStore } from './store.ts';

interface Props {
  /** Whether every step of a drag is wanted: for what is drawn, not for figures. */
  readonly closely?: boolean;
  readonly children: ReactNode;
}

/**
 * What reads the whole design in here (useDesign, useDerived) follows a drag some steps behind and when the page has
 * time for it, never holding up the board; outside a drag it follows at once, so that what is typed stands where it
 * was typed.
 */
export function Following({ closely = false, children }: Props) {
  const followed = useFollowed((s) => (closely ? null : s.design));
  const now = useDesignStore((s) => (closely ? s.design : null));
  const dragging = useDesignStore((s) => s.dragging);
  const deferred = useDeferredValue(now ?? followed);
  return <FollowedDesign value={dragging ? deferred : null}>{children}</FollowedDesign>;
}
