import type { Later } from '../design/later.ts';
import { hornCurve, loadCurve } from '../balance/curves.ts';
import { remember } from '../geometry/remember.ts';
import type { Mesh } from '../solid/mesh/mesh.ts';
import type { Shaded } from '../solid/mesh/shading.ts';
import { liftedFrom } from '../shape/glued.ts';
import type { Solid } from '../solid/solid.ts';
import type { GluedSolids } from '../shape/glued.ts';
import type { GluedBody } from '../shape/shaped.ts';
import { shaped } from '../shape/shaped.ts';
import type { Frame } from '../neck/frames.ts';
import { inFrame } from '../neck/inFrame.ts';
import type { NeckPieces } from '../neck/neckMesh.ts';
import { sweepHeight } from '../solid/sweep.ts';
import { fewerSheets } from '../templates/fewerSheets.ts';

/** Hears how far a piece of work is, 0 to 1. */
export type Told = (share: number) => void;

/**
 * Results that take too long for a page's own thread, and how each is made from what it reads: plain values in, a plain
 * value out, so that a worker can do it. The one list of them.
 */
export const LONG = {
  fewerSheets,
  shaped: (solid: Solid, floors: Solid, glued: GluedBody | null, progress?: Told) =>
    shaped(solid, floors, glued, progress),
  /** The library of solids is fetched when a body is first looked at. */
  seenSolid: async (solid: Solid, glued: GluedSolids | null, progress?: Told): Promise<Shaded> => {
    const [{ meshOf }, { depthsOf, shadedMesh, shadedTogether }] = await Promise.all([
      import('../solid/mesh/mesh.ts'),
      import('../solid/mesh/shading.ts'),
    ]);
    progress?.(0.1);
    const pieces = glued ? [glued.core, glued.front] : [solid];
    const shaded: Shaded[] = [];
    for (const [i, piece] of pieces.entries()) {
      const mesh = await meshOf(piece, (share) => progress?.(0.1 + (0.8 * (i + share)) / pieces.length));
      const made = shadedMesh(mesh, depthsOf(piece));
      shaded.push(glued && piece === glued.front ? liftedFrom(made, -glued.at) : made);
    }
    return shadedTogether(shaded);
  },
  /** The neck in its place on the instrument, as it is looked at. */
  seenNeck: async (pieces: NeckPieces, frame: Frame, progress?: Told): Promise<Shaded> => {
    const [{ neckMesh }, { shadedMesh }] = await Promise.all([
      import('../neck/neckMesh.ts'),
      import('../solid/mesh/shading.ts'),
    ]);
    const mesh = await neckMesh(pieces, progress);
    progress?.(0.8);
    return inFrame(shadedMesh(mesh, { front: null, back: (x, y) => sweepHeight(pieces.sweep, x, y) }), frame);
  },
  /** A neck’s mesh for files, in the shaft’s frame. */
  neckMesh: async (pieces: NeckPieces, progress?: Told): Promise<Mesh> => {
    const { neckMesh } = await import('../neck/neckMesh.ts');
    return neckMesh(pieces, progress);
  },
  loadCurve,
  hornCurve,
  /** The mesh that goes into files. */
  mesh: async (solid: Solid, progress?: Told): Promise<Mesh> => {
    const { meshOf } = await import('../solid/mesh/mesh.ts');
    return meshOf(solid, progress);
  },
};

export type LongName = keyof typeof LONG;
type Drop<A extends readonly unknown[]> = A extends readonly [...infer Reads, (Told | undefined)?]
  ? Reads
  : A;
/** What a long result reads. */
export type LongReads<N extends LongName> = Drop<Required<Parameters<(typeof LONG)[N]>>>;
export type LongValue<N extends LongName> = Awaited<ReturnType<(typeof LONG)[N]>>;

/**
 * Where long results come from: in a page a worker, elsewhere the work itself. The same reads, by identity, are the
 * same result; other reads ask for another, and what was under way for the old ones is stopped.
 */
export type LongSource = <N extends LongName>(name: N, reads: LongReads<N>) => Later<LongValue<N>>;

/** Long results made on the spot, for the command line, the server and tests. */
export function atOnce(): LongSource {
  const made = Object.fromEntries(
    Object.entries(LONG).map(([name, make]) => [
      name,
      remember((...reads: readonly unknown[]): Later<unknown> => {
        try {
          const value = (make as (...r: readonly unknown[]) => unknown)(...reads);
          // What takes a library that is fetched is not made on the spot: who needs it asks for it itself.
          return value instanceof Promise
            ? { state: 'failed', message: 'This is made in the page only.' }
            : { state: 'ready', value };
        } catch (error) {
          return { state: 'failed', message: error instanceof Error ? error.message : String(error) };
        }
      }),
    ]),
  );
  return (name, reads) => made[name]!(...reads) as never;
}
