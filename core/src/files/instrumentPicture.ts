import type { Derived } from '../derived/derive.ts';
import type { Design } from '../design/schema.ts';
import type { PathMark } from '../drawing/drawing.ts';
import { mirrorDrawing } from '../drawing/drawing.ts';
import type { LayerName } from '../drawing/layers.ts';

/** What shows how an instrument looks: no measures, no lines to draw by. */
const LOOKS: ReadonlySet<LayerName> = new Set([
  'outline',
  'guards',
  'parts',
  'neck',
  'headstock',
  'tuners',
  'strings',
]);

/** The lines of the whole instrument from the front, body, neck and headstock; mm, mirrored for a left-handed one. */
export function instrumentPicture(
  { handedness }: Design,
  { drawing, neckDrawing }: Derived,
): readonly PathMark[] {
  const own = drawing.layers.filter((l) => LOOKS.has(l.name));
  const drawn = new Set(own.map((l) => l.name));
  // The neck's own drawing has the headstock; what both have is taken once.
  const whole = {
    layers: [...own, ...neckDrawing.layers.filter((l) => LOOKS.has(l.name) && !drawn.has(l.name))],
  };
  return (handedness === 'left' ? mirrorDrawing(whole) : whole).layers.flatMap((l) =>
    l.marks.filter((m): m is PathMark => m.kind === 'path'),
  );
}
