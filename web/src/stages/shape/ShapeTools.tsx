import { useShown } from '../../shared/shown.ts';
import { ContourTools } from './ContourTools.tsx';
import { EdgeTools } from './EdgeTools.tsx';
import { Legend } from './Legend.tsx';
import { SectionTools } from './SectionTools.tsx';
import { useShapeDesk } from './desk.ts';

/** What is drawn over the board of Shape and taken hold of there. */
export function ShapeTools() {
  const [desk] = useShapeDesk();
  const map = useShown((s) => s.thickness);
  const section = useShown((s) => s.section);
  return (
    <>
      {map && <Legend />}
      {section && <SectionTools />}
      {desk === 'edges' ? <EdgeTools /> : <ContourTools />}
    </>
  );
}
