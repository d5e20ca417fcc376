import type { Mend } from '../design/mend.ts';
import type { Facts } from '../design/rule.ts';
import { addOpening, changeOpening, changePart } from '../design/layoutEdits.ts';
import type { Design } from '../design/schema.ts';
import type { Point } from '../geometry/point.ts';
import { hypot } from '../geometry/point.ts';
import { numberChangeWords, readNumber, writeNumber } from './carry/numbers.ts';
import { PLAIN_COVER } from './cover.ts';
import { partNames } from '../parts/partNames.ts';
import type { DisplayUnit } from '../units/length.ts';
import { lengthWithUnit } from '../units/length.ts';
import type { Cut } from './cut.ts';
import { withSaddles } from './eachSaddle.ts';
import { moveOpening } from './moveOpening.ts';
import { moveOnBody, squareOnEdge } from './onEdge.ts';
import type { PartInPlace } from './partInPlace.ts';

/** Moved so much further than the limit, mm: a hundredth that is rounded away must not leave it standing. */
const PAST = 0.1;

/** A part or opening moved along a direction by what is missing, mm; null where the direction is none. */
export function moveBy(what: 'part' | 'opening', id: string, way: Point, missing: number): Mend | null {
  const long = hypot(way.x, way.y);
  if (!(long > 0) || !(missing > 0)) return null;
  const far = missing + PAST;
  return { kind: 'move', what, id, by: { x: (way.x / long) * far, y: (way.y / long) * far } };
}

/** Whether a part has its place by the strings, and is not moved for a wall. */
const isByStrings = (part: PartInPlace | undefined): boolean =>
  part !== undefined && (part.form.saddles !== undefined || part.form.poles !== undefined);

/**
 * What of two cuts gives way when they stand too near: an opening before a part, never what has its place by the strings.
 * `away`: the way from the second to the first. Null where neither can.
 */
export function moveApart(
  a: Cut,
  b: Cut | null,
  away: Point,
  missing: number,
  parts: readonly PartInPlace[],
): Mend | null {
  const partOf = (c: Cut): PartInPlace | undefined => parts.find((p) => p.part.id === c.owner.id);
  const back = { x: -away.x, y: -away.y };
  const movers = [{ cut: a, way: away }, ...(b ? [{ cut: b, way: back }] : [])];
  const opening = movers.find((m) => m.cut.owner.kind === 'opening');
  if (opening) return moveBy('opening', opening.cut.owner.id, opening.way, missing);
  const part = movers.find((m) => m.cut.owner.kind === 'part' && !isByStrings(partOf(m.cut)));
  return part ? moveBy('part', part.cut.owner.id, part.way, missing) : null;
}

/** The least move along an axis that is said, mm. */
const SAID = 0.05;

/** A mend in words: “Move Tone 3.4 mm to the bass side.” */
export function wordsOfMend(mend: Mend, design: Design, units: DisplayUnit): string {
  if (mend.kind === 'number') {
    const { number, to } = mend;
    return `${numberChangeWords(design, { number, from: readNumber(design, number) ?? to, to }, units)}.`;
  }
  if (mend.kind === 'saddles') return 'Place a saddle under each string that has none.';
  if (mend.kind === 'join') {
    const [step] = mend.opening.steps;
    return `Rout the wood between them away, ${step!.through ? 'through' : `${lengthWithUnit(step!.depth, units)} deep`} from the ${mend.opening.face}.`;
  }
  if (mend.kind === 'cover')
    return `Give ${design.openings.find((o) => o.id === mend.id)?.name ?? 'it'} a cover with a ledge and screws.`;
  const name =
    mend.kind === 'move' && mend.what === 'opening'
      ? design.openings.find((o) => o.id === mend.id)?.name
      : partNames(design.parts).get(mend.id);
  if (mend.kind === 'square') return `Put ${name ?? 'it'} square on the edge.`;
  if (mend.kind === 'turn')
    return `Turn ${name ?? 'it'} ${Number(Math.abs(mend.by).toFixed(2))}° ${mend.by > 0 ? 'counter-clockwise' : 'clockwise'}.`;
  const { x, y } = mend.by;
  const ways = [
    ...(Math.abs(x) >= SAID
      ? [`${lengthWithUnit(Math.abs(x), units)} ${x > 0 ? 'nutward' : 'tailward'}`]
      : []),
    ...(Math.abs(y) >= SAID
      ? [`${lengthWithUnit(Math.abs(y), units)} to the ${y > 0 ? 'bass' : 'treble'} side`]
      : []),
  ];
  return `Move ${name ?? 'it'} ${ways.join(' and ')}.`;
}

/** The design with a finding mended. */
export function mended(
  design: Design,
  mend: Mend,
  { path, fits, layout, stringPlan }: Pick<Facts, 'path' | 'fits' | 'layout' | 'stringPlan'>,
): Design {
  if (mend.kind === 'saddles') return withSaddles(design, { layout, stringPlan });
  if (mend.kind === 'number') return writeNumber(design, mend.number, mend.to);
  if (mend.kind === 'join') return addOpening(design, mend.opening).design;
  if (mend.kind === 'cover') return changeOpening(design, mend.id, { cover: PLAIN_COVER });
  if (mend.kind === 'square') {
    const part = design.parts.find((p) => p.id === mend.id);
    const seat = part && squareOnEdge(path, part.at);
    return seat ? changePart(design, mend.id, seat) : design;
  }
  if (mend.kind === 'turn') {
    const part = design.parts.find((p) => p.id === mend.id);
    return part ? changePart(design, mend.id, { turn: Number((part.turn + mend.by).toFixed(2)) }) : design;
  }
  if (mend.what === 'part') return moveOnBody(design, [mend.id], mend.by, path);
  const opening = design.openings.find((o) => o.id === mend.id);
  if (!opening) return design;
  const tidy = (v: number): number => Number(v.toFixed(2));
  const at = { x: tidy(opening.at.x + mend.by.x), y: tidy(opening.at.y + mend.by.y) };
  return moveOpening(design, mend.id, { at }, fits);
}
