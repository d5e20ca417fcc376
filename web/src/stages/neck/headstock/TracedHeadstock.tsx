import { Traced } from '../../../nodes/trace/Traced.tsx';
import { useDrawnLine } from '../../../nodes/drawn.ts';

/** Pictures and files that the headstock’s outline is taken from. */
export function TracedHeadstock() {
  const line = useDrawnLine((s) => s.line);
  return line === 'headstock' ? <Traced /> : null;
}
