import { runCover, wayIn } from '../wiring.ts';
import { plugBlocks } from '../plugs.ts';
import type { Rule } from '../../design/rule.ts';
import type { Design } from '../../design/schema.ts';
import { rule } from '../../design/rule.ts';
import { pairOf } from '../cutWords.ts';

const BASE = { stage: 'layout', severity: 'stop' } as const;

export const wireNoWay = rule({
  ...BASE,
  id: 'wire-no-way',
  unit: '',
  limit: null,
  title: 'A wire has no way to the controls',
  says: ({ subject }) => `From ${subject} no opening or drilled run leads to the control cavity.`,
  remedy: 'Drill a run, rout a channel, or let an opening reach the cavity.',
  reads: ['wired'],
  find: ({ wired }) =>
    wired
      .filter((w) => !w.reaches)
      .map((w) => ({
        subject: `${w.part.part.id}${w.ground ? ' ground' : ''}`,
        about: `${w.part.name}${w.ground ? ' (its ground wire)' : ''}`,
        where: w.part.part.at,
        measured: null,
      })),
});

export const runThin = rule({
  ...BASE,
  id: 'run-thin',
  unit: 'mm',
  limit: { name: 'runCover', label: 'Wood round a drilled run', value: 3, unit: 'mm', min: 0, max: 20 },
  title: 'A drilled run comes near a surface',
  says: ({ measured, limit, subject }) =>
    `${measured} of wood is left round ${subject} (below zero: it breaks out); at least ${limit} is recommended.`,
  remedy: 'Set its ends deeper or aside, or use a smaller bit.',
  reads: ['layout', 'runs'],
  find: ({ layout, runs }, limit) =>
    runs.flatMap((run) => {
      const cover = runCover(run, layout);
      return cover.least !== null && cover.least < limit
        ? [
            {
              subject: run.id,
              about: `${run.name} at ${cover.near}`,
              where: cover.at,
              measured: cover.least,
            },
          ]
        : [];
    }),
});

/** The least wood round a drilled run that a design asks for, mm. */
export const leastRunCover = ({ findings }: Pick<Design, 'findings'>): number =>
  findings.limits['runCover'] ?? runThin.limit!.value;

export const runNoWayIn = rule({
  ...BASE,
  id: 'run-no-way-in',
  unit: '',
  limit: null,
  title: 'A drilled run has no straight way in',
  says: ({ subject }) =>
    `${subject} is to be drilled, but wood stands in the way of a straight bit from either end.`,
  remedy: 'Let it begin in the neck pocket, a jack’s bore or an opening that lies in its line.',
  reads: ['layout', 'runs'],
  find: ({ layout, runs }) =>
    runs.flatMap((run) => {
      const way = wayIn(run, layout);
      return way.clear ? [] : [{ subject: run.id, about: run.name, where: way.blocked, measured: null }];
    }),
});

export const plugBlocked = rule({
  ...BASE,
  id: 'plug-blocked',
  unit: '',
  limit: null,
  title: 'A jack cannot take its plug',
  says: ({ subject }) => `In the way of the jack or its plug: ${subject}.`,
  remedy: 'Move the jack along the edge, turn it, or move what stands there.',
  reads: ['layout', 'fits'],
  find: ({ layout, fits }) =>
    plugBlocks(layout, fits).map(({ jack, by, at }) => ({
      subject: pairOf(jack.part.id, by),
      about: by,
      where: at,
      measured: null,
    })),
});

export const WIRE_RULES: readonly Rule[] = [wireNoWay, runThin, runNoWayIn, plugBlocked];
