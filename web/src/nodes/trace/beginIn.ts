import { useBringIn } from './importDrawing.ts';
import { useTracing } from './tracing.ts';

let markedIn = '';

/** Forgets what was marked and brought in while another design was open. `design`: the id of the open one. */
export function beginTracingIn(design: string): void {
  if (markedIn !== design) {
    useTracing.getState().choose(null);
    useBringIn.getState().leave();
  }
  markedIn = design;
}
