import { HeadstockTools } from './headstock/HeadstockTools.tsx';
import { SectionsOnBoard } from './shaft/SectionsOnBoard.tsx';
import { useDesk } from './desk.ts';

/** What is drawn and pulled in the Neck stage. */
export function NeckTools() {
  const [desk] = useDesk();
  return desk === 'headstock' ? <HeadstockTools /> : <SectionsOnBoard />;
}
