import { drawingBox, figureAndUnit, growBox, lengthWithUnit, unionBox } from '@pelkin/core';
import { layersOf, stageOf } from '../stage.ts';
import { StringsParticulars } from './StringsParticulars.tsx';
import { StringsTools } from './StringsTools.tsx';

const HIDDEN = new Set(['holes', 'parts', 'back', 'guards', 'guides', 'seams', 'carves', 'dimensions']);
const SHOWS = {};

export const strings = stageOf({
  key: 'strings',
  name: 'Strings',
  about: 'Scale, spread and frets: all else follows',
  Tools: StringsTools,
  Particulars: StringsParticulars,
  fitTo: (_, derived) => {
    const neck = drawingBox({ layers: layersOf(derived.bare, (name) => name === 'neck') });
    return unionBox(growBox(derived.measures.box, 12), neck)!;
  },
  draw: (_, derived, _shows, whole) => ({
    layers: layersOf(whole ? derived.drawing : derived.bare, (name) => !HIDDEN.has(name)),
  }),
  useOnBoard: () => ({ shows: SHOWS }),
  summary: ({ strings: { fan, scaleLength, count }, units }) => {
    const bass = fan ? `${figureAndUnit(fan.bassScale, units, 0).figure} / ` : '';
    return `${bass}${lengthWithUnit(scaleLength, units, 0)} · ${count}`;
  },
  keys: [['↑ ↓ in a field', 'nudge by 0.1 (Shift 1, Alt 0.01)']],
  readings: [],
  later: [],
});
