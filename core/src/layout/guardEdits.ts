import { changeGuard } from '../design/layoutEdits.ts';
import type { Design, Guard } from '../design/schema.ts';
import type { Point } from '../geometry/point.ts';
import type { Plate } from './plates.ts';

const guardOf = (d: Design, id: string): Guard | undefined => d.guards.find((g) => g.id === id);

/**
 * Does to a pickguard’s nodes what an edit does to the outline’s: `edit` gets a design whose outline is the pickguard’s
 * line, without mirror links. The design itself comes back where no such pickguard is.
 */
export function editGuardNodes(design: Design, id: string, edit: (asOutline: Design) => Design): Design {
  const guard = guardOf(design, id);
  if (!guard) return design;
  const { nodes } = edit({ ...design, outline: { nodes: guard.nodes, mirror: [] } }).outline;
  return nodes === guard.nodes ? design : changeGuard(design, id, { nodes });
}

const tidy = (v: number): number => Number(v.toFixed(2));

/** A pickguard’s screws as they lie now, set by hand from here on, and changed. */
function byHand(
  design: Design,
  id: string,
  plates: readonly Plate[],
  change: (screws: readonly Point[]) => readonly Point[],
): Design {
  const now = guardOf(design, id)?.screws ?? plates.find((p) => p.id === id)?.screws.map((s) => s.at);
  return now
    ? changeGuard(design, id, { screws: change(now).map(({ x, y }) => ({ x: tidy(x), y: tidy(y) })) })
    : design;
}

/** One screw of a pickguard moved, the others left where they are. `plates`: as they follow from the design. */
export const moveGuardScrew = (
  design: Design,
  id: string,
  index: number,
  to: Point,
  plates: readonly Plate[],
): Design => byHand(design, id, plates, (screws) => screws.map((at, i) => (i === index ? to : at)));

export const addGuardScrew = (design: Design, id: string, at: Point, plates: readonly Plate[]): Design =>
  byHand(design, id, plates, (screws) => [...screws, at]);

export const removeGuardScrew = (
  design: Design,
  id: string,
  index: number,
  plates: readonly Plate[],
): Design => byHand(design, id, plates, (screws) => screws.filter((_, i) => i !== index));

/** Lets a pickguard’s screws follow its edge again, evenly spaced. */
export const spaceGuardScrews = (design: Design, id: string): Design =>
  changeGuard(design, id, { screws: null });
