import { useLayoutEffect } from 'react';
import { useChosen } from '../../../nodes/chosen.ts';
import type { DrawnLine } from '../../../nodes/drawn.ts';
import { useDrawnLine } from '../../../nodes/drawn.ts';
import { useChosenTuner } from '../chosen.ts';

/** Turns the tools for closed lines to the headstock while they are here; whether they are turned yet. */
export function useHeadstockLine(): boolean {
  const line = useDrawnLine((s) => s.line);
  useLayoutEffect(() => {
    const { draw } = useDrawnLine.getState();
    const turn = (to: DrawnLine): void => {
      useChosen.getState().choose(null);
      draw(to);
    };
    turn('headstock');
    // One thing is worked on: a node that is chosen takes the tuner’s place.
    const stop = useChosen.subscribe(({ ids }) => {
      if (ids.length > 0) useChosenTuner.getState().choose(null);
    });
    return () => {
      stop();
      turn('body');
    };
  }, []);
  return line === 'headstock';
}
