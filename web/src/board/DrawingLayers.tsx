import type { Drawing, Layer, Mark, PathMark, TextMark } from '@pelkin/core';
import { inLayerOrder } from '@pelkin/core';
import { memo } from 'react';
import type { Words } from './clearWords.ts';
import { clearWords } from './clearWords.ts';
import { dataOf } from './pathDataOf.ts';
import type { Flip, Size, View } from './view.ts';
import { toScreen } from './view.ts';

/** Words at a place of the board, px, told apart by a name. */
export type PlacedWords = Words & { readonly id: string };

const isPath = (mark: Mark): mark is PathMark => mark.kind === 'path';
const isText = (mark: Mark): mark is TextMark => mark.kind === 'text';

const LayerPaths = memo(function LayerPaths({ layer }: { layer: Layer }) {
  return (
    <g data-layer={layer.name}>
      {layer.marks.filter(isPath).map((mark) => (
        <path key={mark.id} id={mark.id} className={`ink ink-${mark.ink}`} d={dataOf(mark)} />
      ))}
    </g>
  );
});

const inOrder = (drawing: Drawing): readonly Layer[] => [...drawing.layers].sort(inLayerOrder);

/** Lines of a drawing, in the instrument frame; the view's matrix lays them on the screen. */
export const DrawingPaths = memo(function DrawingPaths({ drawing }: { drawing: Drawing }) {
  return (
    <>
      {inOrder(drawing).map((layer) => (
        <LayerPaths key={layer.name} layer={layer} />
      ))}
    </>
  );
});

const LOOKS = { figure: 'figure', quiet: 'figure quiet', sheet: 'tile-label' };

/**
 * Words of a drawing, at one size on the screen whatever the zoom; none over another. Those of the stage's own stand
 * `first`, and the drawing's give way to them.
 */
export function DrawingWords({
  first,
  drawing,
  view,
  size,
  flip,
}: {
  first: readonly PlacedWords[];
  drawing: Drawing;
  view: View;
  size: Size;
  flip: Flip;
}) {
  const words = drawing.layers.flatMap((layer) =>
    layer.marks.filter(isText).map((mark): PlacedWords => ({
      id: mark.id,
      text: mark.text,
      at: toScreen(view, size, flip, mark.at),
      anchor:
        mark.align === 'middle' ? 'middle' : (mark.align === 'start') === (flip.x === 1) ? 'start' : 'end',
    })),
  );
  return (
    <>
      {clearWords([...first, ...words]).map(({ id, text, at, anchor, look = 'figure' }) => (
        <text key={id} data-mark={id} className={LOOKS[look]} x={at.x} y={at.y} textAnchor={anchor}>
          {text}
        </text>
      ))}
    </>
  );
}
