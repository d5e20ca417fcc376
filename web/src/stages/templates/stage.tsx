import type { Box, Derived } from '@pelkin/core';
import { mirrorDrawing, paperName, planToTemplate, turnOverDrawing, unionBox } from '@pelkin/core';
import { flipOf } from '../../board/view.ts';
import type { BoardFrame } from '../../board/BoardContext.ts';
import { derive } from '../../design/derived.ts';
import { useRested } from '../../design/rested.ts';
import type { Stage } from '../stage.ts';
import { stageOf } from '../stage.ts';
import type { Desk } from './desk.ts';
import { planOn, templateOn, useDesk } from './desk.ts';
import { TemplatesParticulars } from './TemplatesParticulars.tsx';
import { wordsOfSheets } from './onBoard.ts';
import { TemplatesTools } from './TemplatesTools.tsx';

/** Where the sheets of one paper lie. */
const fitOn =
  (desk: Desk): Stage['fitTo'] =>
  (design, derived, from) => {
    const plan = planOn(desk, derived);
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
  };

/** Sheets of the neck, as it last came to rest; none of one that nobody began: it is bought, or comes later. */
function neckSheets(): number {
  const { design } = useRested.getState();
  const mark = design?.progress.neck ?? 'not started';
  return design && mark !== 'not started' ? derive(design).neckSheets.printed.length : 0;
}

/** What each paper wants of the board. */
const of = (desk: Desk) => ({
  shows: { desk },
  fitTo: fitOn(desk),
  words: (derived: Derived, frame: BoardFrame) => wordsOfSheets(planOn(desk, derived), frame),
});
const ON_BOARD = { body: of('body'), neck: of('neck') };

export const templates = stageOf<{ readonly desk: Desk }>({
  key: 'templates',
  name: 'Templates',
  about: 'Full-size paper, checked with a ruler',
  Tools: TemplatesTools,
  Particulars: TemplatesParticulars,
  fitTo: ON_BOARD.body.fitTo,
  // As it is on paper; files are mirrored and turned over, the board does that itself.
  draw: (design, derived, { desk }, __, from) => {
    const template = templateOn(desk, derived);
    const handed = design.handedness === 'left' ? mirrorDrawing(template) : template;
    return from === 'back' ? turnOverDrawing(handed) : handed;
  },
  useOnBoard: () => {
    const [desk] = useDesk();
    return ON_BOARD[desk];
  },
  summary: ({ print }, { plan }) => {
    const sheets = plan.printed.length;
    return `${sheets} ${paperName(print.paper)} ${sheets === 1 ? 'sheet' : 'sheets'}`;
  },
  keys: [['↑ ↓ in a field', 'nudge by 0.1 (Shift 1, Alt 0.01)']],
  readings: [
    {
      key: 'sheets',
      label: 'Body sheets',
      isCount: true,
      ownMemory: true,
      of: ({ print }, { plan }) => {
        const leftOut = plan.tiles.length - plan.printed.length;
        const ofNeck = neckSheets();
        return {
          value: plan.printed.length,
          shown: String(plan.printed.length),
          unit: paperName(print.paper),
          note:
            ofNeck > 0
              ? `and ${ofNeck} of the neck`
              : leftOut
                ? `${leftOut} empty left out`
                : `${plan.grid.columns} across, ${plan.grid.rows} high`,
          place: null,
        };
      },
    },
  ],
  later: [],
});
