import type { Point } from '@pelkin/core';
import type { PointerEvent } from 'react';
import { useEffect, useRef } from 'react';
import { boardPixels, useBoardFrame } from '../../board/BoardContext.ts';
import { useDesignStore } from '../../design/store.ts';

let gestures = 0;

/** What a drag gives its owner: the place under the pointer less where it was taken hold of. */
export type DragMove = (to: Point, gesture: string, event: { altKey: boolean }) => void;

/**
 * Dragging of something that stands at a point of the board: one named step however long, written to
 * the store once a frame; Escape puts it back.
 */
export function useDrag() {
  const { board } = useBoardFrame();
  const frame = useRef(0);
  const live = useRef<{ gesture: string; offset: Point; move: DragMove } | null>(null);

  const end = (): void => {
    if (!live.current) return;
    live.current = null;
    cancelAnimationFrame(frame.current);
    useDesignStore.getState().setDragging(false);
  };
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
  }, []);

  return (at: Point, move: DragMove, onTake: () => void) => ({
    onPointerDown: (event: PointerEvent<SVGElement>) => {
      if (event.button !== 0) return;
      event.stopPropagation();
      event.currentTarget.setPointerCapture(event.pointerId);
      const p = board(boardPixels(event, event.currentTarget));
      gestures += 1;
      live.current = {
        gesture: `drag ${gestures}`,
        offset: { x: at.x - p.x, y: at.y - p.y },
        move,
      };
      onTake();
    },
    onPointerMove: (event: PointerEvent<SVGElement>) => {
      const hold = live.current;
      if (!hold) return;
      const p = board(boardPixels(event, event.currentTarget));
      const { altKey } = event;
      cancelAnimationFrame(frame.current);
      frame.current = requestAnimationFrame(() => {
        if (live.current !== hold) return;
        useDesignStore.getState().setDragging(true);
        hold.move({ x: p.x + hold.offset.x, y: p.y + hold.offset.y }, hold.gesture, { altKey });
      });
    },
    onPointerUp: (event: PointerEvent<SVGElement>) => {
      const hold = live.current;
      if (hold && useDesignStore.getState().dragging) {
        const p = board(boardPixels(event, event.currentTarget));
        hold.move({ x: p.x + hold.offset.x, y: p.y + hold.offset.y }, hold.gesture, { altKey: event.altKey });
      }
      end();
    },
    onPointerCancel: end,
  });
}
