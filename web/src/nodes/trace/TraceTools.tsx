import { BroughtLines } from './BroughtLines.tsx';
import { PictureMarks } from './PictureMarks.tsx';

/** What lies on the board while the outline is traced or brought in. */
export function TraceTools() {
  return (
    <>
      <PictureMarks />
      <BroughtLines />
    </>
  );
}
