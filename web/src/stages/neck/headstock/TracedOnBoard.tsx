import { TraceTools } from '../../../nodes/trace/TraceTools.tsx';
import { useHeadstockLine } from './useHeadstockLine.ts';

/** The headstock traced over a picture, or brought in from a drawing: the body’s own tools. */
export function TracedOnBoard() {
  return useHeadstockLine() ? <TraceTools /> : null;
}
