import { useLayoutEffect, useRef } from 'react';
import type { Flip, Size, View } from './view.ts';

/**
 * A map or field between paper and lines: millions of samples that no element each could be. `paint` draws in the
 * instrument frame (1 unit is 1 mm, y up); `pixelMm` is what one pixel of the screen covers. The same object while it
 * paints the same: it is painted again when the view moves or the object changes.
 */
export interface Field {
  readonly paint: (context: CanvasRenderingContext2D, pixelMm: number) => void;
}

/** The canvas under the board's lines; nothing is picked or read there, so it is kept from screen readers. */
export function FieldCanvas({
  field,
  view,
  size,
  flip,
}: {
  field: Field;
  view: View;
  size: Size;
  flip: Flip;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { width, height } = size;
  useLayoutEffect(() => {
    const element = canvas.current!;
    // As many samples as the screen has pixels, or lines that are painted here are coarser than those above.
    const dense = window.devicePixelRatio || 1;
    element.width = Math.round(width * dense);
    element.height = Math.round(height * dense);
    const context = element.getContext('2d');
    if (!context) return;
    const { scale, centre } = view;
    context.setTransform(
      dense * flip.x * scale,
      0,
      0,
      -dense * flip.y * scale,
      dense * (width / 2 - flip.x * centre.x * scale),
      dense * (height / 2 + flip.y * centre.y * scale),
    );
    field.paint(context, 1 / scale);
  }, [field, view, width, height, flip]);
  return (
    <canvas ref={canvas} aria-hidden="true" className="field" style={{ width, height }} data-testid="field" />
  );
}
