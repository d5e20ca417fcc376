import type { Polygon } from '../../geometry/polygons.ts';
import { distanceToEdge, polygonArea, polygonHolds, polygonMiddle } from '../../geometry/polygons.ts';
import type { Point } from '../../geometry/point.ts';
import { hypot } from '../../geometry/point.ts';
import { boxHolds, growBox } from '../../geometry/box.ts';
import { areaOf, isOf } from '../cut.ts';
import type { Plate } from '../plates.ts';
import { edgeSwing, plateProfiles } from '../plates.ts';
import type { Facts, Hit, Rule } from '../../design/rule.ts';
import { rule } from '../../design/rule.ts';

const BASE = { stage: 'layout', severity: 'look', unit: 'mm' } as const;

export const guardUneven = rule({
  ...BASE,
  id: 'guard-uneven',
  limit: {
    name: 'guardSwing',
    label: 'Pickguard’s distance from the edge may vary by',
    value: 1.5,
    unit: 'mm',
    min: 0,
    max: 30,
  },
  title: 'A pickguard does not follow the body',
  says: ({ measured, limit, subject }) =>
    `Along the body’s edge the distance of ${subject} varies by ${measured}; an eye sees more than ${limit}.`,
  remedy: 'Let it follow the edge at one distance, or draw it clearly away from it.',
  reads: ['guards', 'layout', 'plates'],
  find: ({ guards, layout, plates }, limit) =>
    plates
      .filter((p) => guards.some((g) => g.id === p.id && g.follow !== null))
      .flatMap((p) => {
        const swing = edgeSwing(p, layout.body.polygon);
        return swing && swing.swing > limit
          ? [{ subject: p.id, about: p.name, where: swing.at, measured: swing.swing }]
          : [];
      }),
});

export const plateScrew = rule({
  ...BASE,
  id: 'plate-screw',
  severity: 'stop',
  limit: {
    name: 'plateScrew',
    label: 'Screw inside a plate’s edge',
    value: 2.5,
    unit: 'mm',
    min: 0,
    max: 30,
  },
  title: 'A screw is too near to its plate’s edge',
  says: ({ measured, limit, subject }) =>
    `A screw of ${subject} stands ${measured} inside its edge (below zero: off it); at least ${limit} is recommended.`,
  remedy: 'Move the screw inward, or widen the ledge.',
  reads: ['plates'],
  find: ({ plates }, limit) =>
    plates.flatMap((p) =>
      p.screws
        .map((s, i) => ({
          i,
          at: s.at,
          by: (polygonHolds(p.edge, s.at) ? 1 : -1) * distanceToEdge(p.edge, s.at),
        }))
        .filter((s) => s.by < limit)
        .map((s) => ({ subject: `${p.id} ${s.i}`, about: p.name, where: s.at, measured: s.by })),
    ),
});

/** A pickguard’s screw goes so deep, mm; its head is so wide. */
const GUARD_SCREW = { deep: 12, head: 5.5 };

/** How far inside (less than 0) or outside a polygon a place is, mm. */
const beyond = (polygon: Polygon, at: Point): number =>
  (polygonHolds(polygon, at) ? -1 : 1) * distanceToEdge(polygon, at);

const guardPlates = ({ guards, plates }: Pick<Facts, 'guards' | 'plates'>): readonly Plate[] =>
  plates.filter((p) => guards.some((g) => g.id === p.id));

export const guardScrewWood = rule({
  ...BASE,
  id: 'guard-screw-wood',
  severity: 'stop',
  limit: {
    name: 'guardScrewWood',
    label: 'Wood round a pickguard’s screw',
    value: 2,
    unit: 'mm',
    min: 0,
    max: 20,
  },
  title: 'A pickguard’s screw finds no wood',
  says: ({ measured, limit, subject }) =>
    `A screw of ${subject} has ${measured} of wood beside it (below zero: it stands over the opening); at least ${limit} is recommended.`,
  remedy: 'Move the screw by hand, set the screws further apart or inside, or move the opening.',
  reads: ['guards', 'layout', 'plates'],
  find: ({ guards, layout, plates }, limit) =>
    guardPlates({ guards, plates }).flatMap((p) =>
      p.screws.flatMap((s, i): readonly Hit[] => {
        // What is cut from the back is met where it comes as near to the face as the screw is long.
        const met = layout.cuts.filter(
          (c) => c.role !== 'screw' && c.face !== 'edge' && c.top > -GUARD_SCREW.deep,
        );
        const near = met
          .filter((c) => boxHolds(growBox(c.area.box, limit), s.at))
          .map((c) => ({ c, by: beyond(c.area.polygon, s.at) }));
        const least = near.reduce<(typeof near)[number] | null>((a, b) => (a && a.by <= b.by ? a : b), null);
        return least && least.by < limit
          ? [
              {
                subject: `${p.id} ${i}`,
                about: `${p.name}, at ${least.c.name}`,
                where: s.at,
                measured: least.by,
              },
            ]
          : [];
      }),
    ),
});

export const guardScrewKnob = rule({
  ...BASE,
  id: 'guard-screw-knob',
  limit: {
    name: 'guardScrewKnob',
    label: 'Pickguard’s screw head to a knob',
    value: 1.5,
    unit: 'mm',
    min: 0,
    max: 40,
  },
  title: 'A pickguard’s screw lies under a knob',
  says: ({ measured, limit, subject }) =>
    `Between a screw’s head and ${subject} there is ${measured} (below zero: it lies under it); at least ${limit} is recommended.`,
  remedy: 'Move the screw by hand along the pickguard’s edge.',
  reads: ['guards', 'layout', 'plates'],
  find: ({ guards, layout, plates }, limit) =>
    guardPlates({ guards, plates }).flatMap((p) =>
      p.screws.flatMap((s, i): readonly Hit[] =>
        layout.parts
          .filter((o) => o.part.face === p.face && (o.form.knob || o.form.sweep))
          .flatMap((o) =>
            o.clear.map((area) => ({ o, by: beyond(area.polygon, s.at) - GUARD_SCREW.head / 2 })),
          )
          .filter(({ by }) => by < limit)
          .map(({ o, by }) => ({
            subject: `${p.id} ${i} ${o.part.id}`,
            about: `${o.name} over ${p.name}`,
            where: s.at,
            measured: by,
          })),
      ),
    ),
});

/** The least of a sheet between the rim of a hole and its edge, a cut-out or another hole, mm; and where the hole is. */
function leftBesideHole(plate: Plate, i: number): number {
  const { at, diameter } = plate.holes[i]!;
  const { edges, inside } = plateProfiles(plate);
  const holds = edges.some((e) => polygonHolds(e, at)) && !inside.some((c) => polygonHolds(c, at));
  const toLines = Math.min(...[...edges, ...inside].map((p) => distanceToEdge(p, at)));
  const toHoles = [...plate.screws, ...plate.holes.filter((_, k) => k !== i)].map(
    (o) => hypot(o.at.x - at.x, o.at.y - at.y) - o.diameter / 2,
  );
  return Math.min((holds ? 1 : -1) * toLines, ...toHoles) - diameter / 2;
}

export const plateHole = rule({
  ...BASE,
  id: 'plate-hole',
  severity: 'stop',
  limit: {
    name: 'plateHole',
    label: 'Sheet left beside a plate’s hole',
    value: 2,
    unit: 'mm',
    min: 0,
    max: 30,
  },
  title: 'A hole in a plate breaks out',
  says: ({ measured, limit, subject }) =>
    `${measured} of the sheet is left beside the hole of ${subject} (below zero: it breaks out); at least ${limit} is recommended.`,
  remedy: 'Move the part, widen the plate, or fix the part to the wood.',
  reads: ['plates'],
  find: ({ plates }, limit) =>
    plates.flatMap((p) =>
      p.holes
        .map((h, i) => ({ h, i, left: leftBesideHole(p, i) }))
        .filter(({ left }) => left < limit)
        .map(({ h, i, left }) => ({
          subject: `${p.id} hole ${i}`,
          about: `${h.name}, in ${p.name}`,
          where: h.at,
          measured: left,
        })),
    ),
});

export const plateInPieces = rule({
  ...BASE,
  id: 'plate-in-pieces',
  severity: 'stop',
  unit: '',
  limit: null,
  title: 'A plate falls into pieces',
  says: ({ subject }) =>
    `What is cut out of ${subject} reaches from edge to edge: it would be more than one piece.`,
  remedy: 'Widen the plate there, or move the opening away from its edge.',
  reads: ['plates'],
  find: ({ plates }) =>
    plates.flatMap((p) => {
      const { edges } = plateProfiles(p);
      if (edges.length < 2) return [];
      const smallest = [...edges].sort((a, b) => polygonArea(a) - polygonArea(b))[0]!;
      return [{ subject: p.id, about: p.name, where: polygonMiddle(smallest), measured: null }];
    }),
});

export const cavityBesidePlate = rule({
  ...BASE,
  id: 'cavity-beside-plate',
  limit: { name: 'plateOver', label: 'Plate past its cavity', value: 3, unit: 'mm', min: 0, max: 40 },
  title: 'A cavity is not covered by its plate',
  says: ({ measured, limit, subject }) =>
    `The plate reaches ${measured} past ${subject} (below zero: it is open there); at least ${limit} is recommended.`,
  remedy: 'Move or narrow the cavity, or widen the plate over it.',
  reads: ['plates', 'fits'],
  find: ({ plates, fits }, limit) => {
    const cavities = new Map(
      fits.flatMap(({ part: { mounted }, cavity }) => {
        const plate = plates.find((p) => p.id === mounted?.id);
        return plate && cavity ? [[cavity, plate] as const] : [];
      }),
    );
    return [...cavities].flatMap(([cavity, plate]): readonly Hit[] => {
      const past = cavity.area.polygon.map((at) => ({ at, by: -beyond(plate.edge, at) }));
      const least = past.reduce((a, b) => (b.by < a.by ? b : a));
      return least.by < limit
        ? [{ subject: `${plate.id} ${cavity.id}`, about: cavity.name, where: least.at, measured: least.by }]
        : [];
    });
  },
});

export const mountedUnscrewed = rule({
  ...BASE,
  id: 'mounted-unscrewed',
  unit: '',
  limit: null,
  title: 'A pickup in a plate has no screws',
  says: ({ subject }) => `${subject} is fixed to a plate, but where its screws go is not known.`,
  remedy: 'Measure “Screws apart” among its measurements, or let it hang on its ring.',
  reads: ['layout'],
  find: ({ layout }) =>
    layout.parts
      .filter(
        (p) =>
          p.mounted &&
          p.form.poles &&
          p.mounted.drilled.length === 0 &&
          !layout.parts.some(
            (r) =>
              r.part.spec.kind === 'ring' &&
              r.footprint.some((path) => polygonHolds(areaOf(path).polygon, p.part.at)),
          ),
      )
      .map((p) => ({ subject: p.part.id, about: p.name, where: p.part.at, measured: null })),
});

/** A ledge this much narrower than it was set, mm, is narrower: rounding of its line aside. */
const NARROWER = 0.25;

export const ledgeNarrow = rule({
  ...BASE,
  id: 'ledge-narrow',
  limit: null,
  title: 'A cover’s ledge is narrower than it was set',
  says: ({ measured, limit, subject }) =>
    `Beside a deeper step ${measured} is left of the ledge of ${subject} (below zero: the step runs out of it); it was set to ${limit}.`,
  remedy: 'Make the step smaller, move it, or let the ledge follow it by making it the first step.',
  reads: ['layout', 'openings'],
  find: ({ layout, openings }) =>
    openings.flatMap((o) => {
      const ledge = layout.cuts.find((c) => c.id === `${o.id}-cover`);
      const [first] = layout.cuts.filter((c) => isOf(c, 'opening', o.id));
      if (!o.cover || !ledge) return [];
      let worst: { by: number; at: Point } | null = null;
      for (const cut of layout.cuts)
        if (cut !== first && isOf(cut, 'opening', o.id) && cut.role !== 'ledge' && cut.role !== 'screw')
          for (const at of cut.area.polygon) {
            const inside = polygonHolds(ledge.area.polygon, at) ? 1 : -1;
            const by = inside * distanceToEdge(ledge.area.polygon, at);
            if (!worst || by < worst.by) worst = { by, at };
          }
      return worst && worst.by < o.cover.ledge - NARROWER
        ? [{ subject: o.id, about: o.name, where: worst.at, measured: worst.by, limit: o.cover.ledge }]
        : [];
    }),
});

export const PLATE_RULES: readonly Rule[] = [
  guardUneven,
  plateScrew,
  guardScrewWood,
  guardScrewKnob,
  plateHole,
  plateInPieces,
  cavityBesidePlate,
  mountedUnscrewed,
  ledgeNarrow,
];
