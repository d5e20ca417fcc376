import type { BodyEdge, Contour, Design, EdgeProfile } from '../design/schema.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import type { Point } from '../geometry/point.ts';
import { flattenPath, signedArea } from '../geometry/closedPath.ts';
import { remember } from '../geometry/remember.ts';
import type { Cut } from '../layout/cut.ts';
import type { Layout } from '../layout/layOut.ts';
import { regionOfPolygons } from '../solid/region.ts';
import type { Axes, Depth } from '../solid/depths.ts';
import { deepest } from '../solid/depths.ts';
import type { Profile, Region, Removal, Solid } from '../solid/solid.ts';
import { contourChain } from './contourLine.ts';
import { faultOf } from './faults.ts';
import type { Glued, Sound } from './glued.ts';
import { facingsOf, gluedOf } from './glued.ts';
import type { Polygon } from '../geometry/polygons.ts';
import { pocketOf, spansAtNeck, spansAtParts } from './leftSquare.ts';
import type { Span, Walk } from './stretches.ts';
import { walkAlong, without } from './stretches.ts';

const RAD = Math.PI / 180;

/** Chords of the body's edge and of openings stay so near to them, mm, where the body is sampled. */
const BODY_CHORD = 0.02;

/** And of openings, mm: where two round corners just meet, a hundredth aside is a tenth along. */
const OPENING_CHORD = 0.003;

/** The body's plan. Holes and openings right through it are openings as deep as it is thick. */
const bodyRegion = (path: ClosedPath): Region => {
  const points = flattenPath(path, BODY_CHORD);
  return { ...regionOfPolygons(signedArea(path) >= 0 ? points : points.reverse()), chord: BODY_CHORD };
};

/** Everything that is removed from one face, and by what of the design: for findings and pictures. */
export interface Carved {
  readonly by:
    | { readonly kind: 'cut'; readonly cut: Cut }
    | { readonly kind: 'contour'; readonly id: string }
    | { readonly kind: 'edge'; readonly stretch: string | null }
    | { readonly kind: 'binding'; readonly strip: number }
    | { readonly kind: 'arch' }
    /** Of a piece of a body with a glued-on front: what is faced off down to the glue line. */
    | { readonly kind: 'facing' }
    /** Along the rim of a sound opening. */
    | { readonly kind: 'rim'; readonly opening: string };
  readonly removal: Removal;
}

/** What of a body makes no cut, and why. */
export interface Refused {
  readonly by: Carved['by'];
  readonly face: 'front' | 'back';
  readonly why: string;
}

/** How one face is bent by contours and arches: the same object while neither they nor the body’s edge change. */
export interface Bent {
  readonly removals: readonly Removal[];
  /** How deep they go, mm, at each place. */
  readonly depth: Depth;
}

/** The body as it is carved. */
export interface BodySolid {
  readonly bent: { readonly front: Bent; readonly back: Bent };
  readonly solid: Solid;
  /** The same without holes and what is meant to go through: where this has no wood, something broke through. */
  readonly floors: Solid;
  readonly refused: readonly Refused[];
  /** Ways of bits along its edge, once computed. */
  readonly axes: Axes;
  readonly front: readonly Carved[];
  readonly back: readonly Carved[];
  /**
   * Of a body with a glued-on front: its pieces, as they are, and without holes and what is meant to go through. `solid` is then the
   * body as it looks from outside: what lies closed under the front is no part of it.
   */
  readonly glued: { readonly whole: Glued; readonly floors: Glued } | null;
}

/** Whether a removal bends the face: a contour or an arch, no opening and no work along the edge. */
export const bends = ({ by }: Carved): boolean => by.kind === 'contour' || by.kind === 'arch';

/** Holes and what goes through have no floor, and are meant to have none. */
const THROUGH: ReadonlySet<Cut['role']> = new Set(['hole', 'screw', 'sound opening']);
const hasFloor = ({ by }: Carved): boolean =>
  by.kind !== 'cut' || (!by.cut.through && !THROUGH.has(by.cut.role));

const openingOf = (cut: Cut, thickness: number): Removal => ({
  kind: 'opening',
  shape: regionOfPolygons(flattenPath(cut.path, OPENING_CHORD), cut.islands),
  depth: cut.through ? thickness : cut.face === 'front' ? -cut.bottom : thickness + cut.top,
});

/**
 * The removals of what is laid out. What is bored into the edge or drilled from one cavity to another lies within the
 * wood, open to neither face: a field cannot show it, and the walls and floors of the layout look after it.
 */
const openingsOf = (
  layout: Layout,
  face: 'front' | 'back',
  of: (cut: Cut, thickness: number) => Removal,
  closed = false,
): readonly Carved[] =>
  layout.cuts
    .filter(
      (cut) => cut.face === face && cut.role !== 'drilled' && !cut.unsaid && (cut.closed ?? false) === closed,
    )
    .map((cut) => ({ by: { kind: 'cut', cut }, removal: of(cut, layout.thickness) }));

function profileOf({ form, soft, depth }: Contour): Profile {
  if (form === 'flat')
    return {
      kind: 'flat',
      softStart: soft,
      by:
        depth.by === 'angle'
          ? { angle: depth.angle * RAD }
          : { dropAtFarthest: depth.by === 'drop' ? depth.drop : 0 },
    };
  return {
    kind: 'arc',
    by:
      depth.by === 'radius'
        ? { radius: depth.radius }
        : { dropAtFarthest: depth.by === 'drop' ? depth.drop : 0 },
  };
}

/** What a contour takes. */
export const contourRemoval = (contour: Contour): Removal => ({
  kind: 'contour',
  start: contourChain(contour.line),
  profile: profileOf(contour),
});

/** Where a bit's axis is at both ends of a stretch of the edge that its bearing runs along. */
const axisEnds = ({ from, to }: Span, walk: Walk, bearingRadius: number): readonly [Point, Point] => [
  walk.outside(from, bearingRadius),
  walk.outside(to, bearingRadius),
];

/** What a bit takes of an edge; null for one that stays square. */
function alongEdge(
  profile: EdgeProfile,
  bearingRadius: number,
  span: Span | null,
  walk: Walk | null,
  edge: 'outer' | number = 'outer',
): Removal | null {
  const along = {
    edge,
    bearingRadius,
    stretch: span && walk && axisEnds(span, walk, bearingRadius),
  };
  switch (profile.kind) {
    case 'square':
      return null;
    case 'round':
      return { kind: 'edge round', ...along, radius: profile.radius };
    case 'chamfer':
      return { kind: 'edge chamfer', ...along, width: profile.width, angle: profile.angle * RAD };
  }
}

/** The removals of one face's edge: its own stretches, the rest all round, and channels for binding all round. */
function edgeRemovals(
  edge: BodyEdge,
  atNeck: readonly Span[],
  atParts: readonly Span[],
  walk: Walk,
): readonly Carved[] {
  if (edge.profile.kind === 'square' && edge.stretches.length === 0 && edge.binding.length === 0) return [];
  const radius = edge.bearing / 2;
  const own = edge.stretches.map((s) => ({ ...s, span: { from: walk.to(s.from), to: walk.to(s.to) } }));
  const square = [...(edge.squareAtNeck ? atNeck : []), ...(edge.squareAtParts ? atParts : [])];
  const rest = without(walk.length, [...square, ...own.map((s) => s.span)]);
  const carved: Carved[] = [];
  const add = (profile: EdgeProfile, span: Span | null, stretch: string | null): void => {
    const removal = alongEdge(profile, radius, span, walk);
    if (removal) carved.push({ by: { kind: 'edge', stretch }, removal });
  };
  for (const span of rest ?? [null]) add(edge.profile, span, null);
  for (const { profile, span, id } of own) add(profile, span, id);
  let width = 0;
  const bound = without(walk.length, edge.squareAtNeck ? atNeck : []);
  edge.binding.forEach((strip, i) => {
    width += strip.width;
    for (const span of bound ?? [null])
      carved.push({
        by: { kind: 'binding', strip: i },
        removal: {
          kind: 'edge rabbet',
          edge: 'outer',
          bearingRadius: radius,
          stretch: span && axisEnds(span, walk, radius),
          width,
          depth: strip.depth,
        },
      });
  });
  return carved;
}

/** A body's solid, by what it is made from. */
export type MakeBody = (
  body: Design['body'],
  layout: Layout,
  path: ClosedPath,
  openings?: Design['openings'],
) => BodySolid;

/**
 * A way to make bodies that remembers: what has not changed since its last call is the same removal again, so that a
 * sampler computes only what did.
 */
export function createBody(): MakeBody {
  const regionOf = remember((path: ClosedPath) => {
    const region = bodyRegion(path);
    return { region, walk: walkAlong(region.outer), axes: new Map() as Axes };
  });
  const openings = new WeakMap<Cut, { readonly thickness: number; readonly removal: Removal }>();
  const opening = (cut: Cut, thickness: number): Removal => {
    const known = openings.get(cut);
    if (known?.thickness === thickness) return known.removal;
    const removal = openingOf(cut, thickness);
    openings.set(cut, { thickness, removal });
    return removal;
  };
  const contours = new WeakMap<Contour, Removal>();
  const contourOf = (contour: Contour): Removal => {
    const known = contours.get(contour) ?? contourRemoval(contour);
    contours.set(contour, known);
    return known;
  };
  const laid = remember((layout: Layout) => ({
    front: openingsOf(layout, 'front', opening),
    back: openingsOf(layout, 'back', opening),
    closed: openingsOf(layout, 'front', opening, true),
  }));
  /** Sound openings as holes of a front’s plan, and what is cut along their rims: a bearing that does not go into one is reported. */
  const soundOf = remember((region: Region, layout: Layout, openings: Design['openings']): Sound => {
    const refused: Refused[] = [];
    const holes: { readonly cut: Cut; readonly rim: Removal | null }[] = [];
    const lines: Polygon[] = [];
    for (const cut of layout.cuts) {
      if (cut.role !== 'sound opening' || cut.face !== 'front') continue;
      const { outer } = regionOfPolygons(flattenPath(cut.path, OPENING_CHORD));
      const line = [...outer].reverse();
      const of = openings.find((o) => o.id === cut.owner.id)?.rim;
      const rim = of ? alongEdge(of.profile, of.bearing / 2, null, null, holes.length) : null;
      const alone = of ? alongEdge(of.profile, of.bearing / 2, null, null, 0) : null;
      const why = alone && faultOf({ ...region, holes: [line] }, alone);
      if (why) refused.push({ by: { kind: 'rim', opening: cut.owner.id }, face: 'front', why });
      holes.push({ cut, rim: why ? null : rim });
      lines.push(line);
    }
    return { plan: lines.length ? { ...region, holes: lines } : region, holes, refused };
  });
  const facings = remember(facingsOf);
  // The same list again while it says the same: most changes of the layout move nothing in the edge.
  const lasting = (): ((spans: readonly Span[]) => readonly Span[]) => {
    let last: readonly Span[] = [];
    return (spans) => (last = JSON.stringify(spans) === JSON.stringify(last) ? last : spans);
  };
  const [lastNeck, lastParts] = [lasting(), lasting()];
  const atNeck = remember(spansAtNeck);
  const square = remember((layout: Layout, walk: Walk): readonly [readonly Span[], readonly Span[]] => [
    lastNeck(atNeck(pocketOf(layout), walk)),
    lastParts(spansAtParts(layout, walk)),
  ]);
  const lastBent = (): ((region: Region, carved: readonly Carved[]) => Bent) => {
    let last: { readonly region: Region; readonly bent: Bent } | null = null;
    return (region, carved) => {
      const removals = carved.filter(bends).map((c) => c.removal);
      const same =
        last?.region === region &&
        last.bent.removals.length === removals.length &&
        removals.every((r, i) => r === last!.bent.removals[i]);
      if (!same) last = { region, bent: { removals, depth: deepest(region, removals) } };
      return last!.bent;
    };
  };
  const bent = { front: lastBent(), back: lastBent() };
  const edgeOf = { front: remember(edgeRemovals), back: remember(edgeRemovals) };
  const archOf = remember((pairs: NonNullable<Design['body']['arch']['front']>): Removal => ({
    kind: 'arch',
    pairs: pairs.map(({ inward, depth }) => [inward, depth] as const),
  }));
  const faults = remember((region: Region, axes: Axes) => {
    const known = new WeakMap<Removal, { readonly why: string | null }>();
    return (removal: Removal): string | null => {
      const found = known.get(removal) ?? { why: faultOf(region, removal, axes) };
      known.set(removal, found);
      return found.why;
    };
  });
  const none: Design['openings'] = [];
  return remember((body: Design['body'], layout: Layout, path: ClosedPath, openings = none): BodySolid => {
    const { region, walk, axes } = regionOf(path);
    const refused: Refused[] = [];
    const of = (face: 'front' | 'back'): readonly Carved[] => {
      const arch = body.arch[face];
      const all: readonly Carved[] = [
        ...laid(layout)[face],
        ...(arch ? [{ by: { kind: 'arch' as const }, removal: archOf(arch) }] : []),
        ...body.contours
          .filter((c) => c.face === face)
          .map((c): Carved => ({ by: { kind: 'contour', id: c.id }, removal: contourOf(c) })),
        ...edgeOf[face](body.edges[face], ...square(layout, walk), walk),
      ];
      return all.filter(({ by, removal }) => {
        if (by.kind === 'cut' || by.kind === 'arch') return true;
        const why = faults(region, axes)(removal);
        if (why !== null) refused.push({ by, face, why });
        return why === null;
      });
    };
    const [front, back] = [of('front'), of('back')];
    const removals = (carved: readonly Carved[]): readonly Removal[] => carved.map((c) => c.removal);
    const { closed } = laid(layout);
    const at = layout.front;
    const sound = soundOf(region, layout, openings);
    if (at !== null) refused.push(...sound.refused);
    const floorsOf = (list: readonly Carved[]): readonly Carved[] => list.filter(hasFloor);
    const faced = at === null ? null : facings(region, body.thickness, at);
    const glued = faced && {
      whole: gluedOf(faced, front, back, closed, sound),
      floors: gluedOf(faced, floorsOf(front), floorsOf(back), closed, { ...sound, plan: region, holes: [] }),
    };
    return {
      glued,
      bent: { front: bent.front(region, front), back: bent.back(region, back) },
      front,
      back,
      refused,
      axes,
      solid: {
        region,
        thickness: body.thickness,
        front: removals(front),
        back: removals(back),
      },
      floors: {
        region,
        thickness: body.thickness,
        front: removals(front.filter(hasFloor)),
        back: removals(back.filter(hasFloor)),
      },
    };
  });
}
