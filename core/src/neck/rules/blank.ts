import type { Hit } from '../../design/rule.ts';
import { rule } from '../../design/rule.ts';
import type { Strings } from '../../design/schema.ts';
import { centreScale } from '../../strings/frets.ts';
import { shortestFibre } from '../fibre.ts';
import type { NeckPlan } from '../planNeck.ts';

/** At the headstock’s tip, where a measure of the blank is over what is at hand. */
const over = (
  subject: string,
  { headstock }: NeckPlan,
  strings: Strings,
  measured: number,
  most: number,
): readonly Hit[] =>
  measured > most ? [{ subject, where: { x: centreScale(strings) + headstock.length, y: 0 }, measured }] : [];

export const blankTooShort = rule({
  id: 'blank-short',
  stage: 'neck',
  severity: 'look',
  unit: 'mm',
  limit: {
    name: 'neckBlankLong',
    label: 'Neck blank at hand, length',
    value: 1200,
    unit: 'mm',
    min: 300,
    max: 2500,
  },
  title: 'The headstock is longer than the blank',
  says: ({ measured, limit }) =>
    `Neck and headstock need a blank ${measured} long; the one at hand has ${limit}.`,
  remedy: 'Make the headstock shorter, join it by a scarf, or take a longer blank.',
  reads: ['neckPlan', 'strings'],
  find: ({ neckPlan, strings }, most) => over('blank', neckPlan, strings, neckPlan.blank.length, most),
});

export const blankTooLow = rule({
  id: 'blank-low',
  stage: 'neck',
  severity: 'look',
  unit: 'mm',
  limit: {
    name: 'neckBlankHigh',
    label: 'Neck blank at hand, height',
    value: 70,
    unit: 'mm',
    min: 15,
    max: 200,
  },
  title: 'The tilted headstock is higher than the blank',
  says: ({ measured, limit }) =>
    `The neck without its fingerboard needs a blank ${measured} high; the one at hand has ${limit}.`,
  remedy: 'Join the headstock by a scarf, tilt it less, or make it shorter.',
  reads: ['neckPlan', 'strings'],
  find: ({ neckPlan, strings }, most) => over('blank height', neckPlan, strings, neckPlan.blank.height, most),
});

export const shortGrain = rule({
  id: 'headstock-short-grain',
  stage: 'neck',
  severity: 'look',
  unit: 'mm',
  limit: {
    name: 'headstockFibre',
    label: 'Fibres through a tilted headstock, at least',
    value: 50,
    unit: 'mm',
    min: 10,
    max: 200,
  },
  title: 'Short grain where the headstock begins',
  says: ({ measured, limit }) =>
    `Fibres along the neck run out of the tilted headstock after ${measured} where its wood is least; under ${limit} a knock may break it there.`,
  remedy: 'Join the headstock by a scarf, add a volute, tilt it less, or leave it thicker behind the nut.',
  reads: ['neckPlan', 'neck', 'shaft', 'headstock', 'strings'],
  find: ({ neckPlan, neck, shaft, headstock, strings }, least) => {
    const fibre = shortestFibre({ neck, shaft, headstock, strings }, neckPlan);
    return fibre && fibre.length < least
      ? [{ subject: 'grain', where: { x: centreScale(strings) + fibre.x, y: 0 }, measured: fibre.length }]
      : [];
  },
});
