import { sameJson } from '../design/sameJson.ts';
import type { Opening, OpeningStep, Run } from '../design/schema.ts';
import type { DisplayUnit } from '../units/length.ts';
import { lengthWords, moveWords, present, turnWords } from './words.ts';

const depthWords = (step: OpeningStep): string => (step.through ? 'through' : 'to a depth');

function stepWords(
  before: OpeningStep,
  after: OpeningStep,
  alone: boolean,
  units: DisplayUnit,
): readonly string[] {
  const of = alone ? '' : `${after.name}: `;
  const depth =
    before.through !== after.through
      ? `${depthWords(before)} → ${depthWords(after)}`
      : lengthWords('depth', before.depth, after.depth, units);
  return present([
    sameJson(before.shape, after.shape) ? null : `${of}shape`,
    sameJson(before.at, after.at) ? null : `${of}place in the opening`,
    depth && `${of}${depth}`,
    before.role === after.role ? null : `${of}${before.role} → ${after.role}`,
    sameJson(before.islands, after.islands) ? null : `${of}islands`,
    sameJson(before.bit ?? null, after.bit ?? null) ? null : `${of}bit`,
  ]);
}

/** What changed of an opening, in words; empty where nothing did. */
export function openingWords(before: Opening, after: Opening, units: DisplayUnit): readonly string[] {
  const [old, now] = [before.cover ?? null, after.cover ?? null];
  const shared = Math.min(before.steps.length, after.steps.length);
  return present([
    before.name === after.name ? null : `was ${before.name}`,
    before.face === after.face ? null : `${before.face} → ${after.face}`,
    moveWords(before.at, after.at, units),
    turnWords(before.turn, after.turn),
    before.steps.length === after.steps.length
      ? null
      : `steps ${before.steps.length} → ${after.steps.length}`,
    ...after.steps
      .slice(0, shared)
      .flatMap((step, i) => stepWords(before.steps[i]!, step, after.steps.length === 1, units)),
    sameJson(old, now) ? null : old === null ? 'cover added' : now === null ? 'cover removed' : 'cover',
    sameJson(before.rim ?? null, after.rim ?? null) ? null : 'rim',
  ]);
}

/** What changed of a drilled run, in words. */
export function runWords(before: Run, after: Run, units: DisplayUnit): readonly string[] {
  return present([
    before.name === after.name ? null : `was ${before.name}`,
    lengthWords('bit', before.diameter, after.diameter, units),
    sameJson(before.from, after.from) && sameJson(before.to, after.to) ? null : 'its way',
  ]);
}
