import { rule } from '../../design/rule.ts';
import type { Rule } from '../../design/rule.ts';
import { forearmEdge } from '../playerFit.ts';

const BASE = { stage: 'balance', severity: 'look' } as const;

export const tooHeavy = rule({
  ...BASE,
  id: 'too-heavy',
  unit: 'g',
  limit: null,
  title: 'Heavier than wished for',
  says: ({ measured, limit }) => `It is likely to weigh ${measured}; at most ${limit} is wished for.`,
  remedy: 'Take a lighter board, open a chamber, or make the body thinner: Mends shows what each brings.',
  reads: ['weighed', 'player'],
  find: ({ weighed, player }) =>
    weighed && player.heaviest !== null && weighed.total.likely > player.heaviest
      ? [
          {
            subject: 'instrument',
            where: weighed.centre,
            measured: weighed.total.likely,
            limit: player.heaviest,
          },
        ]
      : [],
});

export const weighedChanged = rule({
  ...BASE,
  id: 'weighed-changed',
  unit: 'g',
  limit: null,
  title: 'Changed since it was weighed',
  says: ({ measured, limit, subject }) =>
    `${subject} was weighed at ${limit} and has been changed since: corrected by the estimates it is likely to weigh ${measured}.`,
  remedy: 'Weigh it again, or say that it still weighs what it did (Balance, Weight).',
  reads: ['weighed'],
  find: ({ weighed }) =>
    (weighed?.items ?? [])
      .filter((i) => i.weighed && i.weighed.changed !== null)
      .map((i) => ({
        subject: i.key,
        about: i.name.replace(', as weighed', ''),
        where: { x: i.at.x, y: i.at.y },
        measured: i.mass.likely,
        limit: i.weighed!.mass,
      })),
});

export const inCase = rule({
  ...BASE,
  id: 'case-fit',
  unit: 'mm',
  limit: { name: 'caseRoom', label: 'Room in the case, at least', value: 3, unit: 'mm', min: 0, max: 50 },
  title: 'It does not fit its case',
  says: ({ measured, limit, subject }) =>
    `In the case ${subject} has ${measured} of room (below zero: it does not go in); at least ${limit} is recommended.`,
  remedy: 'Take a larger case, measure its inside again, or change the outline there.',
  reads: ['caseFit'],
  find: ({ caseFit }, least) =>
    (caseFit?.rooms ?? [])
      .filter((r) => r.room < least)
      .map((r) => ({
        subject: r.way,
        about: `${r.name} (${r.way})`,
        where: { x: r.at.x, y: r.at.y },
        measured: r.room,
      })),
});

export const forearmSharp = rule({
  ...BASE,
  id: 'forearm-edge',
  unit: 'mm',
  limit: {
    name: 'forearmRadius',
    label: 'Edge under the forearm, radius at least',
    value: 3,
    unit: 'mm',
    min: 0,
    max: 50,
  },
  title: 'The forearm lies on a sharp edge',
  says: ({ measured, limit }) =>
    `Where the forearm lies the front’s edge has a radius of ${measured}; at least ${limit} is recommended.`,
  remedy: 'Round the front’s edge more, or cut a forearm bevel there.',
  reads: ['carved', 'layout', 'measures', 'body'],
  find: ({ carved, layout, measures, body }, least) => {
    // A body that nobody has shaped yet is square all round: that is no finding.
    if (body.edges.front.profile.kind === 'square' && body.contours.every((c) => c.face === 'back'))
      return [];
    const edge = forearmEdge(carved, layout, measures);
    return edge && edge.radius < least ? [{ subject: 'forearm', where: edge.at, measured: edge.radius }] : [];
  },
});

export const PLAYER_RULES: readonly Rule[] = [tooHeavy, weighedChanged, inCase, forearmSharp];
