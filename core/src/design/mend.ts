import type { Point } from '../geometry/point.ts';
import type { Opening } from './schema.ts';

/** A single number of a design that a remedy or a changed thickness, scale, fingerboard or joint may set; mm. */
export type DesignNumber =
  /** Floor of an opening's step below its face. */
  | { readonly kind: 'step depth'; readonly id: string; readonly step: number }
  /** Height of a part in the edge. */
  | { readonly kind: 'edge height'; readonly id: string }
  /** Height of one end of a drilled run. */
  | { readonly kind: 'run height'; readonly id: string; readonly end: 'from' | 'to' }
  /** Length of the screws of a part, and of all parts of its make. */
  | { readonly kind: 'part screws'; readonly id: string }
  /** Length of the screws of an opening's cover. */
  | { readonly kind: 'cover screws'; readonly id: string }
  /** Length of the neck's screws; of those alone that have no length of their own. */
  | { readonly kind: 'neck screws' }
  /** Length of one of the neck's screws, counted from 0, that has a length of its own. */
  | { readonly kind: 'neck screw'; readonly index: number }
  | { readonly kind: 'heel' }
  | { readonly kind: 'pocket depth' }
  | { readonly kind: 'pocket fit' }
  /** Bit that an opening's step is routed with, across its cutting edges. */
  | { readonly kind: 'step bit'; readonly id: string; readonly step: number }
  /** Spread of the strings at the bridge. */
  | { readonly kind: 'bridge spread' }
  /** Place along the centre line of a bridge, with the ferrules behind it, or of a pickup. */
  | { readonly kind: 'place along'; readonly id: string };

/** A change that mends a finding where the distance is known: what is to be done, as data. */
export type Mend =
  | { readonly kind: 'move'; readonly what: 'part' | 'opening'; readonly id: string; readonly by: Point }
  /** A part turned so far, degrees counter-clockwise. */
  | { readonly kind: 'turn'; readonly id: string; readonly by: number }
  /** A part of the edge: on it, square. */
  | { readonly kind: 'square'; readonly id: string }
  /** A number set to `to`, mm. */
  | { readonly kind: 'number'; readonly number: DesignNumber; readonly to: number }
  /** An opening gets a plain cover with its ledge and screws. */
  | { readonly kind: 'cover'; readonly id: string }
  /** A single saddle under each string that has none. */
  | { readonly kind: 'saddles' }
  /** A new opening that takes away the wood between two others, so that they run into one. */
  | {
      readonly kind: 'join';
      readonly opening: Pick<Opening, 'name' | 'face' | 'at' | 'turn' | 'steps'>;
    };
