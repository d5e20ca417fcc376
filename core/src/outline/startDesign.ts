import { newDesign } from '../design/defaults.ts';
import type { Design } from '../design/schema.ts';
import { planStrings } from '../strings/stringPlan.ts';
import type { NeckSeat } from './contradictions.ts';
import type { Family } from './families.ts';
import type { Started } from './start.ts';
import { startOutline } from './start.ts';
import type { ShapeMeasures } from './shapeMeasures.ts';

/** Wood beside the fingerboard at the neck's seat, mm each side, that a body is begun with. */
const BESIDE_BOARD = 2;

/** Where a design's strings put the neck's seat: the body's edge at the joint, a little wider than the board. */
export function seatOf(strings: Design['strings']): NeckSeat {
  const { jointX, jointWidth } = planStrings(strings);
  return { x: Math.round(jointX * 10) / 10, half: Math.round((jointWidth / 2 + BESIDE_BOARD) * 10) / 10 };
}

export type StartedDesign =
  { readonly ok: true; readonly design: Design } | Extract<Started, { readonly ok: false }>;

/** A new design begun from measures of its body; its strings are plain ones of that count and scale. */
export function startDesign(
  name: string,
  family: Family,
  measures: ShapeMeasures,
  count: number,
  scaleLength: number,
): StartedDesign {
  const design = newDesign(name, count, scaleLength);
  const started = startOutline(family, measures, seatOf(design.strings));
  if (!started.ok) return started;
  return {
    ok: true,
    design: {
      ...design,
      outline: started.outline,
      progress: { ...design.progress, strings: 'in progress', outline: 'in progress' },
    },
  };
}
