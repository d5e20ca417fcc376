import type { Point } from '../../geometry/point.ts';
import { hypot } from '../../geometry/point.ts';
import type { Polygon } from '../../geometry/polygons.ts';
import { commonOf, distanceToEdge, polygonArea, polygonHolds, unionOf } from '../../geometry/polygons.ts';
import type { Homography } from './homography.ts';

/** Where a photo was taken from, in the frame of the plane that it shows: mm, or the pixels of its straightened picture. */
export interface Camera {
  /** The place of the plane under the camera. */
  readonly foot: Point;
  /** How far over the plane. */
  readonly height: number;
}

/** Share of a picture's diagonal that the usual lens of a phone has for focal length, and how far others are from it. */
const USUAL_FOCAL = 0.65;
const FOCAL_SPREAD = 0.5;
/** What a picture file says of its lens is off by about so much. */
const TOLD_SPREAD = 0.06;
/** How far marks let the plane's two directions be off square and equal, share: about two pixels of a sheet's side. */
const MARKED = 0.004;

/**
 * Where the camera stood, from how a plane (mm, y up) is seen in a picture without bow (pixels, y down), and how sure
 * its height is (standard deviation, share). The focal length follows from the two directions of the plane being
 * square and of equal length (Z. Zhang, A flexible new technique for camera calibration, 2000), as far as the slant
 * tells it, and else from what the file told (`focal`, share of the picture's diagonal), or from what phones usually
 * have. Null where the view tells none.
 */
export function cameraOf(
  toPhoto: Homography,
  width: number,
  height: number,
  focal?: number | null,
): (Camera & { readonly sure: number }) | null {
  const diagonal = hypot(width, height);
  const [a, b, c, d, e, f, g, h, i] = toPhoto;
  // From the picture's middle, in diagonals.
  const [mx, my] = [width / 2, height / 2];
  const h1 = [(a - mx * g) / diagonal, (d - my * g) / diagonal, g] as const;
  const h2 = [(b - mx * h) / diagonal, (e - my * h) / diagonal, h] as const;
  const h3 = [(c - mx * i) / diagonal, (f - my * i) / diagonal, i] as const;
  const size = (h1[0] ** 2 + h1[1] ** 2 + h2[0] ** 2 + h2[1] ** 2) / 2;
  if (!(size > 0)) return null;
  // With u = 1 / focal²: p u + q = 0 for each condition, in shares of `size` u; weighed against the usual u.
  const spread = focal ? TOLD_SPREAD : FOCAL_SPREAD;
  const usual = 1 / (focal ?? USUAL_FOCAL) ** 2;
  const rows = [
    [(h1[0] * h2[0] + h1[1] * h2[1]) / size, (g * h) / size],
    [(h1[0] ** 2 + h1[1] ** 2 - h2[0] ** 2 - h2[1] ** 2) / size, (g * g - h * h) / size],
  ] as const;
  const first = 1 / (2 * spread * usual) ** 2;
  const least = (u: number): readonly [number, number] => {
    // An error of MARKED in the directions is one of MARKED u in the condition.
    const w = 1 / (MARKED * u) ** 2;
    return [
      rows.reduce((s, [p]) => s + w * p * p, first),
      rows.reduce((s, [p, q]) => s - w * p * q, first * usual),
    ];
  };
  let [u, weight] = [usual, first];
  for (let round = 0; round < 6; round += 1) {
    const [all, sum] = least(u);
    weight = all;
    u = Math.max(usual / 40, Math.min(usual * 40, sum / weight));
  }
  const length = 1 / Math.sqrt(u);
  const r1 = [h1[0] / length, h1[1] / length, h1[2]] as const;
  const r2 = [h2[0] / length, h2[1] / length, h2[2]] as const;
  const t = [h3[0] / length, h3[1] / length, h3[2]] as const;
  const scale = Math.sqrt(Math.hypot(...r1) * Math.hypot(...r2));
  const r3 = [
    r1[1] * r2[2] - r1[2] * r2[1],
    r1[2] * r2[0] - r1[0] * r2[2],
    r1[0] * r2[1] - r1[1] * r2[0],
  ] as const;
  const dot = (p: readonly number[], q: readonly number[]): number => p.reduce((s, v, k) => s + v * q[k]!, 0);
  const squared = scale * scale;
  const foot = { x: -dot(r1, t) / squared, y: -dot(r2, t) / squared };
  const over = Math.abs(dot(r3, t)) / (squared * scale);
  if (!(over > 0 && Number.isFinite(over) && Number.isFinite(foot.x) && Number.isFinite(foot.y))) return null;
  // The height goes with the focal length, and that with u to the power −1/2.
  return { foot, height: over, sure: 1 / Math.sqrt(weight) / (2 * u) };
}

/** Which plane of the body was marked: its face, or the bench it lies on. */
export type MarkedPlane = 'face' | 'bench';

/** How much larger the body's other plane looks in the marked one, about the camera's foot. */
function otherScale(camera: Camera, thickness: number, on: MarkedPlane): number {
  return on === 'face'
    ? camera.height / (camera.height + thickness)
    : camera.height / (camera.height - thickness);
}

/** Copies of the edge between face and far face are no further apart than this, mm. */
const BETWEEN = 6;

/** How far the side of a body reaches past its face at most where a photo shows both, mm. */
const sideReach = (edge: readonly Point[], camera: Camera, thickness: number, on: MarkedPlane): number =>
  Math.abs(1 - otherScale(camera, thickness, on)) *
  edge.reduce((most, p) => Math.max(most, hypot(p.x - camera.foot.x, p.y - camera.foot.y)), 0);

const scaled = (edge: Polygon, { foot }: Camera, s: number): Polygon =>
  edge.map((p) => ({ x: foot.x + (p.x - foot.x) * s, y: foot.y + (p.y - foot.y) * s }));
const largestOf = (list: readonly Polygon[]): Polygon | null =>
  list.reduce<Polygon | null>((best, p) => (best && polygonArea(best) >= polygonArea(p) ? best : p), null);

/** The scales of copies from one plane of the body to the other. */
function copyScales(edge: Polygon, camera: Camera, thickness: number, on: MarkedPlane): readonly number[] {
  const other = otherScale(camera, thickness, on);
  const steps = Math.max(1, Math.ceil(sideReach(edge, camera, thickness, on) / BETWEEN));
  return Array.from({ length: steps + 1 }, (_, k) => 1 + ((other - 1) * k) / steps);
}

/** What lies in every copy: the face, where all of a body with its side is seen. */
function withoutSide(edge: Polygon, camera: Camera, scales: readonly number[]): Polygon | null {
  const copies = scales.map((s) => scaled(edge, camera, 1 / s));
  return largestOf(
    copies
      .slice(1)
      .reduce<readonly Polygon[]>((common, copy) => commonOf(common, [copy]), copies.slice(0, 1)),
  );
}

/**
 * A found edge that is off what face and side together would show by more than this, mm, and by more than this share
 * of what the side reaches, is the face's alone. On the demo bodies with 0.15 mm of noise: 0.3 to 1.6 mm with the side
 * (0.04 of its reach), 2 to 50 mm without, wherever the camera sees more than 5 mm of it.
 */
const SIDE_OFF = 0.5;
const SIDE_SHARE = 0.06;

/**
 * Whether an edge is that of a body with its side, or of its face alone: a face drawn toward the camera's foot has no
 * end sharper than the way it was drawn. So the face that would be left, drawn so again, gives the same edge back, or
 * it was never drawn.
 */
function isDrawn(
  edge: Polygon,
  face: Polygon,
  camera: Camera,
  scales: readonly number[],
  reach: number,
): boolean {
  const again = largestOf(unionOf(scales.map((s) => scaled(face, camera, s))));
  if (!again) return false;
  const most = Math.max(SIDE_OFF, SIDE_SHARE * reach);
  return edge.every((p) => polygonHolds(again, p) || distanceToEdge(again, p) < most);
}

/** Whether a photo shows the body's side beside its face; `auto`: as the edge itself tells. */
export type SideSeen = 'auto' | 'seen' | 'not seen';

/**
 * The edge of the face, from the edge of what a photo shows of a body: where the camera looks at the body's side, the
 * side is outside the face. What is seen is the face and its copies drawn toward the camera's foot, down to the far
 * face, so the face is what lies in every such copy of what is seen. Hollows that are narrower than the side seen in
 * them are lost. `edge`, `camera`, `thickness` in mm of the marked plane. `removed`: how far the side reached past the
 * face at most, mm; 0 where none was removed. The edge is given back as it was where nothing would be left, or
 * for a thickness that is nothing or over half the camera's height.
 */
export function faceOf(
  edge: readonly Point[],
  camera: Camera,
  thickness: number,
  on: MarkedPlane,
  side: SideSeen = 'auto',
): { readonly edge: readonly Point[]; readonly removed: number } {
  if (!(thickness > 0 && thickness < camera.height / 2)) return { edge, removed: 0 };
  const turned = polygonArea(edge) < 0 ? [...edge].reverse() : edge;
  const scales = copyScales(turned, camera, thickness, on);
  const face = side === 'not seen' ? null : withoutSide(turned, camera, scales);
  const reach = sideReach(turned, camera, thickness, on);
  if (face && face.length >= 8 && (side === 'seen' || isDrawn(turned, face, camera, scales, reach)))
    return { edge: face, removed: reach };
  // The face alone: at its own size where the bench was marked.
  return { edge: on === 'face' ? edge : scaled(edge, camera, 1 / scales.at(-1)!), removed: 0 };
}
