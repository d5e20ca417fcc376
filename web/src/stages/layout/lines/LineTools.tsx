import type { OwnLine, Point } from '@pelkin/core';
import { edits, ownLinePoints } from '@pelkin/core';
import { useBoardFrame } from '../../../board/BoardContext.ts';
import { useDerived } from '../../../design/derived.ts';
import { useDesign, useDesignStore } from '../../../design/store.ts';
import { useDrag } from '../../../design/useDrag.ts';
import { useSnap } from '../../../design/useSnap.ts';
import { useChosenInLayout } from '../chosen.ts';

const HOLD_PIXELS = 12;

function LineEnd({ line, end, at }: { line: OwnLine; end: 'from' | 'to'; at: Point }) {
  const { screen } = useBoardFrame();
  const { x, y } = screen(at);
  const snap = useSnap();
  const drag = useDrag(() => ({
    at,
    take: () => useChosenInLayout.getState().chooseLine(line.id),
    move: (to, gesture, { altKey }) =>
      void useDesignStore.getState().edit(
        `moved an end of ${line.name}`,
        (d) => {
          const way = d.lines.find((l) => l.id === line.id)?.way;
          if (way?.by !== 'points') return d;
          const tidy = (v: number): number => Math.round(v * 100) / 100;
          // Not to the line itself: it would hold its own end fast.
          const others = { ...d, lines: d.lines.filter((l) => l.id !== line.id) };
          const place = (altKey ? null : snap(others, to)?.at) ?? to;
          return edits.changeLine(d, line.id, {
            way: { ...way, [end]: { x: tidy(place.x), y: tidy(place.y) } },
          });
        },
        gesture,
      ),
  }));
  return (
    <g className="node" data-line-end={`${line.id} ${end}`} {...drag}>
      <circle className="node-area" cx={x} cy={y} r={HOLD_PIXELS} />
      <circle className="node-mark" cx={x} cy={y} r={5} />
    </g>
  );
}

/** Guide and seam lines on the board: the chosen one marked, the ends of two-point lines pulled. */
export function LineTools() {
  const { lines } = useDesign();
  const { path, measures } = useDerived();
  const { screen } = useBoardFrame();
  const chosen = useChosenInLayout((s) => s.line);
  return (
    <g data-testid="line-tools">
      {lines.map((line) => (
        <g key={line.id}>
          {line.id === chosen &&
            ownLinePoints(line, path, measures.box).map(({ points, closed }, i) => (
              <path
                key={i}
                className="run-line is-chosen"
                d={`M${points
                  .map((p) => screen(p))
                  .map((p) => `${p.x} ${p.y}`)
                  .join('L')}${closed ? 'Z' : ''}`}
              />
            ))}
          {line.way.by === 'points' && (
            <>
              <LineEnd line={line} end="from" at={line.way.from} />
              <LineEnd line={line} end="to" at={line.way.to} />
            </>
          )}
        </g>
      ))}
    </g>
  );
}
