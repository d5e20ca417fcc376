import type { Point } from '../../geometry/point.ts';
import { hypot } from '../../geometry/point.ts';
import type { PartInPlace } from '../partInPlace.ts';
import {
  insideEdge,
  knobsApart,
  pickingPlace,
  solidsThatMeet,
  stringHeightAt,
  stringsOver,
  toStrings,
} from '../clearances.ts';
import { moveBy } from '../mending.ts';
import { neckSide } from '../../strings/neckSide.ts';
import { radiusDrop, saddlePlace } from '../../strings/elevation.ts';
import { boxed, polygonsMeet } from '../../geometry/polygons.ts';
import type { Hit, Rule } from '../../design/rule.ts';
import { rule } from '../../design/rule.ts';
import { partNames } from '../../parts/partNames.ts';
import { pairOf } from '../cutWords.ts';

const BASE = { stage: 'layout', severity: 'look', unit: 'mm' } as const;
const named = (p: PartInPlace, where: Point | null, measured: number | null): Hit => ({
  subject: p.part.id,
  about: p.name,
  where,
  measured,
});
/** Away from the strings, which run about along the instrument. */
const fromStrings = (p: PartInPlace, at: Point, missing: number) =>
  moveBy('part', p.part.id, { x: 0, y: p.part.at.y >= at.y ? 1 : -1 }, missing);
const onFront = (p: PartInPlace): boolean => p.part.face === 'front';

export const knobToKnob = rule({
  ...BASE,
  id: 'knob-to-knob',
  limit: { name: 'knobToKnob', label: 'Between knobs', value: 8, unit: 'mm', min: 0, max: 60 },
  title: 'Two knobs stand close',
  says: ({ measured, limit, subject }) =>
    `There is ${measured} between the knobs of ${subject}; fingers need ${limit}.`,
  remedy: 'Move one, or take smaller knobs.',
  reads: ['layout'],
  find: ({ layout }, limit) =>
    knobsApart(layout)
      .filter((n) => n.apart < limit)
      .map((n) => ({
        subject: pairOf(n.a.part.id, n.b.part.id),
        about: `${n.a.name} and ${n.b.name}`,
        where: n.at,
        measured: n.apart,
        mend: moveBy(
          'part',
          n.b.part.id,
          { x: n.b.part.at.x - n.a.part.at.x, y: n.b.part.at.y - n.a.part.at.y },
          limit - n.apart,
        ),
      })),
});

export const knobToString = rule({
  ...BASE,
  id: 'knob-to-string',
  limit: { name: 'knobToString', label: 'Knob to string', value: 14, unit: 'mm', min: 0, max: 80 },
  title: 'A knob stands near the strings',
  says: ({ measured, limit, subject }) =>
    `The knob of ${subject} is ${measured} from the nearest string; at least ${limit} is recommended.`,
  remedy: 'Move it away from the strings.',
  reads: ['layout', 'stringPlan'],
  find: ({ layout, stringPlan }, limit) =>
    layout.parts
      .filter((p) => onFront(p) && p.form.knob && p.clear[0])
      .flatMap((p) => {
        const near = toStrings(p.clear[0]!, stringPlan);
        return near.apart < limit
          ? [{ ...named(p, near.at, near.apart), mend: fromStrings(p, near.at, limit - near.apart) }]
          : [];
      }),
});

export const knobOverEdge = rule({
  ...BASE,
  id: 'knob-over-edge',
  limit: { name: 'knobToEdge', label: 'Knob inside the edge', value: 5, unit: 'mm', min: 0, max: 60 },
  title: 'A knob stands near the body’s edge',
  says: ({ measured, limit, subject }) =>
    `The knob of ${subject} stays ${measured} inside the edge (below zero: it stands over it); at least ${limit} is recommended.`,
  remedy: 'Move it inward.',
  reads: ['layout'],
  find: ({ layout }, limit) =>
    layout.parts
      .filter((p) => p.form.knob && p.clear[0])
      .flatMap((p) => {
        const inside = insideEdge(p.clear[0]!, layout.body);
        const inward = { x: p.part.at.x - inside.at.x, y: p.part.at.y - inside.at.y };
        return inside.by < limit
          ? [
              {
                ...named(p, inside.at, inside.by),
                mend: moveBy('part', p.part.id, inward, limit - inside.by),
              },
            ]
          : [];
      }),
});

export const leverInStrum = rule({
  ...BASE,
  id: 'lever-in-strum-path',
  limit: {
    name: 'strumPath',
    label: 'Strum path beside the strings',
    value: 22,
    unit: 'mm',
    min: 0,
    max: 100,
  },
  title: 'A switch stands in the strum path',
  says: ({ measured, limit, subject }) =>
    `The lever of ${subject}, thrown, comes to within ${measured} of a string; the picking hand sweeps ${limit} past them.`,
  remedy: 'Move the switch out of the hand’s way, or turn its throw.',
  reads: ['layout', 'stringPlan'],
  find: ({ layout, stringPlan }, limit) =>
    layout.parts
      .filter((p) => onFront(p) && p.form.sweep && p.clear[0])
      .flatMap((p) => {
        const near = toStrings(p.clear[0]!, stringPlan);
        return near.apart < limit
          ? [{ ...named(p, near.at, near.apart), mend: fromStrings(p, near.at, limit - near.apart) }]
          : [];
      }),
});

export const reachFar = rule({
  ...BASE,
  id: 'reach-far',
  limit: {
    name: 'controlReach',
    label: 'Reach past the little finger’s',
    value: 60,
    unit: 'mm',
    min: 0,
    max: 400,
  },
  title: 'A control is far from the picking hand',
  says: ({ measured, limit, subject }) =>
    `${subject} is ${measured} further than the little finger reaches; up to ${limit} a hand lets go and comes back.`,
  remedy: 'Bring it nearer to the bridge, or accept that it is set and left.',
  reads: ['hand', 'layout', 'stringPlan'],
  find: ({ hand, layout, stringPlan }, limit) => {
    const from = pickingPlace(hand, stringPlan);
    return layout.parts
      .filter((p) => onFront(p) && (p.form.knob || p.form.sweep))
      .flatMap((p) => {
        const past = hypot(p.part.at.x - from.x, p.part.at.y - from.y) - hand.reach;
        return past > limit ? [named(p, p.part.at, past)] : [];
      });
  },
});

export const partsMeet = rule({
  ...BASE,
  id: 'parts-meet',
  severity: 'stop',
  unit: '',
  limit: null,
  title: 'Two parts overlap',
  says: ({ subject }) => `${subject} overlap at the same height.`,
  remedy: 'Move one of them.',
  reads: ['layout', 'parts'],
  find: ({ layout, parts }) =>
    solidsThatMeet(layout).map(({ a, b, at }) => ({
      subject: pairOf(a.part, b.part),
      about: [a, b].map((s) => partNames(parts).get(s.part) ?? s.name).join(' and '),
      where: at,
      measured: null,
    })),
});

export const underStrings = rule({
  ...BASE,
  id: 'under-strings',
  severity: 'stop',
  limit: {
    name: 'underStrings',
    label: 'Clearance under the strings',
    value: 1.2,
    unit: 'mm',
    min: 0,
    max: 20,
  },
  title: 'A part touches the strings',
  says: ({ measured, limit, subject }) =>
    `Under the strings ${subject} leaves ${measured} (below zero: it stands through them); at least ${limit} is recommended.`,
  remedy: 'Set it lower, move it, or raise the strings by depth or angle.',
  reads: ['layout', 'neck', 'stringPlan', 'strings'],
  find: ({ layout, neck, stringPlan, strings }, limit) => {
    if (neck.joint === 'undecided') return [];
    const side = neckSide({ neck, strings });
    const place = saddlePlace(side);
    const radius = strings.boardRadius?.end ?? null;
    return layout.parts
      .filter((p) => onFront(p) && !p.form.saddles && p.part.spec.kind !== 'tailpiece-studs')
      .flatMap((p) => {
        let [least, at] = [Infinity, p.part.at as Point];
        for (const solid of p.solids)
          for (const over of stringsOver(solid.area, stringPlan)) {
            const z =
              stringHeightAt(over.at.x, { x: place.x, z: place.z }, { x: place.nutX, z: place.nutZ }) -
              radiusDrop(radius, stringPlan.lines[over.string]!.saddle.y);
            if (z - solid.high < least) [least, at] = [z - solid.high, over.at];
          }
        return least < limit ? [named(p, at, least)] : [];
      });
  },
});

export const batteryCovered = rule({
  ...BASE,
  id: 'battery-covered',
  unit: '',
  limit: null,
  title: 'A battery cannot be reached',
  says: ({ subject }) => `${subject} lies under another part: it could not be changed without a screwdriver.`,
  remedy: 'Move it, or put it in the other face.',
  reads: ['guards', 'layout', 'plates'],
  find: ({ guards, layout, plates }) => {
    const overIt = plates.filter((p) => guards.some((g) => g.id === p.id));
    return layout.parts
      .filter((p) => p.part.spec.kind === 'battery' && p.solids[0])
      .filter((p) => {
        const { area } = p.solids[0]!;
        return (
          layout.parts.some(
            (o) => o !== p && o.part.face === p.part.face && o.solids.some((s) => polygonsMeet(s.area, area)),
          ) || overIt.some((g) => g.face === p.part.face && polygonsMeet(boxed(g.edge), area))
        );
      })
      .map((p) => named(p, p.part.at, null));
  },
});

export const OVER_FACE_RULES: readonly Rule[] = [
  batteryCovered,
  partsMeet,
  underStrings,
  leverInStrum,
  knobToString,
  knobToKnob,
  knobOverEdge,
  reachFar,
];
