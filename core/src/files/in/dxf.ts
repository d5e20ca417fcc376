import { arcCubics, bulgeCubics } from '../../geometry/arcs.ts';
import { bsplineCubics } from '../../geometry/bspline.ts';
import { boxHeight, boxOfPoints, boxWidth } from '../../geometry/box.ts';
import type { Cubic } from '../../geometry/cubic.ts';
import { mapCubic, straightCubic } from '../../geometry/cubic.ts';
import type { Point } from '../../geometry/point.ts';
import type { Affine } from './affine.ts';
import { IDENTITY, after, apply, moved, scaled, turned } from './affine.ts';
import type { Entity } from './dxfGroups.ts';
import { dxfParts, figure, figures, groupOf, numberOf, textOf } from './dxfGroups.ts';
import type { FoundCurve, ReadFile, Told, UnitChoice } from './found.ts';
import {
  MOST_PIECES,
  MOST_WALKED,
  Unreadable,
  WholeUnreadable,
  atTheDoor,
  isPlaced,
  passing,
  startClock,
} from './found.ts';

/** The units that a DXF drawing of an instrument may be in. */
export const DXF_UNITS: readonly UnitChoice[] = [
  { name: 'millimetres', mm: 1 },
  { name: 'inches', mm: 25.4 },
  { name: 'centimetres', mm: 10 },
  { name: 'metres', mm: 1000 },
  { name: 'feet', mm: 304.8 },
];
/** The header's code of the drawing's unit, as far as it is one of length that people draw in. */
const INSUNITS: ReadonlyMap<number, UnitChoice> = new Map([
  [1, DXF_UNITS[1]!],
  [2, DXF_UNITS[4]!],
  [4, DXF_UNITS[0]!],
  [5, DXF_UNITS[2]!],
  [6, DXF_UNITS[3]!],
  [8, { name: 'microinches', mm: 25.4e-6 }],
  [9, { name: 'thousandths of an inch', mm: 0.0254 }],
  [10, { name: 'yards', mm: 914.4 }],
  [13, { name: 'micrometres', mm: 1e-3 }],
  [14, { name: 'decimetres', mm: 100 }],
]);

const rad = (deg: number): number => (deg * Math.PI) / 180;
const line = (e: Entity): string => `line ${e.line}`;
const FULL = 2 * Math.PI;

/** The direction an entity's plane faces: up or down; null when it is tilted, which no template is. */
function facing(e: Entity): 1 | -1 | null {
  const [x, y, z] = [figure(e, 210, 0), figure(e, 220, 0), figure(e, 230, 1)];
  const long = Math.hypot(x, y, z) || 1;
  if (Math.hypot(x, y) / long > 1e-6) return null;
  return z >= 0 ? 1 : -1;
}

/** Turned counter-clockwise from one angle to another, rad: a full turn where they are one. */
const sweepOf = (from: number, to: number): number => {
  const s = (((to - from) % FULL) + FULL) % FULL;
  return s < 1e-12 ? FULL : s;
};

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
    if (Math.abs(a.bulge) < 1e-12) pieces.push(straightCubic(a.at, b.at));
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
      line(e),
      `LWPOLYLINE: it says ${said} vertices and holds ${vertices.length}: the file is broken`,
    );
  return vertices;
}

/** Rational and high splines are followed to this share of their size: 1 µm on a body. */
const SPLINE_SHARE = 2e-6;

function splineOf(e: Entity): { readonly pieces: readonly Cubic[]; readonly closed: boolean } {
  const degree = figure(e, 71, 3);
  const knots = figures(e, 40);
  const [xs, ys] = [figures(e, 10), figures(e, 20)];
  const controls = xs.map((x, i) => ({ x, y: ys[i] ?? NaN }));
  if (controls.length === 0)
    throw new Unreadable(
      line(e),
      'SPLINE: it has fit points but no control points, so its curve is not told: save it with control points, or as polylines',
    );
  if (!(Number.isInteger(degree) && degree >= 1 && degree <= 10))
    throw new Unreadable(line(e), `SPLINE: its degree ${degree} is none from 1 to 10`);
  if (xs.length !== ys.length || knots.length !== controls.length + degree + 1)
    throw new Unreadable(
      line(e),
      `SPLINE: ${controls.length} control points of degree ${degree} need ${controls.length + degree + 1} knots; it holds ${knots.length}: the file is broken`,
    );
  if (knots.some((k, i) => i > 0 && k < knots[i - 1]!))
    throw new Unreadable(line(e), 'SPLINE: its knots go back: the file is broken');
  const given = figures(e, 41);
  if (given.length !== 0 && given.length !== controls.length)
    throw new Unreadable(
      line(e),
      `SPLINE: ${controls.length} control points and ${given.length} weights: the file is broken`,
    );
  const weights = given.length ? given : controls.map(() => 1);
  if (weights.some((w) => !(w > 0)))
    throw new Unreadable(line(e), 'SPLINE: a weight is not over 0: the file is broken');
  const box = boxOfPoints(controls)!;
  const pieces = bsplineCubics(
    { degree, knots, controls, weights },
    SPLINE_SHARE * Math.hypot(boxWidth(box), boxHeight(box)),
  );
  return { pieces, closed: (figure(e, 70, 0) & 1) === 1 };
}

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

/** Blocks within blocks at most. */
const DEEPEST = 40;
const TELL_EVERY = 2000;

/**
 * The lines of a text DXF drawing in its own unit, y up: lines, arcs, circles, ellipses, polylines with bulges,
 * splines of any degree with weights, and blocks put in, turned, scaled and repeated. What is drawn out of the
 * plane, on hidden layers or on the paper's space is passed over and counted.
 */
export function readDxf(text: string, told: Told = () => undefined): ReadFile {
  return atTheDoor(() => {
    const look = startClock('to read it');
    const parts = dxfParts(text, look);
    told(0.5);
    const { pass, list } = passing();
    const cautions = passing();
    /** The first entity that was broken: told when nothing else could be read. */
    let broken: Unreadable | null = null;
    let walked = 0;
    const curves: FoundCurve[] = [];
    let [pieces, seen] = [0, 0];
    const total = parts.entities.length;

    const add = (
      e: Entity,
      found: readonly Cubic[],
      closed: boolean,
      matrix: Affine,
      layer: string,
    ): void => {
      if (found.length === 0) return;
      pieces += found.length;
      if (pieces > MOST_PIECES)
        throw new WholeUnreadable(
          line(e),
          `the drawing has over ${MOST_PIECES} pieces of line: bring in the outline alone`,
        );
      const placed = found.map((c) => mapCubic(c, (p) => apply(matrix, p)));
      if (!placed.every(isPlaced))
        throw new Unreadable(
          line(e),
          `${e.kind}: it lies ten million units away or further: a number is wrong`,
        );
      const construction = parts.constructionLayers.has(layer.toUpperCase());
      curves.push({ pieces: placed, closed, name: layer, ...(construction ? { construction } : {}) });
    };

    /** Lines that rise or lie at different heights are drawn on paper as they are seen from above. */
    const heights = new Set<number>();
    const height = (e: Entity): void => {
      const z = [30, 31, 38].flatMap((code) => figures(e, code).slice(0, 1));
      if (e.kind === 'LINE' && z.length === 2 && z[0] !== z[1])
        cautions.pass(
          e.kind,
          'it rises out of the plane: it is taken as seen from above, and is longer in truth',
        );
      if (heights.size < 3) for (const value of z) heights.add(value);
    };

    const walk = (
      entities: readonly Entity[],
      outer: Affine,
      depth: number,
      inherited: string | null,
    ): void => {
      for (let i = 0; i < entities.length; i += 1) {
        const e = entities[i]!;
        look();
        walked += 1;
        if (walked > MOST_WALKED)
          throw new WholeUnreadable(
            line(e),
            `its blocks put over ${MOST_WALKED} entities into one another: bring in the outline alone`,
          );
        seen += depth === 0 ? 1 : 0;
        if (depth === 0 && seen % TELL_EVERY === 0) told(0.5 + (0.5 * seen) / total);
        const { kind } = e;
        // The vertices and words that follow their owner.
        const followers: Entity[] = [];
        if (kind === 'POLYLINE' || (kind === 'INSERT' && figure(e, 66, 0) === 1)) {
          while (i + 1 < entities.length && ['VERTEX', 'ATTRIB'].includes(entities[i + 1]!.kind)) {
            i += 1;
            followers.push(entities[i]!);
          }
          if (entities[i + 1]?.kind === 'SEQEND') i += 1;
          else if (kind === 'POLYLINE')
            throw new Unreadable(
              line(e),
              'POLYLINE: its vertices do not end (no SEQEND): the file is broken',
            );
        }
        const own = textOf(e, 8) ?? '0';
        // What a block draws on layer 0 lies on the layer of its insertion.
        const layer = own === '0' && inherited !== null ? inherited : own;
        if (figure(e, 67, 0) === 1) {
          pass(kind, 'it lies on the paper’s space, not in the drawing');
          continue;
        }
        if (parts.hiddenLayers.has(layer) || figure(e, 60, 0) === 1) {
          pass(kind, 'the file does not show it');
          continue;
        }
        if (NO_LINES[kind]) {
          pass(kind, NO_LINES[kind]);
          continue;
        }
        const faces = facing(e);
        if (faces === null) {
          pass(kind, 'it is drawn out of the plane');
          continue;
        }
        // Arcs, circles, light polylines and insertions are told in their own plane: seen from below it is mirrored.
        const plane = after(outer, scaled(faces, 1));
        try {
          switch (kind) {
            case 'LINE': {
              const [a, b] = [
                { x: figure(e, 10), y: figure(e, 20) },
                { x: figure(e, 11), y: figure(e, 21) },
              ];
              if (a.x !== b.x || a.y !== b.y) add(e, [straightCubic(a, b)], false, outer, layer);
              break;
            }
            case 'CIRCLE':
            case 'ARC': {
              const r = figure(e, 40);
              if (!(r > 0)) throw new Unreadable(line(e), `${kind}: its radius ${r} is not over 0`);
              const from = kind === 'ARC' ? rad(figure(e, 50)) : 0;
              const sweep = kind === 'ARC' ? sweepOf(from, rad(figure(e, 51))) : FULL;
              const centre = { x: figure(e, 10), y: figure(e, 20) };
              add(e, arcCubics({ centre, rx: r, ry: r, turn: 0, from, sweep }), sweep === FULL, plane, layer);
              break;
            }
            case 'ELLIPSE': {
              const major = { x: figure(e, 11), y: figure(e, 21) };
              const rx = Math.hypot(major.x, major.y);
              const ry = rx * figure(e, 40);
              if (!(rx > 0 && ry > 0))
                throw new Unreadable(line(e), 'ELLIPSE: one of its axes is not over 0');
              const from = figure(e, 41, 0);
              const sweep = sweepOf(from, figure(e, 42, FULL));
              const turn = Math.atan2(major.y, major.x);
              const centre = { x: figure(e, 10), y: figure(e, 20) };
              const arc = arcCubics({ centre, rx, ry, turn, from: faces * from, sweep: faces * sweep });
              add(e, arc, sweep === FULL, outer, layer);
              break;
            }
            case 'LWPOLYLINE': {
              const closed = (figure(e, 70, 0) & 1) === 1;
              add(e, chain(lightVertices(e), closed), closed, plane, layer);
              break;
            }
            case 'POLYLINE': {
              const flags = figure(e, 70, 0);
              if (flags & (16 | 64)) {
                pass('POLYLINE', 'it is a surface, not a line');
                break;
              }
              const closed = (flags & 1) === 1;
              const vertices = followers
                .filter((v) => v.kind === 'VERTEX' && (figure(v, 70, 0) & 16) === 0)
                .map((v): Vertex => ({
                  at: { x: figure(v, 10), y: figure(v, 20) },
                  bulge: figure(v, 42, 0),
                }));
              add(e, chain(vertices, closed), closed, flags & 8 ? outer : plane, layer);
              break;
            }
            case 'SPLINE': {
              const { pieces: found, closed } = splineOf(e);
              add(e, found, closed, outer, layer);
              break;
            }
            case 'INSERT': {
              const name = textOf(e, 2) ?? '';
              const block = parts.blocks.get(name.toUpperCase());
              if (!block)
                throw new Unreadable(
                  groupOf(e, 2) ? `line ${groupOf(e, 2)!.line}` : line(e),
                  `INSERT: the block “${name}” is not in the file: save it with its blocks`,
                );
              if (depth >= DEEPEST)
                throw new WholeUnreadable(
                  line(e),
                  `INSERT: the block “${name}” leads back to itself: the file is broken`,
                );
              const base = moved(-figure(block.head, 10, 0), -figure(block.head, 20, 0));
              const turn = turned(rad(figure(e, 50, 0)));
              const [columns, rows] = [figure(e, 70, 1), figure(e, 71, 1)];
              if (columns * rows > MOST_PIECES)
                throw new WholeUnreadable(
                  line(e),
                  `INSERT: ${columns} × ${rows} copies are too many: bring in the outline alone`,
                );
              for (let row = 0; row < rows; row += 1)
                for (let column = 0; column < columns; column += 1) {
                  const lay = after(
                    moved(figure(e, 10, 0), figure(e, 20, 0)),
                    after(turn, moved(column * figure(e, 44, 0), row * figure(e, 45, 0))),
                  );
                  const size = after(lay, after(scaled(figure(e, 41, 1), figure(e, 42, 1)), base));
                  walk(block.entities, after(plane, size), depth + 1, layer);
                }
              break;
            }
            default:
              pass(kind, 'Pelkin reads no line from it');
          }
          height(e);
        } catch (error) {
          // One broken entity is left out and counted; what ends the whole reading goes on.
          if (!(error instanceof Unreadable) || error instanceof WholeUnreadable) throw error;
          broken ??= error;
          pass(kind, `it is broken (${error.where}: ${error.message})`);
        }
      }
    };
    walk(parts.entities, IDENTITY, 0, null);
    if (curves.length === 0 && broken) throw broken as Unreadable;
    if (heights.size > 1)
      cautions.pass('drawing', 'its lines lie at different heights: all are taken into one plane');
    const unit = parts.header.get('$INSUNITS');
    const declared = unit ? (INSUNITS.get(numberOf(unit, '$INSUNITS')) ?? null) : null;
    told(1);
    return {
      kind: 'dxf',
      curves,
      declared,
      choices: DXF_UNITS,
      passedOver: list(),
      cautions: cautions.list(),
    };
  });
}
