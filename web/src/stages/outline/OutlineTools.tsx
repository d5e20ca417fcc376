import { Suspense, lazy } from 'react';
import { Following } from '../../design/Following.tsx';
import { useDesignStore } from '../../design/store.ts';
import { useShown } from '../../shared/shown.ts';
import { ChooseByBox } from '../../nodes/ChooseByBox.tsx';
import { Comb } from '../../nodes/Comb.tsx';
import { Edge } from '../../nodes/Edge.tsx';
import { Handles } from '../../nodes/Handles.tsx';
import { Nodes } from '../../nodes/Nodes.tsx';
import { Silhouette } from './draw/Silhouette.tsx';
import { TemplateOnBoard } from '../../nodes/TemplateOnBoard.tsx';
import { useDesk } from './desk.ts';
import { Raking } from '../../nodes/fairing/Raking.tsx';
import { useFairing } from '../../nodes/fairing/fairing.ts';

const TraceTools = lazy(async () => ({
  default: (await import('../../nodes/trace/TraceTools.tsx')).TraceTools,
}));

const JudgeTools = lazy(async () => ({ default: (await import('./judge/JudgeTools.tsx')).JudgeTools }));

/** What is drawn and pulled in the Outline stage. */
export function OutlineTools() {
  const comb = useShown((s) => s.comb);
  const silhouette = useShown((s) => s.silhouette);
  const dragging = useDesignStore((s) => s.dragging);
  const looking = useFairing((s) => s.on);
  const [desk] = useDesk();
  return (
    <>
      {silhouette && <Silhouette />}
      {looking && <Raking />}
      {desk === 'trace' ? (
        <Suspense fallback={null}>
          <TraceTools />
        </Suspense>
      ) : (
        <>
          {comb && (
            // A thousand teeth: during a drag they are drawn between the frames.
            <Following closely>
              <Comb />
            </Following>
          )}
          {desk === 'judge' && (
            <Suspense fallback={null}>
              <JudgeTools />
            </Suspense>
          )}
          {!dragging && <Edge />}
          {desk === 'draw' && <TemplateOnBoard />}
          <Handles />
          <Nodes />
          <ChooseByBox />
        </>
      )}
    </>
  );
}
