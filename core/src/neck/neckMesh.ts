import { flattenPath } from '../geometry/closedPath.ts';
import { circlePath, placeBy } from '../geometry/figures.ts';
import type { Polygon } from '../geometry/polygons.ts';
import { sweepShell } from '../solid/mesh/sweepShell.ts';
import type { Mesh } from '../solid/mesh/withSolids.ts';
import { withSolids } from '../solid/mesh/withSolids.ts';
import type { NeckSolid } from './neckSolid.ts';
import { NECK_CHORD } from './neckSolid.ts';

/** Blocks go so deep under their faces, mm: deeper than any back. */
const DEEP = 150;
/** The headstock reaches so far into the shaft, mm: two solids that only touch have no clear end. */
const INTO = 2e-3;
/** What is smaller than this, mm, is left out: beyond what is cut or felt. */
const SMALL = 5e-3;

/** What a neck’s mesh is made from: plain values, for a worker. */
export type NeckPieces = Pick<NeckSolid, 'sweep' | 'shaft' | 'frame' | 'joint' | 'slot' | 'holes'> & {
  /** The headstock’s outline, its own frame. */
  readonly outline: Polygon;
};

/** A neck as one watertight mesh, in the shaft’s frame: the blocks of shaft and headstock, and what they have in common with the sweep of their back. */
export function neckMesh(
  { sweep, shaft, frame, joint, slot, holes, outline }: NeckPieces,
  progress: (share: number) => void = () => undefined,
): Promise<Mesh> {
  return withSolids(({ closed, upright, turned, beyond, together, common, without, simpler, mesh }) => {
    progress(0.2);
    const [bass, treble] = joint;
    const long = Math.hypot(bass.x - treble.x, bass.y - treble.y);
    const way = [(bass.y - treble.y) / long, (treble.x - bass.x) / long, 0] as const;
    const inHead = (plan: readonly Polygon[], from: number, high: number) =>
      turned(upright(plan, from, high), frame.tilt, -frame.over);
    const head = beyond(inHead([outline], -DEEP, DEEP), way, way[0] * bass.x + way[1] * bass.y - INTO);
    const block = upright([shaft.region.outer], -DEEP, DEEP);
    const carved = simpler(common([together([block, head]), closed(sweepShell(sweep))]), SMALL);
    progress(0.6);
    const drilled = holes.map(({ at, diameter }) =>
      inHead([flattenPath(circlePath(diameter), NECK_CHORD / 4).map(placeBy(at, 0))], -DEEP, 2 * DEEP),
    );
    const slots = slot ? [upright([slot.plan], -slot.depth, slot.depth + DEEP)] : [];
    return mesh(without([carved, ...drilled, ...slots]));
  });
}
