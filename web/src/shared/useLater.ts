import { startTransition, useEffect, useState } from 'react';

/** False until what was drawn first is on the screen; then true, without holding anything up. */
export function useLater(): boolean {
  const [ready, setReady] = useState(false);
  useEffect(() => {
    const frame = requestAnimationFrame(() => startTransition(() => setReady(true)));
    return () => cancelAnimationFrame(frame);
  }, []);
  return ready;
}
