import { EndType, JoinType, inflatePathsD } from 'clipper2-ts';
import type { Polygon } from '../../geometry/polygons.ts';
import type { Cut } from '../depths.ts';
import { cutOf } from '../depths.ts';
import type { Region, Removal, Solid } from '../solid.ts';
import type { Surface } from './surface.ts';
import { contourUnderside } from './contourTool.ts';
import { facesOn } from './face.ts';
import { rimUnderside } from './rimTool.ts';
import { surfaceWithin } from './surface.ts';
import type { Mesh, Shell } from './withSolids.ts';
import { withSolids } from './withSolids.ts';

export type { Mesh } from './withSolids.ts';

/** A cut goes on past the face that it begins at by so much, mm: two faces in one plane have no clear end. */
const PAST = 1;
/** Wood thinner than this, mm, is taken for so much where a solid is closed: the rest is cut away again. */
const THIN = 1e-3;

const isStep = (r: Removal): boolean => r.kind === 'opening' || r.kind === 'edge rabbet';

/** Whether a removal is a bit's way round the rim of a hole. */
const isRim = (r: Removal): r is Rim =>
  (r.kind === 'edge round' || r.kind === 'edge chamfer') && r.edge !== 'outer';
type Rim = Extract<Removal, { kind: 'edge round' | 'edge chamfer' }>;

/** What a rabbet takes of the plan: all that its bit covers, past the edge too, so that no wall lies in another. */
function rabbetPlan(region: Region, removal: Removal): readonly Polygon[] {
  const cut = cutOf(region, removal);
  if (cut.kind !== 'from line') return [];
  return cut.lines.flatMap(({ xs, ys, count }) => {
    const places = Array.from({ length: count + 1 }, (_, i) => ({ x: xs[i]!, y: ys[i]! }));
    const isRound =
      places.length > 2 && places[0]!.x === places.at(-1)!.x && places[0]!.y === places.at(-1)!.y;
    const band = inflatePathsD(
      [isRound ? places.slice(0, -1) : places],
      cut.lessBy + cut.reach,
      JoinType.Round,
      isRound ? EndType.Joined : EndType.Round,
      2,
      6,
      0.005,
    ).map((p) => p.map(({ x, y }) => ({ x, y })));
    return band;
  });
}

/** The plan and depth of a removal with a step at its edge. */
function prismOf(
  region: Region,
  removal: Removal,
): { readonly plan: readonly Polygon[]; readonly depth: number } {
  if (removal.kind === 'opening')
    return { plan: [removal.shape.outer, ...removal.shape.holes], depth: removal.depth };
  return {
    plan: rabbetPlan(region, removal),
    depth: removal.kind === 'edge rabbet' ? removal.depth : 0,
  };
}

const raised = (surface: Surface, to: (z: number) => number): Surface => ({
  ...surface,
  heights: surface.heights.map(to),
});

/** A closed surface between an upper and a lower one on the same edge; where they meet at it, a hair apart. */
function shellOf(top: Surface, bottom: Surface): Shell {
  const n = top.points.length;
  const places = new Float32Array(3 * (n + bottom.points.length));
  top.points.forEach(({ x, y }, i) => places.set([x, y, top.heights[i]!], 3 * i));
  bottom.points.forEach(({ x, y }, i) => {
    const above = i < top.edge ? top.heights[i]! - THIN : Infinity;
    places.set([x, y, Math.min(above, bottom.heights[i]!)], 3 * (n + i));
  });
  const triangles = [...top.triangles];
  for (let t = 0; t < bottom.triangles.length; t += 3)
    triangles.push(n + bottom.triangles[t]!, n + bottom.triangles[t + 2]!, n + bottom.triangles[t + 1]!);
  for (let i = 0; i < top.edge; i += 1) {
    const j = (i + 1) % top.edge;
    // Seen from outside, counter-clockwise: down at i, along, up at j.
    triangles.push(i, n + i, n + j, i, n + j, j);
  }
  return { places, triangles: new Uint32Array(triangles) };
}

/** A surface that is turned over to the other face. */
const turnedTo =
  (back: number) =>
  (z: number): number =>
    -back - z;

/** What a contour takes, as a shell: from its underside to past the face. */
function contourShell(cut: Extract<Cut, { kind: 'from line' }>, region: Region, back: number | null): Shell {
  const under = contourUnderside(cut, region);
  const lid = surfaceWithin(under.points.slice(0, under.edge), [], () => PAST);
  if (!lid) throw new Error('a rectangle is the edge of what lies in it');
  if (back === null) return shellOf(lid, under);
  return shellOf(raised(under, turnedTo(back)), raised(lid, turnedTo(back)));
}

/** What a bit takes round the rim of a hole, as a shell: from its underside to past the face. */
function rimShell(region: Region, removal: Rim, back: number | null): Shell {
  const cut = cutOf(region, removal);
  const hole = removal.edge === 'outer' ? undefined : region.holes[removal.edge];
  const under = cut.kind === 'from line' && hole ? rimUnderside(cut, hole) : null;
  const lid = under && surfaceWithin(under.points.slice(0, under.edge), [], () => PAST);
  if (!under || !lid) throw new Error('the rim of a hole runs too near to itself to be made into a mesh');
  return back === null
    ? shellOf(lid, under)
    : shellOf(raised(under, turnedTo(back)), raised(lid, turnedTo(back)));
}

/**
 * A solid as a watertight mesh: both faces with what is done along the edge as triangles on one edge, a wall between them; contours, and what
 * is cut with a step (openings, rabbets), taken from that by a library of solids, so that every line where two meet is sharp and on its
 * place. `progress` is called with the share that is done, and may throw to end it.
 */
export function meshOf(solid: Solid, progress: (share: number) => void = () => undefined): Promise<Mesh> {
  return withSolids(({ closed, upright, without, mesh }) => {
    const { region, thickness } = solid;
    if ([...solid.front, ...solid.back].some((r) => isRim(r) && r.stretch !== null))
      throw new Error('the rim of a hole is cut all round in a mesh: leave its stretches out');
    if ([...solid.front, ...solid.back].some((r) => r.kind === 'swept'))
      throw new Error('a swept back has a mesh of its own');
    const onEdge = (list: readonly Removal[]): readonly Removal[] =>
      list.filter((r) => !isStep(r) && !isRim(r) && r.kind !== 'contour');
    const [front, back] = facesOn(region, [onEdge(solid.front), onEdge(solid.back)]);
    progress(0.3);
    const body = closed(
      shellOf(
        front,
        raised(back, (z) => -z - thickness),
      ),
    );
    const holes = region.holes.map((hole) => upright([hole], -thickness - PAST, thickness + 2 * PAST));
    const cuts = (['front', 'back'] as const).flatMap((face) =>
      solid[face].flatMap((removal) => {
        if (removal.kind === 'contour') {
          const cut = cutOf(region, removal);
          if (cut.kind !== 'from line' || !(cut.far > 0)) return [];
          return [closed(contourShell(cut, region, face === 'front' ? null : thickness))];
        }
        if (isRim(removal)) return [closed(rimShell(region, removal, face === 'front' ? null : thickness))];
        if (!isStep(removal)) return [];
        const { plan, depth } = prismOf(region, removal);
        return [upright(plan, face === 'front' ? -depth : -thickness - PAST, depth + PAST)];
      }),
    );
    progress(0.5);
    return mesh(without([body, ...holes, ...cuts]));
  });
}
