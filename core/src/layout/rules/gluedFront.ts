import type { Rule } from '../../design/rule.ts';
import { rule } from '../../design/rule.ts';
import { polygonMiddle, polygonsMeet } from '../../geometry/polygons.ts';
import type { Cut } from '../cut.ts';
import { sameOwner, zOverlap } from '../cut.ts';
import { cutWords, pairOf } from '../cutWords.ts';

const BASE = { stage: 'layout', severity: 'look', unit: '', limit: null } as const;

/** What is routed or bored, and opens a chamber that it meets. Wires are led in by drilled runs, controls by their holes. */
const OPENS: ReadonlySet<Cut['role']> = new Set(['cavity', 'ledge', 'pocket', 'bore']);

export const chamberOpened = rule({
  ...BASE,
  id: 'chamber-opened',
  title: 'An opening cuts into a closed chamber',
  says: ({ subject }) => `${subject}: they meet, and the chamber under the glued-on front is open there.`,
  remedy: 'Move one of them or make it shallower; if wires are to pass there, accept it with the reason.',
  reads: ['layout', 'openings', 'parts'],
  find: ({ layout, openings, parts }) => {
    const closed = layout.cuts.filter((c) => c.closed && !c.unsaid);
    return closed.flatMap((chamber) =>
      layout.cuts
        .filter((c) => OPENS.has(c.role) && !c.closed && !sameOwner(c.owner, chamber.owner))
        .filter((c) => zOverlap(c, chamber) && polygonsMeet(c.area, chamber.area))
        .map((c) => ({
          subject: pairOf(c.id, chamber.id),
          about: `${cutWords(c, { parts, openings })} and ${cutWords(chamber, { parts, openings })}`,
          where: polygonMiddle(c.area.polygon),
          measured: null,
        })),
    );
  },
});

export const soundOverNothing = rule({
  ...BASE,
  id: 'sound-over-nothing',
  title: 'A sound opening has no chamber under it',
  says: ({ subject }) => `${subject} goes through the glued-on front, but no chamber lies under it.`,
  remedy: 'Move it over a chamber, or rout one under it.',
  reads: ['layout', 'openings', 'parts'],
  find: ({ layout, openings, parts }) =>
    layout.front === null
      ? []
      : layout.cuts
          .filter((c) => c.role === 'sound opening' && c.face === 'front')
          .filter((c) => !layout.cuts.some((under) => under.closed && polygonsMeet(c.area, under.area)))
          .map((c) => ({
            subject: c.id,
            about: cutWords(c, { parts, openings }),
            where: polygonMiddle(c.area.polygon),
            measured: null,
          })),
});

export const GLUED_RULES: readonly Rule[] = [chamberOpened, soundOverNothing];
