import type { Run } from '@pelkin/core';
import { edits } from '@pelkin/core';
import { useBoardFrame } from '../../../board/BoardContext.ts';
import { useDesign, useDesignStore } from '../../../design/store.ts';
import { useDrag } from '../../../design/useDrag.ts';
import { useChosenInLayout } from '../chosen.ts';

const HOLD_PIXELS = 12;

function RunEnd({ run, end }: { run: Run; end: 'from' | 'to' }) {
  const { screen } = useBoardFrame();
  const { x, y } = screen(run[end]);
  const drag = useDrag(() => ({
    at: run[end],
    take: () => useChosenInLayout.getState().chooseRun(run.id),
    move: (to, gesture) =>
      void useDesignStore.getState().edit(
        `moved an end of ${run.name}`,
        (d) => {
          const now = d.runs.find((r) => r.id === run.id);
          const tenth = (v: number): number => Math.round(v * 10) / 10;
          return now
            ? edits.changeRun(d, run.id, { [end]: { ...now[end], x: tenth(to.x), y: tenth(to.y) } })
            : d;
        },
        gesture,
      ),
  }));
  return (
    <g className="node" data-run-end={`${run.id} ${end}`} {...drag}>
      <circle className="node-area" cx={x} cy={y} r={HOLD_PIXELS} />
      <circle className="node-mark" cx={x} cy={y} r={5} />
    </g>
  );
}

/** Ends of the drilled runs, pulled; the run that is chosen has a line along it. */
export function RunTools() {
  const { runs } = useDesign();
  const { screen } = useBoardFrame();
  const chosen = useChosenInLayout((s) => s.run);
  return (
    <g data-testid="run-tools">
      {runs.map((run) => {
        const [a, b] = [screen(run.from), screen(run.to)];
        return (
          <g key={run.id}>
            <path
              className={`run-line${run.id === chosen ? ' is-chosen' : ''}`}
              d={`M${a.x} ${a.y}L${b.x} ${b.y}`}
            />
            <RunEnd run={run} end="from" />
            <RunEnd run={run} end="to" />
          </g>
        );
      })}
    </g>
  );
}
