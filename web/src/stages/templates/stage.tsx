import type { Box } from '@pelkin/core';
import { mirrorDrawing, paperName, planToTemplate, turnOverDrawing, unionBox } from '@pelkin/core';
import { flipOf } from '../../board/view.ts';
import { stageOf } from '../stage.ts';
import { TemplatesParticulars } from './TemplatesParticulars.tsx';
import { sheetWords } from './onBoard.ts';
import { TemplatesTools } from './TemplatesTools.tsx';

const SHOWS = {};

export const templates = stageOf({
  key: 'templates',
  name: 'Templates',
  about: 'Full-size paper, checked with a ruler',
  Tools: TemplatesTools,
  Particulars: TemplatesParticulars,
  fitTo: (design, { plan }, from) => {
    const back = planToTemplate(plan);
    const flip = flipOf(design.handedness, from);
    const corners = plan.tiles.flatMap(({ area: t }) =>
      [
        { x: t.minX, y: t.minY },
        { x: t.maxX, y: t.minY },
        { x: t.maxX, y: t.maxY },
        { x: t.minX, y: t.maxY },
      ].map(back),
    );
    return corners.reduce<Box | null>(
      (box, { x, y }) =>
        unionBox(box, { minX: flip.x * x, maxX: flip.x * x, minY: flip.y * y, maxY: flip.y * y }),
      null,
    )!;
  },
  // As it is on paper; files are mirrored and turned over, the board does that itself.
  draw: (design, { template }, _, __, from) => {
    const handed = design.handedness === 'left' ? mirrorDrawing(template) : template;
    return from === 'back' ? turnOverDrawing(handed) : handed;
  },
  words: sheetWords,
  useOnBoard: () => ({ shows: SHOWS }),
  summary: ({ print }, { plan }) => {
    const sheets = plan.printed.length;
    return `${sheets} ${paperName(print.paper)} ${sheets === 1 ? 'sheet' : 'sheets'}`;
  },
  keys: [['↑ ↓ in a field', 'nudge by 0.1 (Shift 1, Alt 0.01)']],
  readings: [
    {
      key: 'sheets',
      label: 'Sheets to print',
      isCount: true,
      of: ({ print }, { plan }) => {
        const leftOut = plan.tiles.length - plan.printed.length;
        return {
          value: plan.printed.length,
          shown: String(plan.printed.length),
          unit: paperName(print.paper),
          note: leftOut ? `${leftOut} empty left out` : `${plan.grid.columns} across, ${plan.grid.rows} high`,
          place: null,
        };
      },
    },
  ],
  later: [],
});
