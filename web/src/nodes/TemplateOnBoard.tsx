import type { Point } from '@pelkin/core';
import { CURVE_TEMPLATES, templateEdge } from '@pelkin/core';
import type { PointerEvent } from 'react';
import { useRef } from 'react';
import { boardPixels, useBoardFrame } from '../board/BoardContext.ts';
import { useTemplateLay } from './templateLay.ts';

/** The curve template on the board: slid by its line, turned by its ends about its middle. */
export function TemplateOnBoard() {
  const { key, lay } = useTemplateLay();
  const { board, screen } = useBoardFrame();
  const held = useRef<((p: Point) => void) | null>(null);
  const template = CURVE_TEMPLATES.find((t) => t.key === key);
  if (!template) return null;
  const edge = templateEdge(template, lay).map(screen);
  const d = edge.map(({ x, y }, i) => `${i ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`).join('');
  const place = (event: PointerEvent<SVGElement>): Point => board(boardPixels(event, event.currentTarget));
  const hold = (event: PointerEvent<SVGElement>, take: (from: Point) => (p: Point) => void): void => {
    if (event.button !== 0) return;
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    held.current = take(place(event));
  };
  const slide =
    (from: Point) =>
    (p: Point): void => {
      const at = { x: lay.at.x + p.x - from.x, y: lay.at.y + p.y - from.y };
      useTemplateLay.getState().set({ lay: { ...lay, at } });
    };
  const turn = (from: Point) => {
    const angle = (p: Point): number => Math.atan2(p.y - lay.at.y, p.x - lay.at.x);
    const begun = angle(from);
    return (p: Point): void => {
      const raw = lay.turn + angle(p) - begun;
      useTemplateLay.getState().set({ lay: { ...lay, turn: Math.atan2(Math.sin(raw), Math.cos(raw)) } });
    };
  };
  const rest = {
    onPointerMove: (event: PointerEvent<SVGElement>) => held.current?.(place(event)),
    onPointerUp: () => (held.current = null),
    onPointerCancel: () => (held.current = null),
  };
  return (
    <g data-testid="curve-template">
      <path className="template-target" d={d} onPointerDown={(event) => hold(event, slide)} {...rest} />
      <path className="template-line" d={d} />
      {[edge[0]!, edge.at(-1)!].map(({ x, y }, i) => (
        <circle
          key={i}
          className="template-end"
          cx={x}
          cy={y}
          r={7}
          onPointerDown={(event) => hold(event, turn)}
          {...rest}
        />
      ))}
    </g>
  );
}
