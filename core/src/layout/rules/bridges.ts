import { poleError } from '../poles.ts';
import type { BridgeReach } from '../saddles.ts';
import { depthFor } from '../../strings/elevation.ts';
import { neckSide } from '../../strings/neckSide.ts';
import { bridgePlaceFor, bridgeReach, middleHeight, servedBy } from '../saddles.ts';
import type { Mend } from '../../design/mend.ts';
import type { Rule } from '../../design/rule.ts';
import type { Design } from '../../design/schema.ts';
import { rule } from '../../design/rule.ts';

const BASE = { stage: 'layout', severity: 'stop', unit: 'mm' } as const;

/** A bridge moved so that its saddles reach every string; `null` where its travel is too short for that. */
function toSaddles(reach: BridgeReach, room: number): Mend | null {
  const alongs = reach.needs.map((n) => n.alongNeeded);
  if (Math.max(...alongs) - Math.min(...alongs) + 2 * room > reach.travel) return null;
  const to = Number(bridgePlaceFor(reach).toFixed(2));
  return { kind: 'number', number: { kind: 'place along', id: reach.part.part.id }, to };
}

/** The pocket depth that brings the middle of the board, or else of all strings, to the middle of the saddles' height; `null` where the travel is too short. */
function toHeight(reach: BridgeReach, room: number, design: Pick<Design, 'neck' | 'strings'>): Mend | null {
  const highs = reach.needs.map((n) => n.high);
  const [least, most] = [Math.min(...highs), Math.max(...highs)];
  if (most - least + 2 * room > reach.high - reach.low) return null;
  // A deeper pocket lowers every saddle alike.
  const lower = (least + most) / 2 - (reach.low + reach.high) / 2;
  const leaves = (to: number): number => {
    const by = design.neck.depth - to;
    return Math.min(least + by - reach.low, reach.high - most - by);
  };
  const to = [depthFor(neckSide(design), middleHeight(reach)), design.neck.depth + lower]
    .map((depth) => Number(depth.toFixed(2)))
    .find((depth) => leaves(depth) >= room);
  return to !== undefined && to > 0 && to < design.neck.heel
    ? { kind: 'number', number: { kind: 'pocket depth' }, to }
    : null;
}

export const saddleTravel = rule({
  ...BASE,
  id: 'saddle-travel',
  limit: { name: 'saddleRoom', label: 'Saddle travel left over', value: 0.5, unit: 'mm', min: 0, max: 10 },
  title: 'The bridge cannot reach intonation',
  says: ({ measured, limit, subject }) =>
    `The saddle of ${subject} has ${measured} of travel left (below zero: it is out of reach by that); at least ${limit} is recommended.`,
  remedy: 'Use “Move the bridge to suit its saddles” beside the board, or move it by hand.',
  reads: ['layout', 'neck', 'stringPlan', 'strings'],
  find: ({ layout, neck, stringPlan, strings }, limit) =>
    bridgeReach({ neck, strings }, stringPlan, layout).flatMap((reach) =>
      reach.needs
        .map((n) => ({ n, left: Math.min(n.alongNeeded, reach.travel - n.alongNeeded) }))
        .filter(({ left }) => left < limit)
        .map(({ n, left }) => ({
          subject: `${reach.part.part.id} string ${stringPlan.lines.length - n.string}`,
          about: `string ${stringPlan.lines.length - n.string} on ${reach.part.name}`,
          where: stringPlan.lines[n.string]!.saddle,
          measured: left,
          mend: toSaddles(reach, limit),
        })),
    ),
});

/** Strings in words: “string 3”, “strings 1 to 6”, “strings 2 and 5”. */
const stringsInWords = (numbers: readonly number[]): string => {
  const [first, last] = [numbers[0]!, numbers.at(-1)!];
  if (numbers.length === 1) return `string ${first}`;
  const isRun = last - first === numbers.length - 1 && numbers.length > 2;
  return `strings ${isRun ? `${first} to ${last}` : `${numbers.slice(0, -1).join(', ')} and ${last}`}`;
};

export const stringNoSaddle = rule({
  ...BASE,
  id: 'string-no-saddle',
  unit: '',
  limit: null,
  title: 'A string has no saddle',
  says: ({ subject }) => `No saddle is left for ${subject}: a saddle for one string serves one.`,
  remedy: 'Add a saddle for each string, or take a bridge that serves all of them.',
  reads: ['layout', 'stringPlan'],
  find: ({ layout, stringPlan }) => {
    if (!layout.parts.some((p) => p.form.saddles && p.part.face === 'front')) return [];
    const count = stringPlan.lines.length;
    const without = servedBy(stringPlan, layout).flatMap((b, i) => (b ? [] : [i]));
    const [first] = without;
    if (first === undefined) return [];
    return [
      {
        subject: `without ${without.length}`,
        about: stringsInWords(without.map((i) => count - i).sort((a, b) => a - b)),
        where: stringPlan.lines[first]!.saddle,
        measured: null,
        mend: { kind: 'saddles' },
      },
    ];
  },
});

export const saddleHeight = rule({
  ...BASE,
  id: 'saddle-height',
  limit: { name: 'heightRoom', label: 'Saddle height left over', value: 0.3, unit: 'mm', min: 0, max: 10 },
  title: 'The bridge cannot reach its height',
  says: ({ measured, limit, subject }) =>
    `The height of ${subject} has ${measured} left (below zero: it is out of reach by that); at least ${limit} is recommended.`,
  remedy: 'Solve the neck joint for depth or angle, or take another bridge.',
  reads: ['layout', 'neck', 'stringPlan', 'strings'],
  find: ({ layout, neck, stringPlan, strings }, limit) =>
    neck.joint === 'undecided'
      ? []
      : bridgeReach({ neck, strings }, stringPlan, layout).flatMap((reach) => {
          const worst = reach.needs
            .map((n) => ({ n, left: Math.min(n.high - reach.low, reach.high - n.high) }))
            .reduce<{ n: (typeof reach.needs)[number]; left: number } | null>(
              (a, b) => (a && a.left <= b.left ? a : b),
              null,
            );
          return worst && worst.left < limit
            ? [
                {
                  subject: reach.part.part.id,
                  about: reach.part.name,
                  where: stringPlan.lines[worst.n.string]!.saddle,
                  measured: worst.left,
                  mend: toHeight(reach, limit, { neck, strings }),
                },
              ]
            : [];
        }),
});

export const bridgeOffCentre = rule({
  ...BASE,
  id: 'bridge-off-centre',
  limit: {
    name: 'bridgeOffCentre',
    label: 'Bridge off the strings’ middle',
    value: 0.5,
    unit: 'mm',
    min: 0,
    max: 10,
  },
  title: 'The bridge stands off the centre line',
  says: ({ measured, limit, subject }) =>
    `${subject} stands ${measured} beside the middle of the strings; up to ${limit} is acceptable.`,
  remedy: 'Put it on the centre line.',
  reads: ['layout', 'stringPlan'],
  find: ({ layout, stringPlan }, limit) => {
    const ys = stringPlan.lines.map((l) => l.saddle.y);
    const middle = (ys[0]! + ys.at(-1)!) / 2;
    return layout.parts
      .filter((p) => p.form.saddles && p.form.saddles.spread > 0)
      .flatMap((p) => {
        const off = Math.abs(p.part.at.y - middle);
        return off > limit
          ? [
              {
                subject: p.part.id,
                about: p.name,
                where: p.part.at,
                measured: off,
                mend: {
                  kind: 'move' as const,
                  what: 'part' as const,
                  id: p.part.id,
                  by: { x: 0, y: middle - p.part.at.y },
                },
              },
            ]
          : [];
      });
  },
});

export const bridgeSpread = rule({
  ...BASE,
  id: 'bridge-spread',
  severity: 'look',
  limit: {
    name: 'bridgeSpread',
    label: 'Bridge’s spread beside the strings’',
    value: 1,
    unit: 'mm',
    min: 0,
    max: 20,
  },
  title: 'The bridge is of another string spread',
  says: ({ measured, limit, subject }) =>
    `The saddles of ${subject} are ${measured} wider or narrower than the strings are drawn; up to ${limit} is acceptable.`,
  remedy: 'Type the bridge’s own spread in Strings, or take another bridge.',
  reads: ['layout', 'strings'],
  find: ({ layout, strings }, limit) =>
    layout.parts
      .filter((p) => p.form.saddles && p.form.saddles.spread > 0)
      .flatMap((p) => {
        const off = Math.abs(p.form.saddles!.spread - strings.bridgeSpread);
        const mend: Mend = {
          kind: 'number',
          number: { kind: 'bridge spread' },
          to: p.form.saddles!.spread,
        };
        return off > limit
          ? [{ subject: p.part.id, about: p.name, where: p.part.at, measured: off, mend }]
          : [];
      }),
});

export const polesOff = rule({
  ...BASE,
  id: 'poles-off',
  severity: 'look',
  limit: { name: 'poles', label: 'Pole beside its string', value: 2, unit: 'mm', min: 0, max: 10 },
  title: 'Poles stand beside the strings',
  says: ({ measured, limit, subject }) =>
    `A pole of ${subject} is ${measured} beside its string; up to ${limit} is acceptable.`,
  remedy: 'Move the pickup along, turn it, or take one of another pole spread.',
  reads: ['layout', 'stringPlan'],
  find: ({ layout, stringPlan }, limit) =>
    layout.parts.flatMap((p) => {
      const error = poleError(p, stringPlan);
      return error && error.by > limit
        ? [{ subject: p.part.id, about: p.name, where: error.at, measured: error.by }]
        : [];
    }),
});

export const BRIDGE_RULES: readonly Rule[] = [
  saddleTravel,
  stringNoSaddle,
  saddleHeight,
  bridgeOffCentre,
  bridgeSpread,
  polesOff,
];
