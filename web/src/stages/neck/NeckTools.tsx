import { Suspense, lazy } from 'react';
import { HeadstockTools } from './headstock/HeadstockTools.tsx';
import { SectionsOnBoard } from './shaft/SectionsOnBoard.tsx';
import { SideOnBoard } from './shaft/SideOnBoard.tsx';
import { useDesk } from './desk.ts';

const TracedOnBoard = lazy(async () => ({
  default: (await import('./headstock/TracedOnBoard.tsx')).TracedOnBoard,
}));

/** What is drawn and pulled in the Neck stage. */
export function NeckTools() {
  const [desk] = useDesk();
  if (desk === 'headstock') return <HeadstockTools />;
  if (desk === 'trace')
    return (
      <Suspense fallback={null}>
        <TracedOnBoard />
      </Suspense>
    );
  return (
    <>
      <SectionsOnBoard />
      <SideOnBoard />
    </>
  );
}
