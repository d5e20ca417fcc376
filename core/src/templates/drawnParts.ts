import type { ClosedPath } from '../geometry/closedPath.ts';
import type { Layout } from '../layout/layOut.ts';
import type { Plate } from '../layout/plates.ts';
import type { OutlineMeasures } from '../outline/measures.ts';
import type { StringPlan } from '../strings/stringPlan.ts';

/** What a design's drawing is made from: derived once, drawn everywhere. Each is made when it is first read. */
export interface DrawnParts {
  readonly path: ClosedPath;
  readonly measures: OutlineMeasures;
  readonly stringPlan: StringPlan;
  readonly layout: Layout;
  /** Covers and pickguards. */
  readonly plates: readonly Plate[];
}
