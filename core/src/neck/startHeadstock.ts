import { editHeadstock } from '../design/neckEdits.ts';
import type { Design, Outline, OutlineNode, PartSpec, Side, Tuner } from '../design/schema.ts';
import { tidy } from '../design/nodeEdits.ts';
import type { Point } from '../geometry/point.ts';
import { cross, subtract } from '../geometry/point.ts';
import { SHELF, specOf } from '../parts/shelf.ts';
import { LONG_SCALE } from '../design/sections/neck.ts';
import { centreScale } from '../strings/frets.ts';
import { boardEdge } from '../strings/taper.ts';
import type { StringPlan } from '../strings/stringPlan.ts';
import { straightOn, stringsAtNut, winderOf, windingRadius } from './headstockPlan.ts';
import type { AtNut } from './stringPaths.ts';

/** Plain shapes that a headstock is begun from: where its tuners are. */
export const HEADSTOCK_STARTS = ['in-line', 'reversed', 'both-sides', 'headless'] as const;
export type HeadstockStart = (typeof HEADSTOCK_STARTS)[number];

/** The first post from the nut, and housings that follow each other, mm apart. */
const FIRST = 32;
const BETWEEN = 3;
/** Wood outside a housing, and past the last post beside that; and outside the strings where no tuners are, mm. */
const OUTSIDE = 3.5;
const PAST = 12;
const BESIDE_STRINGS = 9;
/** And an edge outside the housings of the other side’s tuners, beside that, mm. */
const PAST_OTHERS = 4.5;
/** Where the sides differ, an edge comes in behind its last pair: so much more outside its own, mm. */
const OWN_MORE = 2;
/** Clearance of a post from strings that pass it, mm: a little over the limit of the finding. */
const CLEAR_OF_STRINGS = 1.8;
/** A clamp of a headless neck, along it, mm. */
const CLAMP = 24;
/** The tilt that a headstock begins with where it has less: every string is then pressed into its slot. */
const TILT = 10;
/** And its face so far under the strings’ slots, less than they are taken off over it: the first string still presses well, mm. */
const LESS = 1.5;

/** Where the neck’s edges end at the nut, x: not 0 where frets are fanned. */
type NutEnds = Readonly<Record<Side, number>>;

interface Laid {
  readonly string: number;
  readonly at: { readonly x: number; readonly y: number };
  readonly side: Side;
}

const node = (id: number, x: number, y: number, kind: OutlineNode['kind'] = 'fair'): OutlineNode => ({
  id: `n${id}`,
  x: tidy(Number(x.toFixed(2))),
  y: tidy(Number(y.toFixed(2))),
  kind,
});
const numbered = (places: readonly (readonly [number, number, OutlineNode['kind']?])[]): OutlineNode[] =>
  places.map(([x, y, kind], i) => node(i + 1, x, y, kind));

const usualTuner = (kind: HeadstockStart, long: boolean): PartSpec => {
  const key = long ? 'tuner-bass' : kind === 'both-sides' ? 'tuner-sides' : 'tuner-line';
  return specOf(SHELF.find((s) => s.key === key)!);
};

/** Posts so that every string runs straight on past the inner side of its own: in one line, the side’s outer string nearest the nut. */
function inLine(side: Side, atNut: readonly AtNut[], radius: (i: number) => number, pitch: number): Laid[] {
  const sign = side === 'bass' ? 1 : -1;
  const order = atNut.map((_, i) => (side === 'bass' ? i : atNut.length - 1 - i));
  return order.map((string, k) => {
    const x = FIRST + pitch * k;
    return { string, side, at: { x, y: straightOn(atNut[string]!, x) + sign * radius(string) } };
  });
}

/** So many of the posts on the bass side, the others on the treble side; further in than their housings are wide they stand aside. */
function bothSides(
  atNut: readonly AtNut[],
  onBass: number,
  radius: (i: number) => number,
  pitch: number,
  wide: number,
): Laid[] {
  const least = wide / 2 + BETWEEN / 2;
  const onSide = (side: Side): Laid[] => {
    const sign = side === 'bass' ? 1 : -1;
    const strings = atNut
      .map((_, string) => string)
      .filter((string) => string < onBass === (side === 'bass'));
    // From the outer string, whose post is the nearest to the nut, to the inner one.
    const order = side === 'bass' ? strings : strings.reverse();
    const placed: Laid[] = [];
    // From the furthest post back, so that each stands clear of the strings that go on past it.
    for (let k = order.length - 1; k >= 0; k -= 1) {
      const string = order[k]!;
      const x = FIRST + pitch * k;
      const straight = sign * straightOn(atNut[string]!, x) + radius(string);
      // Alone at its place along the headstock, nothing is in its way.
      const isPaired = k < Math.min(onBass, atNut.length - onBass);
      const past = placed.map((next) => {
        const from = atNut[next.string]!;
        const share = (x - from.x) / (next.at.x - from.x);
        const touches = sign * next.at.y - radius(next.string);
        return sign * from.y + (touches - sign * from.y) * share + radius(string) + CLEAR_OF_STRINGS;
      });
      const y = Math.max(straight, isPaired ? least : -Infinity, ...past);
      placed.push({ string, side, at: { x, y: sign * y } });
    }
    return placed;
  };
  return [...onSide('bass'), ...onSide('treble')].sort((a, b) => a.string - b.string);
}

/** The outline about tuners on the bass side, or with `flip` on the treble side: straight beside them, plain at the end. */
function outlineInLine(
  laid: readonly Laid[],
  atNut: readonly AtNut[],
  half: number,
  ends: NutEnds,
  out: number,
  flip: 1 | -1,
) {
  const [first, last] = [laid[0]!.at, laid.at(-1)!.at];
  const up = (y: number): number => flip * y;
  const near = flip === 1 ? ends.bass : ends.treble;
  const slope = laid.length > 1 ? (up(last.y) - up(first.y)) / (last.x - first.x) : 0;
  const edge = (x: number): number =>
    up(first.y) + slope * (x - first.x) + out * Math.sqrt(1 + slope * slope);
  const far = last.x + out + PAST;
  const lower = flip === 1 ? atNut.at(-1)! : atNut[0]!;
  const bottom = (x: number): number => Math.min(up(straightOn(lower, x)) - BESIDE_STRINGS, -half);
  const places: (readonly [number, number, OutlineNode['kind']?])[] = [
    [flip === 1 ? ends.treble : ends.bass, -half, 'corner'],
    [far * 0.3, bottom(far * 0.3) - 0.6],
    [far * 0.68, bottom(far * 0.68) - 1],
    [far - 9, bottom(far) + 3],
    [far, (bottom(far) + edge(far)) / 2 - 2],
    [far - 7, edge(far - 7) - 2.5],
    ...dense([
      { x: first.x, y: edge(first.x) },
      { x: last.x, y: edge(last.x) },
    ])
      .map(({ x, y }) => [x, y] as const)
      .reverse(),
    [first.x - out * 0.85, edge(first.x) - (edge(first.x) - half) * 0.22],
    [near + 9, half + Math.min(3, (edge(first.x) - half) * 0.2)],
    [near, half, 'corner'],
  ];
  // A single tuner has one node beside it.
  const beside = places.filter(([x, y], i) => i === 0 || x !== places[i - 1]![0] || y !== places[i - 1]![1]);
  // Counter-clockwise either way.
  return numbered(flip === 1 ? beside : [...beside].reverse().map(([x, y, kind]) => [x, -y, kind] as const));
}

/** Of places along a headstock those that its edge turns at, so that none lies outside it. */
function outermost(places: readonly Point[]): readonly Point[] {
  const hull: Point[] = [];
  for (const p of [...places].sort((q, r) => q.x - r.x)) {
    while (hull.length > 1 && cross(subtract(hull.at(-1)!, hull.at(-2)!), subtract(p, hull.at(-1)!)) >= 0)
      hull.pop();
    hull.push(p);
  }
  return hull;
}

/** A fair edge bulges between nodes that are further apart than this, mm: over keys, and out of a row’s line. */
const NODES_APART = 40;

/** Places with others between those that are far apart. */
const dense = (places: readonly Point[]): readonly Point[] =>
  places.flatMap((p, i) => {
    const next = places[i + 1];
    const parts = next ? Math.max(1, Math.ceil((next.x - p.x) / NODES_APART)) : 1;
    return Array.from({ length: parts }, (_, k) =>
      k === 0 || !next ? p : { x: p.x + ((next.x - p.x) * k) / parts, y: p.y + ((next.y - p.y) * k) / parts },
    );
  });

/** Of a fair edge from the nut past places that it turns at, on the bass side: nodes from the nut on. */
function sideNodes(
  edge: readonly Point[],
  half: number,
  out: number,
  far: number,
): (readonly [number, number, OutlineNode['kind']?])[] {
  const [a, b] = [edge[0]!, edge.at(-1)!];
  return [
    [0, half, 'corner'],
    [9, half + Math.max(-2.5, Math.min(2.5, (a.y - half) * 0.2))],
    [a.x - out * 0.8, a.y - (a.y - half) * 0.2],
    ...edge.map(({ x, y }) => [x, y] as const),
    [far - 8, b.y - 1],
  ];
}

function outlineBothSides(laid: readonly Laid[], half: number, ends: NutEnds, out: number): Outline {
  const far = Math.max(...laid.map((l) => l.at.x)) + out + PAST;
  const on = (side: Side): number => laid.filter((l) => l.side === side).length;
  const isEven = Math.abs(on('bass') - on('treble')) <= 1;
  const paired = laid.filter(({ at }) => laid.some((o) => o.at !== at && o.at.x === at.x));
  // One alone at the end is no reason to come in steeply beside the last two.
  const least = Math.min(Infinity, ...paired.map(({ at }) => Math.abs(at.y)));
  const both = laid.map(({ at }) => ({
    x: at.x,
    y: Math.max(Math.abs(at.y), Number.isFinite(least) ? least - BETWEEN : 0) + out,
  }));
  // With more tuners on one side each edge runs beside its own, and past the housings of the others.
  const edgeOn = (side: Side): readonly Point[] => {
    const sign = side === 'bass' ? 1 : -1;
    const own = laid.map((l) => ({
      x: l.at.x,
      y: Math.max(half * 0.5, sign * l.at.y + out + (l.side === side ? OWN_MORE : PAST_OTHERS)),
    }));
    const all = isEven ? both : own;
    // Of two side by side, the one that reaches further.
    return dense(outermost(all.filter((p) => !all.some((q) => q.x === p.x && q.y > p.y))));
  };
  const [upper, lower] = (['bass', 'treble'] as const).map((side) =>
    sideNodes(edgeOn(side), half, out, far),
  ) as [ReturnType<typeof sideNodes>, ReturnType<typeof sideNodes>];
  const places: (readonly [number, number, OutlineNode['kind']?])[] = [
    ...lower.map(([x, y, kind]) => [x, -y, kind] as const),
    [far - 2, (upper.at(-1)![1] - lower.at(-1)![1]) / 2],
    ...[...upper].reverse(),
  ];
  const nodes = numbered(places).map((n) =>
    n.kind === 'corner' ? { ...n, x: tidy(n.y > 0 ? ends.bass : ends.treble) } : n,
  );
  if (ends.bass !== ends.treble || !isEven) return { nodes, mirror: [] };
  const mirror = nodes
    .slice(0, upper.length + 1)
    .map((n, i): [string, string] => [n.id, nodes[nodes.length - 1 - i]!.id]);
  return { nodes, mirror };
}

function clampOutline(half: number, ends: NutEnds): Outline {
  const nodes = numbered([
    [ends.treble, -half, 'corner'],
    [CLAMP - 3, -half, 'corner'],
    [CLAMP, -half + 3, 'corner'],
    [CLAMP, half - 3, 'corner'],
    [CLAMP - 3, half, 'corner'],
    [ends.bass, half, 'corner'],
  ]);
  if (ends.bass !== ends.treble) return { nodes, mirror: [] };
  return {
    nodes,
    mirror: [
      ['n1', 'n6'],
      ['n2', 'n5'],
      ['n3', 'n4'],
    ],
  };
}

/**
 * Begins a headstock anew from a plain shape, with the tuners it takes: kept as they are measured where the design has some, else from the
 * shelf. Posts stand where their strings run straight on, if there is room. `onBass`: of posts on both sides, how many stand on the bass side;
 * else half of them.
 */
export function startHeadstock(
  design: Design,
  stringPlan: StringPlan,
  kind: HeadstockStart,
  onBass = Math.ceil(design.strings.count / 2),
): Design {
  const { strings, headstock } = design;
  const half = strings.nutWidth / 2;
  const endOf = (side: Side): number => boardEdge(strings, side).nut.x - centreScale(strings);
  const ends = { bass: endOf('bass'), treble: endOf('treble') };
  if (kind === 'headless')
    return editHeadstock(design, { outline: clampOutline(half, ends), tilt: 0, tuners: [], trees: [] });
  const spec = headstock.tuners[0]?.spec ?? usualTuner(kind, strings.scaleLength > LONG_SCALE);
  const atNut = stringsAtNut(strings, stringPlan);
  const { post, takeOff, housing } = winderOf({ spec });
  const { long, wide } = housing;
  const radius = (i: number): number => windingRadius(post, strings.gauges[i]!);
  const pitch = long + BETWEEN;
  const out = wide / 2 + OUTSIDE;
  const laid =
    kind === 'both-sides'
      ? bothSides(atNut, Math.min(strings.count, Math.max(0, onBass)), radius, pitch, wide)
      : inLine(kind === 'in-line' ? 'bass' : 'treble', atNut, radius, pitch);
  const outline: Outline =
    kind === 'both-sides'
      ? outlineBothSides(laid, half, ends, out)
      : { nodes: outlineInLine(laid, atNut, half, ends, out, kind === 'in-line' ? 1 : -1), mirror: [] };
  const tuners = laid
    .map(({ string, at, side }): Tuner => ({
      id: `t${string + 1}`,
      string: strings.count - string,
      spec,
      at: { x: Number(at.x.toFixed(2)), y: Number(at.y.toFixed(2)) },
      turn: side === 'bass' ? 0 : 180,
      passes: side === 'bass' ? 'treble' : 'bass',
    }))
    .sort((a, b) => a.string - b.string);
  const tilted = headstock.tilt >= TILT / 2 ? {} : { tilt: TILT, below: Math.max(1, takeOff - LESS) };
  return editHeadstock(design, { outline, tuners, trees: [], ...tilted });
}
