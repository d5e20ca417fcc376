import type { ReactNode } from 'react';
import { useLater } from './useLater.ts';

interface Props {
  readonly children: ReactNode;
  /** What stands in its place until then. */
  readonly first?: ReactNode;
}

/** What lies below the first screen, or takes long: drawn once the drawing stands. */
export function Later({ children, first = null }: Props) {
  return useLater() ? children : first;
}
