import type { Derived } from '../derived/derive.ts';
import type { Design } from '../design/schema.ts';
import type { Mark, SeenFrom } from '../drawing/drawing.ts';
import {
  closedPathMark,
  crossMarks,
  lineMark,
  mirrorDrawing,
  polylineMark,
  turnOverDrawing,
} from '../drawing/drawing.ts';
import { MARK_INSIDE, middleMarks } from '../outline/middleMarks.ts';
import type { Cut } from '../layout/cut.ts';
import { depthFromFace, drillOf, isHoleCut, joinedCuts, saidOf } from '../layout/drawing.ts';

/** A layer of a machine's file: what is cut with one setting. */
export interface MachineLayer {
  /** Its name in the file: letters, figures, spaces, dots, - and _. */
  readonly name: string;
  /** What it holds, in words. */
  readonly about: string;
  /** How many profiles, holes or lines it holds. */
  readonly count: number;
  readonly marks: readonly Mark[];
}

/** Arms of the cross at a hole's middle, mm. */
const CROSS_ARM = 2;

const figure = (mm: number): string => String(Number(mm.toFixed(2)));
/** A depth as layers are called by it: one place at least. */
const deep = (mm: number): string => {
  const short = Number(mm.toFixed(2));
  return Number.isInteger(short * 10) ? short.toFixed(1) : String(short);
};

const FACE_WORDS = { front: 'from the front', back: 'from the back', edge: 'in the edge' } as const;

/** The layer that a cut lies on, and what it is called there in words. */
function layerOf(cut: Cut, thickness: number): { readonly name: string; readonly about: string } {
  const face = cut.face.toUpperCase();
  if (cut.role === 'drilled')
    return {
      name: `RUN ${figure(cut.bore ?? 0)} x ${figure(cut.length ?? 0)}`,
      about: `drilled runs ⌀ ${figure(cut.bore ?? 0)}, ${figure(cut.length ?? 0)} long, seen from above`,
    };
  if (cut.face === 'edge') return { name: 'EDGE', about: 'bores and screws in the edge, seen from above' };
  const isDrilled =
    cut.round !== null && (cut.role === 'hole' || cut.role === 'bore' || cut.role === 'screw');
  const way = FACE_WORDS[cut.face];
  if (isDrilled) {
    const across = figure(drillOf(cut));
    return cut.through
      ? { name: `DRILL ${across} THROUGH ${face}`, about: `holes ⌀ ${across} through, ${way}` }
      : {
          name: `DRILL ${across} x ${figure(depthFromFace(cut, thickness))} ${face}`,
          about: `holes ⌀ ${across}, their ends ${figure(depthFromFace(cut, thickness))} under the face, ${way}`,
        };
  }
  if (cut.unsaid)
    return {
      name: `${cut.closed ? 'CORE' : face} DEPTH NOT SAID`,
      about: `openings without a depth, ${way}`,
    };
  if (cut.through) return { name: `${face} THROUGH`, about: `openings through the body, ${way}` };
  const depth = deep(depthFromFace(cut, thickness));
  if (cut.closed)
    return {
      name: `CORE ${depth}`,
      about: `openings ${depth} deep in the core, before its front is glued on`,
    };
  return { name: `${face} ${depth}`, about: `openings ${depth} deep, ${way}` };
}

/** Order of layers in the list: the outline, then by face and depth as they are cut, then what is drilled. */
const rankOf = (name: string): number =>
  name === 'OUTLINE'
    ? 0
    : name.startsWith('FRONT') || name.startsWith('CORE')
      ? 1
      : name.startsWith('BACK')
        ? 2
        : name.startsWith('DRILL')
          ? 3
          : name === 'EDGE'
            ? 4
            : name.startsWith('RUN')
              ? 5
              : 6;

/**
 * A design as layers for a machine, one for each face and depth and each kind of hole, with the middles of holes, the
 * centre line and two marks apart. Depths are told from the layer's own face. Instrument frame, mm: mirrored for a
 * left-handed instrument, and turned over about the centre line where it is seen from the back.
 */
export function machineLayers(
  design: Pick<Design, 'handedness' | 'body'>,
  derived: Pick<Derived, 'path' | 'measures' | 'layout'>,
  from: SeenFrom,
): readonly MachineLayer[] {
  const { thickness } = design.body;
  const { cuts } = derived.layout;
  const made = new Map<string, { about: string; count: number; marks: Mark[] }>();
  const put = (name: string, about: string, marks: readonly Mark[], count = 1): void => {
    const layer = made.get(name) ?? { about, count: 0, marks: [] };
    layer.count += count;
    layer.marks.push(...marks);
    made.set(name, layer);
  };
  put('OUTLINE', 'the body’s edge', [closedPathMark('outline', 'outline', derived.path)]);
  for (const cut of [...joinedCuts(cuts.filter((c) => !isHoleCut(c))), ...cuts.filter(isHoleCut)]) {
    const { name, about } = layerOf(cut, thickness);
    put(name, about, [
      {
        ...closedPathMark(
          `cut-${cut.id}`,
          'opening',
          cut.path,
          cut.round && {
            at: cut.round.at,
            diameter: name.startsWith('DRILL') ? drillOf(cut) : cut.round.diameter,
          },
        ),
        ...saidOf(cut),
      },
      ...cut.islands.map((p, i) => ({
        ...polylineMark(`cut-${cut.id}-i${i}`, 'opening', p, true),
        ...saidOf(cut, true),
      })),
    ]);
    if (cut.round)
      put(
        'CENTRES',
        'crosses at the middles of holes',
        crossMarks(`cut-${cut.id}`, 'hole', cut.round.at, CROSS_ARM),
      );
  }
  const { minX, maxX } = derived.measures.box;
  put('CENTRE LINE', 'the centre line over the body’s length', [
    lineMark('centre-line', 'centreLine', { x: minX, y: 0 }, { x: maxX, y: 0 }),
  ]);
  const marks = middleMarks(derived.path);
  put(
    'MARKS',
    `two crosses on the centre line, ${MARK_INSIDE} mm in from the edge: the same on both faces`,
    marks.flatMap((at, i) => crossMarks(`mark-${i + 1}`, 'hole', at, CROSS_ARM * 2)),
    marks.length,
  );
  const depthOf = (name: string): number => Number(/ (\d+(?:\.\d+)?)/.exec(name)?.[1] ?? Infinity);
  return [...made]
    .sort(([a], [b]) => rankOf(a) - rankOf(b) || depthOf(a) - depthOf(b) || a.localeCompare(b))
    .map(([name, layer]) => {
      let drawing = { layers: [{ name: 'outline' as const, marks: layer.marks as readonly Mark[] }] };
      const laid = (way: typeof mirrorDrawing): void => {
        drawing = { layers: [{ name: 'outline' as const, marks: way(drawing).layers[0]!.marks }] };
      };
      if (design.handedness === 'left') laid(mirrorDrawing);
      if (from === 'back') laid(turnOverDrawing);
      return { name, about: layer.about, count: layer.count, marks: drawing.layers[0]!.marks };
    });
}
