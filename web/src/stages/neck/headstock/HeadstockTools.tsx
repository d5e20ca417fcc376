import { useLayoutEffect } from 'react';
import { Following } from '../../../design/Following.tsx';
import { ChooseByBox } from '../../../nodes/ChooseByBox.tsx';
import { Comb } from '../../../nodes/Comb.tsx';
import { Edge } from '../../../nodes/Edge.tsx';
import { Handles } from '../../../nodes/Handles.tsx';
import { Nodes } from '../../../nodes/Nodes.tsx';
import { TemplateOnBoard } from '../../../nodes/TemplateOnBoard.tsx';
import { useChosen } from '../../../nodes/chosen.ts';
import { useDrawnLine, useDrawnStore } from '../../../nodes/drawn.ts';
import { useShown } from '../../../shared/shown.ts';
import { useChosenTuner } from '../chosen.ts';
import { Tuners } from './Tuners.tsx';

/** The headstock’s outline by its nodes, with the body’s own tools, and its tuners. */
export function HeadstockTools() {
  const line = useDrawnLine((s) => s.line);
  const dragging = useDrawnStore((s) => s.dragging);
  const comb = useShown((s) => s.headstockComb);
  useLayoutEffect(() => {
    const { draw } = useDrawnLine.getState();
    const leave = (to: 'body' | 'headstock'): void => {
      useChosen.getState().choose(null);
      draw(to);
    };
    leave('headstock');
    // One thing is worked on: a node that is chosen takes the tuner’s place.
    const stop = useChosen.subscribe(({ ids }) => {
      if (ids.length > 0) useChosenTuner.getState().choose(null);
    });
    return () => {
      stop();
      leave('body');
    };
  }, []);
  if (line !== 'headstock') return null;
  return (
    <>
      {comb && (
        <Following closely>
          <Comb />
        </Following>
      )}
      {!dragging && <Edge />}
      <TemplateOnBoard />
      <Tuners />
      <Handles />
      <Nodes />
      <ChooseByBox />
    </>
  );
}
