import type { Design } from '../design/schema.ts';
import type { Derived } from '../derived/derive.ts';
import { coverPages, planPage } from '../templates/frontPages.ts';
import type { Sheet, SheetNotes } from '../templates/sheets.ts';
import { layOutSheets } from '../templates/sheets.ts';
import { lengthWithUnit } from '../units/length.ts';
import { coverFacts } from './coverFacts.ts';

/** Everything of a design that goes on paper, in order: cover and plan where they are wanted, then the sheets. */
export function paperOf(design: Design, derived: Derived, notes: SheetNotes): readonly Sheet[] {
  const { print, units } = design;
  const isRoll = print.paper === 'roll';
  return [
    ...(print.cover ? coverPages(derived.plan, isRoll, notes, coverFacts(design, derived)) : []),
    ...(print.planPage
      ? [planPage(derived.plan, isRoll, notes, (mm) => lengthWithUnit(mm, units, units === 'mm' ? 1 : 2))]
      : []),
    ...layOutSheets(derived.plan, print.margins, notes),
  ];
}

/** What is reported on every sheet of a design. `revision` in words, `date` as it stands on paper. */
export const paperNotes = (design: Design, revision: string, date: string): SheetNotes => ({
  name: `${design.name}${design.handedness === 'left' ? ', left-handed' : ''}`,
  revision,
  date,
});
