import { rakedEdge } from '@pelkin/core';
import { useMemo } from 'react';
import { useBoardFrame } from '../../board/BoardContext.ts';
import { derive } from '../../design/derived.ts';
import { useRestedDrawn as useRested } from '../drawn.ts';
import { useFairing } from './fairing.ts';

/** Lumps are drawn so many times as high in the raking view. */
const RAKED = 10;

/** The raking view while lumps are looked for: each one as high as a low light would show it, ringed. */
export function Raking() {
  const path = useRested((s) => (s.design ? derive(s.design).path : null));
  const { screen } = useBoardFrame();
  const faired = useFairing((s) => s.faired);
  const lines = useMemo(() => (path ? rakedEdge(path, RAKED) : []), [path]);
  return (
    <g pointerEvents="none" data-testid="raking">
      {lines.map((line, i) => (
        <path
          key={i}
          className="raked"
          d={`M${line
            .map((p) => screen(p))
            .map(({ x, y }) => `${x.toFixed(1)} ${y.toFixed(1)}`)
            .join('L')}`}
        />
      ))}
      {faired?.before.map((l) => {
        const { x, y } = screen(l.at);
        return <circle key={`${l.at.x} ${l.at.y}`} className="lump-ring" cx={x} cy={y} r={14} />;
      })}
    </g>
  );
}
