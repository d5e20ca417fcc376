import type { Tuner, TunerPlan } from '@pelkin/core';
import { edits } from '@pelkin/core';
import type { KeyboardEvent } from 'react';
import { useBoardFrame } from '../../../board/BoardContext.ts';
import { onBoardKey } from '../../../design/boardKeys.ts';
import { useDerived } from '../../../design/derived.ts';
import { nudgeGesture } from '../../../design/lengths.ts';
import { useDesignStore } from '../../../design/store.ts';
import { useDrag } from '../../../design/useDrag.ts';
import { useChosen } from '../../../nodes/chosen.ts';
import { useChosenTuner } from '../chosen.ts';
import { tunerName } from './tunerName.ts';

/** The area that takes hold of a tuner: so many px, or so much round its post, mm. */
const HOLD_PIXELS = 12;
const POST_MM = 5;
const hundredth = (v: number): number => Math.round(v * 100) / 100;

function choose(id: string): void {
  useChosen.getState().choose(null);
  useChosenTuner.getState().choose(id);
}

function moveTo(
  tuner: Tuner,
  name: string,
  to: { readonly x: number; readonly y: number },
  gesture?: string,
): void {
  useDesignStore
    .getState()
    .edit(
      `moved the ${name}`,
      (d) => edits.changeTuner(d, tuner.id, { at: { x: hundredth(to.x), y: hundredth(to.y) } }),
      gesture,
    );
}

function onKey(
  event: KeyboardEvent,
  tuner: Tuner,
  name: string,
  flip: Parameters<typeof onBoardKey>[1],
): void {
  onBoardKey(event, flip, {
    nudge: (by) => {
      choose(tuner.id);
      moveTo(tuner, name, { x: tuner.at.x + by.x, y: tuner.at.y + by.y }, nudgeGesture(`tuner ${tuner.id}`));
    },
    remove: () => {
      useDesignStore.getState().edit(`removed the ${name}`, (d) => edits.removeTuners(d, [tuner.id]));
      useChosenTuner.getState().choose(null);
    },
    choose: () => choose(tuner.id),
    leave: () => useChosenTuner.getState().choose(null),
  });
}

/** One tuner to take hold of at its post; its string’s number beside it. */
function TunerMark({ plan, scale }: { readonly plan: TunerPlan; readonly scale: number }) {
  const { tuner } = plan;
  const name = tunerName(tuner);
  const { screen, flip, view } = useBoardFrame();
  const isChosen = useChosenTuner((s) => s.id === tuner.id);
  const { x, y } = screen({ x: tuner.at.x + scale, y: tuner.at.y });
  const drag = useDrag(() => ({
    at: tuner.at,
    take: () => choose(tuner.id),
    move: (to, gesture) => moveTo(tuner, name, to, gesture),
  }));
  const radius = Math.max(HOLD_PIXELS, POST_MM * view.scale);
  return (
    <g
      className={`part-target${isChosen ? ' is-chosen' : ''}`}
      data-tuner={tuner.id}
      tabIndex={0}
      role="button"
      aria-pressed={isChosen}
      aria-label={name}
      onKeyDown={(event) => onKey(event, tuner, name, flip)}
      onDoubleClick={(event) => event.stopPropagation()}
      {...drag}
    >
      <circle className="part-area" cx={x} cy={y} r={radius} />
      <text className="figure" x={x} y={y + 4} textAnchor="middle" pointerEvents="none">
        {plan.number}
      </text>
    </g>
  );
}

/** The tuners on the board. */
export function Tuners() {
  const { neckPlan, stringPlan } = useDerived();
  return (
    <>
      {neckPlan.headstock.tuners.map((plan) => (
        <TunerMark key={plan.tuner.id} plan={plan} scale={stringPlan.centreScale} />
      ))}
    </>
  );
}
