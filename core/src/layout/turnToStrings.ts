import { changePart } from '../design/layoutEdits.ts';
import type { Design, PlacedPart } from '../design/schema.ts';
import { placeBy } from '../geometry/figures.ts';
import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';
import { goldenSectionMinimum } from '../geometry/roots.ts';
import { formOf } from '../parts/kinds.ts';
import type { StringPlan } from '../strings/stringPlan.ts';
import { stringYAt } from './poles.ts';

const RAD = Math.PI / 180;

/** A turn is looked for so far to both sides, °, at first in such steps. */
const FARTHEST = 60;
const STEP = 1;
/** Turns whose poles miss by no more than this beyond the best, mm rms, are as good: the nearest of them is taken. */
const AS_GOOD = 0.02;
/** A ring whose middle lies this near to a pickup's, mm, is its ring. */
const RING_NEAR = 4;

/** How far poles miss their strings, mm rms, with the pickup turned so, degrees. */
function missAt(at: Point, turn: number, spread: number, stringPlan: StringPlan): number {
  const place = placeBy(at, turn * RAD);
  const n = stringPlan.lines.length;
  const over = (from: 1 | -1): number =>
    Math.sqrt(
      stringPlan.lines.reduce((sum, line, i) => {
        const pole = place({ x: 0, y: n > 1 ? from * (spread / 2 - (spread * i) / (n - 1)) : 0 });
        return sum + (pole.y - stringYAt(line, pole.x)) ** 2;
      }, 0) / n,
    );
  // A pickup may lie the other way round.
  return Math.min(over(1), over(-1));
}

/**
 * The turn, degrees, at which a pickup's poles lie nearest under their strings, in the mean square: the one nearest to its
 * present turn where two serve alike. Null for a part without poles. `miss`: how far they are off then, mm rms.
 */
export function turnUnderStrings(
  part: Pick<PlacedPart, 'spec' | 'at' | 'turn'>,
  stringPlan: StringPlan,
): { readonly turn: number; readonly miss: number } | null {
  const { poles } = formOf(part.spec);
  if (!poles) return null;
  const miss = (turn: number): number => missAt(part.at, turn, poles.spread, stringPlan);
  const found: { turn: number; miss: number }[] = [];
  for (let by = -FARTHEST; by <= FARTHEST; by += STEP) {
    const turn = part.turn + by;
    if (miss(turn) > Math.min(miss(turn - STEP), miss(turn + STEP))) continue;
    const best = goldenSectionMinimum(miss, turn - STEP, turn + STEP);
    found.push({ turn: best, miss: miss(best) });
  }
  const least = Math.min(...found.map((f) => f.miss));
  const [nearest] = found
    .filter((f) => f.miss <= least + AS_GOOD)
    .sort((a, b) => Math.abs(a.turn - part.turn) - Math.abs(b.turn - part.turn));
  return nearest ?? null;
}

/** The ring that a pickup lies in: the one of its face whose middle is its own; null without. */
export const ringOf = (pickup: PlacedPart, parts: readonly PlacedPart[]): PlacedPart | null =>
  parts.find(
    (p) => p.spec.kind === 'ring' && p.face === pickup.face && distance(p.at, pickup.at) < RING_NEAR,
  ) ?? null;

/** How far a turn is from square to another, degrees, −90 to 90: a half turn makes no difference. */
export function fromParallel(turn: number, to: number): number {
  const by = (((turn - to) % 180) + 180) % 180;
  return by > 90 ? by - 180 : by;
}

/**
 * The design with a pickup turned until its poles lie under the strings: its ring and whatever is grouped with it turn
 * about its middle with it; a ring that was not square to it is. As it was for a part without poles.
 */
export function turnToStrings(design: Design, id: string, stringPlan: StringPlan): Design {
  const pickup = design.parts.find((p) => p.id === id);
  const found = pickup && turnUnderStrings(pickup, stringPlan);
  if (!pickup || !found) return design;
  const tidy = (v: number): number => Number(v.toFixed(2));
  const by = tidy(found.turn) - pickup.turn;
  const ring = ringOf(pickup, design.parts);
  const turned = design.parts.filter(
    (p) => p.id === id || p.id === ring?.id || (pickup.group !== null && p.group === pickup.group),
  );
  const place = placeBy(pickup.at, by * RAD);
  return turned.reduce((now, p) => {
    const at = place({ x: p.at.x - pickup.at.x, y: p.at.y - pickup.at.y });
    const square = p.id === ring?.id ? fromParallel(p.turn, pickup.turn) : 0;
    return changePart(now, p.id, {
      at: p.id === id ? p.at : { x: tidy(at.x), y: tidy(at.y) },
      turn: tidy(p.turn + by - square),
    });
  }, design);
}
