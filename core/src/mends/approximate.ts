import { densityOf } from '../balance/density.ts';
import { hangingState } from '../balance/hangingState.ts';
import { buttonOf, buttonsOf } from '../balance/buttons.ts';
import type { MassItem } from '../balance/masses.ts';
import { sure, weigh, woodMass } from '../balance/masses.ts';
import type { SlabOf } from '../balance/quick.ts';
import { quickWeight, slabOf } from '../balance/quick.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import { solveOutline } from '../outline/solve.ts';
import type { Derived } from '../derived/derive.ts';
import type { Design } from '../design/schema.ts';
import type { BalanceChange } from './change.ts';
import { applyChange } from './change.ts';
import type { Standing } from './findMends.ts';

/** Lines of the table of weights by the piece of wood that they are of. */
const OF_PIECE: Readonly<Record<string, readonly string[]>> = {
  body: ['body-wood'],
  front: ['front'],
  neck: ['neck-wood', 'headstock', 'through'],
  board: ['board'],
};

/** The lines of the table as a change leaves them; null for one that cuts wood or makes it another shape. */
function itemsAfter(
  design: Design,
  next: Design,
  items: readonly MassItem[],
  change: BalanceChange,
): readonly MassItem[] | null {
  switch (change.kind) {
    case 'button along':
    case 'button to screw':
    case 'button on heel':
    case 'button behind horn': {
      const part = next.parts.find((p) => p.id === change.part);
      return part
        ? items.map((i) =>
            i.key === `part:${part.id}` ? { ...i, at: { ...i.at, ...buttonOf(part).at } } : i,
          )
        : null;
    }
    case 'lighter tuners':
      // What was weighed of the tuners that are there is not of lighter ones: their lines begin anew.
      return design.weight.weighed.some((w) => w.of.startsWith('tuner:'))
        ? null
        : items.map((i) =>
            i.key.startsWith('tuner:')
              ? { ...i, mass: { ...i.mass, likely: Math.max(0, i.mass.likely - change.by) } }
              : i,
          );
    case 'other wood': {
      const density = next.weight.woods[change.piece].density;
      return items.map((i) =>
        OF_PIECE[change.piece]!.includes(i.key) && i.volume ? { ...i, mass: woodMass(i.volume, density) } : i,
      );
    }
    case 'weight': {
      const { mass, slug, hole } = change;
      const body = hole && densityOf(design.weight.woods.body).likely * 1e-6;
      const drilled = hole && body ? (Math.PI / 4) * hole.across ** 2 * hole.deep * body : 0;
      return [
        ...items,
        {
          ...{ key: 'more', name: '', kind: 'part', mass: sure(mass - drilled) },
          at: { ...slug.at, z: -slug.deep },
        },
      ];
    }
    default:
      return null;
  }
}

const slabs = new WeakMap<Design, SlabOf>();
/** The slab of a design that many changes of are tried, once. */
function slabAtRest(design: Design, path: ClosedPath): SlabOf {
  const slab = slabs.get(design) ?? slabOf(design, path, []);
  slabs.set(design, slab);
  return slab;
}

/**
 * How a design stands with a change, without deriving it anew: what changes no wood’s shape to what a screw’s hole weighs, an outline to a few grams. Null
 * for the rest. For the search; what is offered is derived in full.
 */
export function standingAfter(design: Design, derived: Derived, change: BalanceChange): Standing | null {
  const { weighed } = derived;
  const next = applyChange(design, change);
  const isOutline = change.kind === 'longer horn' || change.kind === 'longer tail';
  const items = weighed && !isOutline ? itemsAfter(design, next, weighed.items, change) : null;
  const weight = isOutline
    ? weighed &&
      quickWeight(
        weighed,
        slabAtRest(design, derived.path),
        slabOf(next, solveOutline(next.outline.nodes), []),
      )
    : items && weigh(items);
  if (!weight) return null;
  const hanging = hangingState(weight, buttonsOf(next.parts), next.player, next.strings);
  return {
    load: hanging?.loads?.smooth?.likely ?? null,
    mass: weight.total.likely,
    tailward: hanging?.tailward.likely ?? null,
  };
}
