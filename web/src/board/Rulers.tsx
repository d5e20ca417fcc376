import type { DisplayUnit } from '@pelkin/core';
import { memo } from 'react';
import { useBoard } from './boardStore.ts';
import { rulerMarks } from './rulerMarks.ts';
import type { Flip, Size, View } from './view.ts';
import { toBoard, toScreen } from './view.ts';

/** Thickness of a ruler on the screen. */
export const RULER = 20;
const MARK_LENGTH = [4, 7, 11] as const;

/** Two rulers from the bridge line and the centre line, figures without sign, in the chosen unit. */
export const Rulers = memo(function Rulers({
  view,
  size,
  flip,
  unit,
}: {
  view: View;
  size: Size;
  flip: Flip;
  unit: DisplayUnit;
}) {
  const a = toBoard(view, size, flip, { x: 0, y: 0 });
  const b = toBoard(view, size, flip, { x: size.width, y: size.height });
  const along = rulerMarks(Math.min(a.x, b.x), Math.max(a.x, b.x), view.scale, unit);
  const across = rulerMarks(b.y, a.y, view.scale, unit);
  return (
    <g aria-hidden="true">
      <rect className="ruler" width={size.width} height={RULER} />
      <rect className="ruler" width={RULER} height={size.height} />
      {along.map((m) => {
        const { x } = toScreen(view, size, flip, { x: m.at, y: 0 });
        return (
          <g key={m.at}>
            <line className="ruler-mark" x1={x} x2={x} y1={RULER - MARK_LENGTH[m.level]} y2={RULER} />
            {m.label !== null && (
              <text className="ruler-figure" x={x + 3} y={9.5}>
                {m.label}
              </text>
            )}
          </g>
        );
      })}
      {across.map((m) => {
        const { y } = toScreen(view, size, flip, { x: 0, y: m.at });
        return (
          <g key={m.at}>
            <line className="ruler-mark" y1={y} y2={y} x1={RULER - MARK_LENGTH[m.level]} x2={RULER} />
            {m.label !== null && (
              <text className="ruler-figure" transform={`translate(9.5 ${y - 3}) rotate(-90)`}>
                {m.label}
              </text>
            )}
          </g>
        );
      })}
      <RulerPointers view={view} size={size} flip={flip} />
      <rect className="ruler" width={RULER} height={RULER} />
      <text className="ruler-figure" x={RULER / 2} y={RULER / 2 + 3} textAnchor="middle">
        {unit === 'mm' ? 'mm' : 'in'}
      </text>
    </g>
  );
});

/** The pointer's place on both rulers. */
function RulerPointers({ view, size, flip }: { view: View; size: Size; flip: Flip }) {
  const pointer = useBoard((s) => s.pointer);
  if (!pointer) return null;
  const { x, y } = toScreen(view, size, flip, pointer);
  return (
    <g className="ruler-pointer">
      <path d={`M${x} ${RULER}l-4 -6h8z`} />
      <path d={`M${RULER} ${y}l-6 -4v8z`} />
    </g>
  );
}

/** Faint lines under everything, at the rulers' figures. */
export const Grid = memo(function Grid({
  view,
  size,
  flip,
  unit,
}: {
  view: View;
  size: Size;
  flip: Flip;
  unit: DisplayUnit;
}) {
  const a = toBoard(view, size, flip, { x: 0, y: 0 });
  const b = toBoard(view, size, flip, { x: size.width, y: size.height });
  const at = (from: number, to: number): number[] =>
    rulerMarks(from, to, view.scale, unit).flatMap((m) => (m.label === null ? [] : [m.at]));
  const down = at(Math.min(a.x, b.x), Math.max(a.x, b.x)).map(
    (mm) => toScreen(view, size, flip, { x: mm, y: 0 }).x,
  );
  const over = at(b.y, a.y).map((mm) => toScreen(view, size, flip, { x: 0, y: mm }).y);
  return (
    <path
      className="grid-line"
      d={[...down.map((x) => `M${x} 0V${size.height}`), ...over.map((y) => `M0 ${y}H${size.width}`)].join('')}
    />
  );
});
