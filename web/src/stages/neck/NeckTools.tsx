import { HeadstockTools } from './headstock/HeadstockTools.tsx';
import { SectionsOnBoard } from './shaft/SectionsOnBoard.tsx';
import { SideOnBoard } from './shaft/SideOnBoard.tsx';
import { useDesk } from './desk.ts';

/** What is drawn and pulled in the Neck stage. */
export function NeckTools() {
  const [desk] = useDesk();
  if (desk === 'headstock') return <HeadstockTools />;
  return (
    <>
      <SectionsOnBoard />
      <SideOnBoard />
    </>
  );
}
