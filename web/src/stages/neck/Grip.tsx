import type { Point } from '@pelkin/core';
import { useBoardFrame } from '../../board/BoardContext.ts';
import { onBoardKey } from '../../design/boardKeys.ts';
import { useDrag } from '../../design/useDrag.ts';

interface Props {
  /** Names it to tests, and to a screen reader. */
  readonly grip: string;
  readonly label: string;
  /** Where it stands, in the frame of the board. */
  readonly at: Point;
  readonly onMove: (to: Point, gesture: string) => void;
  /** So far by an arrow key. */
  readonly onNudge: (by: Point) => void;
}

const HOLD_PIXELS = 12;

/** A place on the board to take hold of: by the pointer or, once it has the focus, by the arrow keys. */
export function Grip({ grip, label, at, onMove, onNudge }: Props) {
  const { screen, flip } = useBoardFrame();
  const { x, y } = screen(at);
  const drag = useDrag(() => ({ at, take: () => undefined, move: onMove }));
  return (
    <g
      className="node"
      data-grip={grip}
      tabIndex={0}
      role="button"
      aria-label={label}
      onKeyDown={(event) =>
        onBoardKey(event, flip, {
          nudge: onNudge,
          remove: () => undefined,
          choose: () => undefined,
          leave: () => event.currentTarget.blur(),
        })
      }
      {...drag}
    >
      <circle className="node-area" cx={x} cy={y} r={HOLD_PIXELS} />
      <circle className="node-mark" cx={x} cy={y} r={4.5} />
    </g>
  );
}
