import type { PlacedPart } from '../../design/schema.ts';
import type { Point } from '../../geometry/point.ts';
import { hypot } from '../../geometry/point.ts';
import { distanceToEdge, polygonHolds, polygonMiddle } from '../../geometry/polygons.ts';
import type { Cut } from '../cut.ts';
import { LEAST_UNDER_TIP, screwTips, screwsNear } from '../screws.ts';
import type { Mend } from '../../design/mend.ts';
import type { Facts, Rule } from '../../design/rule.ts';
import { measureOf } from '../../parts/kinds.ts';
import { SCREW_LENGTH } from '../carry/numbers.ts';
import { longestScrew } from '../carry/screwSizes.ts';
import { rule } from '../../design/rule.ts';
import { cutWords, pairOf } from '../cutWords.ts';

const BASE = { stage: 'layout', severity: 'stop', unit: 'mm' } as const;

export const screwNear = rule({
  ...BASE,
  id: 'screw-near',
  limit: { name: 'screwWood', label: 'Wood round a screw', value: 1.5, unit: 'mm', min: 0, max: 8 },
  title: 'A screw has no wood round it',
  says: ({ measured, limit, subject }) =>
    `${measured} of wood is left between ${subject} (zero: it comes out there); at least ${limit} is recommended.`,
  remedy: 'Move the screw, or take a shorter one.',
  reads: ['layout', 'openings', 'parts'],
  find: ({ layout, openings, parts }, limit) =>
    screwsNear(layout)
      .filter((s) => s.apart < limit)
      .map((s) => ({
        subject: pairOf(s.screw.id, s.other?.id ?? 'edge'),
        about: `${cutWords(s.screw, { parts, openings })} and ${s.other ? cutWords(s.other, { parts, openings }) : 'the body’s edge'}`,
        where: s.at,
        measured: s.apart,
      })),
});

/** A usual length of a part's or cover's screws whose tip leaves at least `limit` of wood, mm; `null` where none does. */
function shorterScrew(
  screw: Cut,
  left: number,
  limit: number,
  { parts, openings }: Pick<Facts, 'parts' | 'openings'>,
): Mend | null {
  const { kind, id } = screw.owner;
  const length =
    kind === 'part'
      ? measureOf(parts.find((p) => p.id === id)!.spec, SCREW_LENGTH)
      : kind === 'opening'
        ? (openings.find((o) => o.id === id)?.cover?.screw.length ?? 0)
        : 0;
  const to = longestScrew(length + left - limit);
  return to === null || to >= length
    ? null
    : { kind: 'number', number: { kind: kind === 'part' ? 'part screws' : 'cover screws', id }, to };
}

export const screwThrough = rule({
  ...BASE,
  id: 'screw-through',
  limit: {
    name: 'screwTip',
    label: 'Wood under a screw’s tip',
    value: LEAST_UNDER_TIP,
    unit: 'mm',
    min: 0,
    max: 30,
  },
  title: 'A screw comes out at the other face',
  says: ({ measured, limit, subject }) =>
    `${measured} of wood is left under the tip of ${subject} (below zero: it is out); at least ${limit} is recommended.`,
  remedy: 'Take a shorter screw.',
  reads: ['layout', 'openings', 'parts'],
  find: ({ layout, openings, parts }, limit) =>
    screwTips(layout)
      .filter((s) => s.left < limit)
      .map(({ screw, left }) => ({
        subject: screw.id,
        about: cutWords(screw, { parts, openings }),
        where: screw.round?.at ?? null,
        measured: left,
        mend: shorterScrew(screw, left, limit, { parts, openings }),
      })),
});

export const pilotWide = rule({
  ...BASE,
  id: 'pilot-wide',
  limit: null,
  title: 'A pilot hole is as wide as its thread',
  says: ({ measured, subject }) =>
    `The root of ${subject} is given as ${measured}, not under its thread: it would not hold.`,
  remedy: 'Measure the screw’s core between its threads.',
  reads: ['layout', 'neck'],
  find: ({ layout, neck }) => [
    ...layout.parts.flatMap((p) =>
      p.screws
        .filter((s) => s.hole.screw.root >= s.hole.screw.thread)
        .map((s) => ({
          subject: `${p.part.id} ${s.name}`,
          about: `${s.name} of ${p.name}`,
          where: s.at,
          measured: s.hole.screw.root,
        })),
    ),
    ...(neck.joint === 'screwed' && neck.screws.count > 0 && neck.screws.root >= neck.screws.thread
      ? [{ subject: 'neck', about: 'the neck’s screws', where: null, measured: neck.screws.root }]
      : []),
  ],
});

export const edgeOut = rule({
  ...BASE,
  id: 'edge-hole-out',
  limit: null,
  title: 'A hole in the edge comes out of the wood',
  says: ({ measured, subject }) => `${subject} reaches ${measured} out of the body.`,
  remedy: 'Set it square on the edge, tilt it back, or take a shorter one.',
  reads: ['layout', 'openings', 'parts'],
  find: ({ layout, openings, parts }) =>
    layout.cuts
      .filter((c) => c.face === 'edge' && c.owner.kind === 'part')
      .flatMap((c) => {
        const part = parts.find((p) => p.id === c.owner.id)!;
        // Its mouth lies on the edge, beside the part's middle or in it; all else of it must lie inside.
        const mouth = mouthOf(c, part);
        const far = c.area.polygon.filter((p) => hypot(p.x - mouth.x, p.y - mouth.y) > MOUTH + boreOf(c));
        const out = far
          .filter((p) => !polygonHolds(layout.body.polygon, p))
          .map((p) => ({ p, by: distanceToEdge(layout.body.polygon, p) }));
        const face = Math.max(c.top, -layout.thickness - c.bottom);
        const worst = out.reduce<{ p: Point; by: number } | null>(
          (a, b) => (a && a.by >= b.by ? a : b),
          null,
        );
        const by = Math.max(face, worst?.by ?? 0);
        return by > 0
          ? [
              {
                subject: c.id,
                about: cutWords(c, { parts, openings }),
                where: worst?.p ?? part.at,
                measured: by,
              },
            ]
          : [];
      }),
});

/** An edge bends away so far under the mouth of a bore that is square to it, mm. */
const MOUTH = 3;
const boreOf = (c: Cut): number => c.top - c.bottom;

/** Where a bore enters: on the line through its part's place square to the way the part points. */
function mouthOf(c: Cut, { at, turn }: PlacedPart): Point {
  const [nx, ny] = [-Math.sin((turn * Math.PI) / 180), Math.cos((turn * Math.PI) / 180)];
  const middle = polygonMiddle(c.area.polygon);
  const across = (middle.x - at.x) * nx + (middle.y - at.y) * ny;
  return { x: at.x + across * nx, y: at.y + across * ny };
}

export const SCREW_RULES: readonly Rule[] = [screwNear, edgeOut, screwThrough, pilotWide];
