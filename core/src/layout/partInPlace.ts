import type { PlacedPart } from '../design/schema.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import { mapPath } from '../geometry/closedPath.ts';
import type { Point } from '../geometry/point.ts';
import type { Boxed } from '../geometry/polygons.ts';
import type { Laid, PartForm, PartHole } from '../parts/part.ts';
import { formOf } from '../parts/kinds.ts';
import type { Cut, Owner } from './cut.ts';
import { areaOf, flatPath, pathInPlace, zOf } from './cut.ts';
import { circlePath, placeBy } from '../geometry/figures.ts';
import type { DrilledInPlate, Mount, Mounted } from './mounting.ts';

const RAD = Math.PI / 180;

/** Something of a part that fills room: a prism over its area, instrument frame. */
export interface PlacedSolid {
  readonly part: string;
  readonly name: string;
  readonly path: ClosedPath;
  readonly area: Boxed;
  readonly low: number;
  readonly high: number;
}

/** A screw's pilot hole at its place. */
export interface PlacedScrew {
  readonly part: string;
  readonly name: string;
  readonly at: Point;
  readonly face: 'front' | 'back' | 'edge';
  readonly hole: PartHole;
}

/** A part where it lies: everything of it in the instrument frame. */
export interface PartInPlace {
  readonly part: PlacedPart;
  /** As it is called in its design (see `partNames`). */
  readonly name: string;
  readonly form: PartForm;
  /** From its own frame to the instrument's. */
  readonly place: (p: Point) => Point;
  readonly footprint: readonly ClosedPath[];
  readonly clear: readonly Boxed[];
  readonly cuts: readonly Cut[];
  readonly solids: readonly PlacedSolid[];
  readonly screws: readonly PlacedScrew[];
  /** The pickguard or plate that it is fixed to, and its holes there; null for a part in the wood. */
  readonly mounted: Mounted | null;
}

function laid(part: PlacedPart, { shape, at }: Laid): ClosedPath {
  return mapPath(
    mapPath(flatPath(shape), (p) => ({ x: p.x + at.x, y: p.y + at.y })),
    placeBy(part.at, part.turn * RAD),
  );
}

function screwCut(part: PlacedPart, hole: PartHole, i: number, at: Point, thickness: number): Cut {
  const { length, thread, root } = hole.screw;
  const common = {
    pilot: root,
    ...(hole.countersink > 0 ? { countersink: hole.countersink } : {}),
    id: `${part.id}-s${i}`,
    owner: { kind: 'part' as const, id: part.id },
    name: hole.name,
    role: 'screw' as const,
    islands: [],
    through: false,
    unsaid: false,
  };
  if (part.face === 'edge') {
    // A cylinder along the part's own x, told by the box round it.
    return {
      ...common,
      face: 'edge',
      ...boreOf(part, length, thread, { across: hole.at.y, up: hole.up ?? 0 }),
      round: null,
    };
  }
  const path = pathInPlace({ kind: 'circle', diameter: thread }, at, 0);
  return {
    ...common,
    face: part.face,
    path,
    area: areaOf(path),
    // However long: one that is too long comes out at the other face.
    ...(part.face === 'front'
      ? { top: 0, bottom: -length }
      : { top: length - thickness, bottom: -thickness }),
    round: { at, diameter: thread },
  };
}

/** The box round a bore from the edge inward: `deep` along the part's x, `across` over it, at the part's height. */
function boreOf(
  part: PlacedPart,
  deep: number,
  across: number,
  aside = { across: 0, up: 0 },
): Pick<Cut, 'path' | 'area' | 'top' | 'bottom' | 'bore' | 'length' | 'axis'> {
  const flat = deep * Math.cos(part.tilt * RAD);
  const rise = deep * Math.sin(part.tilt * RAD);
  const z = part.z + aside.up;
  const path = laid(part, {
    shape: { kind: 'rect', long: flat, wide: across, radius: 0 },
    at: { x: flat / 2, y: aside.across },
  });
  const place = placeBy(part.at, part.turn * RAD);
  return {
    path,
    area: areaOf(path),
    bore: across,
    length: deep,
    axis: [
      { ...place({ x: 0, y: aside.across }), z },
      { ...place({ x: flat, y: aside.across }), z: z + rise },
    ],
    top: Math.max(z, z + rise) + across / 2,
    bottom: Math.min(z, z + rise) - across / 2,
  };
}

/** A screw's hole through a plate is wider than its thread by this, mm. */
export const SCREW_ROOM = 0.3;

/** The holes of a part in the plate that it is fixed to: those of its bushing or slot, and those of its screws. */
function drilledFor(part: PlacedPart, form: PartForm): readonly DrilledInPlate[] {
  const place = placeBy(part.at, part.turn * RAD);
  return [
    ...form.cuts
      .filter((cut) => cut.role === 'hole')
      .map((cut): DrilledInPlate => ({
        name: cut.name,
        path: laid(part, cut),
        round: cut.shape.kind === 'circle' ? { at: place(cut.at), diameter: cut.shape.diameter } : null,
      })),
    ...form.holes.map((hole): DrilledInPlate => {
      const [at, diameter] = [place(hole.at), hole.screw.thread + SCREW_ROOM];
      return {
        name: hole.name,
        path: mapPath(circlePath(diameter), (p) => ({ x: p.x + at.x, y: p.y + at.y })),
        round: { at, diameter },
      };
    }),
  ];
}

function layPart(part: PlacedPart, thickness: number, mount: Mount | null): Omit<PartInPlace, 'name'> {
  const form = formOf(part.spec);
  const place = placeBy(part.at, part.turn * RAD);
  const owner: Owner = { kind: 'part', id: part.id };
  const own = part.face === 'back' ? 'back' : 'front';
  const other = own === 'front' ? 'back' : 'front';
  const cuts: Cut[] = form.cuts.flatMap((cut, i): readonly Cut[] => {
    // The plate is drilled for it, the wood is not.
    if (mount && cut.role === 'hole') return [];
    if (part.face === 'edge') {
      if (cut.shape.kind !== 'circle' || cut.depth === null) return [];
      return [
        {
          id: `${part.id}-c${i}`,
          owner,
          name: cut.name,
          face: 'edge',
          role: 'bore',
          ...boreOf(part, cut.depth, cut.shape.diameter),
          islands: [],
          through: false,
          round: null,
          unsaid: false,
        },
      ];
    }
    const face = cut.face === 'own' ? own : other;
    const path = laid(part, cut);
    return [
      {
        id: `${part.id}-c${i}`,
        owner,
        name: cut.name,
        face,
        role: cut.role,
        path,
        area: areaOf(path),
        islands: [],
        ...zOf(face, cut.depth, thickness),
        round: cut.shape.kind === 'circle' ? { at: place(cut.at), diameter: cut.shape.diameter } : null,
        unsaid: false,
      },
    ];
  });
  if (form.plug && part.face === 'edge')
    cuts.push({
      id: `${part.id}-bore`,
      owner,
      name: 'bore',
      face: 'edge',
      role: 'bore',
      ...boreOf(part, form.plug.needs, form.plug.bore),
      islands: [],
      through: false,
      round: null,
      unsaid: false,
    });
  for (const [i, s] of (form.wallScrews ?? []).entries()) {
    const path = laid(part, {
      shape: { kind: 'rect', long: s.length, wide: s.thread, radius: 0 },
      at: { x: s.at.x + s.length / 2, y: s.at.y },
    });
    const middle = other === 'back' ? s.below - thickness : -s.below;
    cuts.push({
      id: `${part.id}-w${i}`,
      owner,
      name: s.name,
      face: 'edge',
      role: 'screw',
      path,
      area: areaOf(path),
      islands: [],
      top: middle + s.thread / 2,
      bottom: middle - s.thread / 2,
      through: false,
      round: null,
      bore: s.thread,
      length: s.length,
      axis: [
        { ...place(s.at), z: middle },
        { ...place({ x: s.at.x + s.length, y: s.at.y }), z: middle },
      ],
      unsaid: false,
    });
  }
  const screws = (mount ? [] : form.holes).map((hole): PlacedScrew => ({
    part: part.id,
    name: hole.name,
    at: place(part.face === 'edge' ? { x: 0, y: hole.at.y } : hole.at),
    face: part.face,
    hole,
  }));
  screws.forEach(({ hole, at }, i) => cuts.push(screwCut(part, hole, i, at, thickness)));
  // A knob or dish is raised by its plate; a pickup is set to its height over the body's face.
  const raised = mount && !form.poles ? mount.thickness : 0;
  const up = (z: number): number =>
    part.face === 'back' ? -thickness - z - raised : part.face === 'front' ? z + raised : part.z + z;
  return {
    part,
    form,
    place,
    footprint: (part.face === 'edge' && form.side ? form.side : form.footprint).map((l) => laid(part, l)),
    clear: form.clear.map((l) => areaOf(laid(part, l))),
    cuts,
    screws,
    mounted: mount && { ...mount, drilled: drilledFor(part, form) },
    solids: (part.face === 'edge' ? [] : form.solids).map((s) => {
      const path = laid(part, s);
      const [a, b] = [up(s.low), up(s.high)];
      return {
        part: part.id,
        name: s.name,
        path,
        area: areaOf(path),
        low: Math.min(a, b),
        high: Math.max(a, b),
      };
    }),
  };
}

interface Known {
  readonly thickness: number;
  readonly mount: Mount | null;
  readonly placed: PartInPlace;
}
const LAID = new WeakMap<PlacedPart, Known>();

const isSameMount = (a: Mount | null, b: Mount | null): boolean =>
  a === b || (a !== null && b !== null && a.id === b.id && a.thickness === b.thickness && a.name === b.name);

/**
 * A part in its place in a body of this thickness, mm, under its name in the design; `mount` is the plate that it is fixed
 * to, null in the wood. Remembered by the part's identity: a new name alone does not compute its geometry again.
 */
export function partInPlace(
  part: PlacedPart,
  thickness: number,
  name = part.spec.name,
  mount: Mount | null = null,
): PartInPlace {
  const last = LAID.get(part);
  const known = last?.thickness === thickness && isSameMount(last.mount, mount) ? last.placed : null;
  if (known?.name === name) return known;
  const placed = { ...(known ?? layPart(part, thickness, mount)), name };
  LAID.set(part, { thickness, mount, placed });
  return placed;
}
