import { inHand } from './edits.ts';
import type { Design, Opening, OutlineNode, Underlay } from './schema.ts';

const withUnderlays = (design: Design, underlays: readonly Underlay[]): Design => ({ ...design, underlays });

/** The first id of the kind that is not taken. */
export function freshId(taken: readonly { readonly id: string }[], prefix: string): string {
  let n = 1;
  while (taken.some(({ id }) => id === `${prefix}${n}`)) n += 1;
  return `${prefix}${n}`;
}

/** Lays another picture under the drawing, on top of those that are there. */
export const addUnderlay = (design: Design, underlay: Underlay): Design =>
  withUnderlays(design, [...design.underlays, underlay]);

export const changeUnderlay = (design: Design, id: string, change: Partial<Underlay>): Design =>
  withUnderlays(
    design,
    design.underlays.map((u) => (u.id === id ? { ...u, ...change } : u)),
  );

export const removeUnderlay = (design: Design, id: string): Design =>
  withUnderlays(
    design,
    design.underlays.filter((u) => u.id !== id),
  );

/** Takes what was brought in from a file or a picture: the outline, openings, or both, in one step. */
export function takeOutline(
  design: Design,
  nodes: readonly OutlineNode[] | null,
  openings: readonly Opening[] = [],
): Design {
  const outline = nodes ? { ...design.outline, nodes, mirror: [] } : design.outline;
  return inHand({ ...design, outline, openings: [...design.openings, ...openings] }, 'outline');
}

export const setTools = (design: Design, tools: Design['tools']): Design => ({ ...design, tools });
export const setHand = (design: Design, hand: Design['hand']): Design => ({ ...design, hand });
