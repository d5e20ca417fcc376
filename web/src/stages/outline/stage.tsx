import type { Box, Design, Drawing, Point } from '@pelkin/core';
import {
  boxOfPoints,
  drawPlaces,
  drawSides,
  figureAndUnit,
  growBox,
  lengthWithUnit,
  pixelMap,
  unionBox,
} from '@pelkin/core';
import { useMemo } from 'react';
import { usePicked } from '../../design/derived.ts';
import { placeSide } from '../../shared/placeWords.ts';
import { useShown } from '../../shared/shown.ts';
import { layersOf, stageOf } from '../stage.ts';
import { OutlineParticulars } from './OutlineParticulars.tsx';
import { OutlineTools } from './OutlineTools.tsx';
import { useChosen } from '../../nodes/chosen.ts';
import { useDesk } from './desk.ts';
import { Underlays } from '../../nodes/Underlays.tsx';
import { TRACED_FILES } from '../../nodes/trace/droppedFiles.ts';
import { useTracing } from '../../nodes/trace/tracing.ts';

interface Shows {
  readonly dimensions: boolean;
  readonly sides: boolean;
  readonly places: boolean;
}
const NOTHING: Shows = { dimensions: false, sides: false, places: false };
/** The outline is drawn alone: what is laid out in it would only hide its nodes. */
const HIDDEN = new Set(['saddle', 'holes', 'parts', 'back', 'guards']);
/** Room round the body, mm. */
const ROOM = 34;

/** The box round all pictures that are shown; null without one. */
const boxOfPictures = (underlays: Design['underlays']): Box | null =>
  boxOfPoints(
    underlays
      .filter((u) => !u.hidden)
      .flatMap((u) => {
        const { width, height } = u;
        const corners = [
          { x: 0, y: 0 },
          { x: width, y: 0 },
          { x: width, y: height },
          { x: 0, y: height },
        ];
        return corners.map(pixelMap(u));
      }),
  );

const middle = (a: Point | null, b: Point | null): Point | null =>
  a && b ? { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 } : null;

export const outline = stageOf<Shows>({
  key: 'outline',
  name: 'Outline',
  about: 'Fair the edge, judge it, measure it',
  Tools: OutlineTools,
  Particulars: OutlineParticulars,
  fitTo: ({ underlays }, { measures }) => growBox(unionBox(measures.box, boxOfPictures(underlays))!, ROOM),
  draw: (design, derived, shows, whole): Drawing => {
    const layers = layersOf(
      whole ? derived.drawing : derived.bare,
      (name) => !HIDDEN.has(name) && (name !== 'dimensions' || shows.dimensions),
    );
    // Made only when they are looked at: a drag does not wait for what nobody sees.
    if (shows.sides) layers.push(drawSides(derived.measures, design.units));
    if (shows.places) layers.push(drawPlaces(derived.measures, design.units));
    return { layers };
  },
  useOnBoard: () => {
    const dimensions = useShown((s) => s.dimensions);
    const sides = useShown((s) => s.sides);
    const places = useShown((s) => s.places);
    const [desk] = useDesk();
    const hasUnder = usePicked((d) => d.underlays.some((u) => !u.hidden));
    const marking = useTracing((s) => s.task !== null);
    const traces = desk === 'trace';
    const shows = useMemo(
      // Over a picture, measures of the outline that is there would only hide what is traced.
      () => (traces ? NOTHING : { dimensions, sides, places }),
      [traces, dimensions, sides, places],
    );
    return {
      shows,
      marking,
      press: (at) => (marking ? useTracing.getState().press(at) : useChosen.getState().choose(null)),
      under: hasUnder ? <Underlays /> : undefined,
    };
  },
  summary: ({ outline: { nodes } }) => `${nodes.length} nodes`,
  keys: [
    ['Tab', 'to the next node'],
    ['← → ↑ ↓', 'nudge the node by 0.1 (Shift 1, Alt 0.01)'],
    ['Shift click', 'add a node to the selection, or remove it'],
    ['Shift Enter', 'the same for the node that has the focus'],
    ['Delete', 'remove the selected nodes'],
    ['Escape', 'deselect the nodes, or cancel a drag'],
    ['Double click', 'on the edge: add a node'],
    ['Alt', 'while dragging: no snapping to the centre line'],
  ],
  readings: [
    {
      key: 'length',
      label: 'Length',
      of: ({ units }, { measures: m }) => {
        const { figure, unit } = figureAndUnit(m.length, units);
        return {
          value: m.length,
          shown: figure,
          unit,
          note: `${lengthWithUnit(Math.max(0, -m.box.minX), units)} tailward`,
          place: { x: (m.box.minX + m.box.maxX) / 2, y: 0 },
        };
      },
    },
    {
      key: 'widest',
      label: 'Widest',
      of: ({ units }, { measures: m }) => {
        const { figure, unit } = figureAndUnit(m.widest, units);
        const atLower = m.lowerBout !== null && Math.abs(m.widest - m.lowerBout) < 0.05;
        return {
          value: m.widest,
          shown: figure,
          unit,
          note: atLower ? 'at the lower bout' : 'over all',
          place: middle(m.bass.lowerBout, m.treble.lowerBout),
        };
      },
    },
    {
      key: 'hollow',
      label: 'Tightest hollow',
      of: ({ units }, { measures: { hollow } }) => {
        if (!hollow) return { value: null, shown: 'none', unit: '', note: 'convex all round', place: null };
        const { figure, unit } = figureAndUnit(hollow.radius, units);
        return {
          value: hollow.radius,
          shown: `R ${figure}`,
          unit,
          note: `${hollow.kind === 'corner' ? 'sharp corner, ' : ''}${placeSide(hollow.at)}`,
          place: hollow.at,
        };
      },
    },
  ],
  takes: TRACED_FILES,
  later: [
    () => import('../../nodes/trace/Traced.tsx'),
    () => import('../../nodes/trace/TraceTools.tsx'),
    () => import('./judge/Judged.tsx'),
    () => import('./judge/JudgeTools.tsx'),
    () => import('./judge/AlongChart.tsx'),
  ],
});
