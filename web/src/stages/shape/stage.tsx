import type { Derived, Design } from '@pelkin/core';
import { figureAndUnit, growBox } from '@pelkin/core';
import { lazy } from 'react';
import { useShown } from '../../shared/shown.ts';
import type { Read } from '../stage.ts';
import { layersOf, stageOf } from '../stage.ts';
import { useChosenInShape } from './chosen.ts';
import { useThicknessField } from './useMap.ts';

const tools = () => import('./ShapeTools.tsx');
const instrument = () => import('../../solids/InstrumentSolid.tsx');
const InstrumentSolid = lazy(async () => ({ default: (await instrument()).InstrumentSolid }));
const particulars = () => import('./ShapeParticulars.tsx');

/** Room round the body, and under it for the section, mm. */
const ROOM = 34;
const SECTION_MM = 110;
const SHOWS = {};
/** What only hides the carves: the neck’s own lines, and measures. */
const HIDDEN = new Set(['dimensions', 'strings', 'saddle', 'guards']);

const isPlainSlab = ({ body: { contours, edges, arch } }: Design): boolean =>
  contours.length === 0 &&
  !arch.front &&
  !arch.back &&
  [edges.front, edges.back].every(
    (e) => e.profile.kind === 'square' && e.stretches.length === 0 && e.binding.length === 0,
  );

function thinnestFloor(design: Design, { floors }: Derived): Read {
  const open = floors.filter((f) => [f.a, f.b].every((c) => c?.face !== 'edge' && c?.role !== 'drilled'));
  const least = open.reduce<(typeof open)[number] | null>(
    (best, f) => (best && best.thickness <= f.thickness ? best : f),
    null,
  );
  const mm = least?.thickness ?? design.body.thickness;
  const { figure, unit } = figureAndUnit(mm, design.units);
  return {
    value: mm,
    shown: figure,
    unit,
    note: least ? least.a.name : 'a plain slab',
    place: least?.at ?? null,
  };
}

export const shape = stageOf({
  key: 'shape',
  name: 'Shape',
  about: 'Edges, carves, arches, thickness',
  Tools: lazy(async () => ({ default: (await tools()).ShapeTools })),
  Particulars: lazy(async () => ({ default: (await particulars()).ShapeParticulars })),
  fitTo: (_, { measures }) => growBox(measures.box, ROOM),
  draw: (_, derived, _shows, whole) => ({
    layers: layersOf(whole ? derived.drawing : derived.bare, (name) => !HIDDEN.has(name)),
  }),
  useOnBoard: () => {
    const field = useThicknessField();
    const section = useShown((s) => s.section);
    const solid = useShown((s) => s.solid);
    return {
      ...(solid ? { instead: <InstrumentSolid /> } : {}),
      shows: SHOWS,
      press: () => useChosenInShape.getState().choose(null),
      field,
      below: section ? SECTION_MM : 0,
    };
  },
  summary: ({ body: { contours, edges } }) => {
    const n = contours.length;
    const shaped = [edges.front, edges.back].filter((e) => e.profile.kind !== 'square').length;
    if (n === 0 && shaped === 0) return 'a plain slab';
    return [
      ...(n ? [`${n} ${n === 1 ? 'contour' : 'contours'}`] : []),
      ...(shaped ? [shaped === 2 ? 'both edges' : 'one edge'] : []),
    ].join(', ');
  },
  keys: [
    ['Press a line', 'to choose its contour'],
    ['Alt', 'while dragging an end: no snapping to the edge'],
    ['Escape', 'cancel a drag'],
  ],
  readings: [
    {
      key: 'least',
      label: 'Least wood',
      rests: true,
      long: true,
      of: (design: Design, derived: Derived) => {
        // A plain slab is measured by its floors: nothing bends between its faces.
        if (isPlainSlab(design)) return thinnestFloor(design, derived);
        const { shaped } = derived;
        if (shaped.state !== 'ready')
          return {
            value: null,
            shown: '–',
            unit: '',
            note: shaped.state === 'failed' ? 'not measured' : 'measuring',
            place: null,
          };
        const { thickness, at } = shaped.value.least;
        const { figure, unit } = figureAndUnit(thickness, design.units);
        return { value: thickness, shown: figure, unit, note: 'after shaping', place: at };
      },
    },
  ],
  later: [tools, particulars],
});
