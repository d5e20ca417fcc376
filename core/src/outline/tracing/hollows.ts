import type { Point } from '../../geometry/point.ts';
import type { Polygon } from '../../geometry/polygons.ts';
import { cross, hypot, subtract } from '../../geometry/point.ts';
import { polygonArea, withoutOf } from '../../geometry/polygons.ts';
import { regionOfPolygons, rowsOf } from '../../solid/region.ts';
import { evenly } from '../fitOutline.ts';
import type { Colour } from './colours.ts';
import { apart, nearestColour, palette } from './colours.ts';
import { filled, outerEdge } from './contour.ts';
import type { Raster } from './raster.ts';
import { smaller } from './raster.ts';
import { levelledColours } from './shadows.ts';
import { smoothed } from './traceEdge.ts';

/**
 * Hollows that a body's side hides. Where the side that a photo shows in a hollow is wider than the hollow, the face
 * found from the edge alone (see `faceOf`) has it filled; what fills it has the side's colour, not the face's.
 */

/** The hollows are looked for in a picture of about so many pixels along its long side. */
const COARSE = 900;
/** Colours that stand for the side and for the face. */
const SIDE_COLOURS = 2;
const FACE_COLOURS = 5;
/** Pixels so near to an edge mix two colours. */
const MIXED = 3;
/** A line of grain is narrower than twice this many pixels; a hollow is wider. */
const GRAIN = 2;
/** Colours of side and face nearer than this do not tell them apart. */
const LEAST_APART = 7;
/** So many pixels of each are plenty to tell its colours. */
const ENOUGH = 4000;
/** A hollow of fewer pixels is within what an edge is off. */
const LEAST_PIXELS = 40;

/** For each pixel, how far the nearest one outside the mask is, in steps along and across, up to `most`. */
function depthsIn(mask: Uint8Array, width: number, most: number): Uint16Array {
  const depth = new Uint16Array(mask.length).fill(most);
  const pass = (from: number, to: number, by: number): void => {
    for (let i = from; i !== to; i += by) {
      if (!mask[i]) {
        depth[i] = 0;
        continue;
      }
      const x = i % width;
      for (const j of by > 0 ? [x > 0 ? i - 1 : -1, i - width] : [x + 1 < width ? i + 1 : -1, i + width])
        if (j >= 0 && j < mask.length) depth[i] = Math.min(depth[i]!, depth[j]! + 1);
    }
  };
  pass(0, mask.length, 1);
  pass(mask.length - 1, -1, -1);
  return depth;
}

/** Pixels within so many steps of the mask’s. */
const grown = (mask: Uint8Array, width: number, by: number): Uint8Array =>
  Uint8Array.from(
    depthsIn(
      mask.map((on) => 1 - on),
      width,
      by + 1,
    ),
    (d) => Number(d <= by),
  );

/** Pieces of a mask that hang together edge to edge. */
function piecesOf(mask: Uint8Array, width: number): readonly (readonly number[])[] {
  const seen = new Uint8Array(mask.length);
  const pieces: (readonly number[])[] = [];
  for (let start = 0; start < mask.length; start += 1) {
    if (!mask[start] || seen[start]) continue;
    const piece = [start];
    seen[start] = 1;
    for (let k = 0; k < piece.length; k += 1) {
      const i = piece[k]!;
      const x = i % width;
      for (const j of [x > 0 ? i - 1 : -1, x + 1 < width ? i + 1 : -1, i - width, i + width])
        if (j >= 0 && j < mask.length && mask[j] && !seen[j]) {
          seen[j] = 1;
          piece.push(j);
        }
    }
    pieces.push(piece);
  }
  return pieces;
}

/** Places of an edge where it runs toward the camera’s foot, within so much of a radian, seen over so many places. */
const TOWARD = 0.25;
const OVER = 3;

/** Where the edge runs toward the foot: there alone it may be the mouth of a hollow that was filled. */
function mouthsOf(edge: readonly Point[], foot: Point): readonly Point[] {
  const places = evenly(edge, [], 1.5).samples;
  const n = places.length;
  return places.filter((p, i) => {
    const along = subtract(places[(i + OVER) % n]!, places[(i + n - OVER) % n]!);
    const out = subtract(p, foot);
    return Math.abs(cross(along, out)) < TOWARD * hypot(along.x, along.y) * hypot(out.x, out.y);
  });
}

/**
 * The face’s edge with its hidden hollows open again. `seen`: the edge of all that the photo shows of the body; `face`:
 * what was left of it without the side; `foot`: the place under the camera; `reach`: how far the side reaches past the
 * face at most; all in the picture’s pixels. The face is given back as it was where side and face are of one colour.
 */
export function openHollows(
  picture: Raster,
  seen: readonly Point[],
  face: readonly Point[],
  foot: Point,
  reach: number,
): readonly Point[] {
  const factor = Math.max(1, Math.round(Math.max(picture.width, picture.height) / COARSE));
  const small = smaller(picture, factor);
  const { width, height } = small;
  const coarse = (p: Point): Point => ({ x: p.x / factor, y: p.y / factor });
  const maskOf = (edge: readonly Point[]): Uint8Array => {
    const rows = rowsOf(regionOfPolygons(edge.map(coarse)), 1);
    const mask = new Uint8Array(width * height);
    for (let y = 0; y < height; y += 1) {
      const at = rows.at(y + 0.5);
      for (let k = 0; k + 1 < at.length; k += 2)
        mask.fill(
          1,
          y * width + Math.max(0, Math.min(width, Math.round(at[k]!))),
          y * width + Math.max(0, Math.min(width, Math.round(at[k + 1]!))),
        );
    }
    return mask;
  };
  const [all, inFace] = [maskOf(seen), maskOf(face)];
  const most = Math.ceil(reach / factor) + MIXED;
  const depth = depthsIn(inFace, width, most);
  const sideMask = all.map((on, i) => (on && !inFace[i] ? 1 : 0));
  const sideDepth = depthsIn(sideMask, width, MIXED + 1);
  const colours = levelledColours(small);
  const colourAt = (i: number): Colour => ({
    light: colours[3 * i]!,
    red: colours[3 * i + 1]!,
    blue: colours[3 * i + 2]!,
  });
  const [ofSide, ofFace]: [Colour[], Colour[]] = [[], []];
  for (let i = 0; i < all.length; i += 1)
    if (sideDepth[i]! > MIXED) ofSide.push(colourAt(i));
    else if (depth[i]! >= most) ofFace.push(colourAt(i));
  const some = (list: readonly Colour[]): readonly Colour[] =>
    list.filter((_, i) => i % Math.ceil(list.length / ENOUGH) === 0);
  const side = palette(some(ofSide), SIDE_COLOURS);
  const front = palette(some(ofFace), FACE_COLOURS);
  if (side.length === 0 || front.length === 0) return face;
  const known = side.filter((s) => front.every((f) => apart(s, f) > LEAST_APART));
  if (known.length === 0) return face;
  // What is nearer to a colour of the side, without lines of grain, and opens to what is no face.
  const like = inFace.map((on, i) => {
    if (!on || depth[i]! >= most) return 0;
    const c = colourAt(i);
    return nearestColour(known, c) < nearestColour(front, c) ? 1 : 0;
  });
  // Side beside the face counts too: a hollow is open to it.
  const open = like.map((on, i) => (on || sideMask[i] ? 1 : 0));
  const core = Uint8Array.from(depthsIn(open, width, GRAIN + 1), (d) => Number(d > GRAIN));
  const wide = grown(core, width, GRAIN);
  const kept = like.map((on, i) => (on && wide[i] ? 1 : 0));
  const atMouth = new Uint8Array(all.length);
  for (const p of mouthsOf(face.map(coarse), coarse(foot)))
    atMouth[Math.floor(p.y) * width + Math.floor(p.x)] = 1;
  const mouth = grown(atMouth, width, MIXED);
  const holes: Polygon[] = [];
  for (const piece of piecesOf(kept, width)) {
    const rim = piece.filter((i) => depth[i] === 1);
    if (piece.length < LEAST_PIXELS || rim.length === 0) continue;
    if (rim.filter((i) => mouth[i]).length < rim.length / 2) continue;
    const hole = new Uint8Array(all.length);
    for (const i of piece) hole[i] = 1;
    // Past the face’s edge as well, so that no sliver of it is left between.
    const wider = grown(hole, width, MIXED).map((on, i) => (hole[i] || (on && !inFace[i]) ? 1 : 0));
    const edge = outerEdge(filled(wider, width, height), width, height);
    if (!edge || edge.length < 8) continue;
    const line = smoothed(smoothed(evenly(edge, [], 1.5).samples));
    holes.push(line.map((p) => ({ x: p.x * factor, y: p.y * factor })));
  }
  if (holes.length === 0) return face;
  const left = withoutOf(
    [face],
    holes.map((h) => (polygonArea(h) < 0 ? [...h].reverse() : h)),
  );
  const largest = left.reduce<readonly Point[]>(
    (best, p) => (Math.abs(polygonArea(p)) > Math.abs(polygonArea(best)) ? p : best),
    [],
  );
  return largest.length > 0 ? largest : face;
}
