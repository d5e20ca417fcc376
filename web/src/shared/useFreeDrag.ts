import type { PointerEvent } from 'react';
import { useEffect, useRef } from 'react';

/** Dragging of something by a way of its own: `move` is called while it is held; Escape lets it go, and `putBack` undoes what was moved. */
export function useFreeDrag(move: (event: PointerEvent<SVGElement>) => void, putBack?: () => void) {
  const held = useRef(false);
  useEffect(() => {
    if (!putBack) return undefined;
    const onKey = (event: KeyboardEvent): void => {
      if (event.key !== 'Escape' || !held.current) return;
      held.current = false;
      putBack();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [putBack]);
  const end = (): void => {
    held.current = false;
  };
  return {
    onPointerDown: (event: PointerEvent<SVGElement>) => {
      if (event.button !== 0) return;
      event.stopPropagation();
      (event.target as Element).setPointerCapture(event.pointerId);
      held.current = true;
    },
    onPointerMove: (event: PointerEvent<SVGElement>) => {
      if (held.current) move(event);
    },
    onPointerUp: end,
    onPointerCancel: end,
  };
}
