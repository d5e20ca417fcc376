import type { Design } from '../design/schema.ts';
import type { Mark, SeenFrom } from '../drawing/drawing.ts';
import { closedPathMark, lineMark, mapMark } from '../drawing/drawing.ts';
import type { Box } from '../geometry/box.ts';
import { boxHeight, boxWidth, growBox } from '../geometry/box.ts';
import type { Point } from '../geometry/point.ts';
import { drawCuts, drawParts } from '../layout/drawing.ts';
import { drawPlate } from '../layout/plates.ts';
import { facing } from './artworkFace.ts';
import type { DrawnParts } from './drawnParts.ts';
import type { Sheet } from './sheets.ts';

/** Small sheets that a finish design is drawn on. */
export const ARTWORK_PAPERS = [
  { key: 'a4', name: 'A4', width: 297, height: 210 },
  { key: 'a3', name: 'A3', width: 420, height: 297 },
  { key: 'letter', name: 'Letter', width: 279.4, height: 215.9 },
] as const;
export type ArtworkPaper = (typeof ARTWORK_PAPERS)[number]['key'];

/** Clear of the paper's edge, mm: no printer prints there; and room for the words below. */
const MARGIN = 14;
const WORDS = 10;
/** The crosses stand so far outside the body, mm of the instrument. */
const CROSS_OUT = 12;
const CROSS_ARM = 4;
const NEVER_LARGER = 1;

export interface Artwork {
  readonly sheet: Sheet;
  /** mm on paper of one mm of the instrument. */
  readonly scale: number;
  /** The four crosses, instrument frame, from the upper left as it lies on the board, clockwise. */
  readonly crosses: readonly Point[];
}

/** Places of the crosses: round the body, known again when the drawn sheet comes back. */
export function artworkCrosses(body: Box): readonly Point[] {
  const { minX, minY, maxX, maxY } = growBox(body, CROSS_OUT);
  return [
    { x: minX, y: maxY },
    { x: maxX, y: maxY },
    { x: maxX, y: minY },
    { x: minX, y: minY },
  ];
}

/** What lies on the face or is cut into it: hardware and openings that a drawing would be lost to. */
const faceMarks = ({ layout, plates }: DrawnParts, from: SeenFrom): readonly Mark[] => [
  ...drawCuts(
    layout.cuts.filter((c) => c.face === from),
    from,
  ).flatMap((l) => l.marks),
  ...drawParts(
    layout.parts.filter((p) => p.part.face === from),
    from,
  ).marks,
  ...plates.filter((p) => p.face === from).flatMap((p) => drawPlate(p).flatMap((l) => l.marks)),
];

/**
 * The face fitted to one small page, its scale told: outline, hardware, pickguard and openings (what is routed or covered is lost to a
 * drawing), the board's end and the bridge line, and four crosses by which a scan of the drawn sheet is laid back at
 * full size. Right-handed or left-handed as the instrument is; from the back as the body is turned over, and without the board.
 */
export function artworkSheet(
  design: Design,
  derived: DrawnParts,
  paper: ArtworkPaper,
  from: SeenFrom = 'front',
): Artwork {
  const page = ARTWORK_PAPERS.find((p) => p.key === paper)!;
  const { box } = derived.measures;
  const crosses = artworkCrosses(box);
  const shown = growBox(box, CROSS_OUT + CROSS_ARM);
  const scale = Math.min(
    NEVER_LARGER,
    (page.width - 2 * MARGIN) / boxWidth(shown),
    (page.height - 2 * MARGIN - WORDS) / boxHeight(shown),
  );
  const middle = { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 };
  const see = facing(design.handedness, from);
  const centre = see(middle);
  const place = (p: Point): Point => {
    const q = see(p);
    return {
      x: page.width / 2 + (q.x - centre.x) * scale,
      y: (page.height + WORDS) / 2 + (q.y - centre.y) * scale,
    };
  };
  const { stringPlan } = derived;
  const boardEnd = stringPlan.boardEndX;
  const half = stringPlan.boardEndWidth / 2;
  const board: readonly Mark[] = [
    lineMark('artwork-board-end', 'boardEdge', { x: boardEnd, y: half }, { x: boardEnd, y: -half }),
    ...(['1', '-1'] as const).map((s) =>
      lineMark(
        `artwork-board ${s}`,
        'boardEdge',
        { x: boardEnd, y: Number(s) * half },
        { x: box.maxX, y: (Number(s) * stringPlan.jointWidth) / 2 },
      ),
    ),
  ];
  const marks: readonly Mark[] = [
    closedPathMark('artwork-outline', 'outline', derived.path),
    ...faceMarks(derived, from),
    lineMark('artwork-bridge', 'bridgeLine', { x: 0, y: 40 }, { x: 0, y: -40 }),
    ...(from === 'back' ? [] : board),
    ...crosses.flatMap((c, i) => [
      lineMark(
        `cross ${i} along`,
        'crosshair',
        { x: c.x - CROSS_ARM, y: c.y },
        { x: c.x + CROSS_ARM, y: c.y },
      ),
      lineMark(
        `cross ${i} across`,
        'crosshair',
        { x: c.x, y: c.y - CROSS_ARM },
        { x: c.x, y: c.y + CROSS_ARM },
      ),
    ]),
  ];
  const apart = Math.abs(crosses[1]!.x - crosses[0]!.x);
  const words: Mark = {
    kind: 'text',
    id: 'artwork-words',
    ink: 'note',
    at: { x: MARGIN, y: MARGIN },
    text: `${design.name}${from === 'back' ? ', the back' : ''}: ${scale === 1 ? 'full size' : `1 : ${(1 / scale).toFixed(3)}`}. Draw within the outline; lines within it are cut or covered. Crosses ${(apart * scale).toFixed(1)} mm apart on paper, ${apart.toFixed(1)} mm in truth.`,
    sizeMm: 3.2,
    align: 'start',
    turn: 0,
  };
  return {
    scale,
    crosses,
    sheet: {
      label: 'Artwork',
      size: { width: page.width, height: page.height },
      clip: { minX: 0, minY: 0, maxX: page.width, maxY: page.height },
      drawing: marks.map((m) => mapMark(m, place)),
      guides: [words],
    },
  };
}
