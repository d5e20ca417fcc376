import type { Layer, Mark, SeenFrom } from '../drawing/drawing.ts';
import { closedPathMark, lineMark, polylineMark } from '../drawing/drawing.ts';
import type { Design, Headstock, Tuner } from '../design/schema.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import { mapPath } from '../geometry/closedPath.ts';
import { circlePath, placeBy, rectPath } from '../geometry/figures.ts';
import type { Point } from '../geometry/point.ts';
import type { StringPlan } from '../strings/stringPlan.ts';
import { boardHalfWidth } from '../strings/taper.ts';
import type { HeadstockPlan, TunerPlan } from './headstockPlan.ts';
import { STEM, keyOutline, onPlan, straightOn, winderOf } from './headstockPlan.ts';

const RAD = Math.PI / 180;
/** Dots of a fret that has two lie so far from the centre line, as a share of the board’s half-width there. */
const PAIR = 0.45;
/** How wide a block is, as a share of the board’s width. */
const BLOCK = 0.62;

/** What of a tuner is seen from the front: its button past the edge, its washer and post. Headstock frame. */
export const tunerSeen = (tuner: Tuner): readonly ClosedPath[] => [
  keyOutline(tuner),
  ...[winderOf(tuner).washer, winderOf(tuner).post]
    .filter((across) => across > 0)
    .map((across) => mapPath(circlePath(across), (p) => ({ x: p.x + tuner.at.x, y: p.y + tuner.at.y }))),
];

/** A tuner’s lines: hole, washer and post on the face, its housing and screw behind it; what lies behind is dashed. Headstock frame. */
function tunerMarks({ tuner, housing }: TunerPlan, to: (p: Point) => Point, from: SeenFrom): readonly Mark[] {
  const [onFace, onBack] =
    from === 'front' ? (['part', 'partBack'] as const) : (['partBack', 'part'] as const);
  const { at, turn, id } = tuner;
  const { hole, washer, post, button: past, housing: box, screw } = winderOf(tuner);
  const place = placeBy(at, turn * RAD);
  const round = (name: string, diameter: number, ink: 'hole' | 'part' | 'partBack'): Mark =>
    closedPathMark(
      `tuner-${id}-${name}`,
      ink,
      mapPath(circlePath(diameter), (p) => to({ x: p.x + at.x, y: p.y + at.y })),
      { at: to(at), diameter },
    );
  const stem = past * STEM;
  const button = mapPath(keyOutline(tuner), to);
  const shaft = [
    { x: 0, y: box.wide / 2 },
    { x: 0, y: box.wide / 2 + stem },
  ].map((p) => to(place(p)));
  return [
    polylineMark(`tuner-${id}-housing`, onBack, housing.map(to), true),
    lineMark(`tuner-${id}-shaft`, onBack, shaft[0]!, shaft[1]!),
    closedPathMark(`tuner-${id}-button`, 'part', button),
    ...(screw
      ? [
          closedPathMark(
            `tuner-${id}-screw`,
            from === 'front' ? 'holeBack' : 'hole',
            mapPath(circlePath(screw.thread), (p) => to(place({ x: p.x + screw.at.x, y: p.y + screw.at.y }))),
            { at: to(place(screw.at)), diameter: screw.thread },
          ),
        ]
      : []),
    ...(washer > 0 ? [round('washer', washer, onFace)] : []),
    ...(hole > 0 ? [round('hole', hole, 'hole')] : []),
    round('post', post, onFace),
  ];
}

/** A tree is so long along the headstock, and reaches so far past its outer strings, mm. */
const TREE_LONG = 6;
const TREE_PAST = 3.5;

/** A string tree as it is seen from the front: a bar over its strings; headstock frame. Null where it is over none. */
export function treeBar(
  { at, first, last }: Headstock['trees'][number],
  { strings }: Pick<HeadstockPlan, 'strings'>,
): readonly Point[] | null {
  // Counted from the treble side, the list begins on the bass side.
  const count = strings.length;
  const over = strings.slice(Math.max(0, count - last), count - first + 1).map((s) => straightOn(s, at.x));
  if (over.length === 0) return null;
  const [low, high] = [Math.min(at.y, ...over) - TREE_PAST, Math.max(at.y, ...over) + TREE_PAST];
  const [a, b] = [at.x - TREE_LONG / 2, at.x + TREE_LONG / 2];
  return [
    { x: a, y: low },
    { x: b, y: low },
    { x: b, y: high },
    { x: a, y: high },
  ];
}

/** Headstock, tuners, and the strings on their way to them, laid out flat in the instrument frame. */
export function drawHeadstock(
  headstock: HeadstockPlan,
  strings: Design['strings'],
  trees: Headstock['trees'] = [],
  from: SeenFrom = 'front',
): readonly Layer[] {
  const to = onPlan(strings);
  return [
    { name: 'headstock', marks: [closedPathMark('headstock', 'outline', mapPath(headstock.path, to))] },
    {
      name: 'tuners',
      marks: [
        ...headstock.tuners.flatMap((t) => tunerMarks(t, to, from)),
        ...headstock.tuners.flatMap(({ path, string, tuner }) => {
          if (!path || string === null) return [];
          const from = headstock.strings[string]!;
          return [lineMark(`string-to-${tuner.id}`, 'string', to(from), to(path.touches))];
        }),
        ...trees.flatMap((tree) => {
          const bar = treeBar(tree, headstock);
          return bar ? [polylineMark(`tree-${tree.id}`, 'part', bar.map(to), true)] : [];
        }),
      ],
    },
  ];
}

/** Markers in the face of the fingerboard, each in the middle before its fret; two at an octave. */
export function drawMarkers(
  { markers }: Design['shaft'],
  strings: Design['strings'],
  { frets }: StringPlan,
): Layer {
  const marks = markers.frets.flatMap((number): readonly Mark[] => {
    const [fret, before] = [number, number - 1].map((n) => frets.find((f) => f.number === n));
    if (!fret || !before || markers.face === 'none') return [];
    const x = (fret.x + before.x) / 2;
    const [bass, treble] = [boardHalfWidth(strings, x, 'bass'), boardHalfWidth(strings, x, 'treble')];
    const middle = (bass - treble) / 2;
    if (markers.face === 'blocks') {
      const long = Math.min(markers.size * 2, Math.abs(before.x - fret.x) * 0.7);
      return [
        closedPathMark(
          `marker-${number}`,
          'part',
          mapPath(rectPath(long, (bass + treble) * BLOCK, 0), (p) => ({ x: p.x + x, y: p.y + middle })),
        ),
      ];
    }
    const aside = number % 12 === 0 ? ((bass + treble) / 2) * PAIR : 0;
    return (aside ? [aside, -aside] : [0]).map((off, i) =>
      closedPathMark(
        `marker-${number}-${i}`,
        'part',
        mapPath(circlePath(markers.size), (p) => ({ x: p.x + x, y: p.y + middle + off })),
        { at: { x, y: middle + off }, diameter: markers.size },
      ),
    );
  });
  return { name: 'markers', marks };
}
