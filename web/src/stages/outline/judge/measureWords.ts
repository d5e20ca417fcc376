import type { DisplayUnit, ProportionKey, ShapeKey } from '@pelkin/core';
import { SHAPE_KEYS, SHAPE_WORDS, figureAndUnit } from '@pelkin/core';

/** Whether a measure is one of those that the outline is made by: a length. */
export const isShape = (key: ProportionKey): key is ShapeKey =>
  (SHAPE_KEYS as readonly string[]).includes(key);

const NAMES: Readonly<Record<Exclude<ProportionKey, ShapeKey>, string>> = {
  face: 'face',
  thicknessToWidth: 'thickness to width',
  bassToTreble: 'bass to treble area',
  visualAlong: 'visual centre from the bridge',
  visualAcross: 'visual centre off the centre line',
};
export const nameOf = (key: ProportionKey): string => (isShape(key) ? SHAPE_WORDS[key].name : NAMES[key]);

/** A measure as it is shown: lengths in the design’s unit, the face in cm², ratios plain. */
export function shownMeasure(key: ProportionKey, value: number | undefined, units: DisplayUnit): string {
  if (value === undefined) return '–';
  if (key === 'face') return (value / 100).toFixed(0);
  if (key === 'thicknessToWidth' || key === 'bassToTreble') return value.toFixed(3);
  return figureAndUnit(value, units, 1).figure;
}
