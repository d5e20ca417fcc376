import { rule } from '../../design/rule.ts';
import { LEAST_TO_EDGE, onPlan } from '../headstockPlan.ts';

export const tunerAtEdge = rule({
  id: 'tuner-edge',
  stage: 'neck',
  severity: 'stop',
  unit: 'mm',
  limit: {
    name: 'tunerToEdge',
    label: 'Tuner’s hole from the headstock’s edge, at least',
    value: LEAST_TO_EDGE,
    unit: 'mm',
    min: 0,
    max: 30,
  },
  title: 'A tuner’s hole lies near the edge',
  says: ({ measured, limit, subject }) =>
    `Between the hole of the tuner of string ${subject} and the headstock’s edge ${measured} of wood is left; at least ${limit} is recommended.`,
  remedy: 'Move the tuner inward, or the edge outward.',
  reads: ['neckPlan', 'strings'],
  find: ({ neckPlan, strings }, least) =>
    neckPlan.headstock.tuners.flatMap(({ tuner, number, holeToEdge }) =>
      holeToEdge < least
        ? [
            {
              subject: `${number}`,
              where: onPlan(strings)(tuner.at),
              measured: Math.max(0, holeToEdge),
            },
          ]
        : [],
    ),
});

export const housingsMeet = rule({
  id: 'tuners-touch',
  stage: 'neck',
  severity: 'stop',
  unit: 'mm',
  limit: {
    name: 'tunersApart',
    label: 'Tuners’ housings apart, at least',
    value: 0.5,
    unit: 'mm',
    min: 0,
    max: 20,
  },
  title: 'Two tuners touch',
  says: ({ measured, limit, subject }) =>
    `The housings of the tuners of strings ${subject} are ${measured} apart; at least ${limit} is recommended.`,
  remedy: 'Move one of the two, or turn it.',
  reads: ['neckPlan', 'strings'],
  find: ({ neckPlan, strings }, least) => {
    const { tuners } = neckPlan.headstock;
    const seen = new Set<string>();
    return tuners.flatMap(({ tuner, number, nearest }) => {
      if (!nearest || nearest.apart >= least) return [];
      const other = tuners.find((t) => t.tuner.id === nearest.tuner)!;
      const key = [tuner.id, nearest.tuner].sort().join(' ');
      if (seen.has(key)) return [];
      seen.add(key);
      return [
        {
          subject: [number, other.number].sort((a, b) => a - b).join(' and '),
          where: onPlan(strings)({
            x: (tuner.at.x + other.tuner.at.x) / 2,
            y: (tuner.at.y + other.tuner.at.y) / 2,
          }),
          measured: Math.max(0, nearest.apart),
        },
      ];
    });
  },
});

/** A housing that reaches past the edge by less than this, mm, is seen by nobody. */
const OVER = 1;

export const housingOver = rule({
  id: 'tuner-over',
  stage: 'neck',
  severity: 'look',
  unit: 'mm',
  limit: {
    name: 'tunerOver',
    label: 'Tuner’s housing past the edge, at most',
    value: OVER,
    unit: 'mm',
    min: 0,
    max: 40,
  },
  title: 'A tuner’s housing shows past the edge',
  says: ({ measured, limit, subject }) =>
    `The housing of the tuner of string ${subject} reaches past the headstock’s edge by ${measured}; over ${limit} it shows from the front.`,
  remedy: 'Move the tuner inward, turn it, or move the edge outward.',
  reads: ['neckPlan', 'strings'],
  find: ({ neckPlan, strings }, most) =>
    neckPlan.headstock.tuners.flatMap(({ tuner, number, over }) =>
      over > most ? [{ subject: `${number}`, where: onPlan(strings)(tuner.at), measured: over }] : [],
    ),
});

export const bushTooShort = rule({
  id: 'tuner-bush',
  stage: 'neck',
  severity: 'stop',
  unit: 'mm',
  limit: null,
  title: 'The headstock is too thick for its tuners',
  says: ({ measured, subject }) =>
    `The headstock is ${measured} thicker than the bush of ${subject} reaches.`,
  remedy: 'Make the headstock thinner, or measure the bush of the tuners.',
  reads: ['neckPlan', 'headstock'],
  find: ({ neckPlan, headstock }) => {
    const short = neckPlan.headstock.tuners.filter((t) => t.bushLeft < 0);
    const [first] = short;
    return first
      ? [
          {
            subject: short.length === 1 ? `the tuner of string ${first.number}` : `${short.length} tuners`,
            where: null,
            measured: -Math.min(...short.map((t) => t.bushLeft)),
            limit: headstock.thickness,
          },
        ]
      : [];
  },
});

/** A key that reaches over wood by no more than this, mm, turns all the same. */
const KEY_OVER = 2;

export const keyOverWood = rule({
  id: 'tuner-key',
  stage: 'neck',
  severity: 'look',
  unit: 'mm',
  limit: {
    name: 'keyOverWood',
    label: 'Tuner’s key over the headstock, at most',
    value: KEY_OVER,
    unit: 'mm',
    min: 0,
    max: 40,
  },
  title: 'A tuner’s key is over the wood',
  says: ({ measured, limit, subject }) =>
    `The key of the tuner of string ${subject} reaches ${measured} over the headstock; over ${limit} fingers do not get round it.`,
  remedy: 'Move the tuner toward its edge, turn it, or bring the edge in beside it.',
  reads: ['neckPlan', 'strings'],
  find: ({ neckPlan, strings }, most) =>
    neckPlan.headstock.tuners.flatMap(({ tuner, number, keyOver }) =>
      keyOver > most ? [{ subject: `${number}`, where: onPlan(strings)(tuner.at), measured: keyOver }] : [],
    ),
});
