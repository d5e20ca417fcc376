import type { Size } from '../board/view.ts';

/** What stands round the board on a design's page, px: height of title line and tell-readings, width of both sides. */
export const FRAME = { title: 50, readings: 64, workOrder: 156, particulars: 324 } as const;

/** The room that the frame leaves the board in this window, px. */
export const boardRoom = (): Size => ({
  width: Math.max(0, window.innerWidth - FRAME.workOrder - FRAME.particulars),
  height: Math.max(0, window.innerHeight - FRAME.title - FRAME.readings),
});
