import type { Point } from '@pelkin/core';
import { edits, nearestOnPath } from '@pelkin/core';
import { useBoardFrame } from '../../board/BoardContext.ts';
import { derive } from '../../design/derived.ts';
import { useDesign, useDesignStore } from '../../design/store.ts';
import { useDrag } from '../../design/useDrag.ts';
import { useChosenInShape } from './chosen.ts';

const HOLD_PIXELS = 12;
const tidy = (v: number): number => Math.round(v * 100) / 100;

function StretchEnd({
  face,
  id,
  end,
  at,
}: {
  face: 'front' | 'back';
  id: string;
  end: 'from' | 'to';
  at: Point;
}) {
  const { screen } = useBoardFrame();
  const { x, y } = screen(at);
  const chosen = useChosenInShape((s) => s.stretch?.id === id && s.stretch.face === face);
  const drag = useDrag(() => ({
    at,
    take: () => useChosenInShape.getState().chooseStretch({ face, id }),
    move: (to, gesture) =>
      void useDesignStore.getState().edit(
        'moved an end of a stretch',
        (d) => {
          const place = nearestOnPath(derive(d).path, to)?.at ?? to;
          return edits.changeStretch(d, face, id, { [end]: { x: tidy(place.x), y: tidy(place.y) } });
        },
        gesture,
      ),
  }));
  return (
    <g className={`node${chosen ? ' is-chosen' : ''}`} data-stretch-end={`${id} ${end}`} {...drag}>
      <circle className="node-area" cx={x} cy={y} r={HOLD_PIXELS} />
      <rect className="node-mark" x={x - 4.5} y={y - 4.5} width="9" height="9" />
    </g>
  );
}

/** Stretches of the edge that are cut otherwise: their ends are pulled along it. */
export function EdgeTools() {
  const { body } = useDesign();
  return (
    <g data-testid="edge-tools">
      {(['front', 'back'] as const).flatMap((face) =>
        body.edges[face].stretches.flatMap((s) => [
          <StretchEnd key={`${face} ${s.id} from`} face={face} id={s.id} end="from" at={s.from} />,
          <StretchEnd key={`${face} ${s.id} to`} face={face} id={s.id} end="to" at={s.to} />,
        ]),
      )}
    </g>
  );
}
