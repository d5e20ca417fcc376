import type { Derived } from '../derived/derive.ts';
import { setWood } from '../design/balanceEdits.ts';
import { inHand } from '../design/edits.ts';
import type { Design } from '../design/schema.ts';
import type { WoodPiece } from '../design/sections/weight.ts';
import { WOOD_PIECES } from '../design/sections/weight.ts';
import { removeOpening } from '../design/layoutEdits.ts';
import { shelfWood } from '../parts/woods.ts';
import { applyChange } from './change.ts';
import type { Standing } from './findMends.ts';
import { standingOf } from './findMends.ts';

/** What is other about a design than it is now: woods by their names on the shelf, thickness, chambers left out, lighter tuners. Null: as it is. */
export interface Variant {
  readonly woods: Readonly<Partial<Record<WoodPiece, string>>>;
  /** mm. */
  readonly thickness: number | null;
  readonly withoutChambers: boolean;
  /** g each; 0 for those that are there. */
  readonly lighterTuners: number;
}

export const AS_IT_IS: Variant = { woods: {}, thickness: null, withoutChambers: false, lighterTuners: 0 };

/** How many are looked at side by side. */
export const MOST_VARIANTS = 4;

/** A design as a variant of it would be. */
export function variantOf(
  design: Design,
  { woods, thickness, withoutChambers, lighterTuners }: Variant,
): Design {
  let now = design;
  for (const piece of WOOD_PIECES) {
    const found = woods[piece] === undefined ? undefined : shelfWood(woods[piece]);
    if (found)
      now = setWood(now, piece, {
        name: found.name,
        density: { likely: found.usual, from: found.low, to: found.high },
        board: null,
      });
  }
  if (thickness !== null) now = inHand({ ...now, body: { ...now.body, thickness } }, 'balance');
  if (withoutChambers)
    now = now.openings
      .filter((o) => o.steps.every((s) => s.role === 'chamber'))
      .reduce((d, { id }) => removeOpening(d, id), now);
  return lighterTuners > 0 ? applyChange(now, { kind: 'lighter tuners', by: lighterTuners }) : now;
}

/** How variants of a design would balance, in their order. */
export const standingsOf = (
  design: Design,
  variants: readonly Variant[],
  derive: (design: Design) => Derived,
): readonly Standing[] => variants.map((v) => standingOf(derive(variantOf(design, v))));
