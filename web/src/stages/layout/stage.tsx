import type { Derived, Design } from '@pelkin/core';
import { figureAndUnit, growBox } from '@pelkin/core';
import { lazy } from 'react';
import type { Read } from '../stage.ts';
import { layersOf, stageOf } from '../stage.ts';
import { usePicked } from '../../design/derived.ts';
import { useShown } from '../../shared/shown.ts';
import { Underlays } from '../../nodes/Underlays.tsx';
import { useChosenInLayout } from './chosen.ts';
import { useLayoutDesk } from './desk.ts';

const tools = () => import('./LayoutTools.tsx');
const particulars = () => import('./LayoutParticulars.tsx');

/** Room round the body, and under it for the neck's side view, mm. */
const ROOM = 34;
const SIDE_VIEW_MM = 150;
const SHOWS = {};

interface Thin {
  readonly thickness: number;
  readonly at: { readonly x: number; readonly y: number };
  readonly a: { readonly name: string };
  readonly b: { readonly name: string } | null;
}
/** The thinnest wood of a kind. */
function thinnest(design: Design, list: readonly Thin[], alone: string): Read {
  const least = list.reduce<Thin | null>(
    (best, t) => (best && best.thickness <= t.thickness ? best : t),
    null,
  );
  if (!least) return { value: null, shown: '–', unit: '', note: 'nothing near', place: null };
  const { figure, unit } = figureAndUnit(least.thickness, design.units);
  const other = least.b?.name ?? alone;
  return {
    value: least.thickness,
    shown: figure,
    unit,
    note: other ? `${least.a.name}, ${other}` : least.a.name,
    place: least.at,
  };
}

export const layout = stageOf({
  key: 'layout',
  name: 'Layout',
  about: 'Parts, openings, the neck, the wires',
  Tools: lazy(async () => ({ default: (await tools()).LayoutTools })),
  Particulars: lazy(async () => ({ default: (await particulars()).LayoutParticulars })),
  fitTo: (_, { measures }) => growBox(measures.box, ROOM),
  draw: (_, derived, _shows, whole) => ({
    layers: layersOf(whole ? derived.drawing : derived.bare, (name) => name !== 'dimensions'),
  }),
  useOnBoard: () => {
    const [desk] = useLayoutDesk();
    const hasUnder = usePicked((d) => d.underlays.some((u) => !u.hidden));
    const shown = useShown((s) => s.picture);
    return {
      shows: SHOWS,
      press: () => useChosenInLayout.getState().choose(null),
      // The side view of the neck is drawn under the body: both must be seen.
      below: desk === 'neck' ? SIDE_VIEW_MM : 0,
      // A picture or plan under the drawing: pocket, pickups and cavities are traced over it.
      under: hasUnder && shown ? <Underlays /> : undefined,
    };
  },
  summary: ({ parts: { length: n } }) => (n === 0 ? 'no parts yet' : `${n} ${n === 1 ? 'part' : 'parts'}`),
  keys: [
    ['Tab', 'to the next part'],
    ['← → ↑ ↓', 'nudge it by 0.1 (Shift 1, Alt 0.01)'],
    ['Shift click', 'add a part to the selection, or remove it'],
    ['Ctrl C, Ctrl V', 'copy and paste parts, also into another design'],
    ['Delete', 'remove the selection'],
    ['Escape', 'deselect, put back what is carried, or cancel a drag'],
    ['Alt', 'while dragging: no snapping'],
  ],
  readings: [
    {
      key: 'wall',
      label: 'Thinnest wall',
      rests: true,
      of: (design: Design, { walls }: Derived) => thinnest(design, walls, 'edge'),
    },
    {
      key: 'floor',
      label: 'Thinnest floor',
      rests: true,
      long: true,
      of: (design: Design, derived: Derived) => {
        const floor = thinnest(design, derived.floors, '');
        // What is carved takes of a floor too: the map of what is left has the last word once it is made.
        const isCarved =
          design.body.contours.length > 0 ||
          design.body.arch.front !== null ||
          design.body.arch.back !== null;
        const shaped = isCarved ? derived.shaped : null;
        if (shaped?.state !== 'ready') return floor;
        const { thickness, at } = shaped.value.least;
        if (floor.value !== null && floor.value <= thickness) return floor;
        const { figure, unit } = figureAndUnit(thickness, design.units);
        return { value: thickness, shown: figure, unit, note: 'after carving', place: at };
      },
    },
  ],
  takes: [
    {
      kinds: ['part'],
      search: '?desk=parts',
      take: async (file) => (await import('./parts/partFiles.ts')).readPartFile(file),
    },
  ],
  later: [
    tools,
    particulars,
    () => import('./openings/Openings.tsx'),
    () => import('./openings/OpeningTools.tsx'),
    () => import('./neck/NeckJoin.tsx'),
    () => import('./neck/SideView.tsx'),
    () => import('./wires/Wires.tsx'),
    () => import('./wires/RunTools.tsx'),
    () => import('./lines/Lines.tsx'),
    () => import('./lines/LineTools.tsx'),
  ],
});
