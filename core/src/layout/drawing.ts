import type { Layer, Mark, PathMark, SeenFrom, TextMark } from '../drawing/drawing.ts';
import { closedPathMark, crossMarks, polylineMark } from '../drawing/drawing.ts';
import type { Box } from '../geometry/box.ts';
import { boxOfPoints, boxesMeet, growBox } from '../geometry/box.ts';
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
import type { PartInPlace } from './partInPlace.ts';

/** Arms of the cross at a hole's middle reach so far past its edge, mm. */
const CROSS_PAST = 1.5;
/** A cross's arm at least, mm. */
const LEAST_ARM = 2;
const DEPTH_SIZE = 3;
/** Words of holes are so large, share of an opening's. */
const HOLE_WORDS = 0.7;

const figure = (mm: number): string => String(Number(mm.toFixed(2)));

/** How deep a cut goes from its own face, mm: the core's where it is closed under a glued-on front; of one in the edge, how high it is. */
export const depthFromFace = (cut: Cut, thickness: number): number =>
  cut.closed
    ? cut.top - cut.bottom
    : cut.face === 'front'
      ? -cut.bottom
      : cut.face === 'back'
        ? cut.top + thickness
        : cut.top - cut.bottom;

/** What is drilled for a round cut, mm across: of a screw, its pilot. */
export const drillOf = (cut: Cut): number => cut.pilot ?? cut.bore ?? cut.round?.diameter ?? 0;

/** A cut's depth from its face, in words: what a drawing says beside it. Of a hole, its diameter too. */
export function depthWords(cut: Cut, thickness: number): string {
  if (cut.unsaid) return 'depth not said';
  // Of a bore, its own length: the box round a tilted one is no measure of it.
  if (cut.bore !== undefined && cut.length !== undefined)
    return `⌀ ${figure(drillOf(cut))} × ${Number(cut.length.toFixed(1))}${cut.role === 'drilled' ? '' : ' deep'}`;
  const across = cut.round ? `⌀ ${figure(drillOf(cut))} ` : '';
  if (cut.through) return `${across}through`;
  const deep = figure(depthFromFace(cut, thickness));
  return cut.round ? `${across}× ${deep} deep` : deep;
}

/** Name, face and depth of a cut, which files write beside its line. `island`: the line is wood left standing in it. */
export function saidOf(cut: Cut, island = false): Pick<PathMark, 'cut'> {
  const aside = island
    ? 'island'
    : cut.role === 'drilled'
      ? 'run'
      : cut.face === 'edge'
        ? 'edge'
        : cut.closed
          ? 'core'
          : null;
  // A cut from the back goes up from the back face.
  const deep = cut.face === 'front' ? -cut.bottom : cut.top - cut.bottom;
  const depth = cut.unsaid || cut.through || aside ? 0 : Number(deep.toFixed(4));
  const face = cut.face === 'back' ? 'back' : 'front';
  return { cut: { name: cut.name, face, depth, through: cut.through && !aside, aside } };
}

const MARKS = {
  front: new WeakMap<Cut, readonly PathMark[]>(),
  back: new WeakMap<Cut, readonly PathMark[]>(),
};

/** A cut's lines: its edge and islands; a hole's middle crossed. Dashed where it is cut from elsewhere than what is looked at. */
function marksOf(cut: Cut, from: SeenFrom): readonly PathMark[] {
  const known = MARKS[from].get(cut);
  if (known) return known;
  const behind = cut.face !== from || cut.closed === true;
  const isHole = isHoleCut(cut);
  const ink = isHole ? (behind ? 'holeBack' : 'hole') : behind ? 'openingBack' : 'opening';
  const made = [
    { ...closedPathMark(`cut-${cut.id}`, ink, cut.path, cut.round), ...saidOf(cut) },
    ...cut.islands.map((p, i) => ({
      ...polylineMark(`cut-${cut.id}-i${i}`, ink, p, true),
      ...saidOf(cut, true),
    })),
    ...(cut.round
      ? crossMarks(
          `cut-${cut.id}`,
          behind ? 'holeBack' : 'hole',
          cut.round.at,
          Math.max(LEAST_ARM, cut.round.diameter / 2 + CROSS_PAST),
        )
      : []),
  ];
  MARKS[from].set(cut, made);
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

/** What is drilled or round: drawn with its middle. */
export const isHoleCut = (cut: Cut): boolean => cut.round !== null || cut.role === 'screw';

/**
 * Openings from the front; from the back and in the edge; round holes and screws with their middles. What is cut from
 * elsewhere than the face that is looked at is dashed.
 */
export function drawCuts(cuts: readonly Cut[], from: SeenFrom = 'front'): readonly Layer[] {
  const layer = (name: Layer['name'], of: readonly Cut[]): Layer => ({
    name,
    marks: of.flatMap((c) => marksOf(c, from)),
  });
  const flat = joinedCuts(cuts.filter((c) => !isHoleCut(c)));
  return [
    layer(
      'openings',
      flat.filter((c) => c.face === 'front'),
    ),
    layer(
      'back',
      flat.filter((c) => c.face !== 'front'),
    ),
    layer('holes', cuts.filter(isHoleCut)),
  ].filter((l) => l.marks.length > 0);
}

/** A figure of the drawing's type is so wide, share of its size; a line of it reaches so far over and under its foot. */
const GLYPH = 0.62;
const OVER = 0.85;
const UNDER = 0.25;

/** The ground that words take on the drawing, mm. */
function wordsBox({ x, y }: Point, text: string, size: number, align: TextMark['align']): Box {
  const long = text.length * GLYPH * size;
  const minX = align === 'start' ? x : align === 'end' ? x - long : x - long / 2;
  return { minX, maxX: minX + long, minY: y - UNDER * size, maxY: y + OVER * size };
}

type Words = Pick<TextMark, 'at' | 'align'>;

/** The first of some places where words lie clear of what is taken; the first of all where none does. */
function clearest(places: Iterable<Words>, text: string, size: number, taken: readonly Box[]): Words {
  let first: Words | null = null;
  for (const place of places) {
    const box = wordsBox(place.at, text, size, place.align);
    if (!taken.some((t) => boxesMeet(t, box))) return place;
    first ??= place;
  }
  return first!;
}

/** Places round a hole for its words. */
function besideHole({ at, diameter }: { readonly at: Point; readonly diameter: number }): readonly Words[] {
  const off = diameter / 2 + CROSS_PAST;
  return [
    { at: { x: at.x + off, y: at.y + 1 }, align: 'start' },
    { at: { x: at.x - off, y: at.y + 1 }, align: 'end' },
    { at: { x: at.x, y: at.y + off }, align: 'middle' },
    { at: { x: at.x, y: at.y - off - DEPTH_SIZE * HOLE_WORDS }, align: 'middle' },
  ];
}

/** Places within a cut for its words, made one at a time as they are needed: its middle, or beside it; then line by line under it. */
function* withinCut(cut: Cut): Generator<Words> {
  const { minX, maxX, minY, maxY } = cut.area.box;
  const middle =
    cut.role === 'ledge' ? { x: (minX + maxX) / 2, y: minY + 1 } : polygonMiddle(cut.area.polygon);
  if (cut.role !== 'ledge')
    for (const v of [0, 0.2, -0.2, 0.32, -0.32])
      for (const u of [0, 0.2, -0.2, 0.35, -0.35]) {
        const at = { x: middle.x + u * (maxX - minX), y: middle.y + v * (maxY - minY) };
        if (polygonHolds(cut.area.polygon, at)) yield { at, align: 'middle' };
      }
  for (let k = 0; k < 8; k += 1)
    yield { at: { x: middle.x, y: middle.y - k * DEPTH_SIZE * 1.4 }, align: 'middle' };
}

/** Places for the words of holes that are drilled alike: beside the first of them that has room. */
function* placesOf(group: readonly Cut[]): Generator<Words> {
  for (const c of group)
    if (c.round) yield* besideHole(c.round);
    else yield* withinCut(c);
}

/** Holes of one owner that are drilled alike stand under one word, at the first of them. */
const alike = (cut: Cut, words: string): string =>
  `${cut.owner.kind} ${cut.owner.id} ${cut.face} ${cut.role} ${words}`;

/** Depths beside the openings and holes, for paper and files; the layer is the openings' own. None lies over another. */
export function depthMarks(
  cuts: readonly Cut[],
  thickness: number,
  from: SeenFrom = 'front',
): ReadonlyMap<Layer['name'], readonly Mark[]> {
  const marks = new Map<Layer['name'], Mark[]>();
  // Holes first: the words of a cavity find their place beside them.
  const taken: Box[] = cuts.flatMap((c) =>
    c.round ? [growBox(boxOfPoints([c.round.at])!, CROSS_PAST)] : [],
  );
  const said = (cut: Cut): string =>
    `${cut.closed ? 'in the core ' : cut.face !== from && cut.face !== 'edge' ? `${cut.face} ` : ''}${depthWords(cut, thickness)}`;
  const groups = new Map<string, Cut[]>();
  for (const cut of cuts.filter(isHoleCut)) {
    const key = alike(cut, said(cut));
    groups.set(key, [...(groups.get(key) ?? []), cut]);
  }
  const put = (cut: Cut, text: string, sizeMm: number, places: Iterable<Words>): void => {
    const name = isHoleCut(cut) ? 'holes' : cut.face === 'front' ? 'openings' : 'back';
    const { at, align } = clearest(places, text, sizeMm, taken);
    taken.push(wordsBox(at, text, sizeMm, align));
    const list = marks.get(name) ?? [];
    list.push({ kind: 'text', id: `depth-${cut.id}`, ink: 'note', at, text, sizeMm, align, turn: 0 });
    marks.set(name, list);
  };
  for (const group of groups.values()) {
    const [first] = group;
    const text = `${group.length > 1 ? `${group.length} × ` : ''}${said(first!)}`;
    // Beside whichever of them has room.
    put(first!, text, DEPTH_SIZE * HOLE_WORDS, placesOf(group));
  }
  for (const cut of cuts.filter((c) => !isHoleCut(c))) put(cut, said(cut), DEPTH_SIZE, withinCut(cut));
  return marks;
}

const FOOT = {
  front: new WeakMap<PartInPlace, readonly PathMark[]>(),
  back: new WeakMap<PartInPlace, readonly PathMark[]>(),
};

/** What the parts look like on the face that is looked at: their outlines; those of the other face dashed. */
export function drawParts(parts: readonly PartInPlace[], from: SeenFrom = 'front'): Layer {
  return {
    name: 'parts',
    marks: parts.flatMap((placed) => {
      const known = FOOT[from].get(placed);
      if (known) return known;
      const ink = placed.part.face === from ? 'part' : 'partBack';
      const made = placed.footprint.map((path, i) =>
        closedPathMark(`part-${placed.part.id}-${i}`, ink, path),
      );
      FOOT[from].set(placed, made);
      return made;
    }),
  };
}

/**
 * Openings with their depths in words, as they go on paper and into files: those of the face that is looked at (`near`),
 * all others (`far`: of the other face, and in the edge), and holes of whichever of them is shown.
 */
export function drawDeepCuts(
  cuts: readonly Cut[],
  thickness: number,
  from: SeenFrom = 'front',
  near = true,
  far = true,
  holes = true,
): readonly Layer[] {
  const shown = cuts.filter((c) => {
    const isNear = c.face === from;
    return isHoleCut(c) ? holes && (isNear || far) : isNear ? near : far;
  });
  const depths = depthMarks(shown, thickness, from);
  return drawCuts(shown, from).map((layer) => ({
    ...layer,
    marks: [...layer.marks, ...(depths.get(layer.name) ?? [])],
  }));
}
