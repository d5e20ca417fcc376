import type { Design } from '../design/schema.ts';
import type { Derived } from '../derived/derive.ts';
import type { SeenFrom } from '../drawing/drawing.ts';
import { coverPages, planPage } from '../templates/frontPages.ts';
import type { Sheet, SheetNotes } from '../templates/sheets.ts';
import type { SheetPlan } from '../templates/plan.ts';
import { layOutSheets } from '../templates/sheets.ts';
import { lengthWithUnit } from '../units/length.ts';
import { coverFacts } from './coverFacts.ts';
import { instrumentPicture } from './instrumentPicture.ts';

/**
 * Everything of a design that goes on paper, in order: cover and plan where they are wanted, then the sheets. `from`: the
 * face that is looked at; sheets of both are laid by the centre line and its two marks.
 */
export function paperOf(
  design: Design,
  derived: Derived,
  notes: SheetNotes,
  from: SeenFrom = 'front',
): readonly Sheet[] {
  const { print } = design;
  const isRoll = print.paper === 'roll';
  const plan = from === 'back' ? derived.backPlan : derived.plan;
  const words = from === 'back' ? { ...notes, name: `${notes.name}, seen from the back` } : notes;
  return [
    ...(print.cover
      ? coverPages(plan, isRoll, words, coverFacts(design, derived), instrumentPicture(design, derived))
      : []),
    ...sheetsOf(design, plan, words),
  ];
}

/** The neck’s templates: the plan of the sheets where it is wanted, then the sheets. */
export const neckPaperOf = (design: Design, derived: Derived, notes: SheetNotes): readonly Sheet[] =>
  sheetsOf(design, derived.neckSheets, { ...notes, name: `${notes.name}, neck` });

const sheetsOf = ({ print, units }: Design, plan: SheetPlan, words: SheetNotes): readonly Sheet[] => [
  ...(print.planPage
    ? [
        planPage(plan, print.paper === 'roll', words, (mm) =>
          lengthWithUnit(mm, units, units === 'mm' ? 1 : 2),
        ),
      ]
    : []),
  ...layOutSheets(plan, print.margins, words),
];

/** What is reported on every sheet of a design. `revision` in words, `date` as it stands on paper. */
export const paperNotes = (design: Design, revision: string, date: string): SheetNotes => ({
  name: `${design.name}${design.handedness === 'left' ? ', left-handed' : ''}`,
  revision,
  date,
});
