import { newDesign } from '../design/defaults.ts';
import type { Design } from '../design/schema.ts';
import { planStrings } from '../strings/stringPlan.ts';
import type { NeckSeat } from './contradictions.ts';
import type { Family } from './families.ts';
import { FAMILY_STARTS } from './families.ts';
import type { Started } from './start.ts';
import { startOutline } from './start.ts';
import type { ShapeKey, ShapeMeasures } from './shapeMeasures.ts';

/** Wood beside the fingerboard at the neck's seat, mm each side, that a body is begun with. */
const BESIDE_BOARD = 2;

/** Where a design's strings put the neck's seat: the body's edge at the joint, a little wider than the board. */
export function seatOf(strings: Design['strings']): NeckSeat {
  const { jointX, jointWidth } = planStrings(strings);
  return { x: Math.round(jointX * 10) / 10, half: Math.round((jointWidth / 2 + BESIDE_BOARD) * 10) / 10 };
}

/** Where the joint is, from the bridge, on the instrument that the families’ measures are of, mm. */
const USUAL_JOINT = 254;
const USUAL_HALF = 28;

/**
 * Measures to begin a family with on an instrument of so many strings and that scale, mm: those of a middling one, longer by as much as its joint is further from the
 * bridge, bouts and waist in proportion; wider by as much as its neck is.
 */
export function startMeasures(family: Family, count: number, scaleLength: number): ShapeMeasures {
  const usual = FAMILY_STARTS[family];
  const { x, half } = seatOf(newDesign('', count, scaleLength).strings);
  const more = Math.max(0, x - USUAL_JOINT);
  // Beside a wide neck horns and shoulders need their room all the same.
  const wider = Math.round(2 * Math.max(0, half - USUAL_HALF));
  if (more === 0 && wider === 0) return usual;
  const longer = (usual.length! + more) / usual.length!;
  const round = (mm: number): number => Math.round(mm);
  const along: Partial<Record<ShapeKey, number>> = {};
  for (const key of ['lowerBoutAt', 'waistAt', 'upperBoutAt'] as const)
    if (usual[key] !== undefined) along[key] = round(usual[key] * longer);
  // A tip’s round is no part of the length: it stays.
  const tips = family === 'straight-v' ? { lowerBoutAt: usual.lowerBoutAt! } : {};
  const widths: Partial<Record<ShapeKey, number>> = {};
  for (const key of ['lowerBout', 'waist', 'upperBout'] as const)
    if (usual[key] !== undefined) widths[key] = usual[key] + wider;
  return { ...usual, ...widths, ...along, ...tips, length: round(usual.length! + more) };
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
