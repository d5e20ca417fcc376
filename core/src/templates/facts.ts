import type { Drawing } from '../drawing/drawing.ts';
import type { SheetPlan } from './plan.ts';

declare module '../design/rule.ts' {
  interface Facts {
    /** The drawing as it goes on paper and into files: mirrored for a left-handed instrument. */
    readonly template: Drawing;
    readonly plan: SheetPlan;
  }
}
