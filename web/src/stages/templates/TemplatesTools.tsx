import type { Box, Point } from '@pelkin/core';
import { crosshairs } from '@pelkin/core';
import { useMemo } from 'react';
import { useBoardFrame } from '../../board/BoardContext.ts';
import { useDerived } from '../../design/derived.ts';
import { useDesign } from '../../design/store.ts';

/** The sheets laid over the drawing: what is printed, what overlaps, where crosshairs stand, what is left out. */
export function TemplatesTools() {
  const { plan } = useDerived();
  const { handedness } = useDesign();
  const { screen } = useBoardFrame();
  const hairs = useMemo(() => crosshairs(plan), [plan]);
  const flip = handedness === 'left' ? -1 : 1;
  // The plan is corrected, and mirrored for a left-handed instrument; the board shows the instrument itself.
  const place = (p: Point): Point =>
    screen({ x: (flip * p.x) / plan.correction.x, y: p.y / plan.correction.y });
  const rect = (area: Box) => {
    const a = place({ x: area.minX, y: area.maxY });
    const b = place({ x: area.maxX, y: area.minY });
    return {
      x: Math.min(a.x, b.x),
      y: Math.min(a.y, b.y),
      width: Math.abs(b.x - a.x),
      height: Math.abs(b.y - a.y),
    };
  };
  const { overlap } = plan.grid;
  const printedAt = (column: number, row: number): boolean =>
    plan.printed.some((t) => t.column === column && t.row === row);
  return (
    <g pointerEvents="none">
      {plan.tiles
        .filter((t) => !t.printed)
        .map((t) => (
          <rect key={t.label} className="tile-left-out" {...rect(t.area)} />
        ))}
      {plan.printed.map((t) => {
        const own = rect(t.area);
        return (
          <g key={t.label} data-tile={t.label}>
            {printedAt(t.column + 1, t.row) && (
              <rect className="overlap" {...rect({ ...t.area, minX: t.area.maxX - overlap })} />
            )}
            {printedAt(t.column, t.row + 1) && (
              <rect className="overlap" {...rect({ ...t.area, minY: t.area.maxY - overlap })} />
            )}
            <rect className="tile" {...own} />
            <text
              className="tile-label"
              x={own.x + own.width / 2}
              y={own.y + own.height / 2 + 8}
              textAnchor="middle"
            >
              {t.label}
            </text>
          </g>
        );
      })}
      {plan.tiles
        .filter((t) => !t.printed)
        .map((t) => {
          const own = rect(t.area);
          return (
            <text
              key={t.label}
              className="figure quiet"
              x={own.x + own.width / 2}
              y={own.y + own.height / 2}
              textAnchor="middle"
            >
              {t.label} left out, empty
            </text>
          );
        })}
      {hairs.map(({ at }) => {
        const p = place(at);
        return (
          <path
            key={`${at.x},${at.y}`}
            className="crosshair"
            d={`M${p.x - 6} ${p.y}h12M${p.x} ${p.y - 6}v12`}
          />
        );
      })}
    </g>
  );
}
