import type {
  CirclePart,
  Design,
  LayerPlan,
  Opening,
  OutlineNode,
  OwnLine,
  PartSpec,
  Point,
} from '@pelkin/core';
import { CIRCLE_PARTS, edits, flattenPath, holeSizePlan, plainSpec } from '@pelkin/core';
import type { BroughtLine } from '../../workers/drawingReader.ts';

/** What was taken from a drawing, before it is put into the design as one step. */
export interface Taken {
  nodes: readonly OutlineNode[] | null;
  /** The furthest that anything lies off the file, mm. */
  off: number;
  readonly openings: Opening[];
  readonly parts: CircleAsPart[];
  readonly guards: { readonly name: string; readonly nodes: readonly OutlineNode[] }[];
  readonly guides: { readonly name: string; readonly way: OwnLine['way'] }[];
}

/** A layer of which nothing is known. */
export const PLAIN_PLAN: LayerPlan = {
  use: 'leave',
  face: 'front',
  depth: 0,
  through: false,
  asSaid: false,
  sizes: new Map(),
};

/** A guide’s chords stay so near to the drawn curve, mm. */
const GUIDE_CHORD = 0.05;
const MOST_NAME = 80;

/** Matches names that programs generate for unnamed lines, as path12 or rect3-4. */
const KEY =
  /^(?:(?:path|rect|circle|ellipse|polyline|polygon|line|use|g|svg|layer|shape|object|cut)(?:[-_ ]?[\w.-]*\d[\w.-]*)?|[a-z]{1,2}\d[\w.-]*|\d+)$/i;

/** The name of a line in the design: its own, else its layer's, else empty; generated names are skipped. */
export const nameFor = ({ name, layer }: Pick<BroughtLine, 'name' | 'layer'>): string =>
  [name, layer]
    .map((words) => words.trim())
    .find((words) => words && !KEY.test(words))
    ?.slice(0, MOST_NAME) ?? '';

/** How a line is cut: as it says itself, as round holes of its size, or as its layer. */
export function planFor(plan: LayerPlan, line: Pick<BroughtLine, 'cut' | 'circle'>): LayerPlan {
  const { cut } = line;
  if (plan.asSaid && cut) return { ...plan, face: cut.face, depth: cut.depth, through: cut.through };
  const { depth = plan.depth, through = plan.through } = holeSizePlan(plan, line);
  return { ...plan, depth, through };
}

const tidy = (v: number): number => Math.round(v * 1e4) / 1e4;

/** A line to draw by: two points where it is one straight piece, else its places. */
export function guideWay({ path, closed }: BroughtLine, map: (p: Point) => Point): OwnLine['way'] {
  const places = flattenPath(path, GUIDE_CHORD).map(map);
  const last = path.at(-1);
  // Flattened as a closed line is: the last place of an open one is put behind.
  const all = closed || !last ? places : [...places, map(last.p3)];
  const tidied = all.map(({ x, y }) => ({ x: tidy(x), y: tidy(y) }));
  return tidied.length === 2 && !closed
    ? { by: 'points', from: tidied[0]!, to: tidied[1]! }
    : { by: 'drawn', closed, places: tidied };
}

const idFor = (design: Design, before: readonly Opening[]): string =>
  edits.freshId([...design.openings, ...before], 'o');

const cut = (opening: Opening, { face, depth, through }: LayerPlan): Opening => ({
  ...opening,
  face,
  steps: opening.steps.map((step) => ({ ...step, depth, through })),
});

/** A drawn circle as a round hole about its own middle. */
export function circleOpening(
  design: Design,
  before: readonly Opening[],
  line: BroughtLine,
  name: string,
  plan: LayerPlan,
  map: (p: Point) => Point,
): Opening {
  const { at, diameter } = line.circle!;
  const middle = map(at);
  return cut(
    {
      id: idFor(design, before),
      name: name || 'Hole',
      face: 'front',
      at: { x: tidy(middle.x), y: tidy(middle.y) },
      turn: 0,
      steps: [edits.plainStep(name || 'Hole', { kind: 'circle', diameter: tidy(diameter) }, 0)],
    },
    plan,
  );
}

/** A part that is laid where a circle was drawn. */
export interface CircleAsPart {
  readonly spec: PartSpec;
  readonly face: 'front' | 'back';
  readonly at: Point;
}

/** A screw's core, as a share of its thread; a ferrule's rim past its hole, mm. */
const [CORE, RIM] = [0.72, 2];

/** The measures of a part that its drawn hole gives: its diameter, and the depth where one was said; mm. */
function measuresOfHole(
  part: CirclePart,
  diameter: number,
  { depth, through }: LayerPlan,
): Record<string, number> {
  const deep = depth > 0 && !through ? depth : null;
  if (part === 'screw')
    return {
      screwThread: diameter,
      screwRoot: tidy(diameter * CORE),
      head: tidy(2 * diameter),
      ...(deep === null ? {} : { screwLength: deep }),
    };
  if (part === 'ferrule')
    return { across: diameter, head: diameter + RIM, ...(deep === null ? {} : { deep }) };
  // What is drawn is the hole: the thread has its usual room in it.
  return { bush: tidy(diameter - ROOM), room: ROOM };
}
/** Room of a pot's thread in its hole, mm. */
const ROOM = 0.3;

/** A drawn circle as a screw, pot or ferrule at its middle, its hole as drawn; all else is assumed. */
export function circlePart(
  line: BroughtLine,
  part: CirclePart,
  name: string,
  plan: LayerPlan,
  map: (p: Point) => Point,
): CircleAsPart {
  const { at, diameter } = line.circle!;
  const middle = map(at);
  const plain = plainSpec(part);
  const own = measuresOfHole(part, tidy(diameter), plan);
  return {
    spec: {
      ...plain,
      name: name || plain.name,
      measures: { ...plain.measures, ...own },
      assumed: plain.assumed.filter((key) => !(key in own) || key === 'screwRoot' || key === 'head'),
    },
    face: plan.face,
    at: { x: tidy(middle.x), y: tidy(middle.y) },
  };
}

/** A drawn line as an opening from its layer’s face, as deep as the layer says. */
export const cutOpening = (
  design: Design,
  before: readonly Opening[],
  name: string,
  nodes: readonly OutlineNode[],
  plan: LayerPlan,
): Opening => cut(edits.openingOfLine(idFor(design, before), name || 'Opening', nodes), plan);

/** A pickguard that was drawn goes as it was drawn, without screws of its own. */
const GUARD = { follow: null, thickness: 2.3, bevel: 45, gap: 0.4, apart: 75, screwInset: 5, screws: null };

/** The design with all of it. */
export function takenInto(design: Design, { nodes, openings, parts, guards, guides }: Taken): Design {
  let next = edits.takeOutline(design, nodes, openings);
  for (const { spec, face, at } of parts) next = edits.addPart(next, spec, face, at).design;
  for (const { name, nodes: line } of guards)
    next = edits.addGuard(next, { ...GUARD, name: name || 'Pickguard', nodes: line }).design;
  for (const { name, way } of guides)
    next = edits.addLine(next, {
      name: name || edits.freeLineName(next, 'guide'),
      kind: 'guide',
      way,
    }).design;
  return next;
}

const counted = (count: number, one: string, more: string): readonly string[] =>
  count === 0 ? [] : [`${count} ${count === 1 ? one : more}`];

/** What was taken, in words. */
export function takenWords({ nodes, openings, parts: laid, guards, guides }: Taken): string {
  const isHole = (o: Opening): boolean => o.steps[0]!.shape.kind === 'circle';
  const holes = openings.filter(isHole).length;
  const parts = [
    ...(nodes ? [`an outline of ${nodes.length} nodes`] : []),
    ...counted(openings.length - holes, 'opening', 'openings'),
    ...counted(holes, 'round hole', 'round holes'),
    ...CIRCLE_PARTS.flatMap((kind) =>
      counted(laid.filter((p) => p.spec.kind === kind).length, kind, `${kind}s`),
    ),
    ...counted(guards.length, 'pickguard', 'pickguards'),
    ...counted(guides.length, 'guide line', 'guide lines'),
  ];
  return parts.length < 2 ? (parts[0] ?? 'nothing') : `${parts.slice(0, -1).join(', ')} and ${parts.at(-1)}`;
}
