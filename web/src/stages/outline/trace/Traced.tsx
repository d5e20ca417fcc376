import { useEffect } from 'react';
import { useDesignStore } from '../../../design/store.ts';
import { useBringIn } from './importDrawing.ts';
import { Artwork } from './Artwork.tsx';
import { FromFile } from './FromFile.tsx';
import { Pictures } from './Pictures.tsx';
import { useTracing } from './tracing.ts';

let markedIn = '';

/** Bringing an outline in: over a picture, or from a drawing. */
export function Traced() {
  const design = useDesignStore((s) => s.id);
  useEffect(() => {
    // What was marked belongs to the design it was marked in.
    if (markedIn !== design) {
      useTracing.getState().choose(null);
      useBringIn.getState().leave();
    }
    markedIn = design;
    return () => useTracing.getState().begin(null);
  }, [design]);
  return (
    <>
      <Pictures />
      <FromFile />
      <Artwork />
    </>
  );
}
