import { arcCubics, bulgeCubics } from '../../geometry/arcs.ts';
import { bsplineCubics } from '../../geometry/bspline.ts';
import { boxHeight, boxOfPoints, boxWidth } from '../../geometry/box.ts';
import type { Cubic } from '../../geometry/cubic.ts';
import { straightCubic } from '../../geometry/cubic.ts';
import type { Point } from '../../geometry/point.ts';
import type { Entity } from './dxfGroups.ts';
import { figure, figures, numberOf } from './dxfGroups.ts';
import { Unreadable } from './found.ts';

/** Where an entity stands in its file, for messages. */
export const lineOf = (e: Entity): string => `line ${e.line}`;
export const rad = (deg: number): number => (deg * Math.PI) / 180;
const FULL = 2 * Math.PI;

/** The line of an entity. `inOwnPlane`: told in its own plane, which is mirrored when it faces down. */
export interface EntityLine {
  readonly pieces: readonly Cubic[];
  readonly closed: boolean;
  readonly inOwnPlane: boolean;
}

/** A direction off the plane's by less than this, as a share, is rounding: a hundredth of a mm over ten metres. */
const TILTED = 1e-6;

/** The direction an entity's plane faces: up or down; null when it is tilted, which no template is. */
export function facing(e: Entity): 1 | -1 | null {
  const [x, y, z] = [figure(e, 210, 0), figure(e, 220, 0), figure(e, 230, 1)];
  const long = Math.hypot(x, y, z) || 1;
  if (Math.hypot(x, y) / long > TILTED) return null;
  return z >= 0 ? 1 : -1;
}

/** Angles nearer than this, rad, are one: their arc is the whole circle. */
const SAME_ANGLE = 1e-12;

/** Turned counter-clockwise from one angle to another, rad: a full turn where they are one. */
const sweepOf = (from: number, to: number): number => {
  const s = (((to - from) % FULL) + FULL) % FULL;
  return s < SAME_ANGLE ? FULL : s;
};

/** A bulge under this is a straight side: its rise over a metre is under a nanometre. */
const NO_BULGE = 1e-12;

const isClosed = (e: Entity): boolean => (figure(e, 70, 0) & 1) === 1;

interface Vertex {
  readonly at: Point;
  readonly bulge: number;
}

/** Straight and bulged pieces through vertices; those of no length are left out. */
function chain(vertices: readonly Vertex[], closed: boolean): readonly Cubic[] {
  const count = closed ? vertices.length : vertices.length - 1;
  const pieces: Cubic[] = [];
  for (let i = 0; i < count; i += 1) {
    const [a, b] = [vertices[i]!, vertices[(i + 1) % vertices.length]!];
    if (a.at.x === b.at.x && a.at.y === b.at.y) continue;
    if (Math.abs(a.bulge) < NO_BULGE) pieces.push(straightCubic(a.at, b.at));
    else pieces.push(...bulgeCubics(a.at, b.at, a.bulge));
  }
  return pieces;
}

/** The vertices of a light polyline: each begins with its x. */
function lightVertices(e: Entity): readonly Vertex[] {
  const vertices: { at: { x: number; y: number }; bulge: number }[] = [];
  for (const g of e.groups) {
    if (g.code === 10) vertices.push({ at: { x: numberOf(g, e.kind), y: NaN }, bulge: 0 });
    const last = vertices.at(-1);
    if (g.code === 20 && last) last.at.y = numberOf(g, e.kind);
    if (g.code === 42 && last) last.bulge = numberOf(g, e.kind);
  }
  const said = figure(e, 90, vertices.length);
  if (said !== vertices.length || vertices.some((v) => Number.isNaN(v.at.y)))
    throw new Unreadable(
      lineOf(e),
      `LWPOLYLINE: it says ${said} vertices and holds ${vertices.length}: the file is broken`,
    );
  return vertices;
}

/** Rational and high splines are followed to this share of their size: 1 µm on a body. */
const SPLINE_SHARE = 2e-6;

function splineLine(e: Entity): EntityLine {
  const degree = figure(e, 71, 3);
  const knots = figures(e, 40);
  const [xs, ys] = [figures(e, 10), figures(e, 20)];
  const controls = xs.map((x, i) => ({ x, y: ys[i] ?? NaN }));
  if (controls.length === 0)
    throw new Unreadable(
      lineOf(e),
      'SPLINE: it has fit points but no control points, so its curve is not told: save it with control points, or as polylines',
    );
  if (!(Number.isInteger(degree) && degree >= 1 && degree <= 10))
    throw new Unreadable(lineOf(e), `SPLINE: its degree ${degree} is none from 1 to 10`);
  if (xs.length !== ys.length || knots.length !== controls.length + degree + 1)
    throw new Unreadable(
      lineOf(e),
      `SPLINE: ${controls.length} control points of degree ${degree} need ${controls.length + degree + 1} knots; it holds ${knots.length}: the file is broken`,
    );
  if (knots.some((k, i) => i > 0 && k < knots[i - 1]!))
    throw new Unreadable(lineOf(e), 'SPLINE: its knots go back: the file is broken');
  const given = figures(e, 41);
  if (given.length !== 0 && given.length !== controls.length)
    throw new Unreadable(
      lineOf(e),
      `SPLINE: ${controls.length} control points and ${given.length} weights: the file is broken`,
    );
  const weights = given.length ? given : controls.map(() => 1);
  if (weights.some((w) => !(w > 0)))
    throw new Unreadable(lineOf(e), 'SPLINE: a weight is not over 0: the file is broken');
  const box = boxOfPoints(controls)!;
  const pieces = bsplineCubics(
    { degree, knots, controls, weights },
    SPLINE_SHARE * Math.hypot(boxWidth(box), boxHeight(box)),
  );
  return { pieces, closed: isClosed(e), inOwnPlane: false };
}

function straightLine(e: Entity): EntityLine {
  const [a, b] = [
    { x: figure(e, 10), y: figure(e, 20) },
    { x: figure(e, 11), y: figure(e, 21) },
  ];
  const pieces = a.x !== b.x || a.y !== b.y ? [straightCubic(a, b)] : [];
  return { pieces, closed: false, inOwnPlane: false };
}

function roundLine(e: Entity): EntityLine {
  const r = figure(e, 40);
  if (!(r > 0)) throw new Unreadable(lineOf(e), `${e.kind}: its radius ${r} is not over 0`);
  const from = e.kind === 'ARC' ? rad(figure(e, 50)) : 0;
  const sweep = e.kind === 'ARC' ? sweepOf(from, rad(figure(e, 51))) : FULL;
  const centre = { x: figure(e, 10), y: figure(e, 20) };
  const pieces = arcCubics({ centre, rx: r, ry: r, turn: 0, from, sweep });
  return { pieces, closed: sweep === FULL, inOwnPlane: true };
}

/** An ellipse is reported in the drawing's own frame; its angles run the way its plane faces. */
function ellipseLine(e: Entity, faces: 1 | -1): EntityLine {
  const major = { x: figure(e, 11), y: figure(e, 21) };
  const rx = Math.hypot(major.x, major.y);
  const ry = rx * figure(e, 40);
  if (!(rx > 0 && ry > 0)) throw new Unreadable(lineOf(e), 'ELLIPSE: one of its axes is not over 0');
  const from = figure(e, 41, 0);
  const sweep = sweepOf(from, figure(e, 42, FULL));
  const pieces = arcCubics({
    centre: { x: figure(e, 10), y: figure(e, 20) },
    rx,
    ry,
    turn: Math.atan2(major.y, major.x),
    from: faces * from,
    sweep: faces * sweep,
  });
  return { pieces, closed: sweep === FULL, inOwnPlane: false };
}

function lightPolyline(e: Entity): EntityLine {
  const closed = isClosed(e);
  return { pieces: chain(lightVertices(e), closed), closed, inOwnPlane: true };
}

/** Flags of an old polyline and its vertices. */
const IN_SPACE = 8;
const MESH = 16 | 64;
const CONTROL_POINT = 16;

/** An old polyline: its vertices follow it as entities of their own. */
function oldPolyline(e: Entity, _faces: 1 | -1, followers: readonly Entity[]): EntityLine | string {
  const flags = figure(e, 70, 0);
  if (flags & MESH) return 'it is a surface, not a line';
  const closed = isClosed(e);
  const vertices = followers
    .filter((v) => v.kind === 'VERTEX' && (figure(v, 70, 0) & CONTROL_POINT) === 0)
    .map((v): Vertex => ({ at: { x: figure(v, 10), y: figure(v, 20) }, bulge: figure(v, 42, 0) }));
  return { pieces: chain(vertices, closed), closed, inOwnPlane: (flags & IN_SPACE) === 0 };
}

type Reader = (e: Entity, faces: 1 | -1, followers: readonly Entity[]) => EntityLine | string;

const READERS: Readonly<Record<string, Reader>> = {
  LINE: straightLine,
  CIRCLE: roundLine,
  ARC: roundLine,
  ELLIPSE: ellipseLine,
  LWPOLYLINE: lightPolyline,
  POLYLINE: oldPolyline,
  SPLINE: splineLine,
};

/** Entities that are words, measures or surfaces. */
const NO_LINES: Readonly<Record<string, string>> = {
  TEXT: 'words are no line',
  MTEXT: 'words are no line',
  ATTRIB: 'words are no line',
  ATTDEF: 'words are no line',
  DIMENSION: 'measures are no line',
  LEADER: 'measures are no line',
  HATCH: 'a filling is no line: bring in what bounds it',
  POINT: 'a point is no line',
  VIEWPORT: 'it draws no line',
};

/** Why an entity is no line whatever it says; null where it may be one. */
export const noLine = (kind: string): string | null => NO_LINES[kind] ?? null;

/**
 * The line that an entity draws, in its own unit, or why it is passed over. `faces`: whether its plane faces up or down;
 * `followers`: the vertices of an old polyline. Throws Unreadable where it is broken.
 */
export const lineOfEntity = (e: Entity, faces: 1 | -1, followers: readonly Entity[]): EntityLine | string =>
  READERS[e.kind]?.(e, faces, followers) ?? 'Pelkin reads no line from it';
