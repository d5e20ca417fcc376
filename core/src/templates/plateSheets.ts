import type { Design } from '../design/schema.ts';
import type { Drawing, Mark, SeenFrom } from '../drawing/drawing.ts';
import { mirrorDrawing, turnOverDrawing } from '../drawing/drawing.ts';
import { boxOfPoints } from '../geometry/box.ts';
import type { Plate } from '../layout/plates.ts';
import { bevelWidth, drawPlate } from '../layout/plates.ts';
import { planSheets } from './plan.ts';
import type { Sheet, SheetNotes } from './sheets.ts';
import { layOutSheets } from './sheets.ts';

const figure = (v: number): string => String(Number(v.toFixed(2)));

/**
 * A plate as it goes into files, with what is reported of it: seen from a face of the body, at first its own (as it is
 * looked at when it is on); mirrored for a left-handed instrument.
 */
export function plateDrawing(
  plate: Plate,
  handedness: Design['handedness'],
  from: SeenFrom = plate.face,
): Drawing {
  const box = boxOfPoints(plate.edge)!;
  const words: Mark = {
    kind: 'text',
    id: `${plate.id}-words`,
    ink: 'note',
    at: { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 },
    text: `${plate.name}, ${figure(plate.thickness)} thick${plate.bevel ? `, edge bevelled ${figure(plate.bevel)}°, ${figure(bevelWidth(plate))} wide` : ''}, seen from the ${from}`,
    sizeMm: 3,
    align: 'middle',
    turn: 0,
  };
  const drawing: Drawing = { layers: [...drawPlate(plate), { name: 'marks', marks: [words] }] };
  const handed = handedness === 'left' ? mirrorDrawing(drawing) : drawing;
  return from === 'back' ? turnOverDrawing(handed) : handed;
}

/** The plate's own full-size sheets, on the design's paper. */
export function plateSheets(
  plate: Plate,
  design: Design,
  notes: SheetNotes,
  from: SeenFrom = plate.face,
): readonly Sheet[] {
  const plan = planSheets(plateDrawing(plate, design.handedness, from), design.print);
  return layOutSheets(plan, design.print.margins, { ...notes, name: `${notes.name}: ${plate.name}` });
}
