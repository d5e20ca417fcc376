import type { Depth } from '../depths.ts';
import { deepest } from '../depths.ts';
import type { Solid } from '../solid.ts';
import type { Mesh } from './mesh.ts';
import { hypot, hypot3 } from '../../geometry/point.ts';

/** A mesh as it is looked at: triangles with a direction at each corner, and the lines where its faces meet at an angle. mm. */
export interface Shaded {
  /** x, y, z of each corner of each triangle, nine a triangle, counter-clockwise seen from outside. */
  readonly places: Float32Array;
  /** The way out of the surface there, of length 1. */
  readonly normals: Float32Array;
  /** Two places a line. */
  readonly creases: Float32Array;
  readonly volume: number;
  /** Of a body of several pieces of wood: how many corners each has, in order. */
  readonly pieces: readonly number[];
}

/** Several shaded meshes as one. */
export function shadedTogether(all: readonly Shaded[]): Shaded {
  const joined = (of: (s: Shaded) => Float32Array): Float32Array => {
    const out = new Float32Array(all.reduce((sum, s) => sum + of(s).length, 0));
    let at = 0;
    for (const s of all) {
      out.set(of(s), at);
      at += of(s).length;
    }
    return out;
  };
  return {
    places: joined((s) => s.places),
    normals: joined((s) => s.normals),
    creases: joined((s) => s.creases),
    volume: all.reduce((sum, s) => sum + s.volume, 0),
    pieces: all.flatMap((s) => s.pieces),
  };
}

/** Faces that meet at less than this, rad, are one bent face. */
const SMOOTH = 0.42;
/** A face that is steeper than this share of upright is a wall: no field says how it lies. */
const WALL = 0.35;
/** Slopes are taken over so much, mm, inside the face. */
const OVER = 0.06;
/** A field may say otherwise than the triangles by so much, as a cosine: more, and it speaks of the next face. */
const AGREES = 0.93;

/** Triangles lower than this, mm, are slivers: which way they look is chance. */
const SLIVER = 2e-3;

/** Lets slivers look where the triangle looks that lies along their longest side. */
function mendSlivers(
  places: Float32Array,
  triangles: Uint32Array,
  faces: Float32Array,
  starts: Int32Array,
  round: Int32Array,
): void {
  const long = (i: number, j: number): number =>
    hypot3(
      places[3 * i]! - places[3 * j]!,
      places[3 * i + 1]! - places[3 * j + 1]!,
      places[3 * i + 2]! - places[3 * j + 2]!,
    );
  const sides = (t: number): readonly (readonly [number, number, number])[] => {
    const [a, b, c] = [triangles[3 * t]!, triangles[3 * t + 1]!, triangles[3 * t + 2]!];
    const all = [
      [a, b, long(a, b)],
      [b, c, long(b, c)],
      [c, a, long(c, a)],
    ] as const;
    return [...all].sort((u, v) => v[2] - u[2]);
  };
  /** Heron: how high a triangle is over its longest side. */
  const isSliver = (t: number): boolean => {
    const [[, , x], [, , y], [, , z]] = sides(t) as [
      readonly [number, number, number],
      readonly [number, number, number],
      readonly [number, number, number],
    ];
    const square = (x + (y + z)) * (z - (x - y)) * (z + (x - y)) * (x + (y - z));
    return x === 0 || Math.sqrt(Math.max(0, square)) / 2 / x < SLIVER;
  };
  const slivers: number[] = [];
  for (let t = 0; t < triangles.length / 3; t += 1) if (isSliver(t)) slivers.push(t);
  const among = new Set(slivers);
  // One sliver may lie along another: those that are mended help the next.
  for (let again = 0; again < 3; again += 1)
    for (const t of slivers) {
      if (!among.has(t)) continue;
      for (const [i, j] of sides(t)) {
        let other = -1;
        for (let r = starts[i]!; r < starts[i + 1]!; r += 1) {
          const s = round[r]!;
          const has = triangles[3 * s] === j || triangles[3 * s + 1] === j || triangles[3 * s + 2] === j;
          if (s !== t && has && !among.has(s)) other = s;
        }
        if (other < 0) continue;
        faces.copyWithin(3 * t, 3 * other, 3 * other + 3);
        among.delete(t);
        break;
      }
    }
}

/** Lines where faces meet that are shorter than this together, mm, are no edges: the tip of an arch over a horn, the end of a cut. */
const LEAST_CREASE = 3;

/** Those of some sides that run together, one on from another, for as long as an edge does. */
function longEnough(
  places: Float32Array,
  sides: readonly (readonly [number, number])[],
): readonly (readonly [number, number])[] {
  const next = new Map<number, number>();
  /** The place that stands for all that hang together with one. */
  const rootOf = (i: number): number => {
    let root = i;
    for (let up = next.get(root) ?? root; up !== root; up = next.get(root) ?? root) root = up;
    next.set(i, root);
    return root;
  };
  for (const [i, j] of sides) next.set(rootOf(i), rootOf(j));
  const lengths = new Map<number, number>();
  for (const [i, j] of sides) {
    const [dx, dy, dz] = [0, 1, 2].map((k) => places[3 * i + k]! - places[3 * j + k]!) as [
      number,
      number,
      number,
    ];
    lengths.set(rootOf(i), (lengths.get(rootOf(i)) ?? 0) + hypot3(dx, dy, dz));
  }
  return sides.filter(([i]) => lengths.get(rootOf(i))! >= LEAST_CREASE);
}

/** How deep each face is cut at a place, up to a constant; null where only the triangles say how it lies. */
export interface FaceDepths {
  readonly front: Depth | null;
  readonly back: Depth | null;
}

export const depthsOf = ({ region, front, back }: Solid): FaceDepths => ({
  front: deepest(region, front),
  back: deepest(region, back),
});

/**
 * Directions for shading: the mean of the triangles round a place that are one bent face, and where that is no wall, as the
 * solid’s own fields slope there.
 */
export function shadedMesh({ places, triangles, volume }: Mesh, depths: FaceDepths): Shaded {
  const count = triangles.length / 3;
  const faces = new Float32Array(3 * count);
  const middles = new Float32Array(2 * count);
  for (let t = 0; t < count; t += 1) {
    const [a, b, c] = [3 * triangles[3 * t]!, 3 * triangles[3 * t + 1]!, 3 * triangles[3 * t + 2]!];
    const [ux, uy, uz] = [
      places[b]! - places[a]!,
      places[b + 1]! - places[a + 1]!,
      places[b + 2]! - places[a + 2]!,
    ];
    const [vx, vy, vz] = [
      places[c]! - places[a]!,
      places[c + 1]! - places[a + 1]!,
      places[c + 2]! - places[a + 2]!,
    ];
    const [nx, ny, nz] = [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx];
    const long = hypot3(nx, ny, nz) || 1;
    faces.set([nx / long, ny / long, nz / long], 3 * t);
    middles.set(
      [(places[a]! + places[b]! + places[c]!) / 3, (places[a + 1]! + places[b + 1]! + places[c + 1]!) / 3],
      2 * t,
    );
  }
  // The triangles round each place, one list after another.
  const points = places.length / 3;
  const starts = new Int32Array(points + 1);
  for (const i of triangles) starts[i + 1]! += 1;
  for (let i = 0; i < points; i += 1) starts[i + 1]! += starts[i]!;
  const round = new Int32Array(triangles.length);
  const filled = starts.slice();
  for (let k = 0; k < triangles.length; k += 1) {
    const i = triangles[k]!;
    round[filled[i]!] = Math.floor(k / 3);
    filled[i]! += 1;
  }
  mendSlivers(places, triangles, faces, starts, round);
  const smooth = Math.cos(SMOOTH);
  const dot = (s: number, t: number): number =>
    faces[3 * s]! * faces[3 * t]! +
    faces[3 * s + 1]! * faces[3 * t + 1]! +
    faces[3 * s + 2]! * faces[3 * t + 2]!;
  /** The way out by the field of the face that looks so, a hair towards the middle of a triangle of it; null where it says nothing. */
  const byField = (
    x: number,
    y: number,
    t: number,
    up: boolean,
  ): readonly [number, number, number] | null => {
    const depth = up ? depths.front : depths.back;
    if (!depth) return null;
    const [wx, wy] = [middles[2 * t]! - x, middles[2 * t + 1]! - y];
    const long = hypot(wx, wy);
    if (long < 4 * OVER) return null;
    const [px, py] = [x + (wx / long) * 2 * OVER, y + (wy / long) * 2 * OVER];
    const gx = (depth(px + OVER, py) - depth(px - OVER, py)) / (2 * OVER);
    const gy = (depth(px, py + OVER) - depth(px, py - OVER)) / (2 * OVER);
    const size = hypot3(gx, gy, 1);
    return [gx / size, gy / size, (up ? 1 : -1) / size];
  };
  const corners = new Float32Array(9 * count);
  const normals = new Float32Array(9 * count);
  const done = new Uint8Array(triangles.length);
  for (let k = 0; k < triangles.length; k += 1) {
    const [i, t] = [triangles[k]!, Math.floor(k / 3)];
    corners.set([places[3 * i]!, places[3 * i + 1]!, places[3 * i + 2]!], 3 * k);
    if (done[k]) continue;
    let [nx, ny, nz] = [0, 0, 0];
    for (let r = starts[i]!; r < starts[i + 1]!; r += 1) {
      const s = round[r]!;
      if (dot(s, t) < smooth) continue;
      nx += faces[3 * s]!;
      ny += faces[3 * s + 1]!;
      nz += faces[3 * s + 2]!;
    }
    const long = hypot3(nx, ny, nz) || 1;
    let normal: readonly [number, number, number] = [nx / long, ny / long, nz / long];
    if (Math.abs(normal[2]) > WALL) {
      const own = byField(places[3 * i]!, places[3 * i + 1]!, t, normal[2] > 0);
      if (own && own[0] * normal[0] + own[1] * normal[1] + own[2] * normal[2] > AGREES) normal = own;
    }
    normals.set(normal, 3 * k);
    done[k] = 1;
    // The same face has the same direction there.
    for (let r = starts[i]!; r < starts[i + 1]!; r += 1) {
      const s = round[r]!;
      if (dot(s, t) < 0.999) continue;
      for (let c = 3 * s; c < 3 * s + 3; c += 1)
        if (triangles[c] === i && !done[c]) {
          normals.set(normal, 3 * c);
          done[c] = 1;
        }
    }
  }
  const sides: (readonly [number, number])[] = [];
  for (let t = 0; t < count; t += 1)
    for (let c = 0; c < 3; c += 1) {
      const [i, j] = [triangles[3 * t + c]!, triangles[3 * t + ((c + 1) % 3)]!];
      if (i > j) continue;
      for (let r = starts[i]!; r < starts[i + 1]!; r += 1) {
        const s = round[r]!;
        if (s === t) continue;
        const has = triangles[3 * s] === j || triangles[3 * s + 1] === j || triangles[3 * s + 2] === j;
        if (has && dot(s, t) < smooth) sides.push([i, j]);
      }
    }
  const creases = longEnough(places, sides).flatMap(([i, j]) => [
    ...places.subarray(3 * i, 3 * i + 3),
    ...places.subarray(3 * j, 3 * j + 3),
  ]);
  return { places: corners, normals, creases: new Float32Array(creases), volume, pieces: [3 * count] };
}
