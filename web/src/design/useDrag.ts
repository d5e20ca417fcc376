import type { Point } from '@pelkin/core';
import type { PointerEvent } from 'react';
import { useCallback, useEffect, useRef } from 'react';
import { boardPixels, useBoardFrame } from '../board/BoardContext.ts';
import { useDesignStore } from './store.ts';

let gestures = 0;

/** A drag follows pointer events; the mouse's own, which come beside them, would only be handled for nothing. */
const keepBack = (event: Event): void => event.stopPropagation();

/** Something taken hold of: where it stands (instrument frame), and what becomes of it as it is moved. */
export interface Hold {
  readonly at: Point;
  readonly take: () => void;
  readonly move: (to: Point, gesture: string, event: { altKey: boolean }) => void;
}

/**
 * Dragging of something that stands at a point of the board: one named step however long, written to
 * the store once a frame; Escape puts it back. `holdOf` says what a press took hold of, or null.
 */
export function useDrag(holdOf: (event: PointerEvent<SVGElement>) => Hold | null) {
  const { board } = useBoardFrame();
  const frame = useRef(0);
  const live = useRef<{ gesture: string; offset: Point; hold: Hold } | null>(null);

  const end = useCallback((): void => {
    if (!live.current) return;
    live.current = null;
    window.removeEventListener('mousemove', keepBack, { capture: true });
    cancelAnimationFrame(frame.current);
    useDesignStore.getState().setDragging(false);
  }, []);
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.key !== 'Escape' || !live.current) return;
      const { past, undo } = useDesignStore.getState();
      if (past.at(-1)?.gesture === live.current.gesture) undo();
      end();
    };
    window.addEventListener('keydown', onKey);
    return () => {
      window.removeEventListener('keydown', onKey);
      end();
    };
  }, [end]);

  const moveTo = (event: PointerEvent<SVGElement>): (() => void) => {
    const held = live.current!;
    const { altKey, clientX, clientY, currentTarget } = event;
    // Asked when it is wanted: of several moves in a frame only the last one has the page laid out for the answer.
    return () => {
      const p = board(boardPixels({ clientX, clientY }, currentTarget));
      held.hold.move({ x: p.x + held.offset.x, y: p.y + held.offset.y }, held.gesture, { altKey });
    };
  };
  return {
    onPointerDown: (event: PointerEvent<SVGElement>) => {
      const hold = event.button === 0 ? holdOf(event) : null;
      if (!hold) return;
      event.stopPropagation();
      (event.target as Element).setPointerCapture(event.pointerId);
      const p = board(boardPixels(event, event.currentTarget));
      gestures += 1;
      live.current = {
        gesture: `drag ${gestures}`,
        offset: { x: hold.at.x - p.x, y: hold.at.y - p.y },
        hold,
      };
      window.addEventListener('mousemove', keepBack, { capture: true });
      hold.take();
    },
    onPointerMove: (event: PointerEvent<SVGElement>) => {
      const held = live.current;
      if (!held) return;
      const move = moveTo(event);
      cancelAnimationFrame(frame.current);
      frame.current = requestAnimationFrame(() => {
        if (live.current !== held) return;
        useDesignStore.getState().setDragging(true);
        move();
      });
    },
    onPointerUp: (event: PointerEvent<SVGElement>) => {
      // The last place, should its frame not have come yet.
      if (live.current && useDesignStore.getState().dragging) moveTo(event)();
      end();
    },
    onPointerCancel: end,
  };
}
