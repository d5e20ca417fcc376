import type { DisplayUnit } from '@pelkin/core';
import { memo } from 'react';
import { useBoard } from './boardStore.ts';
import type { RulerMark } from './rulerMarks.ts';
import { rulerMarks } from './rulerMarks.ts';
import type { Flip, Size, View } from './view.ts';
import { toBoard, toScreen } from './view.ts';

/** Thickness of a ruler on the screen. */
export const RULER = 20;
const MARK_LENGTH = [4, 7, 11] as const;

interface Lie {
  readonly view: View;
  readonly size: Size;
  readonly flip: Flip;
}

/** Marks of one ruler as one line, and its figures; `place` gives where on the screen along the ruler a mark stands. */
function ticksOf(
  marks: readonly RulerMark[],
  place: (at: number) => number,
  tick: (along: number, from: number) => string,
) {
  return {
    ticks: marks.map((m) => tick(place(m.at), RULER - MARK_LENGTH[m.level])).join(''),
    figures: marks.flatMap((m) => (m.label === null ? [] : [{ along: place(m.at), label: m.label }])),
  };
}

/**
 * Two rulers from the bridge line and the centre line, figures without sign, in the chosen unit. They lie over the
 * board as a picture of their own: what is dragged beneath does not draw them again.
 */
export const Rulers = memo(function Rulers({ view, size, flip, unit }: Lie & { unit: DisplayUnit }) {
  const a = toBoard(view, size, flip, { x: 0, y: 0 });
  const b = toBoard(view, size, flip, { x: size.width, y: size.height });
  const along = ticksOf(
    rulerMarks(Math.min(a.x, b.x), Math.max(a.x, b.x), view.scale, unit),
    (at) => toScreen(view, size, flip, { x: at, y: 0 }).x,
    (x, from) => `M${x} ${from}V${RULER}`,
  );
  const across = ticksOf(
    rulerMarks(Math.min(a.y, b.y), Math.max(a.y, b.y), view.scale, unit),
    (at) => toScreen(view, size, flip, { x: 0, y: at }).y,
    (y, from) => `M${from} ${y}H${RULER}`,
  );
  return (
    <svg className="rulers" aria-hidden="true">
      <rect className="ruler" width={size.width} height={RULER} />
      <rect className="ruler" width={RULER} height={size.height} />
      <path className="ruler-mark" d={along.ticks} />
      {along.figures.map(({ along: x, label }) => (
        <text key={x} className="ruler-figure" x={x + 3} y={9.5}>
          {label}
        </text>
      ))}
      <path className="ruler-mark" d={across.ticks} />
      <g transform="rotate(-90)">
        {across.figures.map(({ along: y, label }) => (
          <text key={y} className="ruler-figure" x={3 - y} y={9.5}>
            {label}
          </text>
        ))}
      </g>
      <RulerPointers view={view} size={size} flip={flip} />
      <rect className="ruler" width={RULER} height={RULER} />
      <text className="ruler-figure" x={RULER / 2} y={RULER / 2 + 3} textAnchor="middle">
        {unit === 'mm' ? 'mm' : 'in'}
      </text>
    </svg>
  );
});

/** The pointer's place on both rulers. */
function RulerPointers({ view, size, flip }: Lie) {
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
export const Grid = memo(function Grid({ view, size, flip, unit }: Lie & { unit: DisplayUnit }) {
  const a = toBoard(view, size, flip, { x: 0, y: 0 });
  const b = toBoard(view, size, flip, { x: size.width, y: size.height });
  const at = (from: number, to: number): number[] =>
    rulerMarks(from, to, view.scale, unit).flatMap((m) => (m.label === null ? [] : [m.at]));
  const down = at(Math.min(a.x, b.x), Math.max(a.x, b.x)).map(
    (mm) => toScreen(view, size, flip, { x: mm, y: 0 }).x,
  );
  const over = at(Math.min(a.y, b.y), Math.max(a.y, b.y)).map(
    (mm) => toScreen(view, size, flip, { x: 0, y: mm }).y,
  );
  return (
    <path
      className="grid-line"
      d={[...down.map((x) => `M${x} 0V${size.height}`), ...over.map((y) => `M0 ${y}H${size.width}`)].join('')}
    />
  );
});
