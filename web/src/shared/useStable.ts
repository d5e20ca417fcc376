import { useCallback, useLayoutEffect, useRef } from 'react';

/** A function that stays the same from drawing to drawing and always calls the latest one: for events only. */
export function useStable<A extends readonly unknown[], R>(f: (...args: A) => R): (...args: A) => R {
  const latest = useRef(f);
  useLayoutEffect(() => {
    latest.current = f;
  });
  return useCallback((...args: A) => latest.current(...args), []);
}
