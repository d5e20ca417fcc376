import { inHand } from './edits.ts';
import type { Design, Drill, Player, WeightNumbers, Wood } from './schema.ts';
import { changedPlayer } from './sections/player.ts';
import type { WoodPiece } from './sections/weight.ts';

/** Pure edits of what an instrument is made of and weighs, and of who plays it. */

export const editWeight = (design: Design, change: Partial<WeightNumbers>): Design =>
  inHand({ ...design, weight: { ...design.weight, ...change } }, 'balance');

/** Measurements of the player that were never typed go with the height. */
export const editPlayer = (design: Design, change: Partial<Player>): Design =>
  inHand({ ...design, player: changedPlayer(design.player, change) }, 'balance');

/** The drill that bores the strap buttons’ holes. */
export const editDrill = (design: Design, change: Partial<Drill>): Design =>
  inHand({ ...design, drill: { ...design.drill, ...change } }, 'balance');

/** Of what wood a piece is made. */
export const setWood = (design: Design, piece: WoodPiece, wood: Wood): Design =>
  editWeight(design, { woods: { ...design.weight.woods, [piece]: wood } });

type Weighed = WeightNumbers['weighed'][number];

/**
 * What was weighed, by what it is of; null takes what was weighed away, so that it is estimated again. `estimate`: what is worked out for it now,
 * by which a later change of the thing is noticed; null where that is not known.
 */
export function setWeighed(
  design: Design,
  of: string,
  weighed: (Pick<Weighed, 'mass' | 'at'> & Partial<Pick<Weighed, 'estimate'>>) | null,
): Design {
  const others = design.weight.weighed.filter((w) => w.of !== of);
  return editWeight(design, {
    weighed: weighed ? [...others, { estimate: null, ...weighed, of }] : others,
  });
}

type Added = WeightNumbers['added'][number];

/** Adds a weight that is no part. */
export function addWeight(
  design: Design,
  added: Pick<Added, 'name' | 'mass' | 'at' | 'deep'>,
): { readonly design: Design; readonly id: string } {
  const taken = new Set(design.weight.added.map((a) => a.id));
  let n = 1;
  while (taken.has(`w${n}`)) n += 1;
  const id = `w${n}`;
  return { design: editWeight(design, { added: [...design.weight.added, { ...added, id }] }), id };
}

export const changeWeight = (design: Design, id: string, change: Partial<Added>): Design =>
  editWeight(design, { added: design.weight.added.map((a) => (a.id === id ? { ...a, ...change } : a)) });

export const removeWeight = (design: Design, id: string): Design =>
  editWeight(design, {
    added: design.weight.added.filter((a) => a.id !== id),
    weighed: design.weight.weighed.filter((w) => w.of !== `added:${id}`),
  });
