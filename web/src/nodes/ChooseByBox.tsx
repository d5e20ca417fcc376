import type { Point } from '@pelkin/core';
import type { PointerEvent } from 'react';
import { useEffect, useState } from 'react';
import { boardPixels, useBoardFrame } from '../board/BoardContext.ts';
import { useChosen } from './chosen.ts';
import { useDesign } from './drawn.ts';

/** While a box is to be drawn: a sheet over the board that takes the drag and chooses the nodes within it. */
export function ChooseByBox() {
  const boxing = useChosen((s) => s.boxing);
  const { outline } = useDesign();
  const { screen, size } = useBoardFrame();
  const [drawn, setDrawn] = useState<{ from: Point; to: Point } | null>(null);
  useEffect(() => {
    if (!boxing) return;
    const onKey = (event: KeyboardEvent): void => {
      if (event.key === 'Escape') useChosen.getState().setBoxing(false);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [boxing]);
  if (!boxing) return null;
  const finish = (event: PointerEvent<SVGElement>): void => {
    event.stopPropagation();
    if (!drawn) return;
    const { from, to } = drawn;
    const within = (p: Point): boolean =>
      p.x >= Math.min(from.x, to.x) &&
      p.x <= Math.max(from.x, to.x) &&
      p.y >= Math.min(from.y, to.y) &&
      p.y <= Math.max(from.y, to.y);
    const ids = outline.nodes.filter((n) => within(screen(n))).map((n) => n.id);
    const { ids: before, chooseAll } = useChosen.getState();
    chooseAll(event.shiftKey ? [...new Set([...before, ...ids])] : ids);
    setDrawn(null);
  };
  return (
    <g>
      <rect
        className="box-sheet"
        data-testid="box-sheet"
        width={size.width}
        height={size.height}
        onPointerDown={(event) => {
          event.stopPropagation();
          event.currentTarget.setPointerCapture(event.pointerId);
          const at = boardPixels(event, event.currentTarget);
          setDrawn({ from: at, to: at });
        }}
        onPointerMove={(event) => {
          event.stopPropagation();
          if (drawn) setDrawn({ ...drawn, to: boardPixels(event, event.currentTarget) });
        }}
        onPointerUp={finish}
        onPointerCancel={() => setDrawn(null)}
      />
      {drawn && (
        <rect
          className="box-drawn"
          x={Math.min(drawn.from.x, drawn.to.x)}
          y={Math.min(drawn.from.y, drawn.to.y)}
          width={Math.abs(drawn.to.x - drawn.from.x)}
          height={Math.abs(drawn.to.y - drawn.from.y)}
        />
      )}
    </g>
  );
}
