import { rule } from '../../design/rule.ts';

export const sheetOver = rule({
  id: 'sheet-over-paper',
  stage: 'templates',
  severity: 'look',
  unit: 'sheets',
  limit: {
    name: 'mostSheets',
    label: 'Sheets to tape, at most',
    value: 24,
    unit: 'sheets',
    min: 1,
    max: 400,
  },
  title: 'The sheet is larger than its paper',
  says: ({ measured, limit }) =>
    `The template takes ${measured} of this paper, taped; with more than ${limit} the joins add up to an error.`,
  remedy: 'Take larger paper or a roll, turn the drawing, or put fewer layers on paper.',
  reads: ['plan', 'print'],
  find: ({ plan, print }, most) => {
    // A roll is taken for a template in one piece.
    const limit = print.paper === 'roll' ? 1 : most;
    const count = plan.printed.length;
    return count > limit ? [{ subject: print.paper, where: null, measured: count }] : [];
  },
});
