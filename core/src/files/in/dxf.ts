import type { SaidCut } from '../../geometry/chains.ts';
import { SAID_BY, asideIn } from '../saidBy.ts';
import type { Cubic } from '../../geometry/cubic.ts';
import { mapCubic } from '../../geometry/cubic.ts';
import type { Affine } from './affine.ts';
import { IDENTITY, after, apply, moved, scaled, turned } from './affine.ts';
import { facing, lineOf, lineOfEntity, noLine, rad } from './dxfEntities.ts';
import type { DxfParts, Entity } from './dxfGroups.ts';
import { dxfParts, figure, figures, groupOf, isDashed, numberOf, textOf } from './dxfGroups.ts';
import type { FoundCurve, Passing, ReadFile, Told, UnitChoice } from './found.ts';
import {
  MOST_PIECES,
  MOST_WALKED,
  countedElements,
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

/** Blocks within blocks at most. */
const DEEPEST = 40;
const TELL_EVERY = 2000;

/** One reading of a drawing: what was found of it so far, and what limits it. */
interface Reading {
  readonly parts: DxfParts;
  readonly look: () => void;
  readonly told: Told;
  readonly passed: Passing;
  readonly cautions: Passing;
  readonly curves: FoundCurve[];
  /** Heights that lines lie at, the first few: more than one is reported. */
  readonly heights: Set<number>;
  /** The first entity that was broken: told when nothing else could be read. */
  broken: Unreadable | null;
  walked: number;
  pieces: number;
}

/** Where entities lie: in the drawing itself, or in a block that is put in. */
interface Within {
  readonly matrix: Affine;
  readonly depth: number;
  /** The layer of the insertion; null in the drawing itself. */
  readonly layer: string | null;
}

/** Reads name, face and depth of a cut from an entity's extended data; null without ours. */
function saidIn({ groups }: Entity): { readonly name: string; readonly cut: SaidCut | null } | null {
  const from = groups.findIndex((g) => g.code === 1001 && g.value.trim() === SAID_BY);
  if (from < 0) return null;
  const rest = groups.slice(from + 1);
  const end = rest.findIndex((g) => g.code === 1001);
  const own = end < 0 ? rest : rest.slice(0, end);
  const [name = '', face = '', through] = own.flatMap((g) => (g.code === 1000 ? [g.value.trim()] : []));
  const deep = Number(own.find((g) => g.code === 1040)?.value ?? 0);
  const aside = asideIn(face);
  if (face !== 'front' && face !== 'back' && !aside) return { name, cut: null };
  return {
    name,
    cut: {
      face: face === 'back' ? 'back' : 'front',
      depth: Number.isFinite(deep) && deep > 0 ? deep : 0,
      through: through === 'through',
      aside,
    },
  };
}

/** Takes an entity's line into the drawing's frame. */
function keepLine(
  reading: Reading,
  e: Entity,
  found: readonly Cubic[],
  closed: boolean,
  matrix: Affine,
  layer: string,
): void {
  if (found.length === 0) return;
  reading.pieces += found.length;
  if (reading.pieces > MOST_PIECES)
    throw new WholeUnreadable(
      lineOf(e),
      `the drawing has over ${MOST_PIECES} pieces of line: bring in the outline alone`,
    );
  const placed = found.map((c) => mapCubic(c, (p) => apply(matrix, p)));
  if (!placed.every(isPlaced))
    throw new Unreadable(
      lineOf(e),
      `${e.kind}: it lies ten million units away or further: a number is wrong`,
    );
  const construction = reading.parts.constructionLayers.has(layer.toUpperCase());
  const own = textOf(e, 6)?.toUpperCase();
  const dashed =
    own === undefined || own === 'BYLAYER' || own === 'BYBLOCK'
      ? reading.parts.dashedLayers.has(layer.toUpperCase())
      : isDashed(own);
  const said = saidIn(e);
  reading.curves.push({
    pieces: placed,
    closed,
    name: said?.name || layer,
    layer,
    ...(said?.cut ? { cut: said.cut } : {}),
    ...(construction ? { construction } : {}),
    ...(dashed ? { dashed } : {}),
  });
}

/** Lines that rise or lie at different heights are drawn on paper as they are seen from above. */
function noteHeight({ cautions, heights }: Reading, e: Entity, followers: readonly Entity[]): void {
  // Of an ellipse, 31 belongs to its axis' direction.
  const codes = e.kind === 'ELLIPSE' ? [30] : [30, 31, 38];
  // A POLYLINE's heights are those of its vertices; its own group 30 is the height of its plane.
  const vertices = followers.filter((v) => v.kind === 'VERTEX');
  const z = vertices.length
    ? vertices.flatMap((v) => figures(v, 30))
    : codes.flatMap((code) => figures(e, code));
  const [least, most] = z.reduce(([a, b], v) => [Math.min(a, v), Math.max(b, v)], [Infinity, -Infinity]);
  if (most - least > LEVEL)
    cautions.pass(
      e.kind,
      `it rises out of the plane, from ${signed(least)} to ${signed(most)}: it is taken as seen from above, and is longer in truth`,
    );
  else if (heights.size < 3) for (const value of z) heights.add(value);
}

/** Heights that differ by less than this, in the file's unit, are rounding. */
const LEVEL = 1e-6;
const signed = (v: number): string => String(Number(v.toFixed(3))).replace('-', '−');

/** The vertices and words that follow their owner, and where the entities after them begin. */
function followersOf(
  entities: readonly Entity[],
  at: number,
): { readonly list: Entity[]; readonly next: number } {
  const e = entities[at]!;
  const list: Entity[] = [];
  if (e.kind !== 'POLYLINE' && !(e.kind === 'INSERT' && figure(e, 66, 0) === 1))
    return { list, next: at + 1 };
  let next = at + 1;
  while (next < entities.length && ['VERTEX', 'ATTRIB'].includes(entities[next]!.kind)) {
    list.push(entities[next]!);
    next += 1;
  }
  if (entities[next]?.kind === 'SEQEND') next += 1;
  else if (e.kind === 'POLYLINE')
    throw new Unreadable(lineOf(e), 'POLYLINE: its vertices do not end (no SEQEND): the file is broken');
  return { list, next };
}

/** Puts a block in, turned, scaled and repeated. */
function putIn(reading: Reading, e: Entity, plane: Affine, within: Within, layer: string): void {
  const name = textOf(e, 2) ?? '';
  const block = reading.parts.blocks.get(name.toUpperCase());
  if (!block)
    throw new Unreadable(
      groupOf(e, 2) ? `line ${groupOf(e, 2)!.line}` : lineOf(e),
      `INSERT: the block “${name}” is not in the file: save it with its blocks`,
    );
  if (within.depth >= DEEPEST)
    throw new WholeUnreadable(
      lineOf(e),
      `INSERT: the block “${name}” leads back to itself: the file is broken`,
    );
  const base = moved(-figure(block.head, 10, 0), -figure(block.head, 20, 0));
  const turn = turned(rad(figure(e, 50, 0)));
  const [columns, rows] = [figure(e, 70, 1), figure(e, 71, 1)];
  if (columns * rows > MOST_PIECES)
    throw new WholeUnreadable(
      lineOf(e),
      `INSERT: ${columns} × ${rows} copies are too many: bring in the outline alone`,
    );
  for (let row = 0; row < rows; row += 1)
    for (let column = 0; column < columns; column += 1) {
      const lay = after(
        moved(figure(e, 10, 0), figure(e, 20, 0)),
        after(turn, moved(column * figure(e, 44, 0), row * figure(e, 45, 0))),
      );
      const size = after(lay, after(scaled(figure(e, 41, 1), figure(e, 42, 1)), base));
      walk(reading, block.entities, { matrix: after(plane, size), depth: within.depth + 1, layer });
    }
}

/** Reads one entity: its line, the block it puts in, or why it is passed over. */
function readEntity(reading: Reading, e: Entity, followers: readonly Entity[], within: Within): void {
  const { pass } = reading.passed;
  const own = textOf(e, 8) ?? '0';
  // What a block draws on layer 0 lies on the layer of its insertion.
  const layer = own === '0' && within.layer !== null ? within.layer : own;
  if (figure(e, 67, 0) === 1) return pass(e.kind, 'it lies on the paper’s space, not in the drawing');
  if (reading.parts.hiddenLayers.has(layer) || figure(e, 60, 0) === 1)
    return pass(e.kind, 'the file does not show it');
  const why = noLine(e.kind);
  if (why !== null) return pass(e.kind, why);
  const faces = facing(e);
  if (faces === null) return pass(e.kind, 'it is drawn out of the plane');
  try {
    // What is reported in its own plane is mirrored where that is seen from below.
    const plane = after(within.matrix, scaled(faces, 1));
    if (e.kind === 'INSERT') putIn(reading, e, plane, within, layer);
    else {
      const line = lineOfEntity(e, faces, followers);
      if (typeof line === 'string') pass(e.kind, line);
      else keepLine(reading, e, line.pieces, line.closed, line.inOwnPlane ? plane : within.matrix, layer);
    }
    noteHeight(reading, e, followers);
  } catch (error) {
    // One broken entity is left out and counted; what ends the whole reading goes on.
    if (!(error instanceof Unreadable) || error instanceof WholeUnreadable) throw error;
    reading.broken ??= error;
    pass(e.kind, `it is broken (${error.where}: ${error.message})`);
  }
}

function walk(reading: Reading, entities: readonly Entity[], within: Within): void {
  for (let i = 0, seen = 1; i < entities.length; seen += 1) {
    const e = entities[i]!;
    reading.look();
    reading.walked += 1;
    if (reading.walked > MOST_WALKED)
      throw new WholeUnreadable(
        lineOf(e),
        `its blocks put over ${MOST_WALKED} entities into one another: bring in the outline alone`,
      );
    if (within.depth === 0 && seen % TELL_EVERY === 0) reading.told(0.5 + (0.5 * seen) / entities.length);
    const { list, next } = followersOf(entities, i);
    readEntity(reading, e, list, within);
    i = next;
  }
}

/** Where a record of a DXF file begins: a line of the group code 0, and the record’s kind. */
const RECORD = /^[ \t]*0[ \t]*\r?\n[ \t]*[A-Z]/gm;

/**
 * The lines of a text DXF drawing in its own unit, y up: lines, arcs, circles, ellipses, polylines with bulges,
 * splines of any degree with weights, and blocks put in, turned, scaled and repeated. What is drawn out of the
 * plane, on hidden layers or on the paper's space is passed over and counted.
 */
export function readDxf(text: string, told: Told = () => undefined): ReadFile {
  return atTheDoor(() => {
    const look = startClock('to read it');
    countedElements(text, RECORD);
    const parts = dxfParts(text, look);
    told(0.5);
    const reading: Reading = {
      parts,
      look,
      told,
      passed: passing(),
      cautions: passing(),
      curves: [],
      heights: new Set(),
      broken: null,
      walked: 0,
      pieces: 0,
    };
    walk(reading, parts.entities, { matrix: IDENTITY, depth: 0, layer: null });
    const { curves, broken, heights, passed, cautions } = reading;
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
      passedOver: passed.list(),
      cautions: cautions.list(),
    };
  });
}
