import type { Box, ClosedPath, Design, Point } from '@pelkin/core';
import {
  boxHeight,
  boxWidth,
  closedPathMark,
  growBox,
  mapPath,
  onPlan,
  partInPlace,
  planStrings,
  pathBox,
  pathData,
  solveOutline,
  tunerSeen,
  unionBox,
} from '@pelkin/core';
import { byObject } from './byObject.ts';

/** What is drawn beside and over a body in a list, as SVG path data: headstock, fingerboard, strings, the hardware on its face, the tuners. */
export interface PictureLines {
  readonly headstock: string;
  readonly tuners: string;
  readonly board: string;
  readonly strings: string;
  readonly hardware: string;
}

/** Room round the picture, mm. */
const ROOM = 8;
const figure = (n: number): string => n.toFixed(1);
const flipOf = (design: Design): 1 | -1 => (design.handedness === 'left' ? -1 : 1);

/** The outline as SVG path data (y down), mm, as the instrument is held: mirrored for a left-handed one. */
export const outlinePicture = (design: Design, outline: ClosedPath): string =>
  pathData(closedPathMark('outline', 'outline', outline), (p) => ({ x: flipOf(design) * p.x, y: -p.y }));

/** Headstocks by their outline, laid out flat past the nut. */
const headOf = byObject((outline: Design['headstock']['outline']) => solveOutline(outline.nodes));
const headstockOf = ({ headstock, strings }: Design): ClosedPath =>
  mapPath(headOf(headstock.outline), onPlan(strings));

/** The part of the plane that shows body and neck, as a view box. */
export function pictureBox(design: Design, outline: ClosedPath): string {
  const { scaleLength, fan, nutWidth } = design.strings;
  const long = Math.max(scaleLength, fan?.bassScale ?? 0);
  const neck: Box = { minX: 0, maxX: long, minY: -nutWidth / 2, maxY: nutWidth / 2 };
  const box = unionBox(unionBox(pathBox(outline), neck), pathBox(headstockOf(design)))!;
  const seen = growBox(flipOf(design) === 1 ? box : { ...box, minX: -box.maxX, maxX: -box.minX }, ROOM);
  return [seen.minX, -seen.maxY, boxWidth(seen), boxHeight(seen)].map(figure).join(' ');
}

/** The edges of what is placed on a face, by the places list itself: for a body of so thick and seen so. */
const edgesOf = byObject((_parts: Design['parts']) => new Map<string, string>());

function hardwareOf({ parts, body, handedness }: Design): string {
  const flip = handedness === 'left' ? -1 : 1;
  const known = edgesOf(parts);
  const key = `${flip} ${body.thickness}`;
  const drawn =
    known.get(key) ??
    parts
      .filter((p) => p.face === 'front')
      .flatMap((p) => partInPlace(p, body.thickness).footprint)
      .map((path) => pathData(closedPathMark('part', 'part', path), (p) => ({ x: flip * p.x, y: -p.y })))
      .join('');
  known.set(key, drawn);
  return drawn;
}

/** Neck, strings and hardware of a design for its picture. */
export function pictureLines(design: Design): PictureLines {
  const flip = flipOf(design);
  const at = (p: Point): string => `${figure(flip * p.x)} ${figure(-p.y)}`;
  const plan = planStrings(design.strings);
  const to = onPlan(design.strings);
  const flat = (path: ClosedPath): string =>
    pathData(closedPathMark('part', 'part', path), (p) => ({ x: flip * p.x, y: -p.y }));
  const { tuners } = design.headstock;
  return {
    headstock: flat(headstockOf(design)),
    tuners: tuners.flatMap((t) => tunerSeen(t).map((path) => flat(mapPath(path, to)))).join(''),
    board: `M${plan.board.map(at).join('L')}Z`,
    strings: plan.lines
      .map(({ nut, saddle }, i) => {
        const tuner = tuners.find((t) => t.string === i + 1);
        return `${tuner ? `M${at(to(tuner.at))}L` : 'M'}${at(nut)}L${at(saddle)}`;
      })
      .join(''),
    hardware: hardwareOf(design),
  };
}

const solved = byObject((outline: Design['outline']) => solveOutline(outline.nodes));
export const outlineOf = (design: Design): ClosedPath => solved(design.outline);
