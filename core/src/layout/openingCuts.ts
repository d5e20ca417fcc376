import type { Design, Opening, OpeningStep, Shape, Slab } from '../design/schema.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import { mapPath } from '../geometry/closedPath.ts';
import { circlePath, placeBy, polygonPath } from '../geometry/figures.ts';
import { offsetPath } from '../geometry/offset.ts';
import type { Point } from '../geometry/point.ts';
import type { Polygon } from '../geometry/polygons.ts';
import { commonOf, polygonArea } from '../geometry/polygons.ts';
import type { Flat } from '../parts/part.ts';
import type { Cut } from './cut.ts';
import { canBeCovered, coverScrewPlaces, ledgeShape } from './cover.ts';
import { afterBit, areaOf, flatPath, zOf } from './cut.ts';

const RAD = Math.PI / 180;

/** Insets smaller than this, mm², are nothing that could be routed. */
const LEAST_AREA = 4;

/** The line that an inset follows: the body's, or an opening's first step. */
export type LineOf = (name: string) => ClosedPath | null;

/** What lies so far within a line and its bounds, as closed lines in the instrument frame, largest first. */
export function insetPaths(shape: Extract<Shape, { kind: 'inset' }>, lineOf: LineOf): readonly ClosedPath[] {
  const line = lineOf(shape.of);
  if (!line) return [];
  const whole = offsetPath(line, -shape.by);
  const { within } = shape;
  const kept: readonly Polygon[] = within
    ? commonOf(whole, [
        [
          { x: within.minX, y: within.minY },
          { x: within.maxX, y: within.minY },
          { x: within.maxX, y: within.maxY },
          { x: within.minX, y: within.maxY },
        ],
      ])
    : whole;
  return kept
    .filter((p) => polygonArea(p) > LEAST_AREA)
    .sort((a, b) => polygonArea(b) - polygonArea(a))
    .map(polygonPath);
}

/** Where the holes of a pattern stand about its middle: by rows, or round its circle from +x; null for other shapes. */
export function holePlaces(shape: Shape): readonly Point[] | null {
  if (shape.kind === 'grid') {
    const { columns, rows, alongApart, acrossApart } = shape;
    return Array.from({ length: columns * rows }, (_, i) => ({
      x: ((i % columns) - (columns - 1) / 2) * alongApart,
      y: (Math.floor(i / columns) - (rows - 1) / 2) * acrossApart,
    }));
  }
  if (shape.kind !== 'ring') return null;
  return Array.from({ length: shape.holes }, (_, i) => {
    const a = (2 * Math.PI * i) / shape.holes;
    return { x: (shape.across / 2) * Math.cos(a), y: (shape.across / 2) * Math.sin(a) };
  });
}

/** A flat shape's line as its bit leaves it: a rectangle keeps exact round corners. */
function bitten(flat: Flat, radius: number): ClosedPath {
  if (flat.kind !== 'rect') return afterBit(flat, flatPath(flat), radius);
  return flatPath({ ...flat, radius: Math.max(flat.radius, radius) });
}

interface StepLine {
  readonly path: ClosedPath;
  readonly round: Cut['round'];
}

/** A step's closed lines, instrument frame. An inset follows its line wherever the opening lies. */
function stepLines(opening: Opening, step: OpeningStep, lineOf: LineOf): readonly StepLine[] {
  const { shape, at } = step;
  const radius = (step.bit ?? 0) / 2;
  if (shape.kind === 'inset')
    return insetPaths(shape, lineOf).map((path) => ({ path: afterBit(null, path, radius), round: null }));
  const place = placeBy(opening.at, opening.turn * RAD);
  const laid = (flat: Flat, middle: Point): StepLine => ({
    path: mapPath(bitten(flat, radius), (p) => place({ x: p.x + middle.x, y: p.y + middle.y })),
    round: flat.kind === 'circle' ? { at: place(middle), diameter: flat.diameter } : null,
  });
  if (shape.kind === 'grid' || shape.kind === 'ring') {
    const { diameter } = shape;
    return holePlaces(shape)!.map((p) =>
      laid({ kind: 'circle', diameter }, { x: at.x + p.x, y: at.y + p.y }),
    );
  }
  return [laid(shape, at)];
}

/** The ledge of an opening's cover and the holes of its screws: they follow the first step wherever it goes. */
function coverCuts(opening: Opening, thickness: number, lineOf: LineOf): readonly Cut[] {
  const { cover, face } = opening;
  const [step] = opening.steps;
  if (!cover || !step || !canBeCovered(opening)) return [];
  const owner = { kind: 'opening', id: opening.id } as const;
  const shape = ledgeShape(step, cover.ledge);
  // In the opening's own frame, so that its screws turn with it; an inset has none of its own.
  const screwPlaces = (wall: ClosedPath): readonly Point[] => {
    if (step.shape.kind === 'inset') return coverScrewPlaces(wall, cover);
    const own = { ...opening, at: { x: 0, y: 0 }, turn: 0 };
    const place = placeBy(opening.at, opening.turn * RAD);
    return stepLines(own, step, lineOf).flatMap((l) => coverScrewPlaces(l.path, cover).map(place));
  };
  return stepLines(opening, step, lineOf).flatMap(({ path: wall }, k): readonly Cut[] => {
    const outer =
      shape === null
        ? offsetPath(wall, cover.ledge).map(polygonPath)
        : stepLines(opening, { ...step, shape }, lineOf).map((l) => l.path);
    const path = shape === null ? outer[0] : outer[k];
    if (!path) return [];
    const deep = cover.thickness + cover.deeper;
    const suffix = k ? `-${k}` : '';
    const ledge: Cut = {
      id: `${opening.id}-cover${suffix}`,
      owner,
      name: 'cover’s ledge',
      face,
      role: 'ledge',
      path,
      area: areaOf(path),
      islands: [],
      ...zOf(face, deep, thickness),
      round: null,
      ...(step.bit ? { bit: step.bit } : {}),
      unsaid: false,
    };
    const { length, thread, root } = cover.screw;
    const tip = zOf(face, deep + length, thickness);
    return [
      ledge,
      ...screwPlaces(wall).map((at, i): Cut => {
        const hole = mapPath(circlePath(thread), (p) => ({ x: p.x + at.x, y: p.y + at.y }));
        return {
          id: `${opening.id}-cover${suffix}-s${i}`,
          owner,
          name: `cover screw ${i + 1}`,
          face,
          role: 'screw',
          path: hole,
          area: areaOf(hole),
          islands: [],
          top: tip.top,
          bottom: tip.bottom,
          // However long: one that is too long comes out at the other face.
          through: false,
          round: { at, diameter: thread },
          pilot: root,
          unsaid: false,
        };
      }),
    ];
  });
}

function cutsOf(opening: Opening, body: Wood, lineOf: LineOf): readonly Cut[] {
  return [...stepCuts(opening, body, lineOf), ...coverCuts(opening, body.thickness, lineOf)];
}

type Wood = Pick<Slab, 'thickness' | 'front'>;

/** Steps that are routed in the core before a front is glued on it. */
const UNDER_FRONT: ReadonlySet<OpeningStep['role']> = new Set(['chamber', 'channel']);

/** From where to where a step goes in z, in a body of one piece or with a glued-on front. */
function zOfStep(
  { face }: Pick<Opening, 'face'>,
  { role, depth, through }: OpeningStep,
  { thickness, front }: Wood,
): Pick<Cut, 'top' | 'bottom' | 'through' | 'unsaid'> & { readonly closed?: true } {
  const unsaid = !through && depth === 0;
  if (front && face === 'front') {
    if (role === 'sound opening') return { top: 0, bottom: -front, through: false, unsaid: false };
    // However deep: one that is deeper than the core leaves no floor.
    if (UNDER_FRONT.has(role)) {
      const bottom = through ? -thickness : Math.max(-thickness, -front - depth);
      return { top: -front, bottom, through: false, closed: true, unsaid };
    }
  }
  return { ...zOf(face, through ? null : depth, thickness), unsaid };
}

function stepCuts(opening: Opening, body: Wood, lineOf: LineOf): readonly Cut[] {
  const place = placeBy(opening.at, opening.turn * RAD);
  return opening.steps.flatMap((step, i) =>
    stepLines(opening, step, lineOf).map(({ path, round }, k): Cut => ({
      id: `${opening.id}-${i}${k ? `-${k}` : ''}`,
      owner: { kind: 'opening', id: opening.id },
      name: step.name,
      face: opening.face,
      // Without a front to go through, a sound opening is a cavity like any other.
      role: step.role === 'sound opening' && !(body.front && opening.face === 'front') ? 'cavity' : step.role,
      path,
      area: areaOf(path),
      islands: step.islands.flatMap(({ shape, at }) =>
        shape.kind === 'inset' || shape.kind === 'grid' || shape.kind === 'ring'
          ? []
          : [areaOf(mapPath(flatPath(shape), (p) => place({ x: p.x + at.x, y: p.y + at.y }))).polygon],
      ),
      ...zOfStep(opening, step, body),
      round,
      ...(step.bit ? { bit: step.bit } : {}),
    })),
  );
}

interface Known {
  readonly thickness: number;
  readonly front: number | null;
  readonly lines: readonly unknown[];
  readonly cuts: readonly Cut[];
}
const KNOWN = new WeakMap<Opening, Known>();

/** All cuts of the openings; those of an opening that has not changed, nor what it follows, are the same as before. */
export function openingCuts(
  design: Pick<Design, 'openings'> & { readonly body: Wood },
  body: ClosedPath,
): readonly Cut[] {
  const { openings } = design;
  const { thickness, front = null } = design.body;
  const lineOf: LineOf = (name) => {
    if (name === 'body') return body;
    const followed = openings.find((o) => o.id === name);
    const [step] = followed?.steps ?? [];
    // An inset of an inset is not followed: it could lead round in a ring.
    return followed && step && step.shape.kind !== 'inset'
      ? stepLines(followed, step, () => null)[0]!.path
      : null;
  };
  return openings.flatMap((opening) => {
    const lines = opening.steps.flatMap(({ shape }) =>
      shape.kind !== 'inset' ? [] : [shape.of === 'body' ? body : openings.find((o) => o.id === shape.of)],
    );
    const known = KNOWN.get(opening);
    if (
      known?.thickness === thickness &&
      known.front === front &&
      known.lines.length === lines.length &&
      known.lines.every((l, i) => l === lines[i])
    )
      return known.cuts;
    const cuts = cutsOf(opening, design.body, lineOf);
    KNOWN.set(opening, { thickness, front, lines, cuts });
    return cuts;
  });
}
