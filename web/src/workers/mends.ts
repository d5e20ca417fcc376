import type { BalanceMend, Design, ProposedRun, Sensitivity, Standing, Variant } from '@pelkin/core';
import type { MendsWorker } from './mends.worker.ts';
import type { Told, Work } from './worker.ts';
import { progress, work } from './worker.ts';

/** Looks for what mends a design’s balance, beside the page; `stop` ends it. */
export const lookForMends = (design: Design, told: Told): Work<readonly BalanceMend[]> =>
  work<MendsWorker, readonly BalanceMend[]>(
    () => new Worker(new URL('./mends.worker.ts', import.meta.url), { type: 'module' }),
    'Mends could not be looked for',
    (w) => w.find(design, progress(told)),
  );

/** How much small changes move load and weight, beside the page. */
export const lookForSensitivity = (design: Design, told: Told): Work<readonly Sensitivity[]> =>
  work<MendsWorker, readonly Sensitivity[]>(
    () => new Worker(new URL('./mends.worker.ts', import.meta.url), { type: 'module' }),
    'It could not be worked out what moves the balance',
    (w) => w.sensitivity(design, progress(told)),
  );

/** How variants of a design would balance, beside the page. */
export const weighVariants = (design: Design, variants: readonly Variant[]): Work<readonly Standing[]> =>
  work<MendsWorker, readonly Standing[]>(
    () => new Worker(new URL('./mends.worker.ts', import.meta.url), { type: 'module' }),
    'The variants could not be weighed',
    (w) => w.variants(design, variants),
  );

/** Drilled runs for wires that do not get to the controls, beside the page; `only`: by their keys, null for all. */
export const lookForRuns = (
  design: Design,
  only: readonly string[] | null,
  told: Told,
): Work<readonly ProposedRun[]> =>
  work<MendsWorker, readonly ProposedRun[]>(
    () => new Worker(new URL('./mends.worker.ts', import.meta.url), { type: 'module' }),
    'Runs could not be looked for',
    (w) => w.runs(design, only, progress(told)),
  );
