import { sameJson } from '../design/sameJson.ts';
import type { PlacedPart } from '../design/schema.ts';
import { kindOf, measureOf } from '../parts/kinds.ts';
import type { DisplayUnit } from '../units/length.ts';
import { lengthWithUnit } from '../units/length.ts';
import { lengthWords, moveWords, present, turnWords } from './words.ts';

/** At most this many measures of a part are named. */
const MOST_MEASURES = 3;

function measureWords(before: PlacedPart, after: PlacedPart, units: DisplayUnit): readonly string[] {
  const [kind, old] = [kindOf(after.spec), kindOf(before.spec)];
  if (!kind || kind !== old) return [];
  const changed = kind.measures.flatMap(({ key, label, unit }) => {
    const [from, to] = [measureOf(before.spec, key), measureOf(after.spec, key)];
    const say = (v: number): string =>
      unit === 'mm'
        ? lengthWithUnit(v, units, 2)
        : `${Number(v.toFixed(2))}${unit === '°' ? unit : ` ${unit}`}`;
    return from === to ? [] : [`${label.toLowerCase()} ${say(from).trim()} → ${say(to).trim()}`];
  });
  return changed.length > MOST_MEASURES
    ? [...changed.slice(0, MOST_MEASURES), `${changed.length - MOST_MEASURES} more measures`]
    : changed;
}

/** What changed of a part, in words; empty where nothing did that is drawn, cut or weighed. */
export function partWords(before: PlacedPart, after: PlacedPart, units: DisplayUnit): readonly string[] {
  return present([
    before.spec.kind !== after.spec.kind
      ? `${kindOf(before.spec)?.words ?? before.spec.name} → ${kindOf(after.spec)?.words ?? after.spec.name}`
      : before.spec.name !== after.spec.name
        ? `was ${before.spec.name}`
        : null,
    before.face !== after.face ? `${before.face} → ${after.face}` : null,
    (before.mount ?? null) !== (after.mount ?? null)
      ? after.mount
        ? 'now fixed to a plate'
        : 'now fixed to the wood'
      : null,
    moveWords(before.at, after.at, units),
    turnWords(before.turn, after.turn),
    after.face === 'edge' ? lengthWords('height in the edge', before.z, after.z, units) : null,
    after.face === 'edge' && before.tilt !== after.tilt ? `tilt ${before.tilt}° → ${after.tilt}°` : null,
    ...measureWords(before, after, units),
    sameJson(before.spec.outline, after.spec.outline) ? null : 'its drawn outline',
  ]);
}
