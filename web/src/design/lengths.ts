import type { Design, LimitPath } from '@pelkin/core';
import { LIMITS, edits, lengthWithUnit } from '@pelkin/core';
import type { Commit, LengthBinding } from '../shared/useLength.ts';
import { bindLength } from '../shared/useLength.ts';
import { usePicked } from './derived.ts';
import { useDesignStore } from './store.ts';

/** A run of nudges of one field is one step while it goes on without a longer pause, ms. */
const NUDGE_PAUSE = 1200;
let lastNudge = { path: '', at: 0, gesture: '' };
function nudgeGesture(path: string): string {
  const now = Date.now();
  const goesOn = lastNudge.path === path && now - lastNudge.at < NUDGE_PAUSE;
  lastNudge = { path, at: now, gesture: goesOn ? lastNudge.gesture : `nudge ${path} ${now}` };
  return lastNudge.gesture;
}

/**
 * Everything a length field of the open design needs: `change` puts the new length into the design;
 * the words it was typed in are kept with it.
 */
export function useLengths() {
  const units = usePicked((d) => d.units);
  const typed = usePicked((d) => d.typed);
  const edit = useDesignStore((s) => s.edit);
  return (
    path: string,
    change: (design: Design, mm: number) => Design,
    limitPath: LimitPath = path as LimitPath,
    label: string = LIMITS[limitPath].label,
  ): LengthBinding & { readonly onCommit: Commit } => ({
    ...bindLength({ unit: units, typed }, path, limitPath),
    onCommit: (mm, words, how) =>
      edit(
        `${label} ${lengthWithUnit(mm, units)}`,
        (d) => edits.rememberTyped(change(d, mm), path, words),
        how === 'nudged' ? nudgeGesture(path) : undefined,
      ),
  });
}

export { nudgeGesture };
