import type { StringPlan } from './stringPlan.ts';

declare module '../design/rule.ts' {
  interface Facts {
    /** Strings, frets and fingerboard in plan. */
    readonly stringPlan: StringPlan;
  }
}
