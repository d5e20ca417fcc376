import { neckSide } from '../../strings/neckSide.ts';
import type { Mend } from '../../design/mend.ts';
import { longestNeckScrew } from '../carry/dependents.ts';
import { biteOfNeckScrew, neckScrew, neckScrewPlaces, pocketHalf } from '../pocket.ts';
import { seatAt } from '../../outline/widthAt.ts';
import { LEAST_BITE, LEAST_UNDER_BOARD } from '../../strings/elevation.ts';
import type { Facts, Hit, Rule } from '../../design/rule.ts';
import { rule } from '../../design/rule.ts';

const BASE = { stage: 'layout', severity: 'stop', unit: 'mm' } as const;

function bites({
  neck,
  strings,
  body,
  parts,
  stringPlan,
}: Pick<Facts, 'neck' | 'strings' | 'body' | 'parts' | 'stringPlan'>) {
  if (neck.joint !== 'screwed') return [];
  const side = neckSide({ neck, strings });
  return neckScrewPlaces(neck, stringPlan).map((at, i) => ({
    at,
    i,
    ...biteOfNeckScrew({ neck, body, parts }, side, at, i),
  }));
}

const screwHit = (i: number, where: Hit['where'], measured: number, mend: Mend | null): Hit => ({
  subject: `screw ${i + 1}`,
  about: `neck screw ${i + 1}`,
  where,
  measured,
  mend,
});

/**
 * The usual length with which a neck screw, counted from 0, and all that share its length, bite at least `bite` and
 * leave at least `under` of neck under the board, mm; `null` where none does.
 */
function otherScrew(facts: Parameters<typeof bites>[0], i: number, bite: number, under: number): Mend | null {
  const own = facts.neck.screws.own.map((s) => s.screw - 1);
  const all = bites(facts);
  const alike = own.includes(i) ? [i] : all.map((b) => b.i).filter((k) => !own.includes(k));
  const to = longestNeckScrew(facts, facts.stringPlan, under, alike);
  const now = neckScrew(facts.neck, i).length;
  if (to === null || to === now) return null;
  if (all.some((b) => alike.includes(b.i) && b.bite + to - now < bite)) return null;
  return {
    kind: 'number',
    number: own.includes(i) ? { kind: 'neck screw', index: i } : { kind: 'neck screws' },
    to,
  };
}

export const neckScrewBite = rule({
  ...BASE,
  id: 'neck-screw-bite',
  limit: { name: 'neckBite', label: 'Bite of a neck screw', value: LEAST_BITE, unit: 'mm', min: 2, max: 40 },
  title: 'A neck screw does not reach deep enough',
  says: ({ measured, limit, subject }) =>
    `${subject} bites ${measured} into the neck; at least ${limit} is recommended.`,
  remedy: 'Take longer screws, a thinner plate, or carve the heel.',
  reads: ['neck', 'strings', 'body', 'parts', 'stringPlan'],
  find: (facts, limit) =>
    bites(facts)
      .filter((b) => b.bite < limit)
      .map((b) => screwHit(b.i, b.at, b.bite, otherScrew(facts, b.i, limit, LEAST_UNDER_BOARD))),
});

export const neckScrewBoard = rule({
  ...BASE,
  id: 'neck-screw-board',
  limit: {
    name: 'neckUnderBoard',
    label: 'Neck left under the board',
    value: LEAST_UNDER_BOARD,
    unit: 'mm',
    min: 0,
    max: 20,
  },
  title: 'A neck screw comes up under the fingerboard',
  says: ({ measured, limit, subject }) =>
    `${measured} of neck is left over the tip of ${subject} (below zero: it is in the board); at least ${limit} is recommended.`,
  remedy: 'Take shorter screws.',
  reads: ['neck', 'strings', 'body', 'parts', 'stringPlan'],
  find: (facts, limit) =>
    bites(facts)
      .filter((b) => b.left < limit)
      .map((b) => screwHit(b.i, b.at, b.left, otherScrew(facts, b.i, LEAST_BITE, limit))),
});

export const pocketWide = rule({
  ...BASE,
  id: 'pocket-wide',
  severity: 'look',
  limit: {
    name: 'pocketFit',
    label: 'Fit of the pocket, each side',
    value: 0.25,
    unit: 'mm',
    min: 0,
    max: 2,
  },
  title: 'The neck pocket is wide',
  says: ({ measured, limit }) =>
    `The pocket leaves ${measured} on each side of the neck; over ${limit} the neck can shift.`,
  remedy: 'Make the fit smaller, and prove it in scrap.',
  reads: ['neck', 'stringPlan'],
  find: ({ neck, stringPlan }, limit) =>
    (neck.joint === 'screwed' || neck.joint === 'glued') && neck.fit > limit
      ? [
          {
            subject: 'pocket',
            about: 'the pocket',
            where: { x: stringPlan.jointX, y: 0 },
            measured: neck.fit,
            mend: { kind: 'number', number: { kind: 'pocket fit' }, to: limit },
          },
        ]
      : [],
});

/** The floor of a pocket is cut level, at its greatest depth; a tipped neck needs it to fall with the neck. */
export const pocketLevel = rule({
  ...BASE,
  id: 'pocket-level',
  severity: 'look',
  limit: {
    name: 'pocketFall',
    label: 'Gap under a tipped neck in a level pocket',
    value: 0.2,
    unit: 'mm',
    min: 0,
    max: 10,
  },
  title: 'The pocket’s floor is level, the neck is tipped',
  says: ({ measured, limit, subject }) =>
    `The drawn pocket is level at its greatest depth. ${subject} fills the gap, up to ${measured}, under the tipped neck; over ${limit} it needs a floor that falls with the neck.`,
  remedy:
    'Rout the floor on a ramp of the neck’s angle, or set the neck angle to 0. A screwed neck may stand on a full-length wedge instead.',
  reads: ['neck', 'stringPlan'],
  find: ({ neck, stringPlan }, limit) => {
    if (neck.joint !== 'screwed' && neck.joint !== 'glued') return [];
    const gap = neck.pocketLength * Math.tan(Math.abs(neck.angle) * (Math.PI / 180));
    // The gap is at the end where the pocket would be shallower: at the tail end under a neck that is tipped back.
    const x = stringPlan.jointX - (neck.angle > 0 ? neck.pocketLength : 0);
    return gap > limit
      ? [
          {
            subject: 'pocket floor',
            about: neck.joint === 'glued' ? 'Only glue' : 'A wedge',
            where: { x, y: 0 },
            measured: gap,
          },
        ]
      : [];
  },
});

/** Where the pocket is along the body: the neck rests on the wood between its tail end and the body’s edge. */
export const pocketOffEdge = rule({
  ...BASE,
  id: 'pocket-off-edge',
  limit: {
    name: 'jointOffEdge',
    label: 'Joint past the body’s edge, at most',
    value: 6,
    unit: 'mm',
    min: 0,
    max: 80,
  },
  title: 'The neck pocket and the body’s edge do not meet',
  says: ({ measured, limit, subject }) => `${subject} by ${measured}; up to ${limit} is acceptable.`,
  remedy: 'Move the joint to another fret, or the body’s edge at the neck with it.',
  reads: ['measures', 'neck', 'stringPlan'],
  find: ({ measures, neck, stringPlan }, most) => {
    if (neck.joint !== 'screwed' && neck.joint !== 'glued') return [];
    const edge = measures.neck?.heelX;
    if (edge === undefined || neck.pocketLength <= 0) return [];
    const past = stringPlan.jointX - edge;
    const short = edge - (stringPlan.jointX + neck.past);
    const hit = (about: string, measured: number): Hit => ({
      subject: 'pocket edge',
      about,
      where: { x: edge, y: 0 },
      measured,
    });
    if (past > most)
      return [hit('The pocket begins past the body’s edge, so that the neck is held over less', past)];
    return short > 0 ? [hit('The pocket ends inside the body, before its edge,', short)] : [];
  },
});

export const pocketWalls = rule({
  ...BASE,
  id: 'pocket-walls',
  limit: { name: 'pocketWall', label: 'Wood beside the pocket', value: 4, unit: 'mm', min: 0, max: 60 },
  title: 'Little wood is left beside the neck pocket',
  says: ({ measured, limit, subject }) =>
    `On the ${subject} side ${measured} of wood is left beside the pocket (below zero: it is open); at least ${limit} is recommended.`,
  remedy: 'Move the body’s edge outward beside the neck, or narrow the neck.',
  reads: ['measures', 'neck', 'path', 'stringPlan', 'strings'],
  find: ({ measures, neck, path, stringPlan, strings }, limit) => {
    if (neck.joint !== 'screwed' && neck.joint !== 'glued') return [];
    const heel = measures.neck?.heelX ?? stringPlan.jointX;
    const rear = stringPlan.jointX - neck.pocketLength;
    return (['bass', 'treble'] as const).flatMap((side) => {
      let worst: { measured: number; x: number } | null = null;
      // Past rounded corners of the mouth, as the board's own seat is looked at.
      for (let x = rear; x <= heel - 5; x += 2) {
        const seat = seatAt(path, x);
        if (!seat) continue;
        const wall = seat[side] - pocketHalf(strings, neck, x, side);
        if (!worst || wall < worst.measured) worst = { measured: wall, x };
      }
      return worst && worst.measured < limit
        ? [
            {
              subject: side,
              about: side,
              where: { x: worst.x, y: (side === 'bass' ? 1 : -1) * pocketHalf(strings, neck, worst.x, side) },
              measured: worst.measured,
            },
          ]
        : [];
    });
  },
});

export const fretAccess = rule({
  ...BASE,
  id: 'fret-access',
  severity: 'look',
  unit: 'frets',
  limit: {
    name: 'fretsOut',
    label: 'Frets out of the hand’s reach',
    value: 6,
    unit: 'frets',
    min: 0,
    max: 24,
  },
  title: 'The hand does not reach the last frets',
  says: ({ measured, limit }) =>
    `On the treble side the hand is stopped ${measured} short of the last; up to ${limit} is acceptable.`,
  remedy: 'Deepen the treble cutaway, or take a joint at a higher fret.',
  reads: ['neck', 'reach', 'stringPlan', 'strings'],
  find: ({ neck, reach, stringPlan, strings }, limit) => {
    if (neck.joint === 'undecided') return [];
    const { treble } = reach;
    const out = strings.frets - treble.fret;
    return out > limit
      ? [
          {
            subject: 'treble',
            about: 'treble',
            where: treble.stopX === null ? null : { x: treble.stopX, y: -stringPlan.jointWidth / 2 },
            measured: out,
          },
        ]
      : [];
  },
});

export const NECK_RULES: readonly Rule[] = [
  neckScrewBite,
  neckScrewBoard,
  pocketWalls,
  pocketWide,
  pocketLevel,
  pocketOffEdge,
  fretAccess,
];
