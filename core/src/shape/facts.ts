import type { Later } from '../design/later.ts';
import type { BodySolid } from './bodySolid.ts';
import type { Shaped } from './shaped.ts';

declare module '../design/rule.ts' {
  interface Facts {
    /** The body as it is carved: all that is removed from it. */
    readonly carved: BodySolid;
    /** What sampling it finely tells. */
    readonly shaped: Later<Shaped>;
  }
}
