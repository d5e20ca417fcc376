import type { RefObject } from 'react';
import { useLayoutEffect, useRef } from 'react';

/**
 * An entry whose text React does not hold: it is written here, and taken whole for overtyping when the
 * entry is come to. Gives the entry's ref, and what to call on focus with the text that will then be shown.
 */
export function useEntry(
  shown: string,
): readonly [RefObject<HTMLInputElement | null>, (text: string) => void] {
  const input = useRef<HTMLInputElement>(null);
  const cameTo = useRef(false);
  useLayoutEffect(() => {
    const element = input.current!;
    if (element.value !== shown) element.value = shown;
    if (!cameTo.current) return;
    cameTo.current = false;
    element.select();
  });
  const come = (text: string): void => {
    cameTo.current = true;
    // A press of the mouse puts its caret after the focus; what was typed meanwhile stays as it is.
    requestAnimationFrame(() => {
      if (input.current?.value === text) input.current.select();
    });
  };
  return [input, come];
}
