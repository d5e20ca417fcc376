import type { Design } from '@pelkin/core';
import { figureAndUnit, growBox, massHeld, unionBox } from '@pelkin/core';
import { lazy, useMemo } from 'react';
import { weighedNow } from '../../design/weighedNow.ts';
import { layersOf, stageOf } from '../stage.ts';
import { LEAST_SHOWN, newtons } from './say.ts';
import type { Desk } from './desk.ts';
import { useDesk } from './desk.ts';

const tools = () => import('./BalanceTools.tsx');
const particulars = () => import('./BalanceParticulars.tsx');
const standing = () => import('./hanging/Standing.tsx');
const Standing = lazy(async () => ({ default: (await standing()).Standing }));

const sitting = () => import('./sitting/Sitting.tsx');
const Sitting = lazy(async () => ({ default: (await sitting()).Sitting }));

const mends = () => import('./mends/Mends.tsx');
const Mends = lazy(async () => ({ default: (await mends()).Mends }));

const INSTEAD: Readonly<Partial<Record<Desk, typeof Standing>>> = {
  standing: Standing,
  sitting: Sitting,
  mends: Mends,
};

/** Room round the instrument, mm. */
const ROOM = 30;
/** What of the drawing is shown under the weights. */
const SHOWN = new Set(['outline', 'neck', 'parts', 'openings', 'back', 'centre']);

const kg = (g: number): string => (g / 1000).toFixed(2);

/** How a weight and a force are written where they changed. */
const gramsBy = (g: number): string => (g < 0.5 ? '' : `${g.toFixed(0)} g`);
const heldBy = (force: number): string => (force < LEAST_SHOWN ? '' : `${massHeld(force).toFixed(0)} g`);
const noteOfHand = (force: number, angle: number): string =>
  Math.abs(force) < LEAST_SHOWN
    ? `none at ${angle}°`
    : `${force < 0 ? 'neck rises' : 'at the hand'} (${newtons(Math.abs(force))})`;

const NOTHING = { value: null, shown: '–', unit: '', place: null } as const;

export const balance = stageOf({
  key: 'balance',
  name: 'Balance',
  about: 'Weight, strap, lap, reach, case',
  Tools: lazy(async () => ({ default: (await tools()).BalanceTools })),
  Particulars: lazy(async () => ({ default: (await particulars()).BalanceParticulars })),
  fitTo: (_, { measures, stringPlan, neckPlan }) =>
    growBox(
      unionBox(measures.box, {
        minX: 0,
        maxX: stringPlan.centreScale + neckPlan.headstock.length,
        minY: -neckPlan.headstock.width / 2,
        maxY: neckPlan.headstock.width / 2,
      })!,
      ROOM,
    ),
  draw: (_, derived, __, whole) => ({
    layers: [
      ...layersOf(whole ? derived.drawing : derived.bare, (name) => SHOWN.has(name)),
      ...(whole ? derived.neckDrawing.layers : []),
    ],
  }),
  useOnBoard: () => {
    const [desk] = useDesk();
    const shows = useMemo(() => ({ desk }), [desk]);
    const Instead = INSTEAD[desk];
    return { shows, ...(Instead ? { instead: <Instead /> } : {}) };
  },
  summary: (design) => {
    const { weight } = weighedNow(design);
    return weight ? `${kg(weight.total.likely)} kg` : 'nothing to weigh';
  },
  keys: [
    ['Tab', 'to the next line or field'],
    ['← →', 'turn the instrument by 1°, on the slider'],
  ],
  readings: [
    {
      key: 'weight',
      label: 'Weight',
      ownMemory: true,
      by: gramsBy,
      of: (design: Design) => {
        const { weight } = weighedNow(design);
        if (!weight) return { ...NOTHING, note: 'no wood' };
        const { likely, from, to } = weight.total;
        return {
          value: likely,
          shown: kg(likely),
          unit: 'kg',
          note: `${kg(from)} to ${kg(to)}`,
          place: weight.centre,
        };
      },
    },
    {
      key: 'balance-point',
      label: 'Balance point',
      ownMemory: true,
      of: (design: Design) => {
        const { weight, hanging } = weighedNow(design);
        if (!weight || !hanging) return { ...NOTHING, note: 'no strap buttons' };
        const { figure, unit } = figureAndUnit(hanging.tailward.likely, design.units, 0);
        return {
          value: hanging.tailward.likely,
          shown: figure,
          unit,
          note: 'from horn button',
          place: weight.centre,
        };
      },
    },
    {
      key: 'left-hand',
      label: 'Neck dive',
      ownMemory: true,
      by: heldBy,
      of: (design: Design) => {
        const { hanging } = weighedNow(design);
        if (!hanging) return { ...NOTHING, note: 'no strap buttons' };
        const load = hanging.loads?.smooth;
        if (!load) return { ...NOTHING, note: hanging.loads ? 'cannot hang so' : 'strap too short' };
        return {
          value: load.likely,
          shown: massHeld(load.likely).toFixed(0),
          unit: 'g',
          note: noteOfHand(load.likely, design.player.angle),
          place: hanging.hand,
        };
      },
    },
  ],
  later: [tools, particulars, standing, sitting, mends],
});
