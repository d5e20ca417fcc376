import type { Box, Derived, Design } from '@pelkin/core';
import { growBox, lengthWithUnit } from '@pelkin/core';
import { lazy, useMemo } from 'react';
import { usePicked } from '../../design/derived.ts';
import { Underlays } from '../../nodes/Underlays.tsx';
import { useChosen } from '../../nodes/chosen.ts';
import { TRACED_FILES } from '../../nodes/trace/droppedFiles.ts';
import { useTracing } from '../../nodes/trace/tracing.ts';
import { useShown } from '../../shared/shown.ts';
import { layersOf, stageOf } from '../stage.ts';
import { useChosenTuner } from './chosen.ts';
import type { Desk } from './desk.ts';
import { useDesk } from './desk.ts';
import { SECTIONS_MM } from './shaft/room.ts';

const tools = () => import('./NeckTools.tsx');
const particulars = () => import('./NeckParticulars.tsx');
const instrument = () => import('../../solids/InstrumentSolid.tsx');
const InstrumentSolid = lazy(async () => ({ default: (await instrument()).InstrumentSolid }));

/** What of the instrument’s drawing is shown with the neck. */
const SHOWN = new Set(['neck', 'strings', 'centre', 'outline']);
/** Room round the neck, and round the headstock for buttons and comb, mm. */
const ROOM = 22;
const HEADSTOCK_ROOM = 40;
/** So much of the fingerboard is seen beside the headstock, mm. */
const BOARD_SEEN = 60;

const boardHalf = ({ stringPlan }: Derived): number => Math.max(...stringPlan.board.map((p) => p.y));

function neckBox(_: Design, derived: Derived): Box {
  const { stringPlan, neckPlan } = derived;
  const half = Math.max(boardHalf(derived), neckPlan.headstock.width / 2);
  return growBox(
    {
      // The bridge too: strings are seen from end to end from the side.
      minX: 0,
      maxX: stringPlan.centreScale + neckPlan.headstock.length,
      minY: -half,
      maxY: half,
    },
    ROOM,
  );
}

function headstockBox(_: Design, derived: Derived): Box {
  const { stringPlan, neckPlan } = derived;
  const { length, width } = neckPlan.headstock;
  const half = Math.max(boardHalf(derived), width / 2) + HEADSTOCK_ROOM;
  return {
    minX: stringPlan.centreScale - BOARD_SEEN,
    maxX: stringPlan.centreScale + length + HEADSTOCK_ROOM / 2,
    minY: -half,
    maxY: half,
  };
}

const FITS: Readonly<Record<Desk, typeof neckBox>> = {
  shaft: neckBox,
  headstock: headstockBox,
  trace: headstockBox,
};

export const neck = stageOf({
  key: 'neck',
  name: 'Neck',
  about: 'Headstock, tuners, back of the neck',
  Tools: lazy(async () => ({ default: (await tools()).NeckTools })),
  Particulars: lazy(async () => ({ default: (await particulars()).NeckParticulars })),
  fitTo: neckBox,
  draw: (_, derived, __, ___, from) => {
    const neck = from === 'back' ? derived.neckBackDrawing : derived.neckDrawing;
    return { layers: [...layersOf(derived.bare, (name) => SHOWN.has(name)), ...neck.layers] };
  },
  useOnBoard: () => {
    const [desk] = useDesk();
    const shows = useMemo(() => ({ desk }), [desk]);
    const solid = useShown((s) => s.solid);
    const hasUnder = usePicked((d) => d.underlays.some((u) => !u.hidden));
    const marking = useTracing((s) => s.task !== null);
    return {
      ...(solid ? { instead: <InstrumentSolid /> } : {}),
      shows,
      fitTo: FITS[desk],
      below: desk === 'shaft' ? SECTIONS_MM : 0,
      marking,
      under: hasUnder && desk !== 'shaft' ? <Underlays /> : undefined,
      press: (at) => {
        if (marking) return useTracing.getState().press(at);
        useChosen.getState().choose(null);
        useChosenTuner.getState().choose(null);
      },
    };
  },
  summary: ({ headstock: { tuners, tilt }, shaft, units }) =>
    tuners.length === 0
      ? `${lengthWithUnit(shaft.atFret1, units, 1)} at fret 1`
      : `${tuners.length} tuners${tilt > 0 ? `, ${tilt}° tilt` : ''}`,
  keys: [
    ['Tab', 'to the next node, tuner or handle'],
    ['← → ↑ ↓', 'nudge it by 0.1 (Shift 1, Alt 0.01)'],
    ['Shift click', 'add a node to the selection, or remove it'],
    ['Delete', 'remove the selected nodes, or the tuner'],
    ['Escape', 'deselect, or cancel a drag'],
    ['Double click', 'on the headstock’s edge: add a node'],
  ],
  readings: [],
  takes: TRACED_FILES,
  later: [tools, particulars],
});
