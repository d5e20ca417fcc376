import type { CaseFit } from './caseFit.ts';
import type { HangingState } from './hangingState.ts';
import type { Weight } from './masses.ts';

declare module '../design/rule.ts' {
  interface Facts {
    /** All that the instrument is made of, weighed; null without any wood. */
    readonly weighed: Weight | null;
    /** How it hangs on its strap buttons; null without two. */
    readonly hanging: HangingState | null;
    /** How it lies in the case that its player measured; null without one. */
    readonly caseFit: CaseFit | null;
  }
}
