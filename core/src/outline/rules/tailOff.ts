import { rule } from '../../design/rule.ts';

export const tailOff = rule({
  id: 'tail-off-body',
  stage: 'outline',
  severity: 'stop',
  unit: 'mm',
  limit: {
    name: 'tailBehindBridge',
    label: 'Body behind the bridge',
    value: 25,
    unit: 'mm',
    min: 0,
    max: 300,
  },
  title: 'The body ends too near behind the bridge',
  says: ({ measured, limit }) =>
    `On the centre line ${measured} of body lie tailward of the bridge line; at least ${limit} is recommended.`,
  remedy: 'Move the tail tailward, or the whole body.',
  reads: ['measures'],
  find: ({ measures }, least) => {
    const tail = measures.neck?.tailX ?? measures.box.minX;
    return -tail < least ? [{ subject: 'tail', where: { x: tail, y: 0 }, measured: -tail }] : [];
  },
});
