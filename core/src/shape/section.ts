import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';
import type { Polygon } from '../geometry/polygons.ts';
import type { Cut } from '../layout/cut.ts';
import type { Layout } from '../layout/layOut.ts';
import type { Depth } from '../solid/depths.ts';
import { deepest } from '../solid/depths.ts';
import { regionHolds } from '../solid/region.ts';
import type { Removal } from '../solid/solid.ts';
import type { Axes } from '../solid/depths.ts';
import type { Solid } from '../solid/solid.ts';
import type { BodySolid } from './bodySolid.ts';

/** A place of a section: along its line from its beginning, and z (0 is the flat front), mm. */
export type SectionPlace = readonly [along: number, z: number];

/** A run of wood that the section passes through. */
export interface SectionPiece {
  /** From the beginning of the run to its end, along the front and along the back. */
  readonly top: readonly SectionPlace[];
  readonly bottom: readonly SectionPlace[];
  /** Of a body with a glued-on front: which piece of wood this is of. */
  readonly of?: 'front' | 'core';
}

/** Something that lies in a section: what a part fills. */
export interface SectionBox {
  readonly name: string;
  readonly from: number;
  readonly to: number;
  readonly low: number;
  readonly high: number;
}

/** A round hole as the section shows it: closed, counted along the line and in z, mm. */
export interface SectionHole {
  readonly name: string;
  readonly outline: readonly SectionPlace[];
}

/** A hole’s line in a section is found at so many places along it. */
const HOLE_PLACES = 40;

/**
 * Where an upright plane along a line cuts a round hole: at each place along the line the heights at which the hole’s axis is nearer than its radius and
 * neither end is passed. Null where it does not.
 */
function holeInSection(
  { axis, bore, name, area }: Cut,
  at: (s: number) => Point,
  box: { readonly from: number; readonly to: number } | null,
): SectionHole | null {
  if (!axis || bore === undefined || !box || !(box.to > box.from)) return null;
  const [a, b] = axis;
  const [ux, uy, uz] = [b.x - a.x, b.y - a.y, b.z - a.z];
  const long2 = ux * ux + uy * uy + uz * uz;
  if (!(long2 > 0) || area.polygon.length === 0) return null;
  const top: SectionPlace[] = [];
  const bottom: SectionPlace[] = [];
  for (let i = 0; i <= HOLE_PLACES; i += 1) {
    const s = box.from + ((box.to - box.from) * i) / HOLE_PLACES;
    const p = at(s);
    const [px, py] = [p.x - a.x, p.y - a.y];
    // Along the axis t = (k + uz z) / |u|², z from the beginning’s height; the square of the distance is a parabola in z.
    const k = px * ux + py * uy;
    const [qa, qb, qc] = [
      1 - (uz * uz) / long2,
      (-2 * k * uz) / long2,
      px * px + py * py - (k * k) / long2 - (bore / 2) ** 2,
    ];
    const root = qb * qb - 4 * qa * qc;
    if (!(qa > 1e-12) || root < 0) continue;
    let [low, high] = [(-qb - Math.sqrt(root)) / (2 * qa), (-qb + Math.sqrt(root)) / (2 * qa)];
    if (Math.abs(uz) > 1e-9) {
      const ends = [-k / uz, (long2 - k) / uz].sort((m, n) => m - n) as [number, number];
      [low, high] = [Math.max(low, ends[0]), Math.min(high, ends[1])];
    } else if (k < 0 || k > long2) continue;
    if (high < low) continue;
    top.push([s, a.z + high]);
    bottom.push([s, a.z + low]);
  }
  return top.length > 1 ? { name, outline: [...top, ...bottom.reverse()] } : null;
}

/** A body cut through along a line (formulas section 11). */
export interface CrossSection {
  readonly length: number;
  readonly pieces: readonly SectionPiece[];
  readonly parts: readonly SectionBox[];
  readonly bores: readonly SectionHole[];
  /** The wood at a place along the line, mm; null outside the body. */
  readonly woodAt: (along: number) => number | null;
}

/** Places along the line between the edges of what is cut, mm: a tenth of what an eye sees at life size. */
const STEP = 0.5;
/** Beside an edge a section is looked at this near to it, mm. */
const HAIR = 1e-4;

/** Further than this from where something begins or ends, mm, a section bends no more than a contour does: wider steps do. */
const NEAR_ENDS = 15;
const WIDE_STEP = 1.5;

/** Places from a to b: near to one another at both ends, a hair inside them. */
function placesBetween(a: number, b: number): readonly number[] {
  const places = [a + HAIR];
  for (let s = a; ;) {
    s += s - a >= NEAR_ENDS && b - s > NEAR_ENDS + WIDE_STEP ? WIDE_STEP : STEP;
    if (s >= b - STEP / 2) break;
    places.push(s);
  }
  return [...places, b - HAIR];
}

/** Where a line crosses a polygon, along it. */
function crossings(polygon: Polygon, from: Point, way: Point, long: number): readonly number[] {
  const found: number[] = [];
  const side = (p: Point): number => way.x * (p.y - from.y) - way.y * (p.x - from.x);
  const along = (p: Point): number => (p.x - from.x) * way.x + (p.y - from.y) * way.y;
  polygon.forEach((a, i) => {
    const b = polygon[(i + 1) % polygon.length]!;
    const [p, q] = [side(a), side(b)];
    if (p > 0 === q > 0) return;
    const s = along(a) + ((along(b) - along(a)) * p) / (p - q);
    if (s > 0 && s < long) found.push(s);
  });
  return found.sort((p, q) => p - q);
}

/** Runs of wood of a solid along a line, and how much there is at a place of it. */
function runsOf(
  solid: Solid,
  axes: Axes,
  from: Point,
  to: Point,
  of?: 'front' | 'core',
): { readonly pieces: readonly SectionPiece[]; readonly woodAt: CrossSection['woodAt'] } {
  const length = Math.max(HAIR, distance(from, to));
  const way = { x: (to.x - from.x) / length, y: (to.y - from.y) / length };
  const at = (s: number): Point => ({ x: from.x + way.x * s, y: from.y + way.y * s });
  // An opening that the line does not cross takes nothing of the section.
  const met = (list: readonly Removal[]): readonly Removal[] =>
    list.filter((r) => r.kind !== 'opening' || crossings(r.shape.outer, from, way, length).length > 0);
  const [front, back] = [met(solid.front), met(solid.back)].map((list) =>
    deepest(solid.region, list, axes),
  ) as [Depth, Depth];
  const holds = regionHolds(solid.region);
  const zs = (s: number): readonly [number, number] => {
    const p = at(s);
    return [-front(p.x, p.y), back(p.x, p.y) - solid.thickness];
  };
  const edges = [
    0,
    ...[
      solid.region.outer,
      ...solid.region.holes,
      ...[...solid.front, ...solid.back].flatMap((r) =>
        r.kind === 'opening' ? [r.shape.outer, ...r.shape.holes] : [],
      ),
    ].flatMap((polygon) => crossings(polygon, from, way, length)),
    length,
  ].sort((p, q) => p - q);
  const pieces: SectionPiece[] = [];
  let [top, bottom]: [SectionPlace[], SectionPlace[]] = [[], []];
  const end = (): void => {
    if (top.length > 1) pieces.push({ top, bottom, ...(of ? { of } : {}) });
    [top, bottom] = [[], []];
  };
  for (let k = 0; k + 1 < edges.length; k += 1) {
    const [a, b] = [edges[k]!, edges[k + 1]!];
    if (b - a < 2 * HAIR) continue;
    const middle = at((a + b) / 2);
    if (!holds(middle.x, middle.y)) {
      end();
      continue;
    }
    for (const s of placesBetween(a, b)) {
      const [z, y] = zs(s);
      if (z - y <= 0) end();
      else {
        top.push([s, z]);
        bottom.push([s, y]);
      }
    }
  }
  end();
  return {
    pieces,
    woodAt: (s) => {
      if (s < 0 || s > length) return null;
      const p = at(s);
      if (!holds(p.x, p.y)) return null;
      const [z, y] = zs(s);
      return Math.max(0, z - y);
    },
  };
}

/** The section of a body along a line; pieces in order. The ends of the line should lie outside the body. */
export function crossSection(carved: BodySolid, layout: Layout, from: Point, to: Point): CrossSection {
  const length = Math.max(HAIR, distance(from, to));
  const way = { x: (to.x - from.x) / length, y: (to.y - from.y) / length };
  const { glued } = carved;
  const runs = glued
    ? (['core', 'front'] as const).map((of) =>
        // A front with sound openings has an edge of its own.
        runsOf(glued.whole[of].solid, of === 'core' ? carved.axes : new Map(), from, to, of),
      )
    : [runsOf(carved.solid, carved.axes, from, to)];
  const closed = glued ? deepest(glued.whole.closed.region, glued.whole.closed.front) : null;
  const boxOf = (polygon: Polygon): { readonly from: number; readonly to: number } | null => {
    const found = crossings(polygon, from, way, length);
    return found.length < 2 ? null : { from: found[0]!, to: found.at(-1)! };
  };
  return {
    length,
    pieces: runs.flatMap((r) => r.pieces),
    parts: layout.parts.flatMap(({ solids, name }) =>
      solids.flatMap((s) => {
        const box = boxOf(s.area.polygon);
        return box ? [{ name, ...box, low: s.low, high: s.high }] : [];
      }),
    ),
    bores: layout.cuts
      .filter((c) => c.face === 'edge' || c.role === 'drilled')
      .flatMap((c) => {
        const at = (s: number): Point => ({ x: from.x + way.x * s, y: from.y + way.y * s });
        return holeInSection(c, at, boxOf(c.area.polygon)) ?? [];
      }),
    woodAt: (s) => {
      const found = runs.map((r) => r.woodAt(s));
      const [first, second] = found;
      if (first === undefined || first === null || second === undefined || second === null)
        return found.find((t) => t !== null && t !== undefined) ?? null;
      const p = { x: from.x + way.x * s, y: from.y + way.y * s };
      // Over and under something closed, the thinner of the two.
      const isClosed = first > 0 && second > 0 && closed !== null && closed(p.x, p.y) > 0;
      return isClosed ? Math.min(first, second) : first + second;
    },
  };
}
