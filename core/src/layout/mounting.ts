import type { Design, PlacedPart } from '../design/schema.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import type { Point } from '../geometry/point.ts';
import type { Polygon } from '../geometry/polygons.ts';
import { areaHolds, polygonHolds } from '../geometry/polygons.ts';
import { formOf, measureOf } from '../parts/kinds.ts';
import { partName } from '../parts/partNames.ts';
import type { Cut } from './cut.ts';

/** The pickguard or plate that a part is fixed to instead of the wood. `thickness`: mm. */
export interface Mount {
  readonly id: string;
  readonly name: string;
  readonly face: PlacedPart['face'];
  readonly thickness: number;
}

/** A hole that a mounted part needs in its plate; instrument frame, mm. `round` is null for a slot. */
export interface DrilledInPlate {
  readonly name: string;
  readonly path: ClosedPath;
  readonly round: { readonly at: Point; readonly diameter: number } | null;
}

/** How a part is mounted: in which plate, and the holes that it needs there. */
export interface Mounted extends Mount {
  readonly drilled: readonly DrilledInPlate[];
}

/** Kinds without a bushing or poles that may be fixed to a plate. */
const ALSO: ReadonlySet<string> = new Set(['jack-top', 'ring']);

/** True if a part of this make can be fixed to a pickguard or plate: pots, switches, pickups, their rings, jacks in a dish. */
export function isMountable({ spec, face }: Pick<PlacedPart, 'spec' | 'face'>): boolean {
  if (face === 'edge') return false;
  if (ALSO.has(spec.kind)) return true;
  const form = formOf(spec);
  return form.bush !== undefined || form.poles !== undefined;
}

/** The pickguards and plates of a design that parts may be fixed to. Pickguards are on the front. */
export const mountsOf = ({ guards, parts }: Pick<Design, 'guards' | 'parts'>): readonly Mount[] => [
  ...guards.map(({ id, name, thickness }) => ({ id, name, face: 'front' as const, thickness })),
  ...parts
    .filter((p) => p.spec.kind === 'plate')
    .map((p) => ({
      id: p.id,
      name: partName(parts, p.id),
      face: p.face,
      thickness: measureOf(p.spec, 'thick'),
    })),
];

/**
 * Returns a function that gives the plates of a design where a part is fixed to one, the same list while they are the same:
 * of a pickguard only its id, name and thickness matter to the parts, so that one can be reshaped without a new layout.
 */
export function createMounts(): (design: Pick<Design, 'guards' | 'parts'>) => readonly Mount[] {
  let last: { readonly text: string; readonly mounts: readonly Mount[] } = { text: '[]', mounts: [] };
  return (design) => {
    const mounts = design.parts.some((p) => p.mount) ? mountsOf(design) : [];
    const text = JSON.stringify(mounts);
    if (text !== last.text) last = { text, mounts };
    return last.mounts;
  };
}

/** The plate that a part is fixed to; null for one in the wood, also where its plate is not there or on another face. */
export const mountOf = (part: PlacedPart, mounts: readonly Mount[]): Mount | null =>
  part.mount && isMountable(part)
    ? (mounts.find((m) => m.id === part.mount && m.face === part.face) ?? null)
    : null;

/** Ids of the parts over a plate with this edge that could be fixed to it and are not; instrument frame, mm. */
export const mountableOver = (
  { id, face, edge }: { readonly id: string; readonly face: PlacedPart['face']; readonly edge: Polygon },
  parts: readonly PlacedPart[],
): readonly string[] =>
  parts
    .filter((p) => p.face === face && p.mount !== id && isMountable(p) && polygonHolds(edge, p.at))
    .map((p) => p.id);

/**
 * The cavity under a mounted part: routed in the wood from the part's own face, its place inside it; the deepest one.
 * Null where the plate lies on solid wood there.
 */
export function cavityUnder(cuts: readonly Cut[], { face, at }: Pick<PlacedPart, 'face' | 'at'>): Cut | null {
  let best: Cut | null = null;
  for (const cut of cuts) {
    if (cut.face !== face || cut.closed || (cut.role !== 'cavity' && cut.role !== 'chamber')) continue;
    if (!areaHolds(cut.area, at) || cut.islands.some((i) => polygonHolds(i, at))) continue;
    if (!best || (face === 'front' ? cut.bottom < best.bottom : cut.top > best.top)) best = cut;
  }
  return best;
}
