import type { UseStore } from 'idb-keyval';
import { createStore, delMany, get, set } from 'idb-keyval';
import { sameJson } from '@pelkin/core';
import type { PackedSteps } from '../packedSteps.ts';
import { MOST_KEPT, packSteps, unpackSteps } from '../packedSteps.ts';
import type { Step } from '../store.ts';
import { stateOfStep, useDesignStore } from '../store.ts';
import { withinReason } from './deviceStore.ts';

/**
 * The last steps of undo and redo, kept on this device so that they are there after a reload. They are a convenience beside the copies
 * of `deviceStore`: a device that keeps nothing only forgets them.
 */

/** Designs whose steps are kept: the last that were worked on. */
const MOST_DESIGNS = 12;
/** Pause after the last change before the steps are written, ms. */
const REST_MS = 600;
const INDEX = 'index';

let opened: UseStore | null = null;
const store = (): UseStore => (opened ??= createStore('pelkin-steps', 'steps'));

/** Notes that a design's steps were written; forgets those of the design that was left alone longest. */
async function note(design: string): Promise<void> {
  const before = (await get<readonly string[]>(INDEX, store())) ?? [];
  const order = [design, ...before.filter((id) => id !== design)];
  await set(INDEX, order.slice(0, MOST_DESIGNS), store());
  if (order.length > MOST_DESIGNS) await delMany(order.slice(MOST_DESIGNS), store());
}

async function write(): Promise<void> {
  const { id, design, past, future } = useDesignStore.getState();
  if (!design || id === '') return;
  const near = (steps: readonly Step[]) =>
    steps.slice(-MOST_KEPT).map((step) => ({ design: stateOfStep(step), name: step.name }));
  await set(id, packSteps(design, near(past), near(future)), store());
  await note(id);
}

let timer: ReturnType<typeof setTimeout> | undefined;
/** Writes the steps soon, or at once when the page may go. */
function writeSoon(after: number): void {
  clearTimeout(timer);
  timer = setTimeout(() => void write().catch(() => undefined), after);
}

/** Gives the open design the steps that were kept of it here, if they lead to its present state. */
export async function recallSteps(id: string): Promise<void> {
  if (typeof indexedDB === 'undefined') return;
  const kept = await withinReason(get<PackedSteps>(id, store())).catch(() => undefined);
  const { id: open, design } = useDesignStore.getState();
  if (!kept || open !== id || !design || !sameJson(kept.top, design)) return;
  useDesignStore.getState().recall(unpackSteps(design, kept));
}

/** Keeps the steps of what is open from now on. */
export function keepSteps(): void {
  if (typeof indexedDB === 'undefined') return;
  useDesignStore.subscribe((now, before) => {
    if (now.id === '' || now.id !== before.id || now.dragging) return;
    // The end of a drag changes nothing but that it ends.
    if (now.changes !== before.changes || before.dragging) writeSoon(REST_MS);
  });
  document.addEventListener('visibilitychange', () => {
    if (document.visibilityState === 'hidden') writeSoon(0);
  });
}
