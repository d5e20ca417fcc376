import * as THREE from 'three';

interface At {
  readonly x: number;
  readonly y: number;
}
/** An upright piece whose top falls away: from `low`, less the same where its underside falls away too, up to `high` less what `drop` says of the place. mm */
export interface Crowned {
  readonly plan: readonly At[];
  readonly low: number;
  readonly high: number;
  readonly drop: Drop;
  readonly isBelowToo: boolean;
}
/** How far a top falls away at a place of the plan, mm. */
export type Drop = (x: number, y: number) => number;

/** The top is flat from one line along to the next, so many mm on. */
const BAND = 2;
/** For the slope of the top, looked at so far to both sides, mm. */
const BESIDE = 0.01;
const DOWN = [0, 0, -1];

/** A convex polygon in bands along x, each within one of the lines y = k · BAND and the next. */
function inBands(polygon: readonly At[]): readonly (readonly At[])[] {
  const ys = polygon.map(({ y }) => y);
  const [from, to] = [Math.floor(Math.min(...ys) / BAND), Math.ceil(Math.max(...ys) / BAND)];
  return Array.from({ length: Math.max(1, to - from) }, (_, i) => {
    const line = (from + i) * BAND;
    return clipped(clipped(polygon, line, 1), line + BAND, -1);
  }).filter((band) => band.length > 2);
}

/** What of a convex polygon lies over (way 1) or under (way −1) a line y. */
const clipped = (polygon: readonly At[], line: number, way: 1 | -1): readonly At[] =>
  polygon.flatMap((p, i) => {
    const q = polygon[(i + 1) % polygon.length]!;
    const [a, b] = [way * (p.y - line), way * (q.y - line)];
    const kept = a >= 0 ? [p] : [];
    if (a * b >= 0) return kept;
    const share = a / (a - b);
    return [...kept, { x: p.x + (q.x - p.x) * share, y: line }];
  });

/** The places of an edge where it crosses the bands’ lines, its beginning first. */
function parted(p: At, q: At): readonly At[] {
  const [low, high] = p.y < q.y ? [p.y, q.y] : [q.y, p.y];
  const lines: At[] = [];
  for (let k = Math.floor(low / BAND) + 1; k * BAND < high; k += 1)
    lines.push({ x: p.x + ((q.x - p.x) * (k * BAND - p.y)) / (q.y - p.y), y: k * BAND });
  return [p, ...(p.y < q.y ? lines : lines.reverse())];
}

/** Triangles and normals of a crowned piece; closed. */
export function crownedGeometry({ plan, low, high, drop, isBelowToo }: Crowned): THREE.BufferGeometry {
  const places: number[] = [];
  const normals: number[] = [];
  const under = ({ x, y }: At): number => low - (isBelowToo ? drop(x, y) : 0);
  const top = (at: At): number => Math.max(under(at), high - drop(at.x, at.y));
  const put = ({ x, y }: At, z: number, normal: readonly number[]): void => {
    places.push(x, y, z);
    normals.push(...normal);
  };
  const upward = ({ x, y }: At): readonly number[] => {
    const slope = (drop(x, y + BESIDE) - drop(x, y - BESIDE)) / (2 * BESIDE);
    const along = (drop(x + BESIDE, y) - drop(x - BESIDE, y)) / (2 * BESIDE);
    const long = Math.hypot(slope, along, 1);
    return [along / long, slope / long, 1 / long];
  };
  const flat = plan.map(({ x, y }) => new THREE.Vector2(x, y));
  const ring = THREE.ShapeUtils.isClockWise(flat) ? flat.reverse() : flat;
  for (const corners of THREE.ShapeUtils.triangulateShape(ring, []))
    for (const band of inBands(corners.map((i) => ring[i!]!)))
      band.slice(2).forEach((r, i) => {
        const [p, q] = [band[0]!, band[i + 1]!];
        for (const at of [p, q, r]) put(at, top(at), upward(at));
        for (const at of [p, r, q]) put(at, under(at), isBelowToo ? upward(at).map((n) => -n) : DOWN);
      });
  ring.forEach((p, i) => {
    const q = ring[(i + 1) % ring.length]!;
    const long = Math.hypot(q.x - p.x, q.y - p.y) || 1;
    const out = [(q.y - p.y) / long, (p.x - q.x) / long, 0];
    const stops = [...parted(p, q), q];
    stops.slice(1).forEach((b, k) => {
      const a = stops[k]!;
      for (const [at, z] of [
        [a, under(a)],
        [b, under(b)],
        [b, top(b)],
        [a, under(a)],
        [b, top(b)],
        [a, top(a)],
      ] as const)
        put(at, z, out);
    });
  });
  const geometry = new THREE.BufferGeometry();
  geometry.setAttribute('position', new THREE.Float32BufferAttribute(places, 3));
  geometry.setAttribute('normal', new THREE.Float32BufferAttribute(normals, 3));
  return geometry;
}
