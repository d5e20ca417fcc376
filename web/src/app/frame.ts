import { useSyncExternalStore } from 'react';
import type { Size } from '../board/view.ts';

/**
 * How a design's page is laid out: `wide`, all at once; `narrow`, a tablet or a zoomed page: title line folded, work
 * order by its names alone; `phone`: the board fills the width, work order and particulars are pulled up over it.
 */
export type FrameKind = 'wide' | 'narrow' | 'phone';

/** From these widths on, px. */
const WIDE = 1180;
const NARROW = 700;

interface Frame {
  /** Height of title line and readings, px. */
  readonly title: number;
  readonly readings: number;
  /** Width of both sides; 0 where they are pulled up over the board. */
  readonly workOrder: number;
  readonly particulars: number;
  /** Height of the row under the board that pulls them up. */
  readonly pulls: number;
}

export const FRAMES: Readonly<Record<FrameKind, Frame>> = {
  wide: { title: 50, readings: 64, workOrder: 156, particulars: 324, pulls: 0 },
  narrow: { title: 50, readings: 64, workOrder: 104, particulars: 304, pulls: 0 },
  phone: { title: 50, readings: 64, workOrder: 0, particulars: 0, pulls: 44 },
};

const frameKind = (): FrameKind => {
  const { innerWidth } = window;
  return innerWidth >= WIDE ? 'wide' : innerWidth >= NARROW ? 'narrow' : 'phone';
};

function onResize(tell: () => void): () => void {
  window.addEventListener('resize', tell);
  return () => window.removeEventListener('resize', tell);
}

/** The layout for this window; drawn again when another is due. */
export const useFrameKind = (): FrameKind => useSyncExternalStore(onResize, frameKind);

/** The room that the frame leaves the board in this window, px. */
export function boardRoom(): Size {
  const { title, readings, workOrder, particulars, pulls } = FRAMES[frameKind()];
  return {
    width: Math.max(0, window.innerWidth - workOrder - particulars),
    height: Math.max(0, window.innerHeight - title - readings - pulls),
  };
}
