import { rule } from '../../design/rule.ts';
import { onPlan } from '../headstockPlan.ts';
import { LEAST_CLEARANCE, MOST_SIDEWAYS } from '../stringPaths.ts';

const DEG = 180 / Math.PI;

export const sideways = rule({
  id: 'string-sideways',
  stage: 'neck',
  severity: 'look',
  unit: '°',
  limit: {
    name: 'mostSideways',
    label: 'Sideways angle at the nut, at most',
    value: MOST_SIDEWAYS * DEG,
    unit: '°',
    min: 0.5,
    max: 30,
  },
  title: 'A string turns aside at the nut',
  says: ({ measured, limit, subject }) =>
    `String ${subject} turns aside by ${measured} at the nut; over ${limit} it binds and goes out of tune.`,
  remedy: 'Move its tuner towards the string’s own line, or further from the nut.',
  reads: ['neckPlan', 'strings'],
  find: ({ neckPlan, strings }, most) =>
    neckPlan.headstock.tuners.flatMap(({ tuner, number, path }) =>
      path && Math.abs(path.sideways) * DEG > most
        ? [
            {
              subject: `${number}`,
              where: onPlan(strings)(tuner.at),
              measured: Math.abs(path.sideways) * DEG,
            },
          ]
        : [],
    ),
});

export const stringAtPost = rule({
  id: 'string-at-post',
  stage: 'neck',
  severity: 'stop',
  unit: 'mm',
  limit: {
    name: 'stringToPost',
    label: 'String from another post, at least',
    value: LEAST_CLEARANCE,
    unit: 'mm',
    min: 0,
    max: 20,
  },
  title: 'A string runs into another post',
  says: ({ measured, limit, subject }) =>
    `String ${subject} comes to within ${measured} of another tuner’s post; ${limit} keeps them apart.`,
  remedy: 'Move one of the two tuners, or let the string pass its post on the other side.',
  reads: ['neckPlan', 'strings'],
  find: ({ neckPlan, strings }, least) =>
    neckPlan.headstock.tuners.flatMap(({ number, path }) => {
      if (!path || path.clearance === null || path.clearance >= least) return [];
      const other = neckPlan.headstock.tuners.filter((t) => t.string !== null)[path.nearest!]!;
      return [
        {
          subject: `${number}`,
          where: onPlan(strings)(other.tuner.at),
          measured: Math.max(0, path.clearance),
        },
      ];
    }),
});

export const noWay = rule({
  id: 'string-no-way',
  stage: 'neck',
  severity: 'stop',
  unit: '',
  limit: null,
  title: 'A string has no way to its tuner',
  says: ({ subject }) => `The tuner of string ${subject} stands on the nut or behind it.`,
  remedy: 'Move the tuner onto the headstock, past the nut.',
  reads: ['neckPlan', 'strings'],
  find: ({ neckPlan, strings }) =>
    neckPlan.headstock.tuners.flatMap(({ tuner, number, path, string }) =>
      string !== null && !path
        ? [{ subject: `${number}`, where: onPlan(strings)(tuner.at), measured: null }]
        : [],
    ),
});

export const tunersMissing = rule({
  id: 'tuners-missing',
  stage: 'neck',
  severity: 'look',
  unit: '',
  limit: null,
  title: 'Not every string has one tuner',
  says: ({ subject }) => `String ${subject} has no tuner, or more than one.`,
  remedy: 'Start the headstock from a shape again, or change which string a tuner winds.',
  reads: ['neckPlan', 'strings'],
  find: ({ neckPlan, strings }) => {
    const { tuners } = neckPlan.headstock;
    if (tuners.length === 0) return [];
    const count = (number: number): number => tuners.filter((t) => t.number === number).length;
    return Array.from({ length: strings.count }, (_, i) => i + 1)
      .filter((number) => count(number) !== 1)
      .map((number) => ({ subject: `${number}`, where: null, measured: null }));
  },
});
