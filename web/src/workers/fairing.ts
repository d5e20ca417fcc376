import type { Faired, Outline, Stretch } from '@pelkin/core';
import * as Comlink from 'comlink';
import type { FairingWorker } from './fairing.worker.ts';

/** A worker that fairs outlines beside the page while a hand moves the tolerance; only the newest answer counts. */
export interface Fairer {
  /** The outline faired, or null when a newer request came meanwhile. */
  fair(outline: Outline, stretch: Stretch, tolerance: number): Promise<Faired | null>;
  end(): void;
}

export function startFairer(): Fairer {
  const worker = new Worker(new URL('./fairing.worker.ts', import.meta.url), { type: 'module' });
  const remote = Comlink.wrap<FairingWorker>(worker);
  const failed = new Promise<never>((_, reject) => {
    worker.onerror = () => reject(new Error('The edge could not be faired: load the page again.'));
  });
  failed.catch(() => undefined);
  let newest = 0;
  let busy: Promise<unknown> = Promise.resolve();
  return {
    fair: async (outline, stretch, tolerance) => {
      newest += 1;
      const mine = newest;
      // One at a time: requests in between are skipped.
      await busy.catch(() => undefined);
      if (mine !== newest) return null;
      const answer = Promise.race([remote.fair(outline, stretch, tolerance), failed]);
      busy = answer;
      const faired = await answer;
      return mine === newest ? faired : null;
    },
    end: () => worker.terminate(),
  };
}
