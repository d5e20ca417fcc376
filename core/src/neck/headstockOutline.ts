import { editHeadstock } from '../design/neckEdits.ts';
import { tidy } from '../design/nodeEdits.ts';
import type { Design, Outline, OutlineNode } from '../design/schema.ts';
import { remember } from '../geometry/remember.ts';
import { centreScale } from '../strings/frets.ts';

/**
 * The headstock's outline as the tools for the body's outline see it: in the body's place, and in the instrument frame, laid out flat
 * (a tilted headstock too, as it is drawn on a plan). So one set of tools draws both.
 */

const OWN = 'headstock.';
const TOOLS = 'outline.';

const movedBy = (outline: Outline, dx: number): Outline => ({
  ...outline,
  nodes: outline.nodes.map((n) => ({ ...n, x: tidy(n.x + dx) })),
});

const laid = remember(movedBy);

const isOf = (path: string, prefix: string): boolean => path.startsWith(prefix);

/** What was typed for the headstock's nodes, as if for the body's; the body's own is not there. */
const typedAs = remember((typed: Design['typed']): Design['typed'] =>
  Object.fromEntries(
    Object.entries(typed).flatMap(([path, text]) => {
      if (isOf(path, OWN + TOOLS)) return [[path.slice(OWN.length), text]];
      return isOf(path, TOOLS) ? [] : [[path, text]];
    }),
  ),
);

const seen = remember((design: Design): Design => ({
  ...design,
  outline: laid(design.headstock.outline, centreScale(design.strings)),
  typed: typedAs(design.typed),
}));

/** The design with its headstock's outline in the body's place; the same object for the same design. */
export const asHeadstock = (design: Design): Design => seen(design);

/** A design whose headstock was changed as if it were the body: what a tool made of {@link asHeadstock} of it, put back in its place. */
export function fromHeadstock(design: Design, drawn: Design): Design {
  const before = asHeadstock(design);
  const typed = typedBack(design, before, drawn);
  const rest = besideOutline(before, drawn);
  const withTyped = typed === design.typed && rest === null ? design : { ...design, ...rest, typed };
  if (drawn.outline === before.outline) return withTyped;
  const dx = centreScale(design.strings);
  // What was not touched keeps its own numbers.
  const own = new Map<OutlineNode, OutlineNode>(
    before.outline.nodes.map((n, i) => [n, design.headstock.outline.nodes[i]!]),
  );
  const nodes = drawn.outline.nodes.map((n) => own.get(n) ?? { ...n, x: tidy(n.x - dx) });
  return editHeadstock(withTyped, { outline: { ...drawn.outline, nodes } });
}

/** What a tool changed beside the outline: pictures under it, for one. How far the body’s outline is does not change by it. */
function besideOutline(before: Design, drawn: Design): Partial<Design> | null {
  const changed = (Object.keys(drawn) as (keyof Design)[]).filter(
    (key) => drawn[key] !== before[key] && key !== 'outline' && key !== 'typed' && key !== 'progress',
  );
  return changed.length ? Object.fromEntries(changed.map((key) => [key, drawn[key]])) : null;
}

function typedBack(design: Design, before: Design, drawn: Design): Design['typed'] {
  if (drawn.typed === before.typed) return design.typed;
  return {
    ...Object.fromEntries(Object.entries(design.typed).filter(([path]) => isOf(path, TOOLS))),
    ...Object.fromEntries(
      Object.entries(drawn.typed).map(([path, text]) => [isOf(path, TOOLS) ? OWN + path : path, text]),
    ),
  };
}
