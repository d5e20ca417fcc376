import { rule } from '../../design/rule.ts';
import { onPlan } from '../headstockPlan.ts';
import { LEAST_BREAK, MOST_BREAK } from '../stringPaths.ts';

const DEG = 180 / Math.PI;

export const breakTooSmall = rule({
  id: 'break-small',
  stage: 'neck',
  severity: 'look',
  unit: '°',
  limit: {
    name: 'leastBreak',
    label: 'Break angle at the nut, at least',
    value: LEAST_BREAK * DEG,
    unit: '°',
    min: 0,
    max: 30,
  },
  title: 'A string lies too lightly in the nut',
  says: ({ measured, limit, subject }) =>
    `String ${subject} breaks down by ${measured} at the nut; at least ${limit} holds it in its slot.`,
  remedy:
    'Tilt the headstock more, lower its face, use a tuner with a lower post, or hold the string down with a tree.',
  reads: ['neckPlan', 'strings'],
  find: ({ neckPlan, strings }, least) =>
    neckPlan.headstock.tuners.flatMap(({ tuner, number, breakAngle }) =>
      breakAngle !== null && breakAngle * DEG < least
        ? [{ subject: `${number}`, where: onPlan(strings)(tuner.at), measured: breakAngle * DEG }]
        : [],
    ),
});

export const breakTooLarge = rule({
  id: 'break-large',
  stage: 'neck',
  severity: 'look',
  unit: '°',
  limit: {
    name: 'mostBreak',
    label: 'Break angle at the nut, at most',
    value: MOST_BREAK * DEG,
    unit: '°',
    min: 1,
    max: 45,
  },
  title: 'A string breaks steeply over the nut',
  says: ({ measured, limit, subject }) =>
    `String ${subject} breaks down by ${measured} at the nut; over ${limit} it binds in its slot.`,
  remedy: 'Tilt the headstock less, raise its face, or move the tuner further from the nut.',
  reads: ['neckPlan', 'strings'],
  find: ({ neckPlan, strings }, most) =>
    neckPlan.headstock.tuners.flatMap(({ tuner, number, breakAngle }) =>
      breakAngle !== null && breakAngle * DEG > most
        ? [{ subject: `${number}`, where: onPlan(strings)(tuner.at), measured: breakAngle * DEG }]
        : [],
    ),
});
