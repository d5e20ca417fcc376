import { Suspense, lazy } from 'react';
import { useLayoutDesk } from './desk.ts';
import { PartTools } from './parts/PartTools.tsx';

const OpeningTools = lazy(async () => ({
  default: (await import('./openings/OpeningTools.tsx')).OpeningTools,
}));
const SideView = lazy(async () => ({ default: (await import('./neck/SideView.tsx')).SideView }));
const RunTools = lazy(async () => ({ default: (await import('./wires/RunTools.tsx')).RunTools }));
const LineTools = lazy(async () => ({ default: (await import('./lines/LineTools.tsx')).LineTools }));

/** What is taken hold of on the board in the Layout stage. */
export function LayoutTools() {
  const [desk] = useLayoutDesk();
  return (
    <>
      {desk === 'parts' && <PartTools />}
      <Suspense fallback={null}>
        {desk === 'openings' && <OpeningTools />}
        {desk === 'neck' && <SideView />}
        {desk === 'wires' && <RunTools />}
        {desk === 'lines' && <LineTools />}
      </Suspense>
    </>
  );
}
