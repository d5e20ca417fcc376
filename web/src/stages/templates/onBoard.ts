import type { Box, Point, SheetPlan } from '@pelkin/core';
import { crosshairs, distance, planToTemplate } from '@pelkin/core';
import type { BoardFrame } from '../../board/BoardContext.ts';
import type { PlacedWords } from '../../board/DrawingLayers.tsx';

/** A sheet's name stands so far inside its corner, px. */
const NAME_INSIDE = 34;

/** Where the sheets of paper lie on the board, px. */
export function sheetPlaces(plan: SheetPlan, { screen, flip }: BoardFrame) {
  const back = planToTemplate(plan);
  // The plan is turned, corrected, and mirrored or turned over as the board is; the board shows the instrument itself.
  const place = (p: Point): Point => {
    const q = back(p);
    return screen({ x: flip.x * q.x, y: flip.y * q.y });
  };
  const corners = ({ minX, minY, maxX, maxY }: Box): readonly Point[] =>
    [
      { x: minX, y: maxY },
      { x: maxX, y: maxY },
      { x: maxX, y: minY },
      { x: minX, y: minY },
    ].map(place);
  const middle = ({ minX, minY, maxX, maxY }: Box): Point =>
    place({ x: (minX + maxX) / 2, y: (minY + maxY) / 2 });
  return { place, corners, middle };
}

/** The sheets' names, those left out, and the numbers of the crosshairs: each with its place on the board, px. */
export function wordsOfSheets(plan: SheetPlan, frame: BoardFrame): readonly PlacedWords[] {
  const { place, corners, middle } = sheetPlaces(plan, frame);
  // A sheet's name stands in its outermost corner: there is least of the drawing, and no crosshair.
  const centre = plan.tiles.reduce(
    (sum, t) => {
      const m = middle(t.area);
      return { x: sum.x + m.x / plan.tiles.length, y: sum.y + m.y / plan.tiles.length };
    },
    { x: 0, y: 0 },
  );
  const nameAt = (area: Box): Point => {
    const m = middle(area);
    const far = corners(area).reduce((a, b) => (distance(b, centre) > distance(a, centre) + 1 ? b : a));
    const away = distance(far, m) || 1;
    return {
      x: far.x + ((m.x - far.x) / away) * NAME_INSIDE,
      y: far.y + ((m.y - far.y) / away) * NAME_INSIDE + 8,
    };
  };
  return [
    ...plan.printed.map(({ label, area }): PlacedWords => ({
      id: `sheet-${label}`,
      text: label,
      at: nameAt(area),
      anchor: 'middle',
      look: 'sheet',
    })),
    ...plan.tiles
      .filter((t) => !t.printed)
      .map(({ label, area }): PlacedWords => ({
        id: `sheet-${label}`,
        text: `${label} left out, empty`,
        at: middle(area),
        anchor: 'middle',
        look: 'quiet',
      })),
    ...crosshairs(plan).map(({ at }, i): PlacedWords => {
      const p = place(at);
      return {
        id: `crosshair-${i}`,
        text: `${i + 1}`,
        at: { x: p.x + 5, y: p.y - 4 },
        anchor: 'start',
        look: 'quiet',
      };
    }),
  ];
}
