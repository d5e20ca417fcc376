import { useEffect } from 'react';
import { useDrawnLine, useDrawnStore as useDesignStore } from '../drawn.ts';
import { beginTracingIn } from './beginIn.ts';
import { Artwork } from './Artwork.tsx';
import { FromFile } from './FromFile.tsx';
import { Pictures } from './Pictures.tsx';
import { useTracing } from './tracing.ts';

/** Bringing the drawn line in: over a picture, or from a drawing. */
export function Traced() {
  const design = useDesignStore((s) => s.id);
  const line = useDrawnLine((s) => s.line);
  useEffect(() => {
    beginTracingIn(design);
    return () => useTracing.getState().begin(null);
  }, [design]);
  return (
    <>
      <Pictures />
      <FromFile />
      {line === 'body' && <Artwork />}
    </>
  );
}
