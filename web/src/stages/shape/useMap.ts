import type { Design, ThicknessMap } from '@pelkin/core';
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
      paint: (context) => {
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
        context.restore();
      },
    };
  }, [design, rested, steps, shown, dark]);
}
