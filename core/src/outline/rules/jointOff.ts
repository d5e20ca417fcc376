import { rule } from '../../design/rule.ts';

export const jointOff = rule({
  id: 'joint-off-body',
  stage: 'outline',
  severity: 'look',
  unit: 'mm',
  limit: {
    name: 'jointToEdge',
    label: 'Joint from the body’s edge',
    value: 15,
    unit: 'mm',
    min: 0,
    max: 200,
  },
  title: 'The joint is not at the body’s edge',
  says: ({ measured, limit }) =>
    `The joint fret stands ${measured} from the body’s edge on the centre line; up to ${limit} is taken as meant.`,
  remedy: 'Move the seat’s two nodes to the joint, or take another joint fret.',
  reads: ['measures', 'stringPlan'],
  find: ({ measures, stringPlan }, most) => {
    const heel = measures.neck?.heelX ?? null;
    if (heel === null) return [{ subject: 'joint', where: { x: stringPlan.jointX, y: 0 }, measured: null }];
    const off = Math.abs(heel - stringPlan.jointX);
    return off > most ? [{ subject: 'joint', where: { x: stringPlan.jointX, y: 0 }, measured: off }] : [];
  },
});
