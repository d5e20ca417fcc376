import type { Derived } from '../derived/derive.ts';
import type { Design } from '../design/schema.ts';
import type { Weights } from '../drawing/inks.ts';
import type { Sheet } from '../templates/sheets.ts';
import { bodyFile } from './bodyFile.ts';
import { fretTableCsv, saddleTableCsv, tunerTableCsv } from './csv.ts';
import type { Drawing, SeenFrom } from '../drawing/drawing.ts';
import type { DxfCurves } from './dxf.ts';
import { designText } from './json.ts';
import { weightsFor } from './lineWeights.ts';
import type * as MeshFiles from './meshFiles.ts';
import type { NeckPieces } from '../neck/neckMesh.ts';
import type { BodySolid } from '../shape/bodySolid.ts';
import type { Piece } from '../shape/glued.ts';
import type { Mesh } from '../solid/mesh/mesh.ts';
import type { Solid } from '../solid/solid.ts';
import { neckPaperOf, paperNotes, paperOf } from './paper.ts';
import { drawingSvg } from './svg.ts';

/** What a file is written of, and by what means. */
export interface WriteOf {
  readonly design: Design;
  readonly derived: Derived;
  /** The revision in words and the date, as they stand on paper. */
  readonly revision: string;
  readonly date: string;
  /** Makes a PDF of sheets: a page does it in a worker. */
  readonly pdf: (sheets: readonly Sheet[], title: string, weights: Weights) => Promise<Uint8Array>;
  /** Makes the mesh of a body: a page does it in a worker. */
  readonly mesh: (solid: Solid) => Promise<Mesh>;
  readonly neckMesh: (pieces: NeckPieces) => Promise<Mesh>;
  /** Which face is looked at, where the writer tells one from the other; else the front. */
  readonly from?: SeenFrom;
  /** Which piece of wood the file is of; else the body as it looks from outside. */
  readonly piece?: PieceOfWood;
  /** Of a machine's file: how curves are written, else as arcs; layers that are left out, by name. */
  readonly curves?: DxfCurves;
  readonly without?: readonly string[];
}

/** The body as it looks from outside, one of the two pieces of wood of a body with a glued-on front, or the neck. */
export const PIECES = ['whole', 'front', 'core', 'neck'] as const;
export type PieceOfWood = (typeof PIECES)[number];

export interface Written {
  readonly content: string | Uint8Array;
  /** What belongs to be known of it, in words: unit, exactness, pages. */
  readonly told: string;
}

export const FORMATS = ['pdf', 'svg', 'dxf', 'csv', 'json', 'solid', 'stl', '3mf', 'obj'] as const;
export type Format = (typeof FORMATS)[number];

/** A file that leaves Pelkin. */
export interface FileWriter {
  readonly key: string;
  readonly name: string;
  readonly about: string;
  readonly format: Format;
  /** Which of its format, as the command line says it; the first of a format is its usual one. */
  readonly option: { readonly name: 'curves' | 'table' | 'layers-by'; readonly value: string } | null;
  /** Whether it can be made as seen from the back. */
  readonly hasBack: boolean;
  /** Which pieces it can be of beside the body. */
  readonly pieces: readonly Exclude<PieceOfWood, 'whole'>[];
  /** The end of the file's name, behind the design's. */
  readonly ending: string;
  readonly type: string;
  /** Rejects with words for people where there is nothing to write. */
  readonly write: (of: WriteOf) => Promise<Written>;
}

/** What a drawing of a design is called. */
export const titleOf = ({ name, handedness }: Pick<Design, 'name' | 'handedness'>): string =>
  `${name}${handedness === 'left' ? ', left-handed' : ''}`;

/** The title of a drawing that is looked at from a face. */
const seenTitle = (design: Design, from: SeenFrom | undefined): string =>
  `${titleOf(design)}${from === 'back' ? ', seen from the back' : ''}`;

/** The template that a file is of: the body’s from a face, or the neck’s. */
const templateOf = (
  design: Design,
  derived: Derived,
  from: SeenFrom | undefined,
  piece: PieceOfWood | undefined,
): { readonly drawing: Drawing; readonly title: string } =>
  piece === 'neck'
    ? { drawing: derived.neckTemplate, title: `${titleOf(design)}, neck` }
    : {
        drawing: from === 'back' ? derived.backTemplate : derived.template,
        title: seenTitle(design, from),
      };

const dxf = (curves: DxfCurves, name: string, about: string): FileWriter => ({
  key: `dxf-${curves}`,
  name,
  about,
  format: 'dxf',
  option: { name: 'curves', value: curves },
  ending: `-${curves}.dxf`,
  type: 'image/vnd.dxf',
  hasBack: true,
  pieces: ['neck'],
  write: async ({ design, derived, from, piece }) => {
    const { drawingDxf } = await import('./dxf.ts');
    const { drawing, title } = templateOf(design, derived, from, piece);
    const { text, deviation } = drawingDxf(drawing, title, curves);
    return { content: text, told: `DXF in millimetres, ${curves}, ${near(deviation)}` };
  },
});

const near = (deviation: number): string =>
  deviation === 0 ? 'exact' : `off by at most ${deviation.toFixed(4)} mm`;

/** What a machine is set for, a layer each. */
const machine: FileWriter = {
  key: 'machine',
  name: 'Layers for a machine',
  about: 'DXF, a layer for each face and depth',
  format: 'dxf',
  option: { name: 'layers-by', value: 'depth' },
  ending: '-machine.dxf',
  type: 'image/vnd.dxf',
  hasBack: true,
  pieces: [],
  write: async ({ design, derived, from = 'front', curves = 'arcs', without = [] }) => {
    const [{ layersDxf }, { machineLayers }] = await Promise.all([
      import('./dxf.ts'),
      import('./machineLayers.ts'),
    ]);
    const layers = machineLayers(design, derived, from).filter((l) => !without.includes(l.name));
    if (layers.length === 0) throw new Error('no layer is left: put one of them into the file');
    const { text, deviation } = layersDxf(layers, seenTitle(design, from), curves, [
      'Depths are told from the face that the layer names; holes by the diameter that is drilled.',
    ]);
    return {
      content: text,
      told: `DXF in millimetres, ${layers.length} layers, ${near(deviation)}`,
    };
  },
};

const table = (
  value: string,
  name: string,
  about: string,
  text: (derived: Derived, hand: Design['handedness']) => string,
): FileWriter => ({
  key: value,
  name,
  about,
  format: 'csv',
  option: { name: 'table', value },
  ending: `-${value}.csv`,
  type: 'text/csv',
  hasBack: false,
  pieces: [],
  write: async ({ design, derived }) => ({
    content: text(derived, design.handedness),
    told: `CSV of ${value}, units in the head`,
  }),
});

/** The wood that a file is of, and what belongs to be known of it. */
function woodOf(
  { solid, front, back, glued }: BodySolid,
  piece: Exclude<PieceOfWood, 'neck'>,
): Piece & { readonly told: string } {
  if (piece === 'whole') {
    const closed = glued ? glued.whole.closed.front.length > 0 : false;
    return {
      ...{ solid, front, back, holes: [] },
      told: closed ? '; as it looks from outside: what lies closed in it is in the file of its core' : '',
    };
  }
  if (!glued) throw new Error('this body has no glued-on front: it is one piece of wood');
  return { ...glued.whole[piece], told: piece === 'front' ? '; the glued-on front' : '; the core' };
}

/** A body as a mesh, mirrored for a left-handed instrument as everything that leaves the program is. */
const meshFile = (
  format: 'stl' | '3mf' | 'obj',
  name: string,
  about: string,
  type: string,
  content: (files: typeof MeshFiles, mesh: Mesh, title: string) => string | Uint8Array,
): FileWriter => ({
  key: format,
  name,
  about,
  format,
  option: null,
  ending: `-body.${format}`,
  type,
  hasBack: false,
  pieces: ['front', 'core', 'neck'],
  write: async ({ design, derived, mesh, neckMesh, piece = 'whole' }) => {
    const { making, told } =
      piece === 'neck'
        ? {
            making: neckMesh(derived.neckPieces),
            told: '; the neck without its fingerboard, from the nut along the glue plane',
          }
        : { making: mesh(woodOf(derived.carved, piece).solid), told: woodOf(derived.carved, piece).told };
    const [files, made] = await Promise.all([import('./meshFiles.ts'), making]);
    if (made.triangles.length === 0) throw new Error('nothing of the wood is left: its cuts take all of it');
    const placed = design.handedness === 'left' ? files.mirroredMesh(made) : made;
    return {
      content: content(files, placed, `${titleOf(design)}${piece === 'whole' ? '' : `, ${piece}`}`),
      told: `${format.toUpperCase()} in millimetres, ${made.triangles.length / 3} triangles, ${(made.volume / 1e6).toFixed(3)} dm³${told}`,
    };
  },
});

/** Every file that is written, in the order it is offered: the only list, for the menu and for the command line. */
export const WRITERS: readonly FileWriter[] = [
  {
    key: 'pdf',
    name: 'Full-size paper',
    about: 'PDF, tiled, 1:1',
    format: 'pdf',
    option: null,
    ending: '-paper.pdf',
    type: 'application/pdf',
    hasBack: true,
    pieces: ['neck'],
    write: async ({ design, derived, revision, date, pdf, from, piece }) => {
      const notes = paperNotes(design, revision, date);
      const sheets =
        piece === 'neck' ? neckPaperOf(design, derived, notes) : paperOf(design, derived, notes, from);
      if (sheets.length === 0)
        throw new Error('nothing goes on paper: choose layers, a cover or a plan of the sheets first');
      const content = await pdf(
        sheets,
        piece === 'neck' ? `${design.name}, neck` : design.name,
        weightsFor(design.print.weights),
      );
      const pages = `${sheets.length} ${sheets.length === 1 ? 'page' : 'pages'}`;
      return { content, told: `PDF of ${pages}: print at 100 %` };
    },
  },
  {
    key: 'svg',
    name: 'Template drawing',
    about: 'SVG, true millimetres',
    format: 'svg',
    option: null,
    ending: '-template.svg',
    type: 'image/svg+xml',
    hasBack: true,
    pieces: ['neck'],
    write: async ({ design, derived, from, piece }) => {
      const { drawing, title } = templateOf(design, derived, from, piece);
      return {
        content: drawingSvg(drawing, title, weightsFor(design.print.weights)),
        told: 'SVG in millimetres, curves exact',
      };
    },
  },
  dxf('arcs', 'Profiles as arcs', 'DXF, within 0.01 mm'),
  dxf('polyline', 'Profiles as straight steps', 'DXF, within 0.01 mm'),
  dxf('splines', 'Profiles as splines', 'DXF, exact'),
  machine,
  table('frets', 'Frets and slot ends', 'CSV, mm and inches', (d, hand) => fretTableCsv(d.stringPlan, hand)),
  table('saddles', 'Strings and saddles', 'CSV, mm', (d, hand) => saddleTableCsv(d.stringPlan, hand)),
  table('tuners', 'Tuners and angles', 'CSV, mm and degrees', (d) => tunerTableCsv(d.neckPlan)),
  {
    key: 'json',
    name: 'Design file',
    about: 'JSON, opens in Pelkin',
    format: 'json',
    option: null,
    ending: '.pelkin.json',
    type: 'application/json',
    hasBack: false,
    pieces: [],
    write: async ({ design }) => ({ content: designText(design), told: 'JSON, lengths in millimetres' }),
  },
  {
    key: 'solid',
    name: 'Body as its cuts',
    about: 'JSON, each removal in mm',
    format: 'solid',
    option: null,
    ending: '-solid.json',
    type: 'application/json',
    hasBack: false,
    pieces: ['front', 'core'],
    write: async ({ design, derived, piece = 'whole' }) => {
      if (piece === 'neck')
        throw new Error('the list of cuts is of a body: a neck goes into files as a mesh');
      const wood = woodOf(derived.carved, piece);
      const name = piece === 'whole' ? design.name : `${design.name}, ${piece}`;
      return {
        content: `${JSON.stringify({ ...bodyFile(design, wood, derived.path), name }, null, 1)}\n`,
        told: `JSON, the body as the list of what is removed from it, in millimetres and degrees${wood.told}`,
      };
    },
  },
  meshFile('stl', 'Wood as a mesh', 'STL, millimetres', 'model/stl', ({ stlOf }, mesh, title) =>
    stlOf(mesh, title),
  ),
  meshFile(
    '3mf',
    'Wood as a mesh, with its unit',
    '3MF, millimetres',
    'model/3mf',
    ({ threeMfOf }, mesh, title) => threeMfOf(mesh, title),
  ),
  meshFile('obj', 'Wood as a mesh, as text', 'OBJ, millimetres', 'model/obj', ({ objOf }, mesh, title) =>
    objOf(mesh, title),
  ),
];

/** The end of a file's name, with the piece that it is of, or the face that it shows where that is the back. */
export function endingOf(
  { ending, hasBack, pieces }: FileWriter,
  from: SeenFrom | undefined,
  piece: PieceOfWood | undefined = 'whole',
): string {
  // Of a neck’s mesh, “-neck.stl” and not “-neck-body.stl”.
  if (piece === 'neck' && pieces.includes(piece)) return `-neck${ending.replace('-body', '')}`;
  if (piece !== 'whole' && pieces.includes(piece)) return `-${piece}${ending}`;
  return hasBack && from === 'back' ? `-back${ending}` : ending;
}

/** The writer of a key; throws where there is none. */
export function writerOf(key: string): FileWriter {
  const found = WRITERS.find((w) => w.key === key);
  if (!found) throw new Error(`no file is called “${key}”`);
  return found;
}
