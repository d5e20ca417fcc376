import type { Hit } from '../../design/rule.ts';
import { rule } from '../../design/rule.ts';
import type { Point } from '../../geometry/point.ts';
import { areaHolds, divided, polygonHolds, polygonMiddle } from '../../geometry/polygons.ts';
import type { Cut } from '../../layout/cut.ts';
import { cutWords } from '../../layout/cutWords.ts';
import { deepest } from '../../solid/depths.ts';
import { regionBox, regionHolds } from '../../solid/region.ts';
import type { Design } from '../../design/schema.ts';
import type { Bent, BodySolid } from '../bodySolid.ts';
import { mostDepth } from '../glued.ts';
import { deepestContour } from '../carve.ts';

const BASE = { stage: 'shape', severity: 'stop', unit: 'mm' } as const;

/** Openings are looked at in steps of so much along their edges and over them, mm. */
const STEP = 2;

/** Places along a polygon and within it, no further apart than the step. */
export function placesOver(area: Cut['area']): readonly Point[] {
  const { polygon, box } = area;
  const places = divided(polygon, () => STEP);
  for (let y = box.minY + STEP / 2; y < box.maxY; y += STEP)
    for (let x = box.minX + STEP / 2; x < box.maxX; x += STEP)
      if (areaHolds(area, { x, y })) places.push({ x, y });
  return places;
}

/** The least wood between a carved face and what is cut beneath it, and where; null where the carve does not go over it. */
interface Cover {
  readonly at: Point;
  readonly cover: number;
}
/** What was found of a cut, with the wood over it then: the body may have become thicker while cut and carve stay. */
interface Looked {
  readonly under: number;
  readonly cover: Cover | null;
}
/** Where a face is carved is first looked for in steps of so much, mm. */
const COARSE = 4;
const AREAS = new WeakMap<Bent, ReadonlySet<string>>();
const cellOf = (v: number): number => Math.floor(v / COARSE);

/** The squares of a coarse grid within {@link COARSE} of a place at which a face is carved; found once for each bent face. */
function carvedSquares(bent: Bent, solid: BodySolid['solid']): ReadonlySet<string> {
  const known = AREAS.get(bent);
  if (known) return known;
  const squares = new Set<string>();
  const { minX, minY, maxX, maxY } = regionBox(solid.region);
  const holds = regionHolds(solid.region);
  for (let i = cellOf(minX); i <= cellOf(maxX) + 1; i += 1)
    for (let k = cellOf(minY); k <= cellOf(maxY) + 1; k += 1)
      if (holds(i * COARSE, k * COARSE) && bent.depth(i * COARSE, k * COARSE) > 0)
        for (const di of [-2, -1, 0, 1]) for (const dk of [-2, -1, 0, 1]) squares.add(`${i + di} ${k + dk}`);
  AREAS.set(bent, squares);
  return squares;
}
/** Whether a face may be carved somewhere over a box. */
function mayBeCarved(squares: ReadonlySet<string>, { minX, minY, maxX, maxY }: Cut['area']['box']): boolean {
  for (let i = cellOf(minX); i <= cellOf(maxX); i += 1)
    for (let k = cellOf(minY); k <= cellOf(maxY); k += 1) if (squares.has(`${i} ${k}`)) return true;
  return false;
}

const COVERS = new WeakMap<Bent, WeakMap<Cut, Looked>>();

function coverOf(
  cut: Cut,
  bent: Bent,
  inBody: (x: number, y: number) => boolean,
  under: number,
): Cover | null {
  const known = COVERS.get(bent) ?? new WeakMap<Cut, Looked>();
  COVERS.set(bent, known);
  const found = known.get(cut);
  if (found?.under === under) return found.cover;
  let [cover, at] = [Infinity, null as Point | null];
  for (const p of placesOver(cut.area)) {
    if (!inBody(p.x, p.y) || cut.islands.some((i) => polygonHolds(i, p))) continue;
    const carve = bent.depth(p.x, p.y);
    if (carve > 0 && under - carve < cover) [cover, at] = [under - carve, p];
  }
  const made = at && { at, cover };
  known.set(cut, { under, cover: made });
  return made;
}

/** All cuts that a carved face goes over. What is cut from the same face is opened by the carve itself, unless it lies closed under a glued-on front. */
function covers(
  carved: BodySolid,
  cuts: readonly Cut[],
  face: 'front' | 'back',
): readonly (Cover & { readonly cut: Cut })[] {
  const bent = carved.bent[face];
  if (bent.removals.length === 0) return [];
  const inBody = regionHolds(carved.solid.region);
  const { thickness } = carved.solid;
  const squares = carvedSquares(bent, carved.solid);
  return cuts.flatMap((cut) => {
    if (!mayBeCarved(squares, cut.area.box)) return [];
    if (cut.through || (cut.face === face && !cut.closed) || cut.unsaid) return [];
    const found = coverOf(cut, bent, inBody, face === 'front' ? -cut.top : thickness + cut.bottom);
    return found ? [{ cut, ...found }] : [];
  });
}

export const carveIntoOpening = rule({
  ...BASE,
  id: 'carve-into-opening',
  limit: {
    name: 'carveCover',
    label: 'Wood between a carve and an opening',
    value: 3,
    unit: 'mm',
    min: 0,
    max: 30,
  },
  title: 'A carve comes near an opening',
  says: ({ measured, limit, subject }) =>
    measured.startsWith('-') || measured.startsWith('−')
      ? `${subject}: the carve cuts into it. At least ${limit} of wood is recommended.`
      : `${subject}: ${measured} of wood is left to the carve; at least ${limit} is recommended.`,
  remedy: 'Make the carve shallower, move its start line toward the edge, or move the opening.',
  reads: ['carved', 'layout', 'parts', 'openings', 'body'],
  find: ({ carved, layout, parts, openings, body }, limit) =>
    (['front', 'back'] as const).flatMap((face) =>
      covers(carved, layout.cuts, face)
        .filter(({ cover }) => cover < limit)
        .map(({ cut, at, cover }): Hit => {
          const contour = deepestContour(carved, face, at.x, at.y);
          const name = body.contours.find((c) => c.id === contour)?.name ?? `the arched ${face}`;
          return {
            subject: `${contour ?? face} ${cut.id}`,
            about: `${cutWords(cut, { parts, openings })}, under ${name}`,
            where: at,
            measured: cover,
          };
        }),
    ),
});

/** Openings that a cover closes or a hand reaches into: their edge must lie in a flat face. */
const FLAT_EDGED: ReadonlySet<Cut['role']> = new Set(['cavity', 'ledge', 'pocket', 'chamber']);

/** A carve that runs over an opening of its own face: the opening loses its edge, a cover its seat. An arch over the whole face is meant. */
export const carveOverOpening = rule({
  ...BASE,
  id: 'carve-over-opening',
  limit: {
    name: 'carveOver',
    label: 'Carve into an opening of its own face',
    value: 0.3,
    unit: 'mm',
    min: 0.05,
    max: 20,
  },
  title: 'A carve runs into an opening',
  says: ({ measured, limit, subject }) =>
    `${subject}: the carve is ${measured} deep there; over ${limit} the opening loses its edge and its cover its seat.`,
  remedy: 'Move the carve’s start line toward the edge, or move the opening.',
  reads: ['carved', 'layout', 'parts', 'openings', 'body'],
  find: ({ carved, layout, parts, openings, body }, limit) => {
    const inBody = regionHolds(carved.solid.region);
    return (['front', 'back'] as const).flatMap((face) => {
      const contours = carved[face].filter((c) => c.by.kind === 'contour').map((c) => c.removal);
      if (contours.length === 0) return [];
      const depth = deepest(carved.solid.region, contours, carved.axes);
      return layout.cuts.flatMap((cut): readonly Hit[] => {
        if (cut.face !== face || cut.closed || !FLAT_EDGED.has(cut.role) || cut.owner.kind !== 'opening')
          return [];
        let [most, at] = [0, null as Point | null];
        for (const p of divided(cut.area.polygon, () => STEP)) {
          const d = inBody(p.x, p.y) ? depth(p.x, p.y) : 0;
          if (d > most) [most, at] = [d, p];
        }
        if (!at || most <= limit) return [];
        const contour = deepestContour(carved, face, at.x, at.y);
        return [
          {
            subject: `${contour ?? face} ${cut.id}`,
            about: `${cutWords(cut, { parts, openings })}, under ${body.contours.find((c) => c.id === contour)?.name ?? 'a carve'}`,
            where: at,
            measured: most,
          },
        ];
      });
    });
  },
});

export const contourFault = rule({
  ...BASE,
  id: 'contour-fault',
  unit: '',
  limit: null,
  title: 'A contour cannot be cut',
  says: ({ subject }) => `${subject}.`,
  remedy: 'Move its start line over the body, or change its numbers.',
  reads: ['carved', 'body', 'openings'],
  find: ({ carved, body, openings }) =>
    carved.refused.map(({ by, face, why }): Hit => {
      if (by.kind === 'rim') {
        const opening = openings.find((o) => o.id === by.opening);
        return {
          subject: by.opening,
          about: `The rim of ${opening?.name ?? 'a sound opening'}: ${why}`,
          where: opening ? { x: opening.at.x, y: opening.at.y } : null,
          measured: null,
        };
      }
      const contour = by.kind === 'contour' ? body.contours.find((c) => c.id === by.id) : undefined;
      const what =
        contour?.name ??
        (by.kind === 'binding' ? `Binding strip ${by.strip + 1} of the ${face}` : `The edge of the ${face}`);
      return {
        subject: by.kind === 'contour' ? by.id : `${by.kind} ${face}`,
        about: `${what}: ${why}`,
        where: contour ? contour.line[Math.floor(contour.line.length / 2)]! : null,
        measured: null,
      };
    }),
});

/** The whole body is looked over in steps of so much, mm: its edge, where carves are deepest, place by place. */
const GRID = 4;

interface Thin {
  readonly of: number;
  readonly least: { readonly thickness: number; readonly at: Point } | null;
}
const THIN = new WeakMap<Bent, WeakMap<Bent, Thin>>();

/** Where the two faces leave the least wood between them, openings and edges apart; null where neither is carved. */
function thinnest({ bent, solid }: BodySolid): { readonly thickness: number; readonly at: Point } | null {
  const known = THIN.get(bent.front) ?? new WeakMap<Bent, Thin>();
  THIN.set(bent.front, known);
  const found = known.get(bent.back);
  if (found?.of === solid.thickness) return found.least;
  const { region, thickness } = solid;
  const holds = regionHolds(region);
  let [least, at] = [Infinity, null as Point | null];
  const look = (x: number, y: number): void => {
    const gone = bent.front.depth(x, y) + bent.back.depth(x, y);
    if (gone > 0 && thickness - gone < least) [least, at] = [thickness - gone, { x, y }];
  };
  for (const p of region.outer) look(p.x, p.y);
  const { minX, minY, maxX, maxY } = regionBox(region);
  for (let y = minY; y <= maxY; y += GRID)
    for (let x = minX; x <= maxX; x += GRID) if (holds(x, y)) look(x, y);
  const made = at && { thickness: least, at };
  known.set(bent.back, { of: thickness, least: made });
  return made;
}

export const carvedThin = rule({
  ...BASE,
  id: 'carved-thin',
  limit: {
    name: 'carvedThickness',
    label: 'Thickness under a carve',
    value: 10,
    unit: 'mm',
    min: 0,
    max: 60,
  },
  title: 'The body is carved thin',
  says: ({ measured, limit, subject }) =>
    `${measured} of wood is left at ${subject}; at least ${limit} is recommended.`,
  remedy: 'Make the carve shallower, or make the body thicker there.',
  reads: ['carved', 'body'],
  find: ({ carved, body }, limit) => {
    if (carved.bent.front.removals.length + carved.bent.back.removals.length === 0) return [];
    const least = thinnest(carved);
    if (!least || least.thickness >= limit) return [];
    const { x, y } = least.at;
    const id = deepestContour(carved, 'front', x, y) ?? deepestContour(carved, 'back', x, y);
    return [
      {
        subject: id ?? 'arch',
        about: body.contours.find((c) => c.id === id)?.name ?? 'the arched face',
        where: least.at,
        measured: Math.max(0, least.thickness),
      },
    ];
  },
});

const UNEVEN = new WeakMap<Bent, WeakMap<object, number>>();

/** How unevenly a face is bent under something, mm; remembered by what sits there. */
function unevenUnder(of: object, bent: Bent, points: () => readonly Point[]): number {
  const known = UNEVEN.get(bent) ?? new WeakMap<object, number>();
  UNEVEN.set(bent, known);
  const found = known.get(of);
  if (found !== undefined) return found;
  const depths = points().map((p) => bent.depth(p.x, p.y));
  const by = depths.length === 0 ? 0 : Math.max(...depths) - Math.min(...depths);
  known.set(of, by);
  return by;
}

/** A face that is bent by more than this under a plate, mm, lifts it. */
export const plateOnCarve = rule({
  ...BASE,
  id: 'part-on-carve',
  severity: 'look',
  limit: { name: 'underPlate', label: 'Face bent under a part', value: 0.4, unit: 'mm', min: 0.05, max: 5 },
  title: 'A part sits on a carved face',
  says: ({ measured, limit, subject }) =>
    `The face under ${subject} is carved by ${measured} from one side of it to the other: over ${limit} it does not sit flat.`,
  remedy: 'Keep the carve off it, or cut a flat for it and accept this.',
  reads: ['carved', 'layout', 'plates'],
  find: ({ carved, layout, plates }, limit) =>
    (['front', 'back'] as const).flatMap((face) => {
      const bent = carved.bent[face];
      if (bent.removals.length === 0) return [];
      const seats = [
        ...layout.parts
          .filter(({ part }) => part.face === face)
          .map((placed) => ({
            of: placed,
            id: placed.part.id,
            name: placed.name,
            points: () => placed.footprint.flatMap((path) => path.flatMap((c) => [c.p0, c.p3])),
          })),
        ...plates
          .filter((p) => p.face === face)
          .map((plate) => ({ of: plate, id: plate.id, name: plate.name, points: () => plate.edge })),
      ];
      return seats.flatMap(({ of, id, name, points }): readonly Hit[] => {
        const by = unevenUnder(of, bent, points);
        return by > limit ? [{ subject: id, about: name, where: polygonMiddle(points()), measured: by }] : [];
      });
    }),
});

/** What carves the front most at a place, as a hit there. */
function frontCarve(
  carved: BodySolid,
  body: Pick<Design['body'], 'contours'>,
  where: Point,
  measured: number,
): Hit {
  const id = deepestContour(carved, 'front', where.x, where.y);
  return {
    subject: id ?? 'arch',
    about: body.contours.find((c) => c.id === id)?.name ?? 'The arched front',
    where,
    measured,
  };
}

/** Where the neck is joined the face stays flat. */
export const carveAtNeck = rule({
  ...BASE,
  id: 'carve-at-neck',
  severity: 'look',
  limit: { name: 'atNeck', label: 'Carve at the neck’s joint', value: 0.3, unit: 'mm', min: 0.05, max: 20 },
  title: 'A carve reaches the neck’s joint',
  says: ({ measured, subject }) => `${subject} takes ${measured} off the front where the neck is joined.`,
  remedy: 'Keep its start line off the joint, or accept it where the neck is let in deeper.',
  reads: ['carved', 'layout', 'body'],
  find: ({ carved, layout, body }, limit) => {
    const { removals, depth: deep } = carved.bent.front;
    if (removals.length === 0) return [];
    const inBody = regionHolds(carved.solid.region);
    let [most, at] = [0, null as Point | null];
    for (const cut of layout.cuts)
      if (cut.owner.kind === 'neck' && cut.role === 'pocket')
        for (const p of placesOver(cut.area)) {
          const d = inBody(p.x, p.y) ? deep(p.x, p.y) : 0;
          if (d > most) [most, at] = [d, p];
        }
    const where = at as Point | null;
    return where && most > limit ? [frontCarve(carved, body, where, most)] : [];
  },
});

interface Through {
  readonly at: number;
  readonly deepest: { readonly past: number; readonly at: Point } | null;
}
const THROUGH = new WeakMap<Bent, Through>();

/** Where a carved front goes furthest past the glue line, looked over as {@link thinnest} does; null where it does not. */
function furthestThrough({ bent, solid: { region } }: BodySolid, glue: number): Through['deepest'] {
  const known = THROUGH.get(bent.front);
  if (known?.at === glue) return known.deepest;
  let [most, at] = [0, null as Point | null];
  // Most arches are shallower than the front is thick: nothing is looked over for those.
  if (bent.front.removals.some((r) => mostDepth(r) > glue)) {
    const holds = regionHolds(region);
    const look = (x: number, y: number): void => {
      const past = bent.front.depth(x, y) - glue;
      if (past > most) [most, at] = [past, { x, y }];
    };
    for (const p of region.outer) look(p.x, p.y);
    const { minX, minY, maxX, maxY } = regionBox(region);
    for (let y = minY; y <= maxY; y += GRID)
      for (let x = minX; x <= maxX; x += GRID) if (holds(x, y)) look(x, y);
  }
  const found = at && { past: most, at };
  THROUGH.set(bent.front, { at: glue, deepest: found });
  return found;
}

export const throughFront = rule({
  ...BASE,
  id: 'through-front',
  severity: 'look',
  limit: null,
  title: 'A carve goes through the glued-on front',
  says: ({ measured, subject }) =>
    `${subject} goes ${measured} deeper than the front is thick: the core shows, and the glue line runs over the face.`,
  remedy: 'Make the carve shallower or the front thicker; if it is meant to show, accept it with the reason.',
  reads: ['carved', 'body'],
  find: ({ carved, body }) => {
    const found = carved.glued && furthestThrough(carved, carved.glued.whole.at);
    return found ? [frontCarve(carved, body, found.at, found.past)] : [];
  },
});
