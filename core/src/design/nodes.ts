import { z } from 'zod';
import type { Point } from '../geometry/point.ts';
import { cross, distance, dot, length } from '../geometry/point.ts';
import type { Limits } from './limit.ts';
import type { Refusal } from './refusal.ts';
import type { DeepReadonly } from './section.ts';
import { mm } from './schemaParts.ts';

/** Numbers of nodes and of places in the instrument frame. */
export const PLACE_LIMITS = {
  'outline.x': { label: 'place along the centre line', min: -2000, max: 2000, from: 'the bridge line' },
  'outline.y': { label: 'place across', min: -1000, max: 1000, from: 'the centre line' },
  'outline.handle': { label: 'handle', min: -1000, max: 1000, from: 'its node' },
  'outline.span': { label: 'span', min: 0.001, max: 4000, from: 'the node to the next, along the curve' },
} as const satisfies Limits;

/** An outline of more cannot be kept fair by hand. */
export const MOST_NODES = 200;

const handleSchema = () =>
  z.looseObject({
    x: mm(PLACE_LIMITS['outline.handle']),
    y: mm(PLACE_LIMITS['outline.handle']),
  });

/**
 * A place on the outline. Handles are vectors from the node towards its neighbours: a smooth node carries
 * both, in line; a corner may carry either; a fair node's are solved.
 */
export const nodeIdSchema = () =>
  z
    .string({ error: 'a node needs an id' })
    .regex(/^[A-Za-z0-9_-]{1,24}$/, 'a node’s id must be 1 to 24 letters and figures');
export const nodeSchema = () =>
  z.looseObject({
    id: nodeIdSchema(),
    x: mm(PLACE_LIMITS['outline.x']),
    y: mm(PLACE_LIMITS['outline.y']),
    kind: z.enum(['fair', 'smooth', 'corner'], { error: 'a node is “fair”, “smooth” or “corner”' }),
    before: handleSchema().optional(),
    after: handleSchema().optional(),
    /** How much of a fair curve's parameter lies between this node and the next; its own length where left out. */
    span: mm(PLACE_LIMITS['outline.span']).optional(),
    /** Whether fairing leaves the node where it is. */
    pinned: z.boolean({ error: 'a node is pinned or not: true or false' }).optional(),
  });

export type OutlineNode = DeepReadonly<z.infer<ReturnType<typeof nodeSchema>>>;

/** A place of the instrument frame, mm. */
export const placeSchema = () =>
  z.looseObject({
    x: mm(PLACE_LIMITS['outline.x']),
    y: mm(PLACE_LIMITS['outline.y']),
  });

/** A closed line of nodes of its own; `what` names it. */
export const lineSchema = (what: string) =>
  z
    .array(nodeSchema(), { error: `${what} needs a list of nodes` })
    .min(3, `${what} needs at least three nodes to close`)
    .max(MOST_NODES, `${what} of over ${MOST_NODES} nodes cannot be kept: simplify it`);

/** Nodes nearer than this to the one before, mm, are the same point to any tool. */
export const LEAST_NODE_DISTANCE = 0.05;
/** A number in words for people. */
export const figure = (value: number): string => String(Number(value.toFixed(2)));

/** Handles of a smooth node may be out of line by this, rad: far below what a fingertip feels. */
const IN_LINE = 1e-3;

/** Whether two handles run in one line, away from each other. */
const inLine = (before: Point, after: Point): boolean =>
  dot(before, after) < 0 && Math.abs(cross(before, after)) <= IN_LINE * length(before) * length(after);

/** What keeps a closed line of nodes from being solved: places that fall together, handles that do not fit their kind. */
export function nodesRefusals(nodes: readonly OutlineNode[], where: string): Refusal[] {
  const refusals: Refusal[] = [];
  const seen = new Set<string>();
  nodes.forEach((node, i) => {
    const next = nodes[(i + 1) % nodes.length]!;
    if (seen.has(node.id))
      refusals.push({ where: `${where}.${i}.id`, message: `two nodes have the id ${node.id}` });
    seen.add(node.id);
    if (distance(node, next) < LEAST_NODE_DISTANCE)
      refusals.push({
        where: `${where}.${i}`,
        message: `two neighbouring nodes stand at the same place (${figure(node.x)}, ${figure(node.y)}): remove one`,
      });
    if (node.kind === 'fair' && (node.before ?? node.after))
      refusals.push({
        where: `${where}.${i}`,
        message: 'a fair node’s handles are solved: only smooth nodes and corners carry handles',
      });
    if (node.kind === 'smooth' && !(node.before && node.after && inLine(node.before, node.after)))
      refusals.push({
        where: `${where}.${i}`,
        message: 'a smooth node needs both its handles, in one line: make it fair or a corner, or set them',
      });
  });
  return refusals;
}

/** Two members of a list that have one id. */
export function idRefusals(list: string, members: readonly { readonly id: string }[]): Refusal[] {
  const seen = new Set<string>();
  return members.flatMap(({ id }, i) => {
    const again = seen.has(id);
    seen.add(id);
    return again ? [{ where: `${list}.${i}.id`, message: `two ${list} have the id ${id}` }] : [];
  });
}
