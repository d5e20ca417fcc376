import type { Design, ThicknessMap, ThinPlace } from '@pelkin/core';
import { figureAndUnit, thicknessLines, thinnestPlaces } from '@pelkin/core';
import { pathDataOfPath } from '../../board/pathDataOf.ts';
import type { Field } from '../../board/FieldCanvas.tsx';
import { useMemo } from 'react';
import { derive } from '../../design/derived.ts';
import { useLongSteps } from '../../design/longResults.ts';
import { useRested } from '../../design/rested.ts';
import { useDesignStore } from '../../design/store.ts';
import { useAppearance } from '../../shared/appearance.ts';
import { useShown } from '../../shared/shown.ts';
import { pictureOf } from './thickness.ts';

/** How much of the map is seen on dark paper. */
export const DARK = 0.68;

/** Lines of equal wood, this many mm apart, and thin places marked: so many, under this share of the body’s thickness. */
const EVERY = 5;
const MOST_THIN = 4;
const THIN = 0.45;
/** A line shorter than this, mm, carries no figure. */
const FIGURE_FROM = 45;
const INK = 'rgba(31, 26, 20, 0.62)';

const lengthFigure = (mm: number, units: Design['units']): string => figureAndUnit(mm, units).figure;

interface Marks {
  readonly lines: readonly {
    readonly path: Path2D;
    readonly figure: { readonly x: number; readonly y: number; readonly words: string } | null;
  }[];
  readonly thin: readonly ThinPlace[];
}
const marked = new WeakMap<ThicknessMap, Marks>();

function marksOf(map: ThicknessMap, thickness: number): Marks {
  const known = marked.get(map);
  if (known) return known;
  const lines = thicknessLines(map, EVERY).map(({ depth, points }) => {
    const path = new Path2D();
    points.forEach(({ x, y }, i) => (i === 0 ? path.moveTo(x, y) : path.lineTo(x, y)));
    const long = points.reduce(
      (sum, p, i) => sum + (i ? Math.hypot(p.x - points[i - 1]!.x, p.y - points[i - 1]!.y) : 0),
      0,
    );
    const at = points[points.length >> 1]!;
    return { path, figure: long < FIGURE_FROM ? null : { x: at.x, y: at.y, words: String(depth) } };
  });
  const made = { lines, thin: thinnestPlaces(map, MOST_THIN, thickness * THIN) };
  marked.set(map, made);
  return made;
}

/** Words in the drawing’s frame, upright on the screen whichever way that is turned. */
function write(
  context: CanvasRenderingContext2D,
  words: string,
  x: number,
  y: number,
  pixelMm: number,
): void {
  context.save();
  context.translate(x, y);
  const { a, d } = context.getTransform();
  context.scale(Math.sign(a) * pixelMm, Math.sign(d) * pixelMm);
  context.font = "500 10px 'Spline Sans Mono Variable', ui-monospace, monospace";
  context.textAlign = 'center';
  context.textBaseline = 'middle';
  context.lineWidth = 3;
  context.strokeStyle = 'rgba(251, 248, 240, 0.85)';
  context.strokeText(words, 0, 0);
  context.fillStyle = '#1f1a14';
  context.fillText(words, 0, 0);
  context.restore();
}

const pictures = new WeakMap<ThicknessMap, HTMLCanvasElement>();

/** The finest map there is: while something is moved a coarse one, which follows the hand. */
export function mapOf(design: Design): ThicknessMap {
  const derived = derive(design);
  if (useRested.getState().design !== design) return derived.coarseMap;
  const { shaped } = derived;
  return shaped.state === 'ready' ? shaped.value.map : derived.coarseMap;
}

/** The thickness of the body in colour, as the board's field; undefined while it is not shown. */
export function useThicknessField(): Field | undefined {
  const design = useDesignStore((s) => s.design);
  const rested = useRested((s) => s.design);
  const steps = useLongSteps((s) => s.steps);
  const shown = useShown((s) => s.thickness);
  const dark = useAppearance((s) => s.appearance === 'dark');
  return useMemo(() => {
    // Painted anew when the design rests and with each step of the fine map.
    void rested;
    void steps;
    if (!shown || !design) return undefined;
    return {
      paint: (context, pixelMm) => {
        const map = mapOf(design);
        const picture = pictures.get(map) ?? pictureOf(map, design.body.thickness);
        pictures.set(map, picture);
        context.save();
        // On dark paper a little of it shows through, so that light lines over the map are seen.
        context.globalAlpha = dark ? DARK : 1;
        context.clip(new Path2D(pathDataOfPath(derive(design).path)));
        context.drawImage(
          picture,
          map.x0 - map.step / 2,
          map.y0 - map.step / 2,
          map.columns * map.step,
          map.rows * map.step,
        );
        context.globalAlpha = 1;
        // Lines and figures come when the hand rests: nobody reads them while it moves.
        if (useRested.getState().design !== design) {
          context.restore();
          return;
        }
        const { lines, thin } = marksOf(derive(design).coarseMap, design.body.thickness);
        context.strokeStyle = INK;
        context.lineWidth = 0.8 * pixelMm;
        for (const { path } of lines) context.stroke(path);
        for (const { figure } of lines) if (figure) write(context, figure.words, figure.x, figure.y, pixelMm);
        context.lineWidth = 1.6 * pixelMm;
        context.strokeStyle = '#9c322b';
        for (const { x, y, wood } of thin) {
          context.beginPath();
          context.arc(x, y, 5 * pixelMm, 0, 2 * Math.PI);
          context.stroke();
          write(context, lengthFigure(wood, design.units), x, y + 13 * pixelMm, pixelMm);
        }
        context.restore();
      },
    };
  }, [design, rested, steps, shown, dark]);
}
