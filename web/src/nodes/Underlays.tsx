import { pixelMap } from '@pelkin/core';
import { memo } from 'react';
import { useBoardFrame } from '../board/BoardContext.ts';
import { useDesignStore } from '../design/store.ts';

/** The pictures under the drawing, each where it was laid. */
export const Underlays = memo(function Underlays() {
  const underlays = useDesignStore((s) => s.design?.underlays);
  const { matrix } = useBoardFrame();
  return (
    <g pointerEvents="none" data-testid="underlays">
      {(underlays ?? [])
        .filter((u) => !u.hidden)
        .map((u) => {
          const map = pixelMap(u);
          const [o, x, y] = [map({ x: 0, y: 0 }), map({ x: 1, y: 0 }), map({ x: 0, y: 1 })];
          return (
            <image
              key={u.id}
              data-underlay={u.id}
              href={`/api/pictures/${u.picture}`}
              width={u.width}
              height={u.height}
              opacity={u.opacity}
              preserveAspectRatio="none"
              transform={`${matrix} matrix(${x.x - o.x} ${x.y - o.y} ${y.x - o.x} ${y.y - o.y} ${o.x} ${o.y})`}
            />
          );
        })}
    </g>
  );
});
