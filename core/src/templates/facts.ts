import type { Later } from '../design/later.ts';
import type { Drawing } from '../drawing/drawing.ts';
import type { FewerSheets } from './fewerSheets.ts';
import type { SheetPlan } from './plan.ts';

declare module '../design/rule.ts' {
  interface Facts {
    /** The drawing as it goes on paper and into files: mirrored for a left-handed instrument. */
    readonly template: Drawing;
    readonly plan: SheetPlan;
    /** The same seen from the back: turned over about the centre line. */
    readonly backTemplate: Drawing;
    readonly backPlan: SheetPlan;
    /** The turn and shift of the drawing that saves most sheets; null where none that was tried does. */
    readonly fewerSheets: Later<FewerSheets | null>;
  }
}
