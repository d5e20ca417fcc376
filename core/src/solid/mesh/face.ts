import type { Point } from '../../geometry/point.ts';
import { distance, hypot } from '../../geometry/point.ts';
import type { Polygon } from '../../geometry/polygons.ts';
import { divided } from '../../geometry/polygons.ts';
import type { Axes } from '../depths.ts';
import { cutOf, deepest } from '../depths.ts';
import type { Region, Removal } from '../solid.ts';
import type { Beside, Ring } from '../beside.ts';
import { besides } from '../beside.ts';
import { strip } from './band.ts';
import { placesOnProfile } from './profile.ts';
import { isOff, refined } from './refine.ts';
import type { Surface } from './surface.ts';
import { surfaceWithin } from './surface.ts';

/** Chords across a profile stay so near to it, mm; with those along the edge less than {@link SURFACE_OFF}. */
const ACROSS = 0.02;
/** Rings nearer to one another than this, mm, are one. */
const RINGS_APART = 0.02;
/** Where a bit's cut ends, its turned end climbs out of the wood along the edge: there places are so near, mm. */
const AT_ENDS = 0.25;
const AT_ENDS_GROW = 1.35;
const PLACES_APART = 0.03;
/** Sides of the edge are no longer than this, mm; halved at most so often. */
const ALONG = 8;
const TRIES = 6;
/** Places to begin with on rings of an arch, mm apart. */
const ALONG_ARCH = 4;

const isEdge = (r: Removal): r is Extract<Removal, { kind: 'edge round' | 'edge chamfer' }> =>
  r.kind === 'edge round' || r.kind === 'edge chamfer';

/** Where cuts along an edge end, and how far their turned ends reach. */
interface End {
  readonly at: Point;
  readonly reach: number;
}

function endsOf(removals: readonly Removal[]): readonly End[] {
  const ends: End[] = [];
  for (const r of removals)
    if (isEdge(r)) {
      const reach = r.bearingRadius + (r.kind === 'edge round' ? r.radius : r.width);
      for (const at of r.stretch ?? []) {
        const same = ends.findIndex((e) => distance(e.at, at) < RINGS_APART);
        if (same < 0) ends.push({ at, reach });
        else ends[same] = { at, reach: Math.max(reach, ends[same]!.reach) };
      }
    }
  return ends;
}

/** A closed line with more places beside those where cuts along it end: at the end itself, and from there on ever further apart. */
function dividedAtEnds(line: Polygon, ends: readonly End[]): Polygon {
  if (ends.length === 0) return line;
  const starts: number[] = [];
  let length = 0;
  line.forEach((a, i) => {
    starts.push(length);
    length += distance(a, line[(i + 1) % line.length]!);
  });
  const places: number[] = [];
  for (const { at, reach } of ends) {
    let [near, foot] = [Infinity, 0];
    line.forEach((a, i) => {
      const b = line[(i + 1) % line.length]!;
      const [dx, dy] = [b.x - a.x, b.y - a.y];
      const long = dx * dx + dy * dy;
      const t = long === 0 ? 0 : Math.max(0, Math.min(1, ((at.x - a.x) * dx + (at.y - a.y) * dy) / long));
      const d = hypot(at.x - a.x - t * dx, at.y - a.y - t * dy);
      if (d < near) [near, foot] = [d, starts[i]! + t * Math.sqrt(long)];
    });
    places.push(foot);
    for (let away = 0, step = AT_ENDS; (away += step) < reach; step *= AT_ENDS_GROW)
      places.push(foot - away, foot + away);
  }
  const sorted = places.map((s) => ((s % length) + length) % length).sort((a, b) => a - b);
  const divided: Point[] = [];
  let k = 0;
  line.forEach((a, i) => {
    const b = line[(i + 1) % line.length]!;
    const long = distance(a, b);
    divided.push(a);
    for (; k < sorted.length && sorted[k]! < starts[i]! + long; k += 1) {
      const s = sorted[k]! - starts[i]!;
      const before = divided.at(-1)!;
      const p = { x: a.x + ((b.x - a.x) * s) / long, y: a.y + ((b.y - a.y) * s) / long };
      if (distance(before, p) > PLACES_APART && distance(p, b) > PLACES_APART) divided.push(p);
    }
  });
  return divided;
}

/** How deep removals go by the distance from the edge alone: of each kind once, all with the arch. */
function profilesOf(
  region: Region,
  removals: readonly Removal[],
  axes: Axes,
): readonly { readonly reach: number; readonly deep: (s: number) => number }[] {
  const byKey = new Map<string, { readonly reach: number; readonly deep: (s: number) => number }>();
  const profile = (r: Removal): { readonly reach: number; readonly deep: (s: number) => number } => {
    const cut = cutOf(region, isEdge(r) ? { ...r, stretch: null } : r, axes);
    if (cut.kind !== 'from line') return { reach: 0, deep: () => 0 };
    return { reach: cut.reach, deep: (s) => (s <= cut.reach ? cut.deep(Math.max(0, s)) : cut.beyond) };
  };
  const arches = removals.filter((r) => r.kind === 'arch').map(profile);
  for (const r of removals)
    if (isEdge(r)) {
      const key = r.kind === 'edge round' ? `${r.radius}` : `${r.width} ${r.angle}`;
      if (!byKey.has(key)) byKey.set(key, profile(r));
    }
  const all = byKey.size > 0 ? [...byKey.values()] : [];
  const deepArch = (s: number): number => arches.reduce((d, a) => Math.max(d, a.deep(s)), 0);
  return all.map(({ reach, deep }) => ({ reach, deep: (s) => Math.max(deep(s), deepArch(s)) }));
}

/** What is done along the edge of one face and its arch, and the height of each place, mm: negative. */
interface Face {
  readonly removals: readonly Removal[];
  readonly height: (x: number, y: number) => number;
  readonly axes: Axes;
}

/** A height is that of a profile where it is so near to it, mm. */
const SAME_HEIGHT = 0.01;

/** Some places of a line, no nearer to one another than this, mm. */
function thinned(line: Polygon, apart: number): Polygon {
  const kept: Point[] = [];
  for (const p of line) if (kept.length === 0 || distance(kept.at(-1)!, p) >= apart) kept.push(p);
  return kept;
}

/**
 * One face of a solid with what is done along its edge and its arch, on the places of the edge: rings beside the edge, where these bend,
 * joined by strips; further in, an arch followed by places of its own. Heights are depths below the flat face, negative.
 */
function faceOn(
  region: Region,
  edge: Polygon,
  beside: Beside,
  { removals, height, axes }: Face,
): Surface | null {
  const profiles = profilesOf(region, removals, axes);
  const places = [...new Set(profiles.flatMap(({ reach, deep }) => placesOnProfile(deep, 0, reach, ACROSS)))]
    .sort((a, b) => a - b)
    .filter(
      (s, i, all) => s > RINGS_APART && (i === 0 || s - all[i - 1]! > RINGS_APART || i === all.length - 1),
    );
  // The innermost first: where nothing is nearer there, nothing is on the way.
  if (places.length > 0) beside.at(places.at(-1)!);
  const points: Point[] = [...edge];
  const triangles: number[] = [];
  // How far inside the edge each place of a ring is; NaN where that does not tell how deep it is.
  const inside: number[] = edge.map(() => 0);
  let [ring, from, done]: [Ring, number, number] = [
    { places: edge, by: edge.map((_, i) => i), cutOff: [] },
    0,
    0,
  ];
  for (const s of places) {
    const next = beside.at(s);
    const at = points.length;
    const made = strip(ring, next, edge.length, from, at);
    if (!made) break;
    points.push(...next.places);
    inside.push(...next.cutOff.map((off) => (off ? Number.NaN : s)));
    triangles.push(...made);
    [ring, from, done] = [next, at, s];
  }
  const arch = removals.find((r) => r.kind === 'arch');
  const further: { readonly s: number; readonly apart: number }[] = places.map((s) => ({ s, apart: 0 }));
  if (arch?.kind === 'arch') {
    const cut = cutOf(region, arch, axes);
    if (cut.kind === 'from line')
      for (const s of placesOnProfile(cut.deep, Math.min(done, cut.reach), cut.reach, ACROSS))
        further.push({ s, apart: ALONG_ARCH });
  }
  const seeds = further.flatMap(({ s, apart }) => (s > done ? thinned(beside.at(s).places, apart) : []));
  const inner = surfaceWithin(ring.places, seeds, height);
  if (!inner) return null;
  const more = points.length - ring.places.length;
  const number = (i: number): number => (i < ring.places.length ? from + i : more + i);
  points.push(...inner.points.slice(ring.places.length));
  for (const i of inner.triangles) triangles.push(number(i));
  const heights = points.map((p, i) =>
    i >= from ? inner.heights[i - (i < from + ring.places.length ? from : more)]! : height(p.x, p.y),
  );
  // Which profile a place has: where both ends of a side have the same, all between has it.
  const profileOf = heights.map((z, i): number => {
    const s = inside[i] ?? Number.NaN;
    if (Number.isNaN(s)) return -1;
    if (z === 0) return profiles.length;
    return profiles.findIndex(({ deep }) => Math.abs(z + deep(s)) < SAME_HEIGHT);
  });
  const isSure = (i: number, j: number): boolean => {
    const k = profileOf[i] ?? -1;
    return k >= 0 && k === profileOf[j];
  };
  return refined({ points, heights, triangles, edge: edge.length }, height, isSure);
}

/** Both faces on one edge: its sides are halved until each is a side of a triangle on both. */
export function facesOn(
  region: Region,
  faces: readonly [readonly Removal[], readonly Removal[]],
): readonly [Surface, Surface] {
  const axes: Axes = new Map();
  const both = faces.map((removals): Face => {
    const depth = deepest(region, removals, axes);
    return { removals, axes, height: (x, y) => -depth(x, y) };
  });
  let edge = followed(
    dividedAtEnds(
      divided(region.outer, () => ALONG),
      endsOf(faces.flat()),
    ),
    both,
  );
  for (let tries = 0; tries < TRIES; tries += 1) {
    const beside = besides(edge);
    const [front, back] = both.map((face) => faceOn(region, edge, beside, face));
    if (front && back) return [front, back];
    edge = divided(edge, () => ALONG / 2 ** (tries + 1));
  }
  throw new Error('the body’s edge runs too near to itself to be made into a mesh');
}

/** A closed line whose sides are halved until the upper ends of the wall on it follow both faces. */
function followed(line: Polygon, faces: readonly Face[]): Polygon {
  const halved = (a: Point, b: Point, times: number): readonly Point[] => {
    const leaves = faces.some(({ height }) => isOff([a, height(a.x, a.y)], [b, height(b.x, b.y)], height));
    const at = times > 0 && leaves ? { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 } : null;
    return at ? [...halved(a, at, times - 1), ...halved(at, b, times - 1)] : [a];
  };
  return line.flatMap((a, i) => halved(a, line[(i + 1) % line.length]!, TRIES));
}
