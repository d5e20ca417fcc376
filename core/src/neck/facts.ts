import type { NeckPlan } from './planNeck.ts';

declare module '../design/rule.ts' {
  interface Facts {
    /** Shaft, heel, truss rod, headstock with its tuners, and the blank for it. */
    readonly neckPlan: NeckPlan;
  }
}
