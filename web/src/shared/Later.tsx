import type { ReactNode } from 'react';
import { startTransition, useEffect, useState } from 'react';

/** What lies below the first screen: drawn once what is above it stands, without holding it up. */
export function Later({ children }: { readonly children: ReactNode }) {
  const [ready, setReady] = useState(false);
  useEffect(() => {
    const frame = requestAnimationFrame(() => startTransition(() => setReady(true)));
    return () => cancelAnimationFrame(frame);
  }, []);
  return ready ? children : null;
}
