import { Following } from '../../../design/Following.tsx';
import { ChooseByBox } from '../../../nodes/ChooseByBox.tsx';
import { Comb } from '../../../nodes/Comb.tsx';
import { Edge } from '../../../nodes/Edge.tsx';
import { Handles } from '../../../nodes/Handles.tsx';
import { Nodes } from '../../../nodes/Nodes.tsx';
import { TemplateOnBoard } from '../../../nodes/TemplateOnBoard.tsx';
import { useDrawnStore } from '../../../nodes/drawn.ts';
import { Raking } from '../../../nodes/fairing/Raking.tsx';
import { useFairing } from '../../../nodes/fairing/fairing.ts';
import { useShown } from '../../../shared/shown.ts';
import { TreesOnBoard } from './TreesOnBoard.tsx';
import { Tuners } from './Tuners.tsx';
import { useHeadstockLine } from './useHeadstockLine.ts';

/** The headstock’s outline by its nodes, with the body’s own tools, and its tuners. */
export function HeadstockTools() {
  const isTurned = useHeadstockLine();
  const dragging = useDrawnStore((s) => s.dragging);
  const comb = useShown((s) => s.headstockComb);
  const looking = useFairing((s) => s.on);
  if (!isTurned) return null;
  return (
    <>
      {looking && <Raking />}
      {comb && (
        <Following closely>
          <Comb />
        </Following>
      )}
      {!dragging && <Edge />}
      <TemplateOnBoard />
      <Tuners />
      <TreesOnBoard />
      <Handles />
      <Nodes />
      <ChooseByBox />
    </>
  );
}
