import type { Faired, Outline, Stretch } from '@pelkin/core';
import type { FairingWorker } from './fairing.worker.ts';
import { startNewest } from './worker.ts';

/** A worker that fairs outlines beside the page while a hand moves the tolerance; only the newest answer counts. */
export interface Fairer {
  /** The outline faired, or null when a newer request came meanwhile. */
  fair(outline: Outline, stretch: Stretch, tolerance: number): Promise<Faired | null>;
  end(): void;
}

export function startFairer(): Fairer {
  const { ask, end } = startNewest<FairingWorker>(
    () => new Worker(new URL('./fairing.worker.ts', import.meta.url), { type: 'module' }),
    'The edge could not be faired',
  );
  return { fair: (outline, stretch, tolerance) => ask((w) => w.fair(outline, stretch, tolerance)), end };
}
