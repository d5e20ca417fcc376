import { rule } from '../../design/rule.ts';
import { earsOf } from '../ears.ts';
import { onPlan } from '../headstockPlan.ts';

export const headstockEar = rule({
  id: 'headstock-ear',
  stage: 'neck',
  severity: 'look',
  unit: 'mm',
  limit: {
    name: 'headstockEar',
    label: 'Fibres of what stands out of a headstock, at least',
    value: 40,
    unit: 'mm',
    min: 5,
    max: 120,
  },
  title: 'A part of the headstock has short grain',
  says: ({ measured, limit }) =>
    `A part of the headstock stands out across its grain on fibres of ${measured}; under ${limit} a knock may break it off.`,
  remedy: 'Make that part longer along the neck, or let it stand out less.',
  reads: ['neckPlan', 'strings'],
  find: ({ neckPlan, strings }, least) =>
    earsOf(neckPlan.headstock.path, least).map(({ length, at }, i) => ({
      subject: `ear ${i + 1}`,
      where: onPlan(strings)(at),
      measured: length,
    })),
});
