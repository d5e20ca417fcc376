import type { ClosedPath } from '../geometry/closedPath.ts';
import { signedArea } from '../geometry/closedPath.ts';
import type { Cubic } from '../geometry/cubic.ts';
import { cubicCurvature, cubicFirst } from '../geometry/cubic.ts';
import { cross, dot } from '../geometry/point.ts';
import type { Cut } from './cut.ts';
import { depthFromFace, drillOf, isHoleCut } from './drawing.ts';

/** One line of what is cut: how many alike, across what, how deep, with what tool. Lengths mm. */
export interface CutRow {
  readonly key: string;
  readonly what: string;
  readonly count: number;
  /** Diameter of what is drilled; null for a rout. */
  readonly across: number | null;
  /** From its face, or along its own line; null where it goes through or none is said. */
  readonly depth: number | null;
  readonly through: boolean;
  /** With what: a drill or bit of a diameter at most, mm; 0 where corners are square and no round bit gets into them. */
  readonly tool: { readonly kind: 'drill' | 'bit' | 'countersink'; readonly diameter: number };
}

/** A turn of the edge sharper than this between two pieces, radians, is a corner. */
const CORNER = 0.02;
/** Looks along each piece of a line. */
const LOOKS = 8;
/** A round bit wider than this, mm, is not listed: nothing limits it. */
const ANY_BIT = 100;

/**
 * The widest round bit that gets into every inside corner of an opening, mm across: twice the least radius at which its
 * line turns inward; 0 where it has a square corner.
 */
export function widestBit(path: ClosedPath): number {
  const way = signedArea(path) >= 0 ? 1 : -1;
  let least = ANY_BIT / 2;
  path.forEach((c: Cubic, i) => {
    const next = path[(i + 1) % path.length]!;
    const [a, b] = [cubicFirst(c, 1), cubicFirst(next, 0)];
    if (way * Math.atan2(cross(a, b), dot(a, b)) > CORNER) least = 0;
    for (let k = 0; k <= LOOKS; k += 1) {
      const bend = (cubicCurvature(c, k / LOOKS) ?? 0) * way;
      if (bend > 0) least = Math.min(least, 1 / bend);
    }
  });
  return 2 * least;
}

/** What is cut, alike under one line: routs first, then holes, each screw with its pilot and the sinking of its head. */
export function cutList(cuts: readonly Cut[], thickness: number): readonly CutRow[] {
  const rows = new Map<string, CutRow>();
  const put = (row: Omit<CutRow, 'count' | 'key'>): void => {
    const key = [row.what, row.across, row.depth, row.through, row.tool.kind, row.tool.diameter].join(' ');
    rows.set(key, { ...row, key, count: (rows.get(key)?.count ?? 0) + 1 });
  };
  const tidy = (v: number): number => Number(v.toFixed(2));
  const isDrilled = (c: Cut): boolean => isHoleCut(c) || c.bore !== undefined;
  for (const cut of cuts.filter((c) => !isDrilled(c)))
    put({
      what: cut.name,
      across: null,
      depth: cut.through || cut.unsaid ? null : tidy(depthFromFace(cut, thickness)),
      through: cut.through,
      tool: { kind: 'bit', diameter: tidy(cut.bit ?? widestBit(cut.path)) },
    });
  for (const cut of cuts.filter(isDrilled)) {
    const across = tidy(drillOf(cut));
    put({
      // Screws of a part are alike: their numbers do not count. Those of the neck pass through the body.
      what:
        cut.role === 'screw'
          ? `${cut.owner.kind === 'neck' ? 'clearance' : 'pilot'}, ${cut.name.replace(/ \d+$/, '')}`
          : cut.name,
      across,
      depth: cut.through ? null : tidy(cut.length ?? depthFromFace(cut, thickness)),
      through: cut.through,
      tool: { kind: 'drill', diameter: across },
    });
    if (cut.countersink)
      put({
        what: `countersink, ${cut.name.replace(/ \d+$/, '')}`,
        across: tidy(cut.countersink),
        depth: null,
        through: false,
        tool: { kind: 'countersink', diameter: tidy(cut.countersink) },
      });
  }
  return [...rows.values()];
}
