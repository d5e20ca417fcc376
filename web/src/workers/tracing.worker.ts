import type { Raster, Seen, SideSeen, Steering } from '@pelkin/core/outline/tracing';
import {
  bowOf,
  cameraOf,
  faceOf,
  follows,
  missesOf,
  noBow,
  openHollows,
  rectify,
  sheetEdges,
  traceDrawnLine,
  traceEdge,
  uprightOf,
} from '@pelkin/core/outline/tracing';
import type { Point, Underlay } from '@pelkin/core/plain';
import { fitTraced, pixelMap, toPixelMap } from '@pelkin/core/plain';
import * as Comlink from 'comlink';
import type { LookFor, Traced, UprightPicture, UprightWish } from './tracing.ts';
import type { Told } from './worker.ts';

/** A kept picture's pixels. */
async function pixelsOf(picture: string): Promise<Raster> {
  const answer = await fetch(`/api/pictures/${picture}`);
  if (!answer.ok) throw new Error('The picture cannot be fetched: is the server running?');
  const bitmap = await createImageBitmap(await answer.blob());
  const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  context.drawImage(bitmap, 0, 0);
  bitmap.close();
  const { data, width, height } = context.getImageData(0, 0, canvas.width, canvas.height);
  return { data, width, height };
}

/** How far round its middle a picture is judged, mm: half a body's length and width. */
const JUDGED = [
  [230, 0],
  [-230, 0],
  [0, 170],
  [0, -170],
] as const;

/** An edge so near to the picture's rim, pixels, is cut off by it. */
const RIM = 4;

async function upright(
  wish: UprightWish,
  told: Told,
): Promise<UprightPicture | { readonly message: string }> {
  const photo = await pixelsOf(wish.picture);
  told(0.15);
  const { width, height } = photo;
  const marked = bowOf(wish.straights, width, height);
  // A sheet's own edges tell the lens and its corners better than marks do; edges marked by hand come first.
  const sheet = wish.sheet
    ? sheetEdges(
        photo,
        wish.marks.map((m) => m.pixel),
      )
    : null;
  const lens = marked?.lens ?? sheet?.lens ?? noBow(width, height);
  const corners = marked ? null : sheet?.corners;
  const marks: readonly Seen[] = wish.marks.map((m, i) => ({ ...m, pixel: corners?.[i] ?? m.pixel }));
  const plane = uprightOf(marks, width, height, lens);
  if (!plane)
    return { message: 'The four marks do not span a plane: three of them lie in one line. Set them again.' };
  const straight = rectify(photo, plane, lens, (share) => told(0.15 + 0.7 * share));
  const canvas = new OffscreenCanvas(straight.width, straight.height);
  const data = new ImageData(
    straight.data as Uint8ClampedArray<ArrayBuffer>,
    straight.width,
    straight.height,
  );
  canvas.getContext('2d')!.putImageData(data, 0, 0);
  const blob = await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.93 });
  told(1);
  const { box, mmPerPixel } = plane;
  const middle = {
    x: marks.reduce((s, m) => s + m.truth.x, 0) / marks.length,
    y: marks.reduce((s, m) => s + m.truth.y, 0) / marks.length,
  };
  const good = JUDGED.map(([dx, dy]) => ({ x: middle.x + dx, y: middle.y + dy }))
    .filter((p) => p.x >= box.minX && p.x <= box.maxX && p.y >= box.minY && p.y <= box.maxY)
    .map((p) => plane.goodTo(p));
  const camera = wish.plane ? cameraOf(plane.toPhoto, width, height, wish.focal) : null;
  return {
    blob,
    box,
    mmPerPixel,
    width: straight.width,
    height: straight.height,
    residual: plane.residual,
    // Twice the root mean square: nineteen of twenty places are nearer.
    goodTo: 2 * Math.max(plane.goodTo(middle), ...good),
    bow: (marked ?? sheet) ? { k: lens.k, off: (marked ?? sheet)!.off } : null,
    fromSheet: corners !== null && corners !== undefined,
    camera:
      camera && wish.plane
        ? {
            x: (camera.foot.x - box.minX) / mmPerPixel,
            y: (box.maxY - camera.foot.y) / mmPerPixel,
            height: camera.height / mmPerPixel,
            plane: wish.plane,
            sure: camera.sure,
          }
        : null,
  };
}

/** The body's edge in a picture, in the instrument frame, and the outline fitted to it. */
async function trace(
  underlay: Underlay,
  steering: Steering,
  lookFor: LookFor,
  tolerance: number,
  thickness: number,
  side: SideSeen,
  told: Told,
): Promise<Traced | { readonly message: string }> {
  const picture = await pixelsOf(underlay.picture);
  told(0.1);
  const look = lookFor === 'line' ? traceDrawnLine : traceEdge;
  const traced = look(picture, steering, (share) => told(0.1 + 0.35 * share));
  if (!traced.ok) return { message: `${traced.message.charAt(0).toUpperCase()}${traced.message.slice(1)}.` };
  const map = pixelMap(underlay);
  const seen: readonly Point[] = traced.edge.map(map);
  const { camera } = underlay;
  const over = camera && { foot: map(camera), height: camera.height * underlay.scale };
  const found =
    camera && over && lookFor === 'body'
      ? faceOf(seen, over, thickness, camera.plane, side)
      : { edge: seen, removed: 0 };
  const inPicture = toPixelMap(underlay);
  const edge =
    found.removed > 0
      ? openHollows(
          picture,
          traced.edge,
          found.edge.map(inPicture),
          camera!,
          found.removed / underlay.scale,
        ).map(map)
      : found.edge;
  const fit = fitTraced(edge, tolerance, (share) => told(0.45 + 0.55 * share));
  const atRim = traced.edge.some(
    (p) => p.x < RIM || p.y < RIM || p.x > picture.width - RIM || p.y > picture.height - RIM,
  );
  return {
    edge,
    noise: traced.noise * underlay.scale,
    fit,
    atRim,
    removed: found.removed,
    misses: fit ? missesOf(edge, fit.nodes, tolerance) : [],
    needs: neededFor(edge, fit, tolerance),
  };
}

/** Tolerances that are tried where no outline follows an edge, as multiples of the one allowed. */
const WIDER = [1.5, 2, 3, 5, 8];
/** The widest that may be allowed, mm. */
const WIDEST = 3;
const upHundredths = (mm: number): number => Math.ceil(mm * 100 - 1e-9) / 100;

/** The tolerance that a found edge needs, mm, where the one allowed does not do: of the outline that misses it, or of the first that follows. Null for none. */
function neededFor(edge: readonly Point[], fit: Traced['fit'], tolerance: number): number | null {
  if (fit) return follows(fit.off, tolerance) ? null : upHundredths(fit.off);
  for (const times of WIDER) {
    const wider = Math.min(WIDEST, upHundredths(tolerance * times));
    const wide = fitTraced(edge, wider);
    if (wide && follows(wide.off, wider)) return Math.max(upHundredths(wide.off), tolerance);
    if (wider === WIDEST) return null;
  }
  return null;
}

/** Another outline of an edge that was found, within another tolerance. */
function refit(
  edge: readonly Point[],
  tolerance: number,
  told: Told,
): Pick<Traced, 'fit' | 'misses' | 'needs'> {
  const fit = fitTraced(edge, tolerance, (share) => told(share));
  return {
    fit,
    misses: fit ? missesOf(edge, fit.nodes, tolerance) : [],
    needs: neededFor(edge, fit, tolerance),
  };
}

const worker = { upright, trace, refit };
export type TracingWorker = typeof worker;
Comlink.expose(worker);
