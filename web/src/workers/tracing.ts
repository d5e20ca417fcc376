import type { Box, OutlineNode, Point, Underlay } from '@pelkin/core';
import type { MarkedPlane, Miss, SideSeen } from '@pelkin/core/outline/tracing';
import type * as Comlink from 'comlink';
import type { TracingWorker } from './tracing.worker.ts';
import type { Told, Work } from './worker.ts';
import { progress, work } from './worker.ts';

export type { MarkedPlane, SideSeen };

/** A photo to be brought upright: marks in its pixels with their true places, mm, and edges that are straight. */
export interface UprightWish {
  readonly picture: string;
  readonly marks: readonly { readonly pixel: Point; readonly truth: Point }[];
  readonly straights: readonly (readonly Point[])[];
  /** The marks are the corners of a sheet, in order round it: its edges are looked for. */
  readonly sheet: boolean;
  /** Which plane they lie in; null for marks of the instrument itself. */
  readonly plane: MarkedPlane | null;
  /** The lens' focal length that the file told, share of the picture's diagonal. */
  readonly focal: number | null;
}

export interface UprightPicture {
  readonly blob: Blob;
  /** The part of the plane that it shows, mm. */
  readonly box: Box;
  readonly mmPerPixel: number;
  readonly width: number;
  readonly height: number;
  /** How far the marks are off each other's plane, mm root mean square; 0 with four. */
  readonly residual: number;
  /** Places about a body's half length away are nearer than this to the truth, mm, nineteen times of twenty. */
  readonly goodTo: number;
  readonly bow: { readonly k: number; readonly off: number } | null;
  /** The sheet's own edges were found, and its corners taken from them. */
  readonly fromSheet: boolean;
  /** Where the camera stood, in pixels of the upright picture; `sure`: standard deviation of its height, share. */
  readonly camera: (NonNullable<Underlay['camera']> & { readonly sure: number }) | null;
}

export interface Traced {
  readonly edge: readonly Point[];
  readonly noise: number;
  readonly fit: { readonly nodes: readonly OutlineNode[]; readonly off: number } | null;
  /** Whether it touches the picture's rim. */
  readonly atRim: boolean;
  /** The tolerance that an outline needs, mm; null where the allowed one is enough, or none up to the limit is. */
  readonly needs: number | null;
  /** How far the side of the body that was removed reaches at most, mm; 0 where none was. */
  readonly removed: number;
  /** Where the outline leaves the edge by more than was allowed. */
  readonly misses: readonly Miss[];
}

/** How the edge is looked for, in the picture's pixels; see the core's own words. */
export interface Steering {
  readonly body: readonly Point[];
  readonly bench: readonly Point[];
  readonly threshold: number;
  readonly strokes: readonly {
    readonly as: 'bench' | 'body';
    readonly points: readonly Point[];
    readonly radius: number;
  }[];
  readonly bridges: readonly (readonly [Point, Point])[];
}

/** What is looked for in a picture: the edge of a body that was photographed, or the line of a drawing that was scanned. */
export type LookFor = 'body' | 'line';

export interface Refusal {
  readonly message: string;
}

/** One long work on a picture, beside the page; `stop` ends it. */
export type PictureWork<T> = Work<T | Refusal>;

const onPicture = <T>(
  call: (worker: Comlink.Remote<TracingWorker>) => Promise<T | Refusal>,
): PictureWork<T> =>
  work(
    () => new Worker(new URL('./tracing.worker.ts', import.meta.url), { type: 'module' }),
    'The picture could not be worked on',
    call,
  );

export const bringUpright = (wish: UprightWish, told: Told): PictureWork<UprightPicture> =>
  onPicture((remote) => remote.upright(wish, progress(told)) as Promise<UprightPicture | Refusal>);

export const findEdge = (
  underlay: Underlay,
  steering: Steering,
  lookFor: LookFor,
  tolerance: number,
  /** The body's thickness, mm, and whether its side is seen beside its face. */
  thickness: number,
  side: SideSeen,
  told: Told,
): PictureWork<Traced> =>
  onPicture(
    (remote) =>
      remote.trace(underlay, steering, lookFor, tolerance, thickness, side, progress(told)) as Promise<
        Traced | Refusal
      >,
  );

/** An outline of an edge that was found, within another tolerance; the picture is not looked at again. */
export const refitEdge = (
  edge: readonly Point[],
  tolerance: number,
  told: Told,
): PictureWork<Pick<Traced, 'fit' | 'misses' | 'needs'>> =>
  onPicture((remote) => remote.refit(edge, tolerance, progress(told)));
