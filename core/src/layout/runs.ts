import type { Run } from '../design/schema.ts';
import { placeBy } from '../geometry/figures.ts';
import { mapPath } from '../geometry/closedPath.ts';
import type { Point } from '../geometry/point.ts';
import { hypot, hypot3 } from '../geometry/point.ts';
import type { Cut } from './cut.ts';
import { areaOf, flatPath } from './cut.ts';

/** What a long bit needs for a run: its angle to the face, and how far it goes. */
export interface DrillNeed {
  /** Length along the hole, mm. */
  readonly length: number;
  /** Slope against the face, rad; positive when it goes deeper (towards the back). */
  readonly slope: number;
  /** Direction in plan, rad from the centre line, counter-clockwise. */
  readonly bearing: number;
}

export function drillNeed({ from, to }: Pick<Run, 'from' | 'to'>): DrillNeed {
  const flat = hypot(to.x - from.x, to.y - from.y);
  return {
    length: hypot(flat, to.z - from.z),
    slope: Math.atan2(from.z - to.z, flat),
    bearing: Math.atan2(to.y - from.y, to.x - from.x),
  };
}

/** The ways between two ends of a run, along it: place and z at a share of it. */
export const alongRun = (
  { from, to }: Pick<Run, 'from' | 'to'>,
  t: number,
): Point & { readonly z: number } => ({
  x: from.x + (to.x - from.x) * t,
  y: from.y + (to.y - from.y) * t,
  z: from.z + (to.z - from.z) * t,
});

const KNOWN = new WeakMap<Run, Cut>();

/** A drilled run as what it takes away: the box round it in z, a slot with round ends in plan. */
export function runCut(run: Run): Cut {
  const known = KNOWN.get(run);
  if (known) return known;
  const { from, to, diameter } = run;
  const flat = hypot(to.x - from.x, to.y - from.y);
  const place = placeBy(
    { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 },
    Math.atan2(to.y - from.y, to.x - from.x),
  );
  const path = mapPath(flatPath({ kind: 'slot', long: flat + diameter, wide: diameter }), place);
  const cut: Cut = {
    id: run.id,
    owner: { kind: 'run', id: run.id },
    length: hypot3(run.to.x - run.from.x, run.to.y - run.from.y, run.to.z - run.from.z),
    name: run.name,
    face: 'edge',
    role: 'drilled',
    bore: diameter,
    axis: [from, to],
    path,
    area: areaOf(path),
    islands: [],
    top: Math.max(from.z, to.z) + diameter / 2,
    bottom: Math.min(from.z, to.z) - diameter / 2,
    through: false,
    round: null,
    unsaid: false,
  };
  KNOWN.set(run, cut);
  return cut;
}
