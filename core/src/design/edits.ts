import type { Point } from '../geometry/point.ts';
import { startingGauges, within } from './defaults.ts';
import type { Design, OutlineNode, PrintSettings, Stage, Strings } from './schema.ts';

/** Pure edits: each takes a design and gives the changed one; the stage that was worked on comes in hand. */

const inHand = (design: Design, stage: Stage): Design =>
  design.progress[stage] === 'in hand'
    ? design
    : { ...design, progress: { ...design.progress, [stage]: 'in hand' } };

export const setProgress = (design: Design, stage: Stage, mark: Design['progress'][Stage]): Design => ({
  ...design,
  progress: { ...design.progress, [stage]: mark },
});

export const setName = (design: Design, name: string): Design => ({ ...design, name });
export const setUnits = (design: Design, units: Design['units']): Design => ({ ...design, units });
export const setHandedness = (design: Design, handedness: Design['handedness']): Design => ({
  ...design,
  handedness,
});

export const editStrings = (design: Design, change: Partial<Strings>): Design =>
  inHand({ ...design, strings: { ...design.strings, ...change } }, 'strings');

/**
 * Another number of strings: gauges kept from the bass side as far as they go, and both spreads
 * grown or shrunk by the present distance between strings.
 */
export function setStringCount(design: Design, count: number): Design {
  const { strings } = design;
  const gaps = Math.max(1, strings.count - 1);
  const nutPitch = strings.count > 1 ? (strings.nutWidth - 2 * strings.nutMargin) / gaps : 7;
  const bridgePitch = strings.count > 1 ? strings.bridgeSpread / gaps : 10.4;
  const fresh = startingGauges(count);
  return editStrings(design, {
    count,
    gauges: Array.from({ length: count }, (_, i) => strings.gauges[i] ?? fresh[i]!),
    nutWidth: within('strings.nutWidth', 2 * strings.nutMargin + nutPitch * (count - 1)),
    bridgeSpread: within('strings.bridgeSpread', bridgePitch * (count - 1)),
  });
}

export const setThickness = (design: Design, thickness: number): Design =>
  inHand({ ...design, body: { ...design.body, thickness } }, 'outline');

export const editPrint = (design: Design, change: Partial<PrintSettings>): Design =>
  inHand({ ...design, print: { ...design.print, ...change } }, 'templates');

/** Keeps, or forgets, the words in which a length was typed. */
export function rememberTyped(design: Design, path: string, text: string | null): Design {
  if (text === null) {
    if (!(path in design.typed)) return design;
    const typed = { ...design.typed };
    delete typed[path];
    return { ...design, typed };
  }
  return { ...design, typed: { ...design.typed, [path]: text } };
}

const setNodes = (design: Design, nodes: readonly OutlineNode[]): Design =>
  inHand({ ...design, outline: { ...design.outline, nodes } }, 'outline');

const editNode = (design: Design, id: string, edit: (node: OutlineNode) => OutlineNode): Design =>
  setNodes(
    design,
    design.outline.nodes.map((n) => (n.id === id ? edit(n) : n)),
  );

/** Puts a node at a place in the instrument frame; a corner's handles go with it. */
export const moveNode = (design: Design, id: string, to: Point): Design =>
  editNode(design, id, (n) => ({ ...n, x: to.x, y: to.y }));

/** Makes a node fair (its handles are forgotten, they are solved) or a corner. */
export const setNodeKind = (design: Design, id: string, kind: OutlineNode['kind']): Design =>
  editNode(design, id, (n) => {
    const { before: _before, after: _after, ...rest } = n;
    return { ...(kind === 'fair' ? rest : n), kind };
  });

/** Sets a corner's handle towards the node before or after it, as a vector from the node; null takes it away. */
export const setHandle = (design: Design, id: string, side: 'before' | 'after', to: Point | null): Design =>
  editNode(design, id, (n) => {
    const { [side]: _old, ...rest } = n;
    return to ? { ...rest, [side]: { x: to.x, y: to.y } } : rest;
  });

/** An id that no node of the design has. */
function freshId(nodes: readonly OutlineNode[]): string {
  const taken = new Set(nodes.map((n) => n.id));
  let i = nodes.length + 1;
  while (taken.has(`n${i}`)) i += 1;
  return `n${i}`;
}

/** A new fair node between node `segment` and the next; gives the design and the node's id. */
export function addNode(
  design: Design,
  segment: number,
  at: Point,
): { readonly design: Design; readonly id: string } {
  const { nodes } = design.outline;
  const id = freshId(nodes);
  const node: OutlineNode = { id, x: at.x, y: at.y, kind: 'fair' };
  return {
    design: setNodes(design, [...nodes.slice(0, segment + 1), node, ...nodes.slice(segment + 1)]),
    id,
  };
}

/** Takes a node away; an outline keeps three, so with three the design comes back unchanged. */
export function removeNode(design: Design, id: string): Design {
  const { nodes } = design.outline;
  if (nodes.length <= 3) return design;
  const path = new RegExp(`^outline\\.${id}\\.`);
  const typed = Object.fromEntries(Object.entries(design.typed).filter(([key]) => !path.test(key)));
  return setNodes(
    { ...design, typed },
    nodes.filter((n) => n.id !== id),
  );
}
