import type { Side } from '../design/schema.ts';
import { roundedPolygon } from '../geometry/roundedPolygon.ts';
import { boxOfPoints } from '../geometry/box.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import { flattenPath } from '../geometry/closedPath.ts';
import { circlePath, placeBy } from '../geometry/figures.ts';
import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';
import type { Polygon } from '../geometry/polygons.ts';
import { commonOf, polygonArea, unionOf } from '../geometry/polygons.ts';
import { regionOfPolygons } from '../solid/region.ts';
import type { Removal, Solid } from '../solid/solid.ts';
import type { Straight, Sweep, SweepFrame, SweepSection, SweepStretch } from '../solid/sweep.ts';
import { sweepAt, sweepInFrame } from '../solid/sweep.ts';
import { centreScale } from '../strings/frets.ts';
import { boardHalfWidth } from '../strings/taper.ts';
import { nutLine } from './nutLine.ts';
import { shaftFrame } from './frames.ts';
import { heelDepth } from './heel.ts';
import { winderOf } from './headstockPlan.ts';
import type { NeckPlan, NeckSource } from './planNeck.ts';
import { fullness, woodDepth } from './shaft.ts';

/**
 * The neck as two solids that meet in one plane at the nut’s headstock side, so that each is one between two faces (formulas section 11):
 * the shaft with its heel, and the headstock. The shaft’s frame: x from the nut’s board side along the glue plane towards the headstock,
 * y to the bass side, z up to the strings, 0 on the glue plane. The headstock’s: its face, as its outline is drawn.
 */
export interface NeckSolid {
  /** The back of both, in the shaft’s frame. */
  readonly sweep: Sweep;
  readonly shaft: Solid;
  readonly head: Solid;
  /** Where the headstock’s frame lies in the shaft’s. */
  readonly frame: SweepFrame;
  /** Where they meet: the plane’s line in plan, shaft’s frame, `y` to the bass side and to the treble side. */
  readonly joint: readonly [Point, Point];
  /** The truss rod’s slot, from the glue plane: its plan and its depth; null without one. */
  readonly slot: { readonly plan: Polygon; readonly depth: number } | null;
  /** The tuners’ holes, square through the headstock: its frame. */
  readonly holes: readonly { readonly at: Point; readonly diameter: number }[];
}

/** Chords of a neck’s plan stay so near to its curves, mm. */
export const NECK_CHORD = 0.02;
/** The sweep is carried past both ends of the neck by so much, mm. */
const PAST = 40;
/** A shaft is at least so long before its heel begins, and a transition at least so long, mm: shorter ones are another neck’s numbers. */
const LEAST_SHAFT = 10;
const LEAST_RUN = 1;
/** A solid is as deep as its sweep goes: looked for along it every so many mm. */
const LOOKED_AT = 0.5;

const straight = (at0: number, at1: number): Straight => ({ at: at0, slope: at1 - at0 });

/**
 * The flat heel. A straight-through neck is the body’s wood behind the joint: of the neck there is what stands over the body’s face, under the
 * fingerboard.
 */
function heelStretches(
  source: NeckSource,
  plan: NeckPlan,
  { ends, flat, deep }: { readonly ends: number; readonly flat: number; readonly deep: number },
): readonly SweepStretch[] {
  if (source.neck.joint !== 'through') return [{ kind: 'flat', from: -ends, to: -flat, at: [deep, deep] }];
  const { tilt, z } = shaftFrame(source, plan);
  /** How far the glue plane lies over the body’s face, square to itself. */
  const over = (x: number): number => Math.max(0, (z - x * Math.sin(tilt)) / Math.cos(tilt));
  const joint = -plan.jointU;
  return [
    { kind: 'flat', from: -ends, to: joint, at: [over(-ends), over(joint)] },
    { kind: 'flat', from: joint, to: -flat, at: [deep, deep] },
  ];
}

/** The back of shaft, heel and headstock as one sweep (formulas section 12), the headstock’s transition like the heel’s. */
export function neckSweep(source: NeckSource, plan: NeckPlan): Sweep {
  const { headstock, strings } = source;
  const { shaft, heel } = plan;
  const { tilt } = plan.headstock.side;
  const scale = centreScale(strings);
  // A straight-through neck is the body behind its joint: its heel is flat before that.
  const most = source.neck.joint === 'through' ? plan.jointU - LEAST_RUN : Infinity;
  const flat = Math.max(LEAST_SHAFT + LEAST_RUN, Math.min(most, heel.flatFrom));
  const end = Math.max(LEAST_SHAFT, Math.min(heel.shaftEnd, flat - LEAST_RUN));
  const deep = heelDepth(heel, shaft.board);
  const section = (u: number): SweepSection => ({
    depth: woodDepth(shaft, u),
    left: fullness(shaft, u, 'bass').p,
    right: fullness(shaft, u, 'treble').p,
  });
  const between = shaft.stations.map((s) => s.u).filter((u) => u > 0 && u < end);
  const places = [end, ...between.reverse(), 0];
  // Of the headstock’s back: straight on in its plane, in the shaft’s frame.
  const t = headstock.thickness;
  const back = (x: number): number => plan.faceDrop + x * Math.tan(tilt) + t / Math.cos(tilt);
  const flatAt = Math.max(LEAST_RUN, headstock.blend * Math.cos(tilt) - t * Math.sin(tilt));
  const far = flatAt + plan.headstock.length + PAST;
  const [ends, toHeel] = [Math.max(plan.endU, flat) + PAST, Math.tan(heel.meeting)];
  const stretches: readonly SweepStretch[] = [
    ...heelStretches(source, plan, { ends, flat, deep }),
    { kind: 'blend', from: -flat, to: -end, slopes: [toHeel, null] },
    ...places.slice(1).map((u, i): SweepStretch => ({
      kind: 'section',
      from: -places[i]!,
      to: -u,
      at: [section(places[i]!), section(u)],
    })),
    { kind: 'blend', from: 0, to: flatAt, slopes: [null, null] },
    { kind: 'flat', from: flatAt, to: far, at: [back(flatAt), back(far)] },
  ];
  const half = (side: Side): Straight =>
    straight(boardHalfWidth(strings, scale, side), boardHalfWidth(strings, scale + 1, side));
  const { length, height } = headstock.volute;
  return {
    half: { left: half('bass'), right: half('treble') },
    stretches,
    swells: height > 0 ? [{ at: 0, half: length / 2, height }] : [],
    frame: { tilt: 0, over: 0 },
  };
}

/** How deep a sweep goes at most between two places. */
function deepestOf(sweep: Sweep, from: number, to: number): number {
  const count = Math.ceil((to - from) / LOOKED_AT);
  let deep = 0;
  for (let i = 0; i <= count; i += 1)
    for (const [share, side] of [
      [0, 'left'],
      [1, 'left'],
    ] as const)
      deep = Math.max(deep, -sweepAt(sweep, from + ((to - from) * i) / count, share, side));
  return deep;
}

/** The greatest of several pieces. */
const greatest = (polygons: readonly Polygon[]): Polygon | null =>
  polygons.reduce<Polygon | null>(
    (best, p) => (best === null || Math.abs(polygonArea(p)) > Math.abs(polygonArea(best)) ? p : best),
    null,
  );

/** Further than any neck reaches, mm. */
const FAR = 2000;

/** A wide plan on one side of the line through two places: on the left of it, going from the first to the second. */
function leftOf(a: Point, b: Point): Polygon {
  const long = distance(a, b);
  const [ux, uy] = [(b.x - a.x) / long, (b.y - a.y) / long];
  const at = (along: number, aside: number): Point => ({
    x: (a.x + b.x) / 2 + ux * along - uy * aside,
    y: (a.y + b.y) / 2 + uy * along + ux * aside,
  });
  return [at(-FAR, 0), at(FAR, 0), at(FAR, FAR), at(-FAR, FAR)];
}

/** Where the neck’s own wood ends, from the nut: in the pocket; of a straight-through one, where it stands over the body’s face no more. */
export const woodEnd = ({ neck, strings }: Pick<NeckSource, 'neck' | 'strings'>, plan: NeckPlan): number =>
  neck.joint === 'through'
    ? Math.max(plan.jointU + LEAST_RUN, centreScale(strings) - plan.boardEndX)
    : plan.endU;

/** Where the shaft ends in the pocket, or on the body under the end of the board: from its bass edge to its treble edge, tailward; shaft’s frame. */
function heelEnd(source: NeckSource, plan: NeckPlan): { plan: Point[]; radii: number[] } {
  const { neck, strings } = source;
  const scale = centreScale(strings);
  const half = (u: number, side: Side): number => boardHalfWidth(strings, scale - u, side);
  const bass: Point[] = [];
  const treble: Point[] = [];
  const add = (u: number, b: number, t: number): void => {
    bass.push({ x: -u, y: b });
    treble.unshift({ x: -u, y: -t });
  };
  if (neck.joint === 'through') {
    const end = woodEnd(source, plan);
    add(end, half(end, 'bass'), half(end, 'treble'));
  } else {
    const tenon = neck.joint === 'glued' && neck.tenon !== null ? neck.tenon / 2 : Infinity;
    const at = (u: number): [number, number] => [
      Math.min(tenon, half(u, 'bass')),
      Math.min(tenon, half(u, 'treble')),
    ];
    if (tenon < half(plan.jointU, 'bass')) {
      add(plan.jointU, half(plan.jointU, 'bass'), half(plan.jointU, 'treble'));
      add(plan.jointU, ...at(plan.jointU));
    }
    add(plan.endU, ...at(plan.endU));
  }
  const width = bass.at(-1)!.y - treble[0]!.y;
  const round =
    neck.joint === 'through' ? 0 : neck.end === 'round' ? width / 2 : Math.min(neck.radius, width / 2);
  const points = [...bass, ...treble];
  return {
    plan: points,
    radii: points.map((_, i) => (i === bass.length - 1 || i === bass.length ? round : 0)),
  };
}

/** The slot of the truss rod in plan, as far as the shaft goes; and on into the headstock where it begins behind the nut. */
function slotOf({ shaft }: NeckSource): NeckSolid['slot'] {
  const { rod } = shaft;
  if (!rod) return null;
  const [x0, x1, y] = [-rod.to, -rod.from, rod.width / 2];
  return {
    depth: rod.depth,
    plan: [
      { x: x0, y: -y },
      { x: x1, y: -y },
      { x: x1, y },
      { x: x0, y },
    ],
  };
}

/** The floor of a slot that falls away from a tilted face is laid out in steps so high, mm. */
const STEP = 0.25;

/** What a slot from the glue plane takes of the headstock’s face: level where it is not tilted, else in steps. */
function slotInHead(slot: NeckSolid['slot'], { tilt, over }: SweepFrame): readonly Removal[] {
  if (!slot) return [];
  const box = boxOfPoints(slot.plan)!;
  const deepAt = (d: number): number => (slot.depth - over - d * Math.sin(tilt)) / Math.cos(tilt);
  const to = box.maxX / Math.cos(tilt);
  if (to <= 0 || deepAt(0) <= 0) return [];
  const count = tilt === 0 ? 1 : Math.max(1, Math.ceil((deepAt(0) - Math.max(0, deepAt(to))) / STEP));
  return Array.from({ length: count }, (_, i): Removal | null => {
    const [a, b] = [(to * i) / count, (to * (i + 1)) / count];
    const depth = deepAt((a + b) / 2);
    if (depth <= 0) return null;
    return {
      kind: 'opening',
      depth,
      shape: {
        outer: [
          { x: i === 0 ? -PAST : a, y: box.minY },
          { x: b, y: box.minY },
          { x: b, y: box.maxY },
          { x: i === 0 ? -PAST : a, y: box.maxY },
        ],
        holes: [],
      },
    };
  }).filter((r) => r !== null);
}

/** The nut’s ends on its board side, bass and treble; shaft’s frame. */
const nutEnds = (strings: NeckSource['strings']): readonly [Point, Point] =>
  nutLine(strings, 0).line.map(({ x, y }) => ({ x: x - centreScale(strings), y })) as [Point, Point];

/** The shaft in plan from the nut’s board side to the end of its heel, counter-clockwise; shaft’s frame. */
export function shaftPath(source: NeckSource, plan: NeckPlan): ClosedPath {
  const [bass, treble] = nutEnds(source.strings);
  const heel = heelEnd(source, plan);
  return roundedPolygon([bass, ...heel.plan, treble], [0, ...heel.radii, 0]);
}

/** The neck’s solids, from its plan. */
export function neckSolid(source: NeckSource, plan: NeckPlan): NeckSolid {
  const { headstock, strings, shaft: numbers } = source;
  const sweep = neckSweep(source, plan);
  const { tilt } = plan.headstock.side;
  const frame: SweepFrame = { tilt, over: plan.faceDrop };
  const [bass, treble] = nutEnds(strings);
  const seat = numbers.nut.thickness;
  const joint = [
    { x: bass.x + seat, y: bass.y },
    { x: treble.x + seat, y: treble.y },
  ] as const;
  const outline = flattenPath(plan.headstock.path, NECK_CHORD);
  const laid = outline.map(({ x, y }) => ({ x: x * Math.cos(tilt), y }));
  // The nut’s seat: between the nut’s two sides as wide as the headstock’s edge is there.
  const seatPlan = commonOf(commonOf([laid], [leftOf(bass, treble)]), [leftOf(joint[1], joint[0])]);
  const edges = flattenPath(shaftPath(source, plan), NECK_CHORD);
  const shaftPlan = greatest(unionOf([edges, ...seatPlan])) ?? edges;
  const holes = headstock.tuners.flatMap((tuner) => {
    const { hole } = winderOf(tuner);
    return hole > 0 ? [{ at: tuner.at, diameter: hole }] : [];
  });
  const slot = slotOf(source);
  const shaftDeep = deepestOf(sweep, -woodEnd(source, plan), Math.max(joint[0].x, joint[1].x));
  const inHead: Sweep = { ...sweep, frame };
  // The back lies no deeper under the face than this, square to it.
  const under = sweepInFrame(inHead, -2 * (headstock.thickness + shaftDeep));
  const faceJoint = joint.map(({ x, y }) => ({ x: x / Math.cos(tilt), y })) as [Point, Point];
  let headThick = headstock.thickness;
  for (let x = Math.min(faceJoint[0].x, faceJoint[1].x); x <= plan.headstock.length; x += LOOKED_AT)
    headThick = Math.max(headThick, -under(x, 0));
  const headPlan = greatest(commonOf([outline], [leftOf(faceJoint[0], faceJoint[1])])) ?? outline;
  return {
    sweep,
    frame,
    joint,
    slot,
    holes,
    shaft: {
      region: { ...regionOfPolygons(shaftPlan), chord: NECK_CHORD },
      thickness: shaftDeep,
      front: slot ? [{ kind: 'opening', shape: { outer: slot.plan, holes: [] }, depth: slot.depth }] : [],
      back: [{ kind: 'swept', sweep, thickness: shaftDeep }],
    },
    head: {
      region: { ...regionOfPolygons(headPlan), chord: NECK_CHORD },
      thickness: headThick,
      front: [
        ...holes.map(({ at, diameter }): Removal => ({
          kind: 'opening',
          shape: regionOfPolygons(flattenPath(circlePath(diameter), NECK_CHORD / 4).map(placeBy(at, 0))),
          depth: headThick,
        })),
        ...slotInHead(slot, frame),
      ],
      back: [
        { kind: 'swept', sweep: inHead, thickness: headThick },
        ...(tilt > 0 ? [wedge(faceJoint, tilt, headThick)] : []),
      ],
    },
  };
}

/** What of a tilted headstock’s back lies on the shaft’s side of the joint: a plane through the joint’s line on the face, steep. */
function wedge([bass, treble]: readonly [Point, Point], tilt: number, thickness: number): Removal {
  const aside = thickness * Math.tan(tilt);
  const long = distance(bass, treble);
  const [nx, ny] = [(bass.y - treble.y) / long, -(bass.x - treble.x) / long];
  const moved = (p: Point): Point => ({ x: p.x + nx * aside, y: p.y + ny * aside });
  return {
    kind: 'contour',
    // On its left lies the nut.
    start: [moved(treble), moved(bass)],
    profile: { kind: 'flat', softStart: 0, by: { angle: Math.PI / 2 - tilt } },
  };
}
