import { ALL_STAGES } from '../stages/all.ts';

/** Fetches what loads later, one after the other while nothing else is to be done: should the server stop, work goes on everywhere. */
export async function fetchAhead(): Promise<void> {
  for (const fetch of ALL_STAGES.flatMap((s) => s.later)) await fetch().catch(() => undefined);
}
