import type { Hit } from '../../design/rule.ts';
import { rule } from '../../design/rule.ts';
import type { Point } from '../../geometry/point.ts';
import { distance } from '../../geometry/point.ts';
import type { Polygon } from '../../geometry/polygons.ts';
import { areaHolds, polygonHolds, polygonMiddle } from '../../geometry/polygons.ts';
import type { Cut } from '../../layout/cut.ts';
import { cutWords } from '../../layout/rules/cutWords.ts';
import { regionHolds } from '../../solid/region.ts';
import type { BodySolid } from '../bodySolid.ts';
import { bends, carveDepth, deepestContour } from '../carve.ts';

const BASE = { stage: 'shape', severity: 'stop', unit: 'mm' } as const;

/** Openings are looked at in steps of so much along their edges and over them, mm. */
const STEP = 2;

/** Places along a polygon and within it, no further apart than the step. */
export function placesOver(area: Cut['area']): readonly Point[] {
  const { polygon, box } = area;
  const along = (line: Polygon): Point[] =>
    line.flatMap((a, i) => {
      const b = line[(i + 1) % line.length]!;
      const parts = Math.max(1, Math.ceil(distance(a, b) / STEP));
      return Array.from({ length: parts }, (_, k) => ({
        x: a.x + ((b.x - a.x) * k) / parts,
        y: a.y + ((b.y - a.y) * k) / parts,
      }));
    });
  const places = along(polygon);
  for (let y = box.minY + STEP / 2; y < box.maxY; y += STEP)
    for (let x = box.minX + STEP / 2; x < box.maxX; x += STEP)
      if (areaHolds(area, { x, y })) places.push({ x, y });
  return places;
}

/** The wood between a carved face and what is cut beneath it: the least of each cut, where the carve goes over it. */
function coverOf(
  carved: BodySolid,
  cuts: readonly Cut[],
  face: 'front' | 'back',
): readonly {
  readonly cut: Cut;
  readonly at: Point;
  readonly cover: number;
  readonly contour: string | null;
}[] {
  if (!carved[face].some(bends)) return [];
  const deep = carveDepth(carved, face);
  const inBody = regionHolds(carved.solid.region);
  const { thickness } = carved.solid;
  return cuts.flatMap((cut) => {
    // What is cut from the same face is opened by the carve itself, and only made shallower.
    if (cut.through || cut.face === face || cut.unsaid) return [];
    const under = face === 'front' ? -cut.top : thickness + cut.bottom;
    let [cover, at] = [Infinity, null as Point | null];
    for (const p of placesOver(cut.area)) {
      if (!inBody(p.x, p.y) || cut.islands.some((i) => polygonHolds(i, p))) continue;
      const carve = deep(p.x, p.y);
      if (carve > 0 && under - carve < cover) [cover, at] = [under - carve, p];
    }
    return at ? [{ cut, at, cover, contour: deepestContour(carved, face, at.x, at.y) }] : [];
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
      coverOf(carved, layout.cuts, face)
        .filter(({ cover }) => cover < limit)
        .map(({ cut, at, cover, contour }): Hit => {
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

export const contourFault = rule({
  ...BASE,
  id: 'contour-fault',
  unit: '',
  limit: null,
  title: 'A contour cannot be cut',
  says: ({ subject }) => `${subject}.`,
  remedy: 'Move its start line over the body, or change its numbers.',
  reads: ['carved', 'body'],
  find: ({ carved, body }) =>
    carved.refused.map(({ by, face, why }): Hit => {
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

/** Where both faces together leave less than this after carving, edges and openings apart. */
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
    if (!carved.front.some(bends) && !carved.back.some(bends)) return [];
    const [front, back] = [carveDepth(carved, 'front'), carveDepth(carved, 'back')];
    let [least, at] = [Infinity, null as Point | null];
    const { region, thickness } = carved.solid;
    const holds = regionHolds(region);
    const look = (x: number, y: number): void => {
      const [f, b] = [front(x, y), back(x, y)];
      if (f + b > 0 && thickness - f - b < least) [least, at] = [thickness - f - b, { x, y }];
    };
    for (const p of region.outer) look(p.x, p.y);
    const box = region.outer.reduce(
      (o, p) => [Math.min(o[0], p.x), Math.min(o[1], p.y), Math.max(o[2], p.x), Math.max(o[3], p.y)] as const,
      [Infinity, Infinity, -Infinity, -Infinity] as readonly [number, number, number, number],
    );
    for (let y = box[1]; y <= box[3]; y += GRID)
      for (let x = box[0]; x <= box[2]; x += GRID) if (holds(x, y)) look(x, y);
    const where = at as Point | null;
    if (!where || least >= limit) return [];
    const id =
      deepestContour(carved, 'front', where.x, where.y) ?? deepestContour(carved, 'back', where.x, where.y);
    return [
      {
        subject: id ?? 'arch',
        about: body.contours.find((c) => c.id === id)?.name ?? 'the arched face',
        where,
        measured: Math.max(0, least),
      },
    ];
  },
});

/** The whole body is looked over in steps of so much, mm: its edge, where carves are deepest, place by place. */
const GRID = 4;

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
      if (!carved[face].some(bends)) return [];
      const deep = carveDepth(carved, face);
      const uneven = (points: readonly Point[]): number => {
        const depths = points.map((p) => deep(p.x, p.y));
        return Math.max(...depths) - Math.min(...depths);
      };
      const seats = [
        ...layout.parts
          .filter(({ part }) => part.face === face)
          .map(({ part, footprint }) => ({
            id: part.id,
            name: part.spec.name,
            points: footprint.flatMap((path) => path.flatMap((c) => [c.p0, c.p3])),
          })),
        ...plates.filter((p) => p.face === face).map((p) => ({ id: p.id, name: p.name, points: p.edge })),
      ];
      return seats.flatMap(({ id, name, points }): readonly Hit[] => {
        if (points.length === 0) return [];
        const by = uneven(points);
        return by > limit ? [{ subject: id, about: name, where: polygonMiddle(points), measured: by }] : [];
      });
    }),
});

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
    if (!carved.front.some(bends)) return [];
    const deep = carveDepth(carved, 'front');
    const inBody = regionHolds(carved.solid.region);
    let [most, at] = [0, null as Point | null];
    for (const cut of layout.cuts)
      if (cut.owner.kind === 'neck' && cut.role === 'pocket')
        for (const p of placesOver(cut.area)) {
          const d = inBody(p.x, p.y) ? deep(p.x, p.y) : 0;
          if (d > most) [most, at] = [d, p];
        }
    const where = at as Point | null;
    if (!where || most <= limit) return [];
    const id = deepestContour(carved, 'front', where.x, where.y);
    return [
      {
        subject: id ?? 'arch',
        about: body.contours.find((c) => c.id === id)?.name ?? 'The arched front',
        where,
        measured: most,
      },
    ];
  },
});
