import { boxOfPoints } from '../src/geometry/box.ts';
import type { ClosedPath } from '../src/geometry/closedPath.ts';
import { flattenPath, pathBox } from '../src/geometry/closedPath.ts';
import { polygonHolds } from '../src/geometry/polygons.ts';
import type { Point } from '../src/geometry/point.ts';
import type { Camera, MarkedPlane } from '../src/outline/tracing/camera.ts';
import type { Homography } from '../src/outline/tracing/homography.ts';
import { homographyOf, inverseOf, mapBy } from '../src/outline/tracing/homography.ts';
import type { Lens } from '../src/outline/tracing/lens.ts';
import { noBow, straightened } from '../src/outline/tracing/lens.ts';
import type { Raster } from '../src/outline/tracing/raster.ts';
import { randomFrom } from './random.ts';

/** A scene on a bench, instrument frame, mm: the body, a sheet of paper that lies on it, and how it is seen. */
export interface Scene {
  readonly body: ClosedPath;
  /** Corners of the sheet, in order; none is drawn without. */
  readonly sheet?: readonly Point[];
  /** The sheet's true edge where it is not its corners' polygon: one that does not lie flat. */
  readonly curled?: readonly Point[];
  /** From the instrument frame to pixels of a picture without bow. */
  readonly camera: Homography;
  readonly width: number;
  readonly height: number;
  readonly lens?: Lens;
  /** Where the shadow falls from the body, mm, and how dark it is: 0 none, 1 black. */
  readonly shadow?: {
    readonly by: Point;
    readonly dark: number;
    /** Fades from the body's edge outward, as under a wide lamp, instead of lying beside it with an edge of its own. */
    readonly soft?: boolean;
  };
  /** A thick body: how thick, where the camera stands, and whether the scene's plane is its face or the bench under it. */
  readonly side?: { readonly thickness: number; readonly camera: Camera; readonly plane: MarkedPlane };
  /** Standard deviation of a pixel's noise, of 255. */
  readonly noise?: number;
  readonly wood?: readonly [number, number, number];
  readonly bench?: readonly [number, number, number];
  readonly seed?: number;
}

/** Cells of the mask, mm. */
const CELL = 0.1;
/** Cells along a side of a coarse cell, in which it is noted whether the edge runs there. */
const COARSE = 20;

interface Mask {
  readonly mask: (x: number, y: number) => number;
  /** Whether nothing changes for a few mm around. */
  readonly steady: (x: number, y: number) => boolean;
}

/** The last body's: photos of one are often taken one after another. */
let lastMask: { readonly of: string; readonly mask: Mask } | null = null;

function maskOf(path: ClosedPath): Mask {
  const of = JSON.stringify(path);
  if (lastMask?.of !== of) lastMask = { of, mask: newMask(path) };
  return lastMask.mask;
}

/** How much of each cell of a grid a closed line covers, by scan lines four to a cell. */
function newMask(path: ClosedPath): Mask {
  const box = pathBox(path)!;
  const [minX, minY] = [box.minX - 2, box.minY - 2];
  const [w, h] = [Math.ceil((box.maxX - minX + 2) / CELL), Math.ceil((box.maxY - minY + 2) / CELL)];
  const mask = new Float32Array(w * h);
  const edge = flattenPath(path, 0.005);
  const LINES = 4;
  const crossings: number[][] = Array.from({ length: h * LINES }, () => []);
  edge.forEach((a, i) => {
    const b = edge[(i + 1) % edge.length]!;
    const [low, high] = a.y < b.y ? [a, b] : [b, a];
    const rowOf = (y: number): number => ((y - minY) / CELL) * LINES - 0.5;
    for (let r = Math.ceil(rowOf(low.y)); r < rowOf(high.y); r += 1) {
      const y = minY + ((r + 0.5) / LINES) * CELL;
      crossings[r]!.push((low.x + ((high.x - low.x) * (y - low.y)) / (high.y - low.y) - minX) / CELL);
    }
  });
  crossings.forEach((xs, r) => {
    xs.sort((a, b) => a - b);
    const row = Math.floor(r / LINES) * w;
    for (let k = 0; k + 1 < xs.length; k += 2) {
      const [from, to] = [xs[k]!, xs[k + 1]!];
      for (let c = Math.floor(from); c <= Math.floor(to); c += 1)
        mask[row + c]! += (Math.min(to, c + 1) - Math.max(from, c)) / LINES;
    }
  });
  const at = (x: number, y: number): number => {
    // A picture asks this tens of millions of times: no lists.
    const u = (x - minX) / CELL - 0.5;
    const v = (y - minY) / CELL - 0.5;
    const i = Math.floor(u);
    const j = Math.floor(v);
    if (i < 0 || j < 0 || i + 1 >= w || j + 1 >= h) return 0;
    const fu = u - i;
    const fv = v - j;
    const o = j * w + i;
    return (
      (mask[o]! * (1 - fu) + mask[o + 1]! * fu) * (1 - fv) +
      (mask[o + w]! * (1 - fu) + mask[o + w + 1]! * fu) * fv
    );
  };
  // Cells of a coarser grid, and those round them, that the edge runs through.
  const [cw, ch] = [Math.ceil(w / COARSE), Math.ceil(h / COARSE)];
  const edges = new Uint8Array(cw * ch);
  const mark = (x: number, y: number): void => {
    const i = Math.floor((x - minX) / CELL / COARSE);
    const j = Math.floor((y - minY) / CELL / COARSE);
    for (let b = Math.max(0, j - 1); b <= Math.min(ch - 1, j + 1); b += 1)
      for (let a = Math.max(0, i - 1); a <= Math.min(cw - 1, i + 1); a += 1) edges[b * cw + a] = 1;
  };
  edge.forEach((a, k) => {
    const b = edge[(k + 1) % edge.length]!;
    const steps = Math.ceil((2 * Math.hypot(b.x - a.x, b.y - a.y)) / (CELL * COARSE)) || 1;
    for (let n = 0; n < steps; n += 1) mark(a.x + ((b.x - a.x) * n) / steps, a.y + ((b.y - a.y) * n) / steps);
  });
  const steady = (x: number, y: number): boolean => {
    const i = Math.floor((x - minX) / CELL / COARSE);
    const j = Math.floor((y - minY) / CELL / COARSE);
    return i < 0 || j < 0 || i >= cw || j >= ch || !edges[j * cw + i];
  };
  return { mask: at, steady };
}

/** Which side of a convex polygon's sides a place lies on: inside, as a share of a mm at its edges. */
const within = (corners: readonly Point[], p: Point, soft: number): number =>
  corners.reduce((least, a, i) => {
    const b = corners[(i + 1) % corners.length]!;
    const long = Math.hypot(b.x - a.x, b.y - a.y);
    const off = ((b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x)) / long;
    return Math.min(least, Math.max(0, Math.min(1, 0.5 + off / soft)));
  }, 1);

/** A body's side is seen at so many heights, in this share of the face's light. */
const WALL_LOOKS = 24;
const STEADY_LOOKS = 10;
const WALL_LIGHT = 0.8;

/** Places of a lamp, as shares of how far the shadow falls. */
const LAMP = [0.6, 0.9, 1.2];
const SOFT_LAMP = Array.from({ length: 10 }, (_, i) => i / 9);

/** Noise is taken from so many numbers, scattered over the picture. */
const GRAINS = 1 << 18;

/** A photo of the scene, as a camera would give it: four looks a pixel, grain in the wood, an unevenly lit bench. */
export function photoOf(scene: Scene): Raster {
  const { width, height, camera, shadow } = scene;
  const lens = scene.lens ?? noBow(width, height);
  const back = inverseOf(camera)!;
  const { mask: face, steady: plain } = maskOf(scene.body);
  const { side } = scene;
  // What is seen of a body at each height between its two faces, toward the camera's foot.
  const { foot, height: over } = side?.camera ?? { foot: { x: 0, y: 0 }, height: 1 };
  const other = !side
    ? 1
    : side.plane === 'face'
      ? over / (over + side.thickness)
      : over / (over - side.thickness);
  const seen = (of: (x: number, y: number) => number, k: number, x: number, y: number): number =>
    of(foot.x + (x - foot.x) / k, foot.y + (y - foot.y) / k);
  const near = side?.plane === 'bench' ? other : 1;
  const mask = (x: number, y: number): number => (side ? seen(face, near, x, y) : face(x, y));
  const steady = (x: number, y: number): boolean => {
    // Nothing changes for a few mm around in the face nor in any copy of it.
    for (let k = 0; side && k <= STEADY_LOOKS; k += 1) {
      const s = 1 + ((other - 1) * k) / STEADY_LOOKS;
      if (!plain(foot.x + (x - foot.x) / s, foot.y + (y - foot.y) / s)) return false;
    }
    return side !== undefined || plain(x, y);
  };
  const wall = (x: number, y: number): number => {
    let most = 0;
    for (let k = 0; side && k <= WALL_LOOKS && most < 1; k += 1)
      most = Math.max(most, seen(face, 1 + ((other - 1) * k) / WALL_LOOKS, x, y));
    return most;
  };
  const random = randomFrom(scene.seed ?? 1);
  const wood = scene.wood ?? [150, 98, 58];
  const bench = scene.bench ?? [188, 192, 186];
  const data = new Uint8ClampedArray(width * height * 4);
  const noise = scene.noise ?? 3;
  const middle = mapBy(back, { x: width / 2, y: height / 2 });
  const beside = mapBy(back, { x: width / 2 + 1, y: height / 2 });
  // A pixel's width on the bench, for the sheet's soft edge.
  const soft = Math.hypot(beside.x - middle.x, beside.y - middle.y);
  const { sheet } = scene;
  const lay = boxOfPoints(sheet ?? []) ?? { minX: 0, minY: 0, maxX: 0, maxY: 0 };
  const grains = Float32Array.from(
    { length: GRAINS },
    () => (random() + random() + random() - 1.5) * 2 * noise,
  );
  const [h0, h1, h2, h3, h4, h5, h6, h7, h8] = back;
  for (let v = 0; v < height; v += 1)
    for (let u = 0; u < width; u += 1) {
      const light = 1 + 0.06 * (u / width - 0.5) - 0.08 * (v / height - 0.5);
      let on = 0;
      let edge = 0;
      let x = 0;
      let y = 0;
      // Four looks a pixel near the edge; elsewhere all four would see the same.
      for (let look = 0; look < 4; look += 1) {
        const pu = u + (look & 1 ? 0.75 : 0.25);
        const pv = v + (look & 2 ? 0.75 : 0.25);
        const q = lens.k === 0 ? null : straightened(lens, { x: pu, y: pv });
        const qu = q ? q.x : pu;
        const qv = q ? q.y : pv;
        const w = h6 * qu + h7 * qv + h8;
        x = (h0 * qu + h1 * qv + h2) / w;
        y = (h3 * qu + h4 * qv + h5) / w;
        const here = mask(x, y);
        on += here / 4;
        if (side && here < 1) edge += (wall(x, y) - here) / 4;
        if (look === 0 && steady(x, y)) {
          on = here;
          edge = side && here < 1 ? wall(x, y) - here : 0;
          break;
        }
      }
      let dark = 1;
      if (shadow && on < 1) {
        // A soft shadow: a few places of the lamp.
        let hidden = 0;
        const places = shadow.soft ? SOFT_LAMP : LAMP;
        for (const k of places) hidden += mask(x - shadow.by.x * k, y - shadow.by.y * k) / places.length;
        dark = 1 - shadow.dark * hidden;
      }
      const grain =
        on > 0
          ? 1 + 0.09 * Math.sin(y * 0.55 + 3 * Math.sin(x * 0.011)) + 0.05 * Math.sin(y * 2.3 + x * 0.02)
          : 1;
      const paper =
        sheet && x > lay.minX - soft && x < lay.maxX + soft && y > lay.minY - soft && y < lay.maxY + soft
          ? scene.curled
            ? Number(polygonHolds(scene.curled, { x, y }))
            : within(sheet, { x, y }, soft)
          : 0;
      const n = grains[(u * 7919 + v * 104729) & (GRAINS - 1)]!;
      const o = 4 * (v * width + u);
      for (let c = 0; c < 3; c += 1) {
        const under =
          wood[c]! * (grain * on + WALL_LIGHT * edge) + bench[c]! * dark * Math.max(0, 1 - on - edge);
        data[o + c] = (under * (1 - paper) + (c === 2 ? 240 : 246) * paper) * light + n;
      }
      data[o + 3] = 255;
    }
  return { width, height, data };
}

/** The camera's distance in mm: what a phone at arm's length has. */
const FAR = 1100;

/** Where the camera of `cameraOver` stands, mm. */
export const standOf = (at: Point, turn: number, tilt: number): Camera => {
  const back = -FAR * Math.sin(tilt);
  return {
    foot: { x: at.x + Math.sin(turn) * back, y: at.y + Math.cos(turn) * back },
    height: FAR * Math.cos(tilt),
  };
};

/**
 * A camera that looks at a place of the bench: seen so far turned, tilted back by `tilt` rad, at a scale in pixels
 * of a mm at that place.
 */
export function cameraOver(
  at: Point,
  scale: number,
  turn: number,
  tilt: number,
  width: number,
  height: number,
): Homography {
  const focal = scale * FAR;
  const [c, s, ct, st] = [Math.cos(turn), Math.sin(turn), Math.cos(tilt), Math.sin(tilt)];
  const see = (p: Point): Point => {
    const [x, y] = [c * (p.x - at.x) - s * (p.y - at.y), s * (p.x - at.x) + c * (p.y - at.y)];
    const depth = FAR + y * st;
    return { x: width / 2 + (focal * x) / depth, y: height / 2 - (focal * y * ct) / depth };
  };
  const corners = [
    { x: at.x - 100, y: at.y - 100 },
    { x: at.x + 100, y: at.y - 100 },
    { x: at.x + 100, y: at.y + 100 },
    { x: at.x - 100, y: at.y + 100 },
  ];
  return homographyOf(corners.map((from) => ({ from, to: see(from) })))!;
}
