import type { ReactNode } from 'react';
import { startTransition, useEffect, useState } from 'react';

interface Props {
  readonly children: ReactNode;
  /** What stands in its place until then. */
  readonly first?: ReactNode;
}

/** What lies below the first screen, or takes long: drawn once the drawing stands, without holding it up. */
export function Later({ children, first = null }: Props) {
  const [ready, setReady] = useState(false);
  useEffect(() => {
    const frame = requestAnimationFrame(() => startTransition(() => setReady(true)));
    return () => cancelAnimationFrame(frame);
  }, []);
  return ready ? children : first;
}
