import type { Wall } from '../../layout/walls.ts';
import type { Hit, Rule, RuleContext } from '../finding.ts';
import { cutWords, pairOf } from './cutWords.ts';

/** A rib stands between two chambers: no bit, screw or hand leans on it. */
const isRib = (w: Wall): boolean => w.a.role === 'chamber' && w.b?.role === 'chamber';
const isCover = (w: Wall): boolean => w.a.role === 'ledge' || w.b?.role === 'ledge';

function hit({ design }: RuleContext, w: Wall): Hit {
  return {
    subject: pairOf(w.a.id, w.b?.id ?? 'edge'),
    about: `${cutWords(w.a, design)} and ${w.b ? cutWords(w.b, design) : 'the body’s edge'}`,
    where: w.at,
    measured: w.thickness,
  };
}

const thin =
  (which: (w: Wall) => boolean) =>
  (context: RuleContext, limit: number): readonly Hit[] =>
    context.derived.walls
      .filter((w) => w.thickness >= 0 && w.thickness < limit && which(w))
      .map((w) => hit(context, w));

export const wallThin: Rule = {
  id: 'wall-thin',
  stage: 'layout',
  severity: 'stop',
  unit: 'mm',
  limit: { name: 'wall', label: 'Wall between openings', value: 12, unit: 'mm', min: 0, max: 25 },
  title: 'A wall is thin',
  says: ({ measured, limit, subject }) =>
    `${measured} of wood is left between ${subject}; at least ${limit} is recommended.`,
  remedy: 'Move one of them, make it smaller, or let both run into one opening.',
  find: thin((w) => !isCover(w) && !isRib(w) && !w.endGrain),
};

export const wallThinEndGrain: Rule = {
  ...wallThin,
  id: 'wall-thin-end-grain',
  limit: { name: 'wallEndGrain', label: 'Wall of end grain', value: 15, unit: 'mm', min: 0, max: 25 },
  title: 'A wall of end grain is thin',
  says: ({ measured, limit, subject }) =>
    `${measured} of wood is left between ${subject} with its fibres running across the wall, where it splits soonest; at least ${limit} is recommended.`,
  find: thin((w) => !isCover(w) && !isRib(w) && w.endGrain),
};

export const wallThinCover: Rule = {
  ...wallThin,
  id: 'wall-thin-cover',
  severity: 'look',
  limit: { name: 'wallCover', label: 'Wall beside a cover’s ledge', value: 6, unit: 'mm', min: 0, max: 25 },
  title: 'A cover’s ledge comes near',
  find: thin(isCover),
};

export const ribThin: Rule = {
  ...wallThin,
  id: 'rib-thin',
  limit: { name: 'rib', label: 'Rib between chambers', value: 8, unit: 'mm', min: 0, max: 25 },
  title: 'A rib between chambers is thin',
  says: ({ measured, limit, subject }) =>
    `The rib between ${subject} is ${measured}; at least ${limit} is recommended, or the top sinks over it.`,
  remedy: 'Move a chamber, make it smaller, or let both be one.',
  find: thin(isRib),
};

export const breaksEdge: Rule = {
  id: 'breaks-edge',
  stage: 'layout',
  severity: 'stop',
  unit: 'mm',
  limit: null,
  title: 'An opening breaks the body’s edge',
  says: ({ measured, subject }) => `${subject}: it runs ${measured} out of the body.`,
  remedy: 'Move it inward, or make it smaller. If it is meant to run out, accept it with the reason.',
  find: (context) =>
    context.derived.walls
      .filter((w) => w.b === null && w.thickness < 0)
      .map((w) => ({
        ...hit(context, w),
        about: cutWords(w.a, context.design),
        measured: -w.thickness,
      })),
};

export const WALL_RULES: readonly Rule[] = [breaksEdge, wallThin, wallThinEndGrain, wallThinCover, ribThin];
