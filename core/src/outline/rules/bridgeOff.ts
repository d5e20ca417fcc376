import { depthInside } from '../../geometry/inside.ts';
import { rule } from '../../design/rule.ts';

export const bridgeOff = rule({
  id: 'bridge-off-body',
  stage: 'outline',
  severity: 'stop',
  unit: 'mm',
  limit: { name: 'bridgeToEdge', label: 'Wood round the bridge', value: 8, unit: 'mm', min: 0, max: 100 },
  title: 'The bridge is not on the body',
  says: ({ measured, limit }) =>
    `The saddles come to within ${measured} of the body’s edge (below zero: past it); at least ${limit} is recommended.`,
  remedy: 'Move the body tailward, widen it there, or take a joint at another fret.',
  reads: ['path', 'stringPlan'],
  find: ({ path, stringPlan }, room) => {
    const deepest = stringPlan.lines
      .map(({ saddle }) => ({ where: saddle, measured: depthInside(path, saddle) }))
      .reduce((a, b) => (b.measured < a.measured ? b : a));
    return deepest.measured < room ? [{ subject: 'bridge', ...deepest }] : [];
  },
});
