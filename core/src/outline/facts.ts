import type { ClosedPath } from '../geometry/closedPath.ts';
import type { HandReach } from './handReach.ts';
import type { OutlineMeasures } from './measures.ts';

declare module '../design/rule.ts' {
  interface Facts {
    /** The body's edge. */
    readonly path: ClosedPath;
    readonly measures: OutlineMeasures;
    /** How far the fretting hand reaches. */
    readonly reach: HandReach;
  }
}
