import type { Facts, Hit, Rule } from '../../design/rule.ts';
import { rule } from '../../design/rule.ts';
import type { Wall } from '../walls.ts';
import { heapOf } from '../walls.ts';
import { moveApart } from '../mending.ts';
import { isSliver, joinOverSliver } from '../slivers.ts';
import { cutWords, pairOf } from '../cutWords.ts';

/** A rib stands between two chambers: no bit, screw or hand leans on it. */
const isRib = (w: Wall): boolean => w.a.role === 'chamber' && w.b?.role === 'chamber';
const isCover = (w: Wall): boolean => w.a.role === 'ledge' || w.b?.role === 'ledge';

type Named = Pick<Facts, 'walls' | 'parts' | 'openings' | 'layout'>;

const hit = (named: Named, w: Wall): Hit => ({
  subject: pairOf(w.a.id, w.b?.id ?? 'edge'),
  about: `${cutWords(w.a, named)} and ${w.b ? cutWords(w.b, named) : 'the body’s edge'}`,
  where: w.at,
  measured: w.thickness,
});

const thin =
  (which: (w: Wall) => boolean) =>
  (facts: Named, limit: number): readonly Hit[] =>
    facts.walls
      .filter((w) => w.thickness >= 0 && w.thickness < limit && which(w))
      .map((w) => ({
        ...hit(facts, w),
        mend: moveApart(w.a, w.b, w.away, limit - w.thickness, facts.layout.parts),
      }));

/** What the rules of thin walls share. */
const BASE = {
  stage: 'layout',
  severity: 'stop',
  unit: 'mm',
  remedy: 'Move one of them, make it smaller, or let both run into one opening.',
  reads: ['walls', 'parts', 'openings', 'layout'],
} as const;
const says: Rule['says'] = ({ measured, limit, subject }) =>
  `${measured} of wood is left between ${subject}; at least ${limit} is recommended.`;

/** Openings that are heaped on one another: said once, instead of each wall between them. */
export const heaped = rule({
  stage: 'layout',
  id: 'openings-heaped',
  severity: 'stop',
  unit: '',
  limit: null,
  title: 'Openings are heaped on one another',
  says: ({ subject }) => `${subject} overlap in one place: the walls between them are not checked.`,
  remedy: 'Move them apart, or remove those that are not needed.',
  reads: ['layout'],
  find: ({ layout }) => {
    const heap = heapOf(layout);
    const [first] = heap;
    if (!first) return [];
    const { box } = first.area;
    return [
      {
        subject: 'heap',
        about: `${heap.length} openings`,
        where: { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 },
        measured: null,
      },
    ];
  },
});

export const wallThin = rule({
  ...BASE,
  id: 'wall-thin',
  limit: { name: 'wall', label: 'Wall between openings', value: 12, unit: 'mm', min: 0, max: 25 },
  title: 'A wall is thin',
  says,
  find: thin((w) => !isCover(w) && !isRib(w) && !w.endGrain),
});

export const wallThinEndGrain = rule({
  ...BASE,
  id: 'wall-thin-end-grain',
  limit: { name: 'wallEndGrain', label: 'Wall of end grain', value: 15, unit: 'mm', min: 0, max: 25 },
  title: 'A wall of end grain is thin',
  says: ({ measured, limit, subject }) =>
    `${measured} of wood is left between ${subject} with its fibres running across the wall, where it splits soonest; at least ${limit} is recommended.`,
  find: thin((w) => !isCover(w) && !isRib(w) && w.endGrain),
});

export const wallThinCover = rule({
  ...BASE,
  id: 'wall-thin-cover',
  severity: 'look',
  limit: { name: 'wallCover', label: 'Wall beside a cover’s ledge', value: 6, unit: 'mm', min: 0, max: 25 },
  title: 'A cover’s ledge comes near',
  says,
  find: thin(isCover),
});

export const ribThin = rule({
  ...BASE,
  id: 'rib-thin',
  limit: { name: 'rib', label: 'Rib between chambers', value: 8, unit: 'mm', min: 0, max: 25 },
  title: 'A rib between chambers is thin',
  says: ({ measured, limit, subject }) =>
    `The rib between ${subject} is ${measured}; at least ${limit} is recommended, or the top sinks over it.`,
  remedy: 'Move a chamber, make it smaller, or let both be one.',
  find: thin(isRib),
});

export const sliver = rule({
  ...BASE,
  id: 'sliver',
  limit: { name: 'sliver', label: 'Sliver between two routs', value: 2, unit: 'mm', min: 0, max: 6 },
  title: 'Two routs almost meet',
  says: ({ measured, limit, subject }) =>
    `A sliver of ${measured} is left between ${subject}; under ${limit} it breaks off when the second is routed.`,
  remedy: 'Close it, so that both run into one opening; or widen the wall by moving one of them.',
  find: (facts, limit) =>
    facts.walls
      .filter((w) => isSliver(w, limit))
      .map((w) => {
        const opening = joinOverSliver(w, facts.layout, limit);
        return { ...hit(facts, w), mend: opening ? { kind: 'join' as const, opening } : null };
      }),
});

export const breaksEdge = rule({
  ...BASE,
  id: 'breaks-edge',
  limit: null,
  title: 'An opening breaks the body’s edge',
  says: ({ measured, subject }) => `${subject}: it runs ${measured} out of the body.`,
  remedy: 'Move it inward, or make it smaller. If it is meant to run out, accept it with the reason.',
  find: (facts) =>
    facts.walls
      .filter((w) => w.b === null && w.thickness < 0)
      .map((w) => ({ ...hit(facts, w), about: cutWords(w.a, facts), measured: -w.thickness })),
});

export const WALL_RULES: readonly Rule[] = [
  breaksEdge,
  heaped,
  wallThin,
  wallThinEndGrain,
  wallThinCover,
  ribThin,
  sliver,
];
