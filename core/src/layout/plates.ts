import type { Design, Guard } from '../design/schema.ts';
import type { Layer, PathMark } from '../drawing/drawing.ts';
import { closedPathMark, crossMarks, polylineMark } from '../drawing/drawing.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import { mapPath } from '../geometry/closedPath.ts';
import { circlePath, polygonPath } from '../geometry/figures.ts';
import { offsetPath } from '../geometry/offset.ts';
import type { Point } from '../geometry/point.ts';
import { distance, hypot } from '../geometry/point.ts';
import type { Polygon } from '../geometry/polygons.ts';
import {
  boxed,
  commonOf,
  distanceToEdge,
  edgeGap,
  polygonArea,
  polygonHolds,
  unionOf,
  withoutOf,
} from '../geometry/polygons.ts';
import { solveOutline } from '../outline/solve.ts';
import { measureOf } from '../parts/kinds.ts';
import { placesAlong } from './placesAlong.ts';
import type { Cut } from './cut.ts';
import { areaOf, isOf } from './cut.ts';
import type { Layout } from './layOut.ts';
import type { PartInPlace } from './partInPlace.ts';
import { SCREW_ROOM } from './partInPlace.ts';

/** A flat sheet that is cut to lie on or in the body: a cover or a pickguard. Instrument frame, mm. */
export interface Plate {
  readonly id: string;
  readonly name: string;
  readonly face: 'front' | 'back';
  readonly edge: Polygon;
  /** What comes up through it, by name. */
  readonly cutouts: readonly { readonly name: string; readonly polygon: Polygon }[];
  readonly screws: readonly { readonly at: Point; readonly diameter: number }[];
  /** Drilled for what is fixed to it: bushings and the screws of pickups, rings, jacks. */
  readonly holes: readonly { readonly at: Point; readonly diameter: number; readonly name: string }[];
  readonly thickness: number;
  /** Slope of its edge, degrees from square; 0 without. */
  readonly bevel: number;
}

/** How wide the bevel of a plate is, seen from the face, mm: its slope runs through the whole thickness. */
export const bevelWidth = ({ thickness, bevel }: Pick<Plate, 'thickness' | 'bevel'>): number =>
  thickness * Math.tan((bevel * Math.PI) / 180);

/** Room round a cover within its ledge, and round a pickup in a plate part, mm. */
const COVER_GAP = 0.3;
const PICKUP_GAP = 0.4;
const SCREW_THREAD = 3;

const largest = (polygons: readonly Polygon[]): Polygon | null =>
  [...polygons].sort((a, b) => polygonArea(b) - polygonArea(a))[0] ?? null;

const COVERS = new WeakMap<Cut, { readonly gap: number; readonly edge: Polygon | null }>();

function coverEdge(ledge: Cut, gap: number): Polygon | null {
  const known = COVERS.get(ledge);
  if (known?.gap === gap) return known.edge;
  const edge = largest(offsetPath(ledge.path, -gap));
  COVERS.set(ledge, { gap, edge });
  return edge;
}

/** The cover of each ledge: its line less the gap, with the cover screws that stand in it. */
function coversOf(design: Pick<Design, 'openings'>, { cuts, parts, thickness }: Layout): readonly Plate[] {
  return cuts
    .filter((c) => c.role === 'ledge' && c.face !== 'edge')
    .flatMap((ledge): readonly Plate[] => {
      const { kind, id } = ledge.owner;
      const opening = kind === 'opening' ? design.openings.find((o) => o.id === id) : undefined;
      // The opening's own cover says how thick its plate is and how much room it has; a ledge by itself does not.
      const cover = ledge.id.startsWith(`${id}-cover`) ? (opening?.cover ?? null) : null;
      const edge = coverEdge(ledge, cover?.gap ?? COVER_GAP);
      if (!edge) return [];
      const name = opening
        ? opening.name
        : kind === 'opening'
          ? ledge.name
          : (parts.find((p) => p.part.id === id)?.name ?? ledge.name);
      const deep = ledge.face === 'front' ? -ledge.bottom : ledge.top + thickness;
      return [
        {
          id: `cover-${ledge.id}`,
          name: `Cover of ${name}`,
          face: ledge.face as 'front' | 'back',
          edge,
          cutouts: [],
          screws: [
            ...cuts
              .filter((c) => cover && c.role === 'screw' && c.id.startsWith(`${ledge.id}-s`) && c.round)
              .map((c) => ({ at: c.round!.at, diameter: c.round!.diameter + SCREW_ROOM })),
            ...parts
              .filter((p) => p.part.spec.kind === 'screw' && p.part.face === ledge.face)
              .flatMap((p) =>
                p.screws
                  .filter((s) => polygonHolds(edge, s.at))
                  .map((s) => ({ at: s.at, diameter: s.hole.screw.thread + SCREW_ROOM })),
              ),
          ],
          holes: [],
          thickness: cover?.thickness ?? deep,
          bevel: 0,
        },
      ];
    });
}

/** What of a part comes up through a plate over it: its outline where it stands over the face, or its hole. */
function comesUp(part: PartInPlace, cuts: readonly Cut[]): readonly ClosedPath[] {
  if (part.part.face !== 'front') return [];
  const { kind } = part.part.spec;
  if (part.form.poles) return part.footprint;
  if (part.form.bush)
    return cuts.filter((c) => isOf(c, 'part', part.part.id) && c.role === 'hole').map((c) => c.path);
  // A ring, a knob or a screw is on the plate, not in it.
  if (kind === 'ring' || kind === 'screw' || kind === 'plate' || kind === 'knob') return [];
  return part.footprint;
}

/** What is cut and drilled in a plate for the parts that are fixed to it. `gap`: room round a pickup, mm. */
function cutForMounted(
  parts: readonly PartInPlace[],
  plateId: string,
  gap: number,
): Pick<Plate, 'cutouts' | 'holes'> {
  const mounted = parts.filter((p) => p.mounted?.id === plateId);
  const grown = (path: ClosedPath, room: number): readonly Polygon[] =>
    room > 0 ? offsetPath(path, room) : [areaOf(path).polygon];
  return {
    cutouts: mounted.flatMap(({ name, form, footprint, cuts, mounted: m }) =>
      [
        ...m!.drilled.filter((d) => d.round === null).flatMap((d) => grown(d.path, 0)),
        ...(form.poles ? footprint.flatMap((path) => grown(path, gap)) : []),
        // The rout of a jack in a dish: the dish covers it.
        ...(form.poles ? [] : cuts.filter((c) => c.role === 'cavity').flatMap((c) => grown(c.path, 0))),
      ].map((polygon) => ({ name, polygon })),
    ),
    holes: mounted.flatMap(({ name, mounted: m }) =>
      m!.drilled.flatMap(({ name: hole, round }) =>
        round ? [{ at: round.at, diameter: round.diameter, name: `${name}, ${hole}` }] : [],
      ),
    ),
  };
}

/** The region of a pickguard: its nodes’ line, kept inside the body’s edge by what it follows it at. */
export function guardEdge(guard: Guard, body: ClosedPath): Polygon | null {
  const region = areaOf(solveOutline(guard.nodes)).polygon;
  const within = offsetPath(body, -(guard.follow ?? 0));
  return largest(commonOf([region], within));
}

function guardPlate(guard: Guard, body: ClosedPath, layout: Layout): Plate | null {
  const edge = guardEdge(guard, body);
  if (!edge) return null;
  const own = cutForMounted(layout.parts, guard.id, guard.gap);
  const cutouts = [
    ...own.cutouts,
    ...layout.parts
      .filter((part) => !part.mounted)
      .flatMap((part) =>
        comesUp(part, layout.cuts)
          .flatMap((path) => offsetPath(path, guard.gap))
          .filter((polygon) => polygon.some((p) => polygonHolds(edge, p)))
          .map((polygon) => ({ name: part.name, polygon })),
      ),
  ];
  const pocket = layout.cuts.find((c) => c.role === 'pocket');
  if (pocket && pocket.area.polygon.some((p) => polygonHolds(edge, p)))
    cutouts.push({
      name: pocket.name,
      polygon: largest(offsetPath(pocket.path, guard.gap)) ?? pocket.area.polygon,
    });
  const inner = largest(offsetPath(polygonPath(edge), -guard.screwInset));
  const taken = cutouts.map((c) => boxed(c.polygon));
  const screws =
    guard.screws ??
    (guard.apart > 0 && inner
      ? placesAlong(inner, guard.apart).filter(
          // None in a cut-out, nor where it would break out into one.
          (at) =>
            taken.every(
              (c) => !polygonHolds(c.polygon, at) && distanceToEdge(c.polygon, at) > SCREW_THREAD,
            ) && own.holes.every((h) => distance(h.at, at) > h.diameter / 2 + SCREW_THREAD),
        )
      : []);
  return {
    id: guard.id,
    name: guard.name,
    face: 'front',
    edge,
    cutouts,
    screws: screws.map((at) => ({ at, diameter: SCREW_THREAD + SCREW_ROOM })),
    holes: own.holes,
    thickness: guard.thickness,
    bevel: guard.bevel,
  };
}

/** A plate part that others are fixed to: it is drilled for them. Null for one that nothing is fixed to. */
function drilledPlate(part: PartInPlace, parts: readonly PartInPlace[]): Plate | null {
  const [sheet] = part.footprint;
  const { face } = part.part;
  if (!sheet || face === 'edge' || !parts.some((p) => p.mounted?.id === part.part.id)) return null;
  return {
    id: part.part.id,
    name: part.name,
    face,
    edge: areaOf(sheet).polygon,
    ...cutForMounted(parts, part.part.id, PICKUP_GAP),
    screws: part.screws.map((s) => ({ at: s.at, diameter: s.hole.screw.thread + SCREW_ROOM })),
    thickness: measureOf(part.part.spec, 'thick'),
    bevel: 0,
  };
}

/** Every plate of a design that is cut or drilled: covers from their ledges, pickguards from their regions, plate parts that others are fixed to. */
export const platesOf = (
  guards: Design['guards'],
  openings: Design['openings'],
  body: ClosedPath,
  layout: Layout,
): readonly Plate[] => [
  ...coversOf({ openings }, layout),
  ...guards.flatMap((g) => guardPlate(g, body, layout) ?? []),
  ...layout.parts
    .filter((p) => p.part.spec.kind === 'plate')
    .flatMap((p) => drilledPlate(p, layout.parts) ?? []),
];

/** Pieces of a sheet under this, mm², are dust of the saw. */
const LEAST_PIECE = 1;

interface PlateProfiles {
  readonly edges: readonly Polygon[];
  readonly inside: readonly Polygon[];
}
const PROFILES = new WeakMap<Plate, PlateProfiles>();

/** What is left of a plate’s sheet: its edge, with cut-outs that run out at it taken away. Computed once for each plate. */
export function plateProfiles(plate: Plate): PlateProfiles {
  let profiles = PROFILES.get(plate);
  if (!profiles) PROFILES.set(plate, (profiles = profilesOf(plate)));
  return profiles;
}

function profilesOf(plate: Plate): PlateProfiles {
  const edge = boxed(plate.edge);
  const open = plate.cutouts.filter((c) => {
    const box = boxed(c.polygon);
    return edgeGap(box, edge, 0)?.distance === 0 || c.polygon.some((p) => !polygonHolds(plate.edge, p));
  });
  const inside = unionOf(plate.cutouts.filter((c) => !open.includes(c)).map((c) => c.polygon));
  if (open.length === 0) return { edges: [plate.edge], inside };
  const left = withoutOf(
    [plate.edge],
    open.map((c) => c.polygon),
  ).filter((p) => polygonArea(p) > LEAST_PIECE);
  return { edges: left.length ? left : [plate.edge], inside };
}

/** Arms of the cross in a screw’s hole, past its edge, mm. */
const CROSS_PAST = 1;

/** A plate as lines to cut by: its edge, cut-outs, and screw holes with their middles. */
export function drawPlate(plate: Plate): readonly Layer[] {
  const { edges, inside } = plateProfiles(plate);
  const hole = (at: Point, diameter: number, key: string): readonly PathMark[] => {
    const arm = diameter / 2 + CROSS_PAST;
    const circle = mapPath(circlePath(diameter), (p) => ({ x: p.x + at.x, y: p.y + at.y }));
    return [
      closedPathMark(`${plate.id}-${key}`, 'hole', circle, { at, diameter }),
      ...crossMarks(`${plate.id}-${key}`, 'hole', at, arm),
    ];
  };
  return [
    { name: 'outline', marks: edges.map((p, i) => polylineMark(`${plate.id}-e${i}`, 'outline', p, true)) },
    ...(inside.length
      ? [
          {
            name: 'openings' as const,
            marks: inside.map((p, i) => polylineMark(`${plate.id}-c${i}`, 'opening', p, true)),
          },
        ]
      : []),
    ...(plate.screws.length + plate.holes.length > 0
      ? [
          {
            name: 'holes' as const,
            marks: [
              ...plate.screws.flatMap((s, i) => hole(s.at, s.diameter, `s${i}`)),
              ...plate.holes.flatMap((h, i) => hole(h.at, h.diameter, `h${i}`)),
            ],
          },
        ]
      : []),
  ];
}

/** A pickguard’s edge is meant to run beside the body’s where it lies within so far of it, mm. */
const BESIDE = 45;
/** Looks along the edge, mm apart. */
const LOOK = 4;

/**
 * How evenly a plate’s edge keeps its distance from the body’s where it runs beside it: the widest swing of the
 * distance along a stretch of at least `stretch` mm that turns nowhere away, and where it is least. Null where no
 * such stretch is.
 */
export function edgeSwing(
  plate: Plate,
  body: Polygon,
  stretch = 60,
): { readonly swing: number; readonly at: Point } | null {
  const looks: { at: Point; off: number }[] = [];
  plate.edge.forEach((a, i) => {
    const b = plate.edge[(i + 1) % plate.edge.length]!;
    const long = hypot(b.x - a.x, b.y - a.y);
    const steps = Math.max(1, Math.ceil(long / LOOK));
    for (let k = 0; k < steps; k += 1) {
      const at = { x: a.x + ((b.x - a.x) * k) / steps, y: a.y + ((b.y - a.y) * k) / steps };
      looks.push({ at, off: distanceToEdge(body, at) });
    }
  });
  let worst: { swing: number; at: Point } | null = null;
  let run: { at: Point; off: number }[] = [];
  const close = (): void => {
    const long = run.reduce(
      (s, p, i) => (i ? s + hypot(p.at.x - run[i - 1]!.at.x, p.at.y - run[i - 1]!.at.y) : 0),
      0,
    );
    if (long >= stretch) {
      const least = run.reduce((a, b) => (b.off < a.off ? b : a));
      const most = run.reduce((a, b) => (b.off > a.off ? b : a));
      const swing = most.off - least.off;
      if (!worst || swing > worst.swing) worst = { swing, at: least.at };
    }
    run = [];
  };
  for (const look of looks) {
    const before = run.at(-1);
    // A stretch ends where the edge leaves the body’s, faster than any parallel would.
    const turned =
      before &&
      Math.abs(look.off - before.off) >
        0.5 * Math.max(0.2, hypot(look.at.x - before.at.x, look.at.y - before.at.y));
    if (look.off > BESIDE || turned) close();
    if (look.off <= BESIDE) run.push(look);
  }
  close();
  return worst;
}
