import type { Point } from '@pelkin/core';
import { controlReaches, forearmEdge, pickingPlace } from '@pelkin/core';
import { useMemo } from 'react';
import { useBoardFrame } from '../../../board/BoardContext.ts';
import { useDerived } from '../../../design/derived.ts';
import { useDesign } from '../../../design/store.ts';
import { WORDS } from '../words.ts';

/** What a mark is, beside it. */
const Said = ({ at, children }: { at: Point; children: string }) => (
  <text
    x={at.x}
    y={at.y}
    textAnchor="middle"
    style={{ fontSize: '11.5px' }}
    fill="var(--chakra-colors-ink)"
    stroke="var(--chakra-colors-paper)"
    strokeWidth="3.5"
    paintOrder="stroke"
  >
    {children}
  </text>
);

/** On the drawing: the case’s inside round the instrument with its tightest place, the picking hand with its reach, and where the forearm lies. */
export function PlayerMarks() {
  const design = useDesign();
  const { caseFit, layout, carved, measures, stringPlan } = useDerived();
  const { screen, view } = useBoardFrame();
  const edge = useMemo(() => forearmEdge(carved, layout, measures), [carved, layout, measures]);
  const line = (points: readonly Point[]): string =>
    points
      .map(screen)
      .map(({ x, y }, i) => `${i ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`)
      .join('');
  const own = design.player.case;
  const place = pickingPlace(design.hand, stringPlan);
  const hand = screen(place);
  const reach = design.hand.reach * view.scale;
  const tight = caseFit && screen(caseFit.tightest.at);
  const corners = (fit: NonNullable<typeof caseFit>, c: NonNullable<typeof own>): readonly Point[] => {
    const [x0, x1, x2] = [fit.tailX, fit.tailX + c.body, fit.tailX + c.length];
    const [w, n] = [c.width / 2, c.neckWidth / 2];
    const y = fit.middleY;
    return [
      { x: x0, y: y - w },
      { x: x1, y: y - w },
      { x: x1, y: y - n },
      { x: x2, y: y - n },
      { x: x2, y: y + n },
      { x: x1, y: y + n },
      { x: x1, y: y + w },
      { x: x0, y: y + w },
    ];
  };
  return (
    <g pointerEvents="none" data-testid="player-marks">
      {caseFit && own && (
        <path
          d={`${line(corners(caseFit, own))}Z`}
          fill="none"
          stroke="var(--chakra-colors-kelp)"
          strokeWidth="2"
          strokeDasharray="9 4"
        />
      )}
      {tight && caseFit && (
        <circle
          cx={tight.x}
          cy={tight.y}
          r="10"
          fill="none"
          stroke={caseFit.tightest.room < 0 ? 'var(--chakra-colors-madder)' : 'var(--chakra-colors-kelp)'}
          strokeWidth="2.5"
        />
      )}
      <circle
        cx={hand.x}
        cy={hand.y}
        r={reach}
        fill="var(--chakra-colors-kelp)"
        fillOpacity="0.07"
        stroke="var(--chakra-colors-kelp)"
        strokeDasharray="4 4"
      />
      {controlReaches(design, layout, stringPlan).map(({ id, at }) => (
        <path
          key={id}
          d={line([place, at])}
          stroke="var(--chakra-colors-kelp)"
          strokeWidth="1.2"
          fill="none"
        />
      ))}
      {edge && (
        <circle
          {...{ cx: screen(edge.at).x, cy: screen(edge.at).y }}
          r="7"
          fill="none"
          stroke="var(--chakra-colors-ochre)"
          strokeWidth="2.5"
        />
      )}
      <Said at={{ x: hand.x, y: hand.y + reach + 15 }}>{WORDS.markReach}</Said>
      {tight && <Said at={{ x: tight.x, y: tight.y + 26 }}>{WORDS.markTightest}</Said>}
      {edge && <Said at={{ x: screen(edge.at).x, y: screen(edge.at).y + 24 }}>{WORDS.markForearm}</Said>}
    </g>
  );
}
