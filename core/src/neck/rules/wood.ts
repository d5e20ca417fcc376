import { rule } from '../../design/rule.ts';
import { centreScale } from '../../strings/frets.ts';
import { LEAST_FLOOR } from '../rod.ts';

export const rodFloor = rule({
  id: 'rod-floor',
  stage: 'neck',
  severity: 'stop',
  unit: 'mm',
  limit: {
    name: 'rodFloor',
    label: 'Wood under the truss rod, at least',
    value: LEAST_FLOOR,
    unit: 'mm',
    min: 0.5,
    max: 20,
  },
  title: 'Little wood under the truss rod',
  says: ({ measured, limit }) =>
    `Under the truss rod’s slot ${measured} of wood is left at its side; at least ${limit} is recommended.`,
  remedy: 'Make the slot shallower or narrower, the neck thicker, or its section fuller.',
  reads: ['neckPlan', 'strings'],
  find: ({ neckPlan, strings }, least) =>
    neckPlan.rod && neckPlan.rod.floor < least
      ? [
          {
            subject: 'rod',
            where: { x: centreScale(strings) - neckPlan.rod.u, y: 0 },
            measured: Math.max(0, neckPlan.rod.floor),
          },
        ]
      : [],
});

export const rodAtFace = rule({
  id: 'rod-at-face',
  stage: 'neck',
  severity: 'look',
  unit: 'mm',
  limit: {
    name: 'rodToFace',
    label: 'Rod’s slot from the headstock’s face, at least',
    value: 6,
    unit: 'mm',
    min: 0,
    max: 30,
  },
  title: 'The rod’s slot nearly opens at the headstock',
  says: ({ measured, limit }) =>
    `The truss rod’s slot ends ${measured} before the headstock’s face; it ends at least ${limit} before it, or opens there on purpose.`,
  remedy: 'Begin the slot further from the nut, or so far behind it that it opens in the headstock’s face.',
  reads: ['shaft', 'neckPlan', 'strings'],
  find: ({ shaft: { rod, nut }, neckPlan, strings }, least) => {
    if (!rod || rod.depth <= neckPlan.faceDrop) return [];
    // The face begins at the nut’s far side; a slot that reaches it is open.
    const wood = rod.from + nut.thickness;
    return wood > 0 && wood < least
      ? [{ subject: 'rod', where: { x: centreScale(strings) - rod.from, y: 0 }, measured: wood }]
      : [];
  },
});

export const heelDips = rule({
  id: 'heel-steep',
  stage: 'neck',
  severity: 'look',
  unit: '',
  limit: null,
  title: 'The transition to the heel dips',
  says: () =>
    'The neck runs into its heel so steeply that the transition may dip below the heel, or the heel is no deeper than the neck.',
  remedy: 'Make the transition longer, the angle at the heel smaller, or the heel deeper in the neck join.',
  reads: ['neckPlan', 'strings'],
  find: ({ neckPlan, strings }) =>
    neckPlan.steepness > 1
      ? [
          {
            subject: 'heel',
            where: { x: centreScale(strings) - neckPlan.heel.flatFrom, y: 0 },
            measured: null,
          },
        ]
      : [],
});

export const offNut = rule({
  id: 'headstock-at-nut',
  stage: 'neck',
  severity: 'look',
  unit: 'mm',
  limit: {
    name: 'headstockAtNut',
    label: 'Headstock beside the neck at the nut, at most',
    value: 0.3,
    unit: 'mm',
    min: 0.05,
    max: 5,
  },
  title: 'The headstock does not meet the neck',
  says: ({ measured, limit, subject }) =>
    `At the nut the headstock’s edge lies ${measured} beside the neck’s on the ${subject} side; over ${limit} it makes a step.`,
  remedy: 'Move the headstock’s node at the nut onto the neck’s edge.',
  reads: ['neckPlan', 'strings'],
  find: ({ neckPlan, strings }, most) =>
    (['bass', 'treble'] as const).flatMap((side) => {
      const off = neckPlan.headstock.besideNut[side];
      return off !== null && Math.abs(off) > most
        ? [
            {
              subject: side,
              where: { x: centreScale(strings), y: ((side === 'bass' ? 1 : -1) * strings.nutWidth) / 2 },
              measured: Math.abs(off),
            },
          ]
        : [];
    }),
});
