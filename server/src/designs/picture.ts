import type { Design } from '@pelkin/core';
import { boxHeight, boxWidth, closedPathMark, growBox, pathBox, pathData, solveOutline } from '@pelkin/core';

/** A small picture for lists: the outline as SVG path data (y down) with its view box, mm. */
export function designPicture(design: Design): { path: string; viewBox: string } {
  const outline = solveOutline(design.outline.nodes);
  const flip = design.handedness === 'left' ? -1 : 1;
  const box = pathBox(outline)!;
  const seen = growBox(flip === 1 ? box : { ...box, minX: -box.maxX, maxX: -box.minX }, 8);
  const figure = (n: number): string => n.toFixed(1);
  return {
    path: pathData(closedPathMark('outline', 'outline', outline), (p) => ({ x: flip * p.x, y: -p.y })),
    viewBox: [seen.minX, -seen.maxY, boxWidth(seen), boxHeight(seen)].map(figure).join(' '),
  };
}
