import type { ControlFit } from '../controls.ts';
import type { Point } from '../../geometry/point.ts';
import type { Mend } from '../../design/mend.ts';
import type { Facts, Hit, Rule } from '../../design/rule.ts';
import { stepOfCut } from '../carry/numbers.ts';
import { rule } from '../../design/rule.ts';

const hit = (f: ControlFit, measured: number | null, where: Point = f.part.part.at): Hit => ({
  subject: f.part.part.id,
  about: f.part.name,
  where,
  measured,
});

const BASE = { stage: 'layout', severity: 'stop', unit: 'mm', limit: null } as const;

export const controlNoCavity = rule({
  ...BASE,
  id: 'control-no-cavity',
  unit: '',
  title: 'A control has no cavity behind it',
  says: ({ subject }) => `Behind ${subject} there is no opening for its body.`,
  remedy: 'Move it over its cavity, or rout one there.',
  reads: ['fits'],
  find: ({ fits }) => fits.filter((f) => f.cavity === null).map((f) => hit(f, null)),
});

/** Wood that stays over a cavity at least, mm: a nut pulls on it. */
const LEAST_OVER = 2;

/** The cavity of a control made deeper by `missing` mm; `null` under a plate, or where too little wood would stay over it. */
function deeperCavity(fit: ControlFit, missing: number, openings: Facts['openings']): Mend | null {
  const step = fit.cavity && !fit.part.mounted ? stepOfCut(openings, fit.cavity) : null;
  if (!step || fit.wood - missing < LEAST_OVER) return null;
  const { depth } = openings.find((o) => o.id === step.id)!.steps[step.step]!;
  return { kind: 'number', number: step, to: Math.ceil((depth + missing) * 10) / 10 };
}

export const bushShort = rule({
  ...BASE,
  id: 'bush-short',
  limit: { name: 'bushSpare', label: 'Thread left over a nut', value: 0.5, unit: 'mm', min: 0, max: 10 },
  title: 'A bush is too short for what it passes',
  says: ({ measured, limit, subject }) =>
    `${subject} has ${measured} of thread left when its nut is on (below zero: the nut does not catch); at least ${limit} is recommended.`,
  remedy: 'Rout the cavity deeper there, or take a part with a longer bush.',
  reads: ['fits', 'openings'],
  find: ({ fits, openings }, limit) =>
    fits
      .filter((f) => f.cavity !== null && f.spare < limit)
      .map((f) => ({ ...hit(f, f.spare), mend: deeperCavity(f, limit - f.spare, openings) })),
});

/** Bodies may touch a wall to within this, mm: what a file takes off. */
const TOUCH = 0.05;

export const bodyHitsWall = rule({
  ...BASE,
  id: 'body-hits-wall',
  title: 'A control’s body runs into wood',
  says: ({ measured, subject }) => `The body of ${subject} reaches ${measured} into the wall of its cavity.`,
  remedy: 'Move it, turn it, or widen the cavity.',
  reads: ['fits'],
  find: ({ fits }) => fits.filter((f) => f.bodyOut > TOUCH).map((f) => hit(f, f.bodyOut, f.at)),
});

export const bodyHitsCover = rule({
  ...BASE,
  id: 'body-hits-cover',
  limit: {
    name: 'underCover',
    label: 'Clearance under a control’s lugs',
    value: 2,
    unit: 'mm',
    min: 0,
    max: 20,
  },
  title: 'A control touches what is under it',
  says: ({ measured, limit, subject }) =>
    `There is ${measured} between the lugs of ${subject} and the cover or floor under them (below zero: it does not fit); at least ${limit} is recommended.`,
  remedy: 'Rout the cavity deeper, take a flatter part, or let a thinner body do.',
  reads: ['fits'],
  find: ({ fits }, limit) =>
    fits.filter((f) => f.underCover !== null && f.underCover < limit).map((f) => hit(f, f.underCover)),
});

export const CONTROL_RULES: readonly Rule[] = [controlNoCavity, bushShort, bodyHitsWall, bodyHitsCover];
