import type { Layer, Mark, PathMark } from '../drawing/drawing.ts';
import { closedPathMark, lineMark, polylineMark } from '../drawing/drawing.ts';
import type { Point } from '../geometry/point.ts';
import { polygonPath } from '../geometry/figures.ts';
import {
  boxed,
  polygonArea,
  polygonHolds,
  polygonMiddle,
  polygonsMeet,
  unionOf,
  withoutOf,
} from '../geometry/polygons.ts';
import { byPair } from './pairs.ts';
import type { Cut } from './cut.ts';
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
  if (cut.bore !== undefined) return `bore ${figure(cut.bore)}`;
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

/** Ranges of depth this near are one floor, mm. */
const SAME_FLOOR = 1e-6;

/** Whether two routed openings are cut to one floor from one face and run into one another. */
const runTogether = byPair(
  (a: Cut, b: Cut): boolean =>
    a.face === b.face &&
    a.face !== 'edge' &&
    Math.abs(a.top - b.top) < SAME_FLOOR &&
    Math.abs(a.bottom - b.bottom) < SAME_FLOOR &&
    polygonsMeet(a.area, b.area),
);

/**
 * What is routed, with openings of one depth that run into one another as one line: an edge that is no edge would be
 * cut as one. The others are the same objects as before.
 */
export function joinedCuts(cuts: readonly Cut[]): readonly Cut[] {
  const left = [...cuts];
  const joined: Cut[] = [];
  while (left.length) {
    const group = [left.shift()!];
    for (let i = 0; i < group.length; i += 1)
      for (let k = left.length - 1; k >= 0; k -= 1)
        if (runTogether(group[i]!, left[k]!)) group.push(...left.splice(k, 1));
    if (group.length === 1) joined.push(group[0]!);
    else {
      const whole = withoutOf(
        unionOf(group.map((c) => c.area.polygon)),
        group.flatMap((c) => c.islands),
      );
      const [first] = group;
      const outer = whole.filter((p) => polygonArea(p) > 0);
      const inner = whole.filter((p) => polygonArea(p) < 0);
      outer.forEach((polygon, i) =>
        joined.push({
          ...first!,
          id: group.map((c) => c.id).join('_') + (i ? `-${i}` : ''),
          path: polygonPath(polygon),
          area: boxed(polygon),
          islands: inner.filter((p) => polygonHolds(polygon, p[0]!)).map((p) => [...p].reverse()),
        }),
      );
    }
  }
  return joined;
}

/** Openings from the front; from the back and in the edge (dashed); round holes and screws with their middles. */
export function drawCuts(cuts: readonly Cut[]): readonly Layer[] {
  const isHole = (c: Cut): boolean => c.round !== null || c.role === 'screw';
  const layer = (name: Layer['name'], of: readonly Cut[]): Layer => ({ name, marks: of.flatMap(marksOf) });
  const flat = joinedCuts(cuts.filter((c) => !isHole(c)));
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

/** Words keep so far from one another and from holes, mm: a label's own length. */
const WORDS_APART = 11;
const clearOf = (p: Point, taken: readonly Point[]): boolean =>
  taken.every((q) => Math.abs(p.y - q.y) > DEPTH_SIZE * 1.3 || Math.abs(p.x - q.x) > WORDS_APART);

/** A place within a cut for its words: its middle, or beside it where something stands there. */
function clearPlace(cut: Cut, taken: readonly Point[]): Point {
  const middle = polygonMiddle(cut.area.polygon);
  const { minX, maxX, minY, maxY } = cut.area.box;
  const places = [0, 0.2, -0.2, 0.32, -0.32].flatMap((v) =>
    [0, 0.2, -0.2, 0.35, -0.35].map((u) => ({
      x: middle.x + u * (maxX - minX),
      y: middle.y + v * (maxY - minY),
    })),
  );
  return places.find((p) => polygonHolds(cut.area.polygon, p) && clearOf(p, taken)) ?? middle;
}

/** Moved down, line by line, from words that stand there already. */
function apart(p: Point, taken: readonly Point[]): Point {
  for (let k = 0; k < 6; k += 1) {
    const q = { x: p.x, y: p.y - k * DEPTH_SIZE * 1.4 };
    if (clearOf(q, taken)) return q;
  }
  return p;
}

/** Depths beside the openings, for paper and files; the layer is the openings' own. */
export function depthMarks(
  cuts: readonly Cut[],
  thickness: number,
): ReadonlyMap<Layer['name'], readonly Mark[]> {
  const marks = new Map<Layer['name'], Mark[]>();
  // Holes first: what is told of a cavity finds its place beside them.
  const taken: Point[] = cuts.flatMap((c) => (c.round ? [c.round.at] : []));
  const isHole = (c: Cut): boolean => c.round !== null;
  for (const cut of [...cuts.filter(isHole), ...cuts.filter((c) => !isHole(c))]) {
    if (cut.role === 'screw') continue;
    const hole = cut.round !== null;
    const name = hole ? 'holes' : cut.face === 'front' ? 'openings' : 'back';
    const spot = hole
      ? { x: cut.round.at.x + cut.round.diameter / 2 + CROSS_PAST, y: cut.round.at.y + 1 }
      : cut.role === 'ledge'
        ? { x: (cut.area.box.minX + cut.area.box.maxX) / 2, y: cut.area.box.minY + 1 }
        : clearPlace(cut, taken);
    const at = hole ? spot : apart(spot, taken);
    taken.push(at);
    const face = cut.face === 'back' ? 'back ' : '';
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
export function drawParts(parts: readonly LaidPart[]): Layer {
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

/** Openings with their depths in words, as they go on paper and into files. */
export function drawDeepCuts(cuts: readonly Cut[], thickness: number): readonly Layer[] {
  const depths = depthMarks(cuts, thickness);
  return drawCuts(cuts).map((layer) => ({
    ...layer,
    marks: [...layer.marks, ...(depths.get(layer.name) ?? [])],
  }));
}
