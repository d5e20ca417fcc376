import type { CrossSection, Manifold, ManifoldToplevel } from 'manifold-3d';
import loadManifold from 'manifold-3d';
import { EndType, JoinType, inflatePathsD } from 'clipper2-ts';
import type { Polygon } from '../geometry/polygons.ts';
import { cutOf, deepest } from './depths.ts';
import type { Region, Removal, Solid } from './solid.ts';
import type { Surface } from './surface.ts';
import { surfacesOf } from './surface.ts';

/** A closed surface: every edge between two triangles, outward by its winding. mm. */
export interface Mesh {
  /** x, y, z of each place. */
  readonly places: Float32Array;
  /** Three places to a triangle, counter-clockwise seen from outside. */
  readonly triangles: Uint32Array;
  readonly volume: number;
}

/** A cut goes on past the face that it begins at by so much, mm: two faces in one plane have no clear end. */
const PAST = 1;
/** Wood thinner than this, mm, is taken for so much where a solid is closed: the rest is cut away again. */
const THIN = 1e-3;

let library: Promise<ManifoldToplevel> | null = null;
/** The library of solids, loaded once. */
const solids = (): Promise<ManifoldToplevel> =>
  (library ??= loadManifold().then((m) => {
    m.setup();
    return m;
  }));

const isStep = (r: Removal): boolean => r.kind === 'opening' || r.kind === 'edge rabbet';

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

/**
 * A solid as a watertight mesh: the two faces as triangles on one edge, a wall between them, and what is cut with a step
 * (openings, rabbets) taken from that by a library of solids, so that every edge of an opening is sharp and exactly on its
 * line.
 */
export async function meshOf(solid: Solid): Promise<Mesh> {
  const { Manifold: Made, CrossSection: Plan, Mesh: Raw } = await solids();
  const { region, thickness } = solid;
  const smooth = (list: readonly Removal[]): readonly Removal[] => list.filter((r) => !isStep(r));
  const faces = [smooth(solid.front), smooth(solid.back)] as const;
  const depths = faces.map((f) => deepest(region, f));
  const [front, back] = surfacesOf(
    region,
    faces.map((removals, i) => ({ depth: depths[i]!, removals })),
  ) as [Surface, Surface];
  const n = front.points.length;
  const places = new Float32Array(3 * (n + back.points.length));
  front.points.forEach(({ x, y }, i) => places.set([x, y, -depths[0]!(x, y)], 3 * i));
  back.points.forEach(({ x, y }, i) => {
    const top = -depths[0]!(x, y);
    places.set([x, y, Math.min(top - THIN, depths[1]!(x, y) - thickness)], 3 * (n + i));
  });
  const triangles: number[] = [...front.triangles];
  for (let t = 0; t < back.triangles.length; t += 3)
    triangles.push(n + back.triangles[t]!, n + back.triangles[t + 2]!, n + back.triangles[t + 1]!);
  for (let i = 0; i < front.edge; i += 1) {
    const j = (i + 1) % front.edge;
    // Seen from outside, counter-clockwise: down at i, along, up at j.
    triangles.push(i, n + i, n + j, i, n + j, j);
  }
  const bin: (Manifold | CrossSection)[] = [];
  const keep = <T extends Manifold | CrossSection>(made: T): T => {
    bin.push(made);
    return made;
  };
  try {
    const body = keep(
      new Made(new Raw({ numProp: 3, vertProperties: places, triVerts: new Uint32Array(triangles) })),
    );
    const tools = (['front', 'back'] as const).flatMap((face) =>
      solid[face].filter(isStep).map((removal) => {
        const { plan, depth } = prismOf(region, removal);
        const flat = keep(
          new Plan(
            plan.map((p) => p.map(({ x, y }) => [x, y] as [number, number])),
            'EvenOdd',
          ),
        );
        const prism = keep(flat.extrude(depth + PAST));
        return keep(prism.translate([0, 0, face === 'front' ? -depth : -thickness - PAST]));
      }),
    );
    const cut = tools.length ? keep(body.subtract(keep(Made.union(tools)))) : body;
    const mesh = cut.getMesh();
    return {
      places: Float32Array.from(mesh.vertProperties),
      triangles: Uint32Array.from(mesh.triVerts),
      volume: cut.volume(),
    };
  } finally {
    for (const made of bin) made.delete();
  }
}
