import { boxOfPoints, growBox } from '../geometry/box.ts';
import type { Cut } from '../layout/cut.ts';
import type { Fields, Sampler } from '../solid/field.ts';
import { createSampler } from '../solid/field.ts';
import type { Mass } from '../solid/mass.ts';
import { massOf } from '../solid/mass.ts';
import type { Region, Removal, Solid } from '../solid/solid.ts';
import type { Shaded } from '../solid/mesh/shading.ts';
import type { Least } from '../solid/thickness.ts';
import type { Carved, Refused } from './bodySolid.ts';
import type { ThicknessMap } from './thicknessMap.ts';
import { thicknessMap } from './thicknessMap.ts';

/** A piece of wood of a body: a solid in the body's own frame, and what of the design each removal comes from. */
export interface Piece {
  readonly solid: Solid;
  readonly front: readonly Carved[];
  readonly back: readonly Carved[];
  /** Sound openings: holes of its region, in order. */
  readonly holes: readonly Cut[];
}

/**
 * A body with a glued-on front, as the two pieces that are glued: each a solid between two fields (formulas section 11), which the
 * body with what lies closed in it is not. The core is the body faced down to the glue line; the front is what was faced off.
 */
export interface Glued {
  readonly front: Piece;
  readonly core: Piece;
  /** What lies closed between them, alone. */
  readonly closed: Solid;
  /** The glue line, mm under the front face. */
  readonly at: number;
}

/** The same as plain solids, for a worker: without what the design says of them. */
export interface GluedSolids {
  readonly front: Solid;
  readonly core: Solid;
  readonly closed: Solid;
  readonly at: number;
}
export const gluedSolids = ({ front, core, closed, at }: Glued): GluedSolids => ({
  front: front.solid,
  core: core.solid,
  closed,
  at,
});

/** A face that is cut off goes past the body by so much, mm. */
const PAST = 5;

/** All of a region down to a depth: what a planer takes. */
function facing({ outer }: Region, depth: number): Removal {
  const { minX, minY, maxX, maxY } = growBox(boxOfPoints(outer)!, PAST);
  return {
    kind: 'opening',
    shape: {
      outer: [
        { x: minX, y: minY },
        { x: maxX, y: minY },
        { x: maxX, y: maxY },
        { x: minX, y: maxY },
      ],
      holes: [],
    },
    depth,
  };
}

/** How deep a removal goes at most, mm, where its own numbers tell; Infinity for contours. */
export function mostDepth(removal: Removal): number {
  switch (removal.kind) {
    case 'opening':
    case 'edge rabbet':
      return removal.depth;
    case 'edge round':
      return removal.radius;
    case 'edge chamfer':
      return removal.width * Math.tan(removal.angle);
    case 'arch':
      return Math.max(...removal.pairs.map(([, depth]) => depth));
    case 'contour':
      return Infinity;
    case 'swept':
      return removal.thickness;
  }
}

/** A body’s slab, and what each piece of it is faced off by. */
interface Faced {
  readonly region: Region;
  readonly thickness: number;
  /** The glue line, mm under the front face. */
  readonly at: number;
  readonly core: Carved;
  readonly front: Carved;
}

export const facingsOf = (region: Region, thickness: number, at: number): Faced => ({
  ...{ region, thickness, at },
  core: { by: { kind: 'facing' }, removal: facing(region, at) },
  front: { by: { kind: 'facing' }, removal: facing(region, thickness - at) },
});

/** Sound openings: the plan of the front with them, what is cut along the rim of each, and what of that cannot be. */
export interface Sound {
  readonly plan: Region;
  readonly holes: readonly { readonly cut: Cut; readonly rim: Removal | null }[];
  readonly refused: readonly Refused[];
}

/** The two pieces. `closed` is routed in the core before the front goes on; sound openings go through the front alone. */
export function gluedOf(
  faced: Faced,
  front: readonly Carved[],
  back: readonly Carved[],
  closed: readonly Carved[],
  { plan, holes }: Sound,
): Glued {
  const { region, thickness, at } = faced;
  const isSound = ({ by }: Carved): boolean => by.kind === 'cut' && by.cut.role === 'sound opening';
  // What goes no deeper than the facing takes nothing more.
  const deeper = (list: readonly Carved[], than: number): readonly Carved[] =>
    list.filter((c) => mostDepth(c.removal) > than);
  const inCore = [faced.core, ...deeper(front, at).filter((c) => !isSound(c)), ...closed];
  const inFront = [
    ...front.filter((c) => !isSound(c)),
    ...holes.flatMap(({ cut, rim }): readonly Carved[] =>
      rim ? [{ by: { kind: 'rim', opening: cut.owner.id }, removal: rim }] : [],
    ),
  ];
  const underFront = [faced.front, ...deeper(back, thickness - at)];
  const removals = (carved: readonly Carved[]): readonly Removal[] => carved.map((c) => c.removal);
  return {
    at,
    front: {
      solid: { region: plan, thickness, front: removals(inFront), back: removals(underFront) },
      front: inFront,
      back: underFront,
      holes: holes.map(({ cut }) => cut),
    },
    core: {
      solid: { region, thickness, front: removals(inCore), back: removals(back) },
      front: inCore,
      back,
      holes: [],
    },
    closed: { region, thickness, front: removals(closed), back: [] },
  };
}

/** Samples pieces and what lies between them, each with a memory of its own. */
type GluedSamplers = Readonly<Record<'front' | 'core' | 'closed', Sampler>>;
export const gluedSamplers = (): GluedSamplers => ({
  front: createSampler(),
  core: createSampler(),
  closed: createSampler(),
});

export interface GluedFields {
  readonly front: Fields;
  readonly core: Fields;
  readonly closed: Fields;
}
export const gluedFields = (glued: GluedSolids, step: number, samplers: GluedSamplers): GluedFields => ({
  front: samplers.front.fields(glued.front, step),
  core: samplers.core.fields(glued.core, step),
  closed: samplers.closed.fields(glued.closed, step),
});

/** A cell of which so much lies in something closed is one with wood over and under it. */
const CLOSED_DEPTH = 1e-3;

const woodOf = ({ thickness, front, back }: Fields, i: number): number =>
  Math.max(0, thickness - front[i]! - back[i]!);

/** Visits each cell with something closed: the wood over it and under it, mm. */
function atClosed(fields: GluedFields, visit: (i: number, over: number, under: number) => void): void {
  const { front, core, closed } = fields;
  for (let i = 0; i < closed.front.length; i += 1)
    if (closed.front[i]! > CLOSED_DEPTH && closed.share[i]! > 0.5)
      visit(i, woodOf(front, i), woodOf(core, i));
}

/** The thickness of a body with something closed in it: there, of the thinner of the wood over and under it. */
export function gluedMap(outside: Fields, fields: GluedFields): ThicknessMap {
  const map = thicknessMap(outside);
  const wood = Float32Array.from(map.wood);
  atClosed(fields, (i, over, under) => {
    if (wood[i]! >= 0) wood[i] = over > 0 && under > 0 ? Math.min(over, under) : Math.max(over, under);
  });
  return { ...map, wood };
}

/** The mass of both pieces: volumes added, the centre by them. */
export function gluedMass({ front, core }: GluedFields): Mass & { readonly pieces: readonly Mass[] } {
  const pieces = [massOf(front), massOf(core)];
  const volume = pieces.reduce((sum, p) => sum + p.volume, 0);
  const by = (of: (m: Mass) => number): number =>
    volume > 0 ? pieces.reduce((sum, p) => sum + of(p) * p.volume, 0) / volume : 0;
  return {
    volume,
    centre: { x: by((m) => m.centre.x), y: by((m) => m.centre.y), z: by((m) => m.centre.z) },
    pieces,
  };
}

/** The least wood over or under what lies closed, and how much of it has none over or under it, mm², of pieces without their holes. */
export function leastAtClosed(fields: GluedFields): { readonly least: Least | null; readonly open: number } {
  const { x0, y0, step, columns } = fields.closed;
  let [least, open] = [null as Least | null, 0];
  atClosed(fields, (i, over, under) => {
    const thickness = Math.min(over, under);
    if (thickness <= 0) open += step * step * fields.closed.share[i]!;
    if (least && least.thickness <= thickness) return;
    least = { thickness, at: { x: x0 + (i % columns) * step, y: y0 + Math.floor(i / columns) * step } };
  });
  return { least, open };
}

/** Where both pieces meet, what is looked at is lifted by so much, mm: two faces in one place would be drawn through one another. */
const LIFT = 0.05;

/** A shaded front with its underside a hair over the glue line. */
export const liftedFrom = (shaded: Shaded, z: number): Shaded => ({
  ...shaded,
  places: shaded.places.map((v, i) => (i % 3 === 2 && Math.abs(v - z) < LIFT / 10 ? v + LIFT : v)),
});
