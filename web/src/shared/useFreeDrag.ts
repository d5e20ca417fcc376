import type { PointerEvent } from 'react';
import { useRef } from 'react';

/** Dragging of something on the board that is no part of the design: `move` is called while it is held. */
export function useFreeDrag(move: (event: PointerEvent<SVGElement>) => void) {
  const held = useRef(false);
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
