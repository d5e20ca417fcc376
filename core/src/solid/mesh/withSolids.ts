import type { CrossSection, Manifold, ManifoldToplevel } from 'manifold-3d';
import loadManifold from 'manifold-3d';
import type { Polygon } from '../../geometry/polygons.ts';
import { setApart } from './setApart.ts';

/** A closed surface: every edge between two triangles, outward by its winding. mm. */
export interface Mesh {
  /** x, y, z of each place. */
  readonly places: Float32Array;
  /** Three places to a triangle, counter-clockwise seen from outside. */
  readonly triangles: Uint32Array;
  readonly volume: number;
}

/** A closed surface to begin with. */
export interface Shell {
  readonly places: Float32Array | Float64Array;
  readonly triangles: Uint32Array;
}

let library: Promise<ManifoldToplevel> | null = null;
/** The library of solids, loaded once. */
const solids = (): Promise<ManifoldToplevel> =>
  (library ??= loadManifold().then((m) => {
    m.setup();
    return m;
  }));

/** What solids are put together with. What is made is let go of at the end. */
export interface SolidTools {
  readonly closed: (shell: Shell) => Manifold;
  /** A plan (holes by the even-odd rule), upright from a height on. */
  readonly upright: (plan: readonly Polygon[], from: number, high: number) => Manifold;
  /** Turned about y by so much (rad; x falls), then moved along z. */
  readonly turned: (made: Manifold, tilt: number, by: number) => Manifold;
  /** What of it lies on the side of a plane that its direction shows. */
  readonly beyond: (made: Manifold, direction: readonly [number, number, number], from: number) => Manifold;
  readonly together: (all: readonly Manifold[]) => Manifold;
  readonly common: (all: readonly Manifold[]) => Manifold;
  /** The first without the others. */
  readonly without: (all: readonly Manifold[]) => Manifold;
  /** Without what is smaller than so much, mm: slivers that no file can keep. */
  readonly simpler: (made: Manifold, by: number) => Manifold;
  readonly mesh: (made: Manifold) => Mesh;
}

const DEG = 180 / Math.PI;

/** Loads the library of solids, and lets go of all that was made with it when `work` is done. */
export async function withSolids<T>(work: (tools: SolidTools) => T): Promise<T> {
  const m = await solids();
  const bin: (Manifold | CrossSection)[] = [];
  const keep = <K extends Manifold | CrossSection>(made: K): K => {
    bin.push(made);
    return made;
  };
  const { Manifold: Solid, CrossSection: Flat, Mesh: Given } = m;
  const list = (all: readonly Manifold[]): Manifold[] => [...all];
  try {
    return work({
      closed: ({ places, triangles }) =>
        keep(
          new Solid(
            new Given({
              numProp: 3,
              vertProperties: places as unknown as Float32Array,
              triVerts: triangles,
            }),
          ),
        ),
      upright: (plan, from, high) => {
        const flat = keep(
          new Flat(
            plan.map((p) => p.map(({ x, y }) => [x, y] as [number, number])),
            'EvenOdd',
          ),
        );
        return keep(keep(flat.extrude(high)).translate([0, 0, from]));
      },
      turned: (made, tilt, by) => keep(keep(made.rotate([0, tilt * DEG, 0])).translate([0, 0, by])),
      beyond: (made, [x, y, z], from) => keep(made.trimByPlane([x, y, z], from)),
      together: (all) => keep(Solid.union(list(all))),
      common: (all) => keep(Solid.intersection(list(all))),
      without: (all) => (all.length > 1 ? keep(Solid.difference(list(all))) : all[0]!),
      simpler: (made, by) => {
        const simple = keep(made.simplify(by));
        // The library has been seen to take whole pieces with the slivers.
        return Math.abs(simple.volume() - made.volume()) < (by * made.surfaceArea()) / 20 ? simple : made;
      },
      mesh: (made) => {
        const { vertProperties, triVerts } = made.getMesh();
        return {
          places: setApart(Float32Array.from(vertProperties)),
          triangles: Uint32Array.from(triVerts),
          volume: made.volume(),
        };
      },
    });
  } finally {
    for (const made of bin) made.delete();
  }
}
