import type { Layer, Mark, PathMark } from '../drawing/drawing.ts';
import { closedPathMark, lineMark, polylineMark } from '../drawing/drawing.ts';
import type { Point } from '../geometry/point.ts';
import { polygonMiddle } from '../geometry/polygons.ts';
import type { Cut } from './cut.ts';
import type { LaidOut } from './layOut.ts';
import type { LaidPart } from './placedPart.ts';

/** Arms of the cross at a hole's middle reach so far past its edge, mm. */
const CROSS_PAST = 1.5;
/** A cross's arm at least, mm. */
const LEAST_ARM = 2;
const DEPTH_SIZE = 3;

const figure = (mm: number): string => String(Number(mm.toFixed(2)));

/** A cut's depth from its face, in words: what a drawing says beside it. */
export function depthWords(cut: Cut, thickness: number): string {
  if (cut.unsaid) return 'depth not said';
  if (cut.through) return 'through';
  return figure(
    cut.face === 'front' ? -cut.bottom : cut.face === 'back' ? cut.top + thickness : cut.top - cut.bottom,
  );
}

const cross = (id: string, ink: 'hole' | 'holeBack', at: Point, arm: number): readonly PathMark[] => [
  lineMark(`${id}-x`, ink, { x: at.x - arm, y: at.y }, { x: at.x + arm, y: at.y }),
  lineMark(`${id}-y`, ink, { x: at.x, y: at.y - arm }, { x: at.x, y: at.y + arm }),
];

const MARKS = new WeakMap<Cut, readonly PathMark[]>();

/** A cut's lines: its edge and islands; a hole's middle crossed. Seen from the front, dashed where it is cut from behind. */
function marksOf(cut: Cut): readonly PathMark[] {
  const known = MARKS.get(cut);
  if (known) return known;
  const behind = cut.face !== 'front';
  const isHole = cut.round !== null || cut.role === 'screw';
  const ink = isHole ? (behind ? 'holeBack' : 'hole') : behind ? 'openingBack' : 'opening';
  const made = [
    closedPathMark(`cut-${cut.id}`, ink, cut.path),
    ...cut.islands.map((p, i) => polylineMark(`cut-${cut.id}-i${i}`, ink, p, true)),
    ...(cut.round
      ? cross(
          `cut-${cut.id}`,
          behind ? 'holeBack' : 'hole',
          cut.round.at,
          Math.max(LEAST_ARM, cut.round.diameter / 2 + CROSS_PAST),
        )
      : []),
  ];
  MARKS.set(cut, made);
  return made;
}

/** Openings from the front; from the back and in the edge (dashed); round holes and screws with their middles. */
export function drawCuts({ cuts }: Pick<LaidOut, 'cuts'>): readonly Layer[] {
  const isHole = (c: Cut): boolean => c.round !== null || c.role === 'screw';
  const layer = (name: Layer['name'], of: readonly Cut[]): Layer => ({ name, marks: of.flatMap(marksOf) });
  const flat = cuts.filter((c) => !isHole(c));
  return [
    layer(
      'openings',
      flat.filter((c) => c.face === 'front'),
    ),
    layer(
      'back',
      flat.filter((c) => c.face !== 'front'),
    ),
    layer('holes', cuts.filter(isHole)),
  ].filter((l) => l.marks.length > 0);
}

/** Depths beside the openings, for paper and files; the layer is the openings' own. */
export function depthMarks({
  cuts,
  thickness,
}: Pick<LaidOut, 'cuts' | 'thickness'>): ReadonlyMap<Layer['name'], readonly Mark[]> {
  const marks = new Map<Layer['name'], Mark[]>();
  for (const cut of cuts) {
    if (cut.role === 'screw') continue;
    const hole = cut.round !== null;
    const name = hole ? 'holes' : cut.face === 'front' ? 'openings' : 'back';
    const at = hole
      ? { x: cut.round.at.x + cut.round.diameter / 2 + CROSS_PAST, y: cut.round.at.y + 1 }
      : cut.role === 'ledge'
        ? { x: (cut.area.box.minX + cut.area.box.maxX) / 2, y: cut.area.box.minY + 1 }
        : polygonMiddle(cut.area.polygon);
    const face = cut.face === 'front' ? '' : `${cut.face} `;
    const list = marks.get(name) ?? [];
    list.push({
      kind: 'text',
      id: `depth-${cut.id}`,
      ink: 'note',
      at,
      text: `${face}${depthWords(cut, thickness)}`,
      sizeMm: hole ? DEPTH_SIZE * 0.7 : DEPTH_SIZE,
      align: hole ? 'start' : 'middle',
      turn: 0,
    });
    marks.set(name, list);
  }
  return marks;
}

const FOOT = new WeakMap<LaidPart, readonly PathMark[]>();

/** What the parts look like on the face: their outlines. */
export function drawParts({ parts }: Pick<LaidOut, 'parts'>): Layer {
  return {
    name: 'parts',
    marks: parts.flatMap((laid) => {
      const known = FOOT.get(laid);
      if (known) return known;
      const ink = laid.part.face === 'front' ? 'part' : 'partBack';
      const made = laid.footprint.map((path, i) => closedPathMark(`part-${laid.part.id}-${i}`, ink, path));
      FOOT.set(laid, made);
      return made;
    }),
  };
}
