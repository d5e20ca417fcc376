import type { LimitPath } from './limits.ts';
import { LIMITS } from './limits.ts';
import type { Design, Outline, OutlineNode, Strings } from './schema.ts';
import { DESIGN_FORMAT, DESIGN_VERSION } from './schema.ts';

/** Plain string diameters, bass to treble, mm, that a count begins with: thick to thin in even ratio. */
export function startingGauges(count: number): readonly number[] {
  const thickest = count <= 5 ? 2.5 : 1.1;
  const thinnest = count <= 5 ? 1.05 : 0.25;
  return Array.from({ length: count }, (_, i) => {
    const place = count === 1 ? 0 : i / (count - 1);
    return Number((thickest * (thinnest / thickest) ** place).toFixed(2));
  });
}

/** A starting length in tenths of a mm, kept within its limits. */
export function within(path: LimitPath, mm: number): number {
  const { min, max } = LIMITS[path];
  return Math.min(max, Math.max(min, Number(mm.toFixed(1))));
}

/** Strings to begin a design with: centre to centre about 10.4 mm at the bridge and 7.1 mm at the nut, more for basses. */
function startingStrings(count: number, scaleLength: number): Strings {
  const long = scaleLength > 720;
  const atBridge = long ? 19 : 10.4;
  const atNut = long ? 10.5 : 7.1;
  return {
    count,
    scaleLength,
    frets: long ? 20 : 22,
    jointFret: 16,
    nutWidth: within('strings.nutWidth', atNut * (count - 1) + 7),
    nutMargin: 3.5,
    bridgeSpread: within('strings.bridgeSpread', atBridge * (count - 1)),
    bridgeMargin: 3,
    boardEnd: 8,
    spacing: 'equal-centres',
    gauges: startingGauges(count),
    ...plainStrings(),
    typeOf: startingGauges(count).map(startingType),
    compensation: startingGauges(count).map((g) =>
      startingCompensation(g, scaleLength, STRING_TYPES[startingType(g)]!.core),
    ),
  };
}

/** Kinds of string to begin with; a wound string's core is about this share of it (many makers' tables lie near). */
const STRING_TYPES: Strings['types'] = [
  { name: 'Plain steel', core: 100 },
  { name: 'Round-wound', core: 38 },
  { name: 'Flat-wound', core: 45 },
];
/** A steel string thicker than this is wound, mm. */
const THICKEST_PLAIN = 0.56;

/** The kind that a string of a gauge begins with: its place in the table. */
export const startingType = (gauge: number): number => (gauge <= THICKEST_PLAIN ? 0 : 1);

/** What plain strings have beside their numbers: one scale, single strings, a flat whole board, a nut. */
export const plainStrings = () => ({
  fan: null,
  courses: null,
  courseSpread: { nut: 2.2, bridge: 3 },
  boardRadius: null,
  zeroFret: null,
  extraFrets: null,
  extension: null,
  types: STRING_TYPES,
});

/** How paper is set up to begin with. */
export const plainPrint = () => ({
  paper: 'A4' as const,
  own: { width: 610, height: 914 },
  rollWidth: 610,
  orientation: 'landscape' as const,
  margins: { left: 6, right: 6, top: 6, bottom: 6 },
  overlap: 12,
  correction: { x: 1, y: 1 },
  show: {
    outline: true,
    openings: true,
    back: true,
    holes: true,
    parts: false,
    centre: true,
    neck: true,
    strings: false,
    saddle: false,
    dimensions: false,
  },
  weights: { edge: 0.35, fine: 0.12 },
  cutOffset: null,
  place: { turn: 0, shiftX: 0, shiftY: 0 },
  cover: true,
  planPage: true,
});

/** Steel of strings: Young's modulus, N/mm² (the usual handbook value for music wire). */
const STEEL = 205_000;
/**
 * Where a saddle begins, mm tailward of the scale's end: fretting stretches the string, by 2 a²/L² of its
 * length at fret 12 for an action a, and so sharpens it; moving the saddle back by `E A a² / (T L)` makes
 * fret 12 an octave again (first order: Hooke's law on the two straight halves of the pressed string). With
 * a usual action and tension; stiffness is neglected. `coreShare`: % of the gauge that bears the pull. A place to start from, not an intonation.
 */
export function startingCompensation(gauge: number, scaleLength: number, coreShare: number): number {
  const bass = scaleLength > 720;
  const action = bass ? 2.3 : 1.8;
  const tension = bass ? 180 : 75;
  const core = (gauge * coreShare) / 100;
  const area = (Math.PI / 4) * core * core;
  return within('strings.compensation', (STEEL * area * action * action) / (tension * scaleLength));
}

/**
 * A plain rounded body to begin with, without horns: bass side nodes mirrored to the treble side.
 * Instrument frame; `jointX` is where the neck leaves the body, `seatHalf` half the width across it there.
 */
function startingOutline(jointX: number, seatHalf: number): Outline {
  const tail = jointX - 400;
  const bass: readonly (readonly [number, number])[] = [
    [jointX - 12, seatHalf + 38],
    [jointX - 58, 118],
    [jointX - 122, 124],
    [jointX - 186, 113],
    [jointX - 262, 143],
    [jointX - 330, 156],
    [jointX - 386, 98],
  ];
  const node = (x: number, y: number, i: number, kind: 'fair' | 'corner' = 'fair'): OutlineNode => ({
    id: `n${i + 1}`,
    x: Math.round(x * 10) / 10,
    y: Math.round(y * 10) / 10,
    kind,
  });
  const upper = [[jointX, seatHalf, 'corner'] as const, ...bass.map(([x, y]) => [x, y, 'fair'] as const)];
  const all = [
    ...upper,
    [tail, 0, 'fair'] as const,
    ...[...upper].reverse().map(([x, y, kind]) => [x, -y, kind] as const),
  ];
  const nodes = all.map(([x, y, kind], i) => node(x, y, i, kind));
  const mirror = nodes
    .slice(0, upper.length + 1)
    .map((n, i): [string, string] => [n.id, nodes[nodes.length - 1 - i]!.id]);
  return { nodes, mirror };
}

/** A hand of middling size, mm. */
export const PLAIN_HAND = { room: 32, finger: 45, picking: 70, reach: 95 } as const;

/** How a neck begins: not decided; with usual numbers for when it is. */
export const plainNeck = (long: boolean) => ({
  joint: 'undecided' as const,
  heel: 25.4,
  depth: 16,
  angle: 0,
  board: 6,
  fretHeight: 1.1,
  actionNut: long ? 0.6 : 0.45,
  action12: long ? 2.3 : 1.8,
  fit: 0.1,
  pocketLength: 76,
  past: 12,
  tenon: null,
  end: 'square' as const,
  radius: 6,
  carve: 0,
  core: 60,
  screws: {
    count: 4,
    from: 38,
    along: 38,
    across: 38,
    length: 45,
    thread: 4.5,
    root: 3.2,
    plate: 2,
    underHead: 0,
  },
});

/** A new design: valid, plain, ready to be changed. */
export function newDesign(name: string, count = 6, scaleLength = 640): Design {
  const strings = startingStrings(count, scaleLength);
  const jointX = scaleLength * 2 ** (-strings.jointFret / 12);
  const seatHalf = strings.bridgeSpread / 2 + 3;
  return {
    format: DESIGN_FORMAT,
    version: DESIGN_VERSION,
    lengths: 'mm',
    name,
    units: 'mm',
    handedness: 'right',
    strings,
    outline: startingOutline(jointX, seatHalf),
    openings: [],
    underlays: [],
    tools: [],
    hand: { ...PLAIN_HAND },
    body: { thickness: 44, grain: 0 },
    parts: [],
    runs: [],
    guards: [],
    neck: plainNeck(scaleLength > 720),
    print: plainPrint(),
    findings: { limits: {}, accepted: [] },
    progress: {},
    typed: {},
  };
}
