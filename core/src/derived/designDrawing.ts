import type { Design } from '../design/schema.ts';
import type { Drawing, Layer, Mark } from '../drawing/drawing.ts';
import { closedPathMark, crossMarks, lineMark, mirrorDrawing, turnOverDrawing } from '../drawing/drawing.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import { drawDimensions } from '../outline/dimensions.ts';
import { drawSawLine } from '../outline/sawLine.ts';
import type { SeenFrom } from '../drawing/drawing.ts';
import type { Point } from '../geometry/point.ts';
import { drawOwnLines } from '../outline/ownLines.ts';
import { middleMarks } from '../outline/middleMarks.ts';
import { drawCuts, drawDeepCuts, drawParts } from '../layout/drawing.ts';
import { drawPlate } from '../layout/plates.ts';
import type { BodySolid } from '../shape/bodySolid.ts';
import { drawCarves, drawDepths } from '../shape/drawing.ts';
import type { PartInPlace } from '../layout/partInPlace.ts';
import type { DrawnParts } from '../templates/drawnParts.ts';
import { throughLines } from '../layout/pocket.ts';
import { drawCentre, drawNeck, drawSaddle, drawStrings } from '../strings/drawing.ts';

/** How layers are made: plainly, or by ways that remember what they gave. */
export interface LayerMakers {
  readonly drawCuts: typeof drawCuts;
  readonly drawDeepCuts: typeof drawDeepCuts;
  readonly drawParts: typeof drawParts;
  readonly drawNeck: typeof drawNeck;
  readonly drawStrings: typeof drawStrings;
  readonly drawSaddle: typeof drawSaddle;
  readonly drawSawLine: typeof drawSawLine;
  readonly drawCentre: typeof drawCentre;
  readonly drawOutline: typeof drawOutline;
  readonly drawMiddleMarks: typeof drawMiddleMarks;
  readonly drawDimensions: typeof drawDimensions;
  readonly drawOwnLines: typeof drawOwnLines;
  readonly drawCarves: typeof drawCarves;
  readonly drawDepths: typeof drawDepths;
  readonly partsOnPaper: typeof partsOnPaper;
}

/** How far the centre line runs past everything on the board, mm. */
const CENTRE_PAST = 20;

export const drawOutline = (path: ClosedPath): Layer => ({
  name: 'outline',
  marks: [closedPathMark('outline', 'outline', path)],
});

/** The parts whose outlines go on paper: all but those that were taken off it. */
export const partsOnPaper = (
  parts: readonly PartInPlace[],
  without: readonly string[],
): readonly PartInPlace[] => parts.filter((p) => !without.includes(p.part.id));

const PLAIN: LayerMakers = {
  drawCuts,
  drawDeepCuts,
  drawParts,
  drawNeck,
  drawStrings,
  drawSaddle,
  drawCentre,
  drawOutline,
  drawMiddleMarks,
  drawSawLine,
  drawDimensions,
  drawOwnLines,
  drawCarves,
  drawDepths,
  partsOnPaper,
};

/** The sides of a straight-through neck over the body's own length. */
const drawThrough = (design: Design, { measures }: DrawnParts): readonly Layer[] => {
  const lines = throughLines(design, measures.box.minX, measures.box.maxX);
  return lines.length
    ? [{ name: 'through', marks: lines.map(([a, b], i) => lineMark(`through-${i}`, 'boardEdge', a, b)) }]
    : [];
};

/** Pickguards as they lie on the face; none are looked for where none is drawn. */
const drawGuards = (
  { guards }: Design,
  parts: DrawnParts,
  shows: (layer: Layer) => boolean = () => true,
): readonly Layer[] =>
  guards.length
    ? [
        {
          name: 'guards',
          marks: parts.plates
            .filter((p) => guards.some((g) => g.id === p.id))
            .flatMap((p) => drawPlate(p).filter(shows))
            .flatMap((l) => l.marks)
            .map((m) => (m.kind === 'path' && m.ink === 'outline' ? { ...m, ink: 'part' as const } : m)),
        },
      ]
    : [];

/** Neck, strings and outline as the board shows them, before anything is laid out; instrument frame, right-handed. */
export function drawBare(
  design: Design,
  { path, measures, stringPlan }: Pick<DrawnParts, 'path' | 'measures' | 'stringPlan'>,
  make: LayerMakers = PLAIN,
): Drawing {
  const tail = Math.min(measures.box.minX, 0);
  const nutEnd = Math.max(...stringPlan.board.map((p) => p.x));
  return {
    layers: [
      make.drawNeck(stringPlan, null),
      make.drawStrings(stringPlan, null),
      make.drawSaddle(stringPlan),
      make.drawCentre(
        design.strings,
        stringPlan,
        tail - CENTRE_PAST,
        Math.max(nutEnd, measures.box.maxX) + CENTRE_PAST,
      ),
      make.drawOutline(path),
      ...make.drawOwnLines(design.lines, path, measures.box),
      make.drawDimensions(measures, design.units),
    ],
  };
}

/** What a template is drawn from: all that is laid out, and the body as it is carved. */
export interface TemplateParts extends DrawnParts {
  readonly carved: BodySolid;
}

/** The whole instrument as the board shows it: {@link drawBare} and all that is laid out. */
export function drawDesign(
  design: Design,
  parts: DrawnParts,
  make: LayerMakers = PLAIN,
  from: SeenFrom = 'front',
): Drawing {
  const { layout } = parts;
  return {
    layers: [
      ...drawBare(design, parts, make).layers,
      ...make.drawCuts(layout.cuts, from),
      ...(layout.parts.length ? [make.drawParts(layout.parts, from)] : []),
      ...drawThrough(design, parts),
      ...drawGuards(design, parts),
      ...make.drawCarves(design.body.contours, from, true),
    ],
  };
}

/** Arms of a registration mark, mm, and the size of its number. */
const MARK_ARM = 4;
const MARK_WORDS = 2.4;

/** Marks by which templates of both faces are laid: on the centre line, near its ends. */
export function drawMiddleMarks(path: ClosedPath): Layer {
  const words = (id: string, at: Point, text: string): Mark => ({
    kind: 'text',
    id,
    ink: 'note',
    // Under the cross: along the centre line stand the words of what is bored there.
    at: { x: at.x, y: at.y - MARK_ARM - MARK_WORDS },
    text,
    sizeMm: MARK_WORDS,
    align: 'middle',
    turn: 0,
  });
  return {
    name: 'marks',
    marks: middleMarks(path).flatMap((at, i) => [
      ...crossMarks(`register-${i + 1}`, 'crosshair', at, MARK_ARM),
      words(`register-${i + 1}-words`, at, `mark ${i + 1}`),
    ]),
  };
}

/**
 * What goes on paper and into files: the layers that were chosen, kept within the body's own length, and the
 * line to saw along. Mirrored for a left-handed instrument; turned over about the centre line where it is seen from the
 * back, with what belongs to the front alone left out.
 */
export function drawTemplate(
  design: Design,
  parts: TemplateParts,
  make: LayerMakers = PLAIN,
  from: SeenFrom = 'front',
): Drawing {
  const { show, cutOffset } = design.print;
  const behind = from === 'back';
  const { path, measures, stringPlan } = parts;
  const { minX, maxX } = measures.box;
  const layers: Layer[] = [];
  if (show.neck && !behind) layers.push(make.drawNeck(stringPlan, maxX));
  if (show.strings && !behind) layers.push(make.drawStrings(stringPlan, maxX));
  if (show.saddle && !behind) layers.push(make.drawSaddle(stringPlan));
  if (show.centre)
    layers.push(make.drawCentre(design.strings, stringPlan, minX, maxX), make.drawMiddleMarks(path));
  if (show.outline) layers.push(make.drawOutline(path));
  // “Openings” are those of the face that is looked at; “back” are all others: the other face’s, and in the edge.
  layers.push(
    ...make.drawDeepCuts(
      parts.layout.cuts,
      parts.layout.thickness,
      from,
      show.openings,
      show.back,
      show.holes,
    ),
  );
  if (show.openings && !behind) layers.push(...drawThrough(design, parts));
  // What is cut out of the pickguard is no business of the body's: its edge and where its screws go are.
  if (show.guards && !behind) layers.push(...drawGuards(design, parts, (l) => l.name !== 'openings'));
  const shownParts = show.parts ? make.partsOnPaper(parts.layout.parts, design.print.without) : [];
  if (shownParts.length) layers.push(make.drawParts(shownParts, from));
  layers.push(
    ...make
      .drawOwnLines(design.lines, path, measures.box)
      .filter(({ name }) => (name === 'seams' ? show.seams : show.guides)),
  );
  if (show.carves) layers.push(...make.drawCarves(design.body.contours, from, false));
  if (show.depths) layers.push(...make.drawDepths(parts.carved, from, design.print.depthEvery));
  if (cutOffset !== null) layers.push(make.drawSawLine(path, cutOffset));
  if (show.dimensions) layers.push(make.drawDimensions(measures, design.units));
  const drawing = { layers };
  const handed = design.handedness === 'left' ? mirrorDrawing(drawing) : drawing;
  return behind ? turnOverDrawing(handed) : handed;
}
