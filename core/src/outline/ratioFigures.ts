import type { Box } from '../geometry/box.ts';
import type { Point } from '../geometry/point.ts';

/** Figures of one ratio that are laid over a shape. */
export const RATIO_FIGURES = ['grid', 'rectangles', 'spiral'] as const;
export type RatioFigure = (typeof RATIO_FIGURES)[number];

/** Rectangles within rectangles until one is this small a share of the first. */
const SMALLEST = 0.03;
/** A spiral is drawn by steps of so many rad. */
const SPIRAL_STEP = Math.PI / 60;

/** A line of a figure, mm. */
export type FigureLine = readonly Point[];

/** Lines that part length and width in the ratio, from both ends. */
function gridLines({ minX, minY, maxX, maxY }: Box, ratio: number): readonly FigureLine[] {
  const parts = [1 / (1 + ratio), ratio / (1 + ratio)];
  const at = (from: number, to: number, k: number): number => from + (to - from) * k;
  return [
    [
      { x: minX, y: minY },
      { x: maxX, y: minY },
      { x: maxX, y: maxY },
      { x: minX, y: maxY },
      { x: minX, y: minY },
    ],
    ...parts.map((k) => [
      { x: at(minX, maxX, k), y: minY },
      { x: at(minX, maxX, k), y: maxY },
    ]),
    ...parts.map((k) => [
      { x: minX, y: at(minY, maxY, k) },
      { x: maxX, y: at(minY, maxY, k) },
    ]),
  ];
}

/**
 * A rectangle of the ratio, its long side along the centre line, and within it the one that is left when a piece is
 * cut off so that the rest has the ratio again, turned a quarter: each is the last, turned clockwise and 1/ratio as
 * large, about one place that all share.
 */
function nested(box: Box, ratio: number): { readonly pole: Point; readonly corners: readonly Point[] } {
  const long = box.maxX - box.minX;
  const short = long / ratio;
  const middle = (box.minY + box.maxY) / 2;
  const [low, high] = [middle - short / 2, middle + short / 2];
  const corners = [
    { x: box.minX, y: low },
    { x: box.maxX, y: low },
    { x: box.maxX, y: high },
    { x: box.minX, y: high },
  ];
  // The lower left corner goes to the upper left one of the rest at the nut end, and so round: a quarter turn
  // clockwise, (x, y) → (y, −x) / ratio. The rest is `short` high and short / ratio long, at the far end.
  const restFrom = box.maxX - short / ratio;
  const [a, b] = [corners[0]!, { x: restFrom, y: high }];
  // pole = b + M (pole − a), M = quarter turn clockwise over the ratio; solved for the pole.
  const k = 1 / ratio;
  // p.x = b.x + k (p.y − a.y); p.y = b.y − k (p.x − a.x)
  const x = (b.x + k * (b.y + k * a.x - a.y)) / (1 + k * k);
  const y = b.y - k * (x - a.x);
  return { pole: { x, y }, corners };
}

/** A place turned clockwise about the pole by so many quarter turns, and drawn in by the ratio for each. */
function inward(p: Point, pole: Point, ratio: number, quarters: number): Point {
  const size = ratio ** -quarters;
  const angle = (-quarters * Math.PI) / 2;
  const [c, s] = [Math.cos(angle) * size, Math.sin(angle) * size];
  const [dx, dy] = [p.x - pole.x, p.y - pole.y];
  return { x: pole.x + c * dx - s * dy, y: pole.y + s * dx + c * dy };
}

/**
 * Lines of a figure of the ratio (over 1), fitted to a box: a grid to all of it; rectangles and their spiral to its
 * length, about its middle. The spiral grows by the ratio each quarter turn and passes a corner of each rectangle.
 */
export function ratioFigure(kind: RatioFigure, ratio: number, box: Box): readonly FigureLine[] {
  if (!(ratio > 1.01)) return [];
  if (kind === 'grid') return gridLines(box, ratio);
  const { pole, corners } = nested(box, ratio);
  const depth = Math.ceil(Math.log(1 / SMALLEST) / Math.log(ratio));
  if (kind === 'rectangles')
    return Array.from({ length: depth + 1 }, (_, n) => {
      const turned = corners.map((p) => inward(p, pole, ratio, n));
      return [...turned, turned[0]!];
    });
  const steps = Math.ceil((depth * Math.PI) / 2 / SPIRAL_STEP);
  return [
    Array.from({ length: steps + 1 }, (_, i) =>
      inward(corners[0]!, pole, ratio, (i * SPIRAL_STEP * 2) / Math.PI),
    ),
  ];
}
