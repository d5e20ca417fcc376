import type { Point } from '@pelkin/core';
import { addOnEdge, closedPathMark, nearestOnPath } from '@pelkin/core';
import type { MouseEvent, PointerEvent } from 'react';
import { useMemo, useState } from 'react';
import { boardPixels, useBoardFrame } from '../board/BoardContext.ts';
import { dataOf } from '../board/pathDataOf.ts';
import { useChosen } from './chosen.ts';
import { useDerived, useDrawnStore } from './drawn.ts';

/** The edge itself: shows where a node would go, and puts one there on a double press. */
export function Edge() {
  const { path } = useDerived();
  const { matrix, board, screen } = useBoardFrame();
  const edit = useDrawnStore((s) => s.edit);
  const choose = useChosen((s) => s.choose);
  const [at, setAt] = useState<Point | null>(null);
  const d = useMemo(() => dataOf(closedPathMark('edge', 'outline', path)), [path]);
  const add = (event: MouseEvent<SVGElement>): void => {
    const place = nearestOnPath(path, board(boardPixels(event, event.currentTarget)));
    if (!place) return;
    let made = '';
    edit('added a node', (design) => {
      const added = addOnEdge(design, place.segment, Math.min(0.98, Math.max(0.02, place.t)));
      made = added.id;
      return added.design;
    });
    if (made) choose(made);
    setAt(null);
  };
  const follow = (event: PointerEvent<SVGElement>): void => {
    if (event.buttons) return;
    const place = nearestOnPath(path, board(boardPixels(event, event.currentTarget)));
    setAt(place?.at ?? null);
  };
  const dot = at && screen(at);
  return (
    <>
      <path
        className="edge-target"
        transform={matrix}
        d={d}
        vectorEffect="non-scaling-stroke"
        data-testid="edge"
        onPointerDown={(event) => event.button === 0 && event.stopPropagation()}
        onDoubleClick={add}
        onPointerMove={follow}
        onPointerLeave={() => setAt(null)}
      />
      {dot && <circle className="new-node" cx={dot.x} cy={dot.y} r="3" />}
    </>
  );
}
