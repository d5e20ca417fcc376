import { rule } from '../../design/rule.ts';

export const correctionOver = rule({
  id: 'correction-over',
  stage: 'templates',
  severity: 'look',
  unit: '%',
  limit: { name: 'correction', label: 'Print correction up to', value: 3, unit: '%', min: 0.1, max: 20 },
  title: 'The print correction is large',
  says: ({ measured, limit, subject }) =>
    `The correction ${subject} the sheet is ${measured}; over ${limit} the page was usually printed at “fit to page”.`,
  remedy: 'Print once more at 100 %, measure the bars again, and type what they measure.',
  reads: ['print'],
  find: ({ print }, most) =>
    (['x', 'y'] as const).flatMap((axis) => {
      const off = Math.abs(print.correction[axis] - 1) * 100;
      return off > most ? [{ subject: axis === 'x' ? 'across' : 'up', where: null, measured: off }] : [];
    }),
});
