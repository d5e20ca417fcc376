import { rule } from '../../design/rule.ts';
import { LEAST_BITE, LEAST_UNDER_BOARD } from '../../strings/elevation.ts';

export const heelTooThin = rule({
  id: 'heel-thin',
  stage: 'neck',
  severity: 'stop',
  unit: 'mm',
  limit: {
    name: 'heelForScrews',
    label: 'Wood of the heel for its screws, at least',
    value: LEAST_BITE + LEAST_UNDER_BOARD,
    unit: 'mm',
    min: 3,
    max: 40,
  },
  title: 'The heel is too thin for its screws',
  says: ({ measured, limit }) =>
    `Under the fingerboard the heel has ${measured} of wood; screws need at least ${limit} to hold and stay under the board.`,
  remedy: 'Make the heel thicker in the neck join, or the fingerboard thinner.',
  reads: ['neckPlan', 'neck'],
  find: ({ neckPlan, neck }, least) =>
    neck.joint === 'screwed' && neck.screws.count > 0 && neckPlan.heelDepth < least
      ? [{ subject: 'heel', where: null, measured: Math.max(0, neckPlan.heelDepth) }]
      : [],
});

export const wideForPocket = rule({
  id: 'neck-wider-than-pocket',
  stage: 'neck',
  severity: 'stop',
  unit: 'mm',
  limit: null,
  title: 'The neck is wider than its pocket',
  says: ({ measured }) => `The neck is ${measured} wider than the pocket that it goes into.`,
  remedy: 'Set the fit of the pocket to 0 or more in the neck join.',
  reads: ['neck', 'neckPlan'],
  find: ({ neck }) =>
    (neck.joint === 'screwed' || neck.joint === 'glued') && neck.fit < 0
      ? [{ subject: 'pocket', where: null, measured: -2 * neck.fit }]
      : [],
});
