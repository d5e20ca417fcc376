import type { Point } from '@pelkin/core';
import { distance, lengthWithUnit, pixelMap } from '@pelkin/core';
import type { PointerEvent } from 'react';
import { useRef, useState } from 'react';
import { boardPixels, useBoardFrame } from '../../board/BoardContext.ts';
import { useDrawnStore as useDesignStore, usePicked } from '../drawn.ts';
import { MARK_LETTERS, changeUnderlay, useTracing, foundNow } from './tracing.ts';

const HOLD = 12;

const line = (points: readonly Point[], close = false): string =>
  points.length
    ? `M${points.map(({ x, y }) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L')}${close ? 'Z' : ''}`
    : '';

/** A mark that can be pulled to its place: an open cross, so that what lies under it is seen. */
function Mark({ at, name, onMove }: { at: Point; name: string; onMove: (to: Point) => void }) {
  const { board, screen } = useBoardFrame();
  const held = useRef<Point | null>(null);
  const { x, y } = screen(at);
  return (
    <g
      className="picture-mark"
      data-testid={`mark-${name}`}
      onPointerDown={(event) => {
        event.stopPropagation();
        (event.target as Element).setPointerCapture(event.pointerId);
        const p = boardPixels(event, event.currentTarget);
        held.current = { x: x - p.x, y: y - p.y };
      }}
      onPointerMove={(event) => {
        if (!held.current) return;
        const p = boardPixels(event, event.currentTarget);
        onMove(board({ x: p.x + held.current.x, y: p.y + held.current.y }));
      }}
      onPointerUp={() => (held.current = null)}
      onPointerCancel={() => (held.current = null)}
    >
      <circle className="node-area" cx={x} cy={y} r={HOLD} />
      <path d={`M${x - 9} ${y}h6M${x + 3} ${y}h6M${x} ${y - 9}v6M${x} ${y + 3}v6`} />
      <text x={x + 10} y={y - 8}>
        {name}
      </text>
    </g>
  );
}

/** The brush: strokes of its width are drawn with the pointer. */
function Brush() {
  const { board, screen, size, view } = useBoardFrame();
  const brush = useTracing((s) => s.brush);
  const [points, setPoints] = useState<readonly Point[]>([]);
  const [over, setOver] = useState<Point | null>(null);
  const place = (event: PointerEvent<SVGElement>): Point => board(boardPixels(event, event.currentTarget));
  const at = over && screen(over);
  return (
    <>
      <rect
        className="brush-area"
        data-testid="brush-area"
        width={size.width}
        height={size.height}
        onPointerDown={(event) => {
          if (event.button !== 0) return;
          event.stopPropagation();
          event.currentTarget.setPointerCapture(event.pointerId);
          setPoints([place(event)]);
        }}
        onPointerMove={(event) => {
          const p = place(event);
          setOver(p);
          const last = points.at(-1);
          if (last && distance(last, p) > brush / 3) setPoints([...points, p]);
        }}
        onPointerUp={() => {
          useTracing.getState().stroke(points);
          setPoints([]);
        }}
        onPointerLeave={() => setOver(null)}
      />
      {points.length > 0 && (
        <path
          className="brush-stroke"
          d={line([...points, points.at(-1)!].map(screen))}
          strokeWidth={2 * brush * view.scale}
        />
      )}
      {at && <circle className="brush-ring" cx={at.x} cy={at.y} r={brush * view.scale} />}
    </>
  );
}

let moves = 0;

/** The picture taken hold of anywhere and slid. */
function Slide() {
  const { board, size } = useBoardFrame();
  const held = useRef<{ readonly from: Point; readonly at: Point; readonly gesture: string } | null>(null);
  const at = useDesignStore(
    (s) => s.design?.underlays.find((u) => u.id === useTracing.getState().id)?.at ?? null,
  );
  return (
    <rect
      className="slide-area"
      data-testid="slide-area"
      width={size.width}
      height={size.height}
      onPointerDown={(event) => {
        if (event.button !== 0 || !at) return;
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
        moves += 1;
        const from = board(boardPixels(event, event.currentTarget));
        held.current = { from, at, gesture: `slid a picture ${moves}` };
      }}
      onPointerMove={(event) => {
        const now = held.current;
        if (!now) return;
        const p = board(boardPixels(event, event.currentTarget));
        const tenth = (v: number): number => Math.round(v * 10) / 10;
        const to = { x: tenth(now.at.x + p.x - now.from.x), y: tenth(now.at.y + p.y - now.from.y) };
        changeUnderlay('slid the picture', () => ({ at: to }), now.gesture);
      }}
      onPointerUp={() => (held.current = null)}
      onPointerCancel={() => (held.current = null)}
    />
  );
}

/** Everything that is marked in the picture that is worked on. */
export function PictureMarks() {
  const { id, task, marks, measures, straights, body, bench, bridges, strokes } = useTracing();
  const first = useTracing((s) => s.found);
  const underlay = useDesignStore((s) => s.design?.underlays.find((u) => u.id === id) ?? null);
  const units = usePicked((d) => d.units);
  const { screen, view } = useBoardFrame();
  if (!underlay || underlay.hidden) return null;
  const map = pixelMap(underlay);
  // A found edge goes with its picture.
  const found = first && foundNow(first, underlay);
  const seen = (p: Point): Point => screen(map(p));
  const dot = (p: Point, kind: 'body' | 'bench', i: number) => {
    const { x, y } = seen(p);
    return <circle key={`${kind} ${i}`} className={`seed seed-${kind}`} cx={x} cy={y} r={5} />;
  };
  return (
    <g data-testid="picture-marks">
      <g pointerEvents="none">
        {strokes.map((s, i) => (
          <path
            key={i}
            className={`brush-stroke brush-${s.as}`}
            d={line([...s.points, s.points.at(-1)!].map(seen))}
            strokeWidth={2 * s.radius * underlay.scale * view.scale}
          />
        ))}
        {found && (
          <>
            <path className="found-edge" data-testid="found-edge" d={line(found.edge.map(screen), true)} />
            {found.misses.map(({ at }) => {
              const { x, y } = screen(at);
              return <circle key={`${at.x} ${at.y}`} className="missed-place" cx={x} cy={y} r={11} />;
            })}
          </>
        )}
        {measures.map((m, i) => {
          const [a, b] = [seen(m.from), seen(m.to)];
          return (
            <g key={i} className="measure-mark">
              <path d={line([a, b])} />
              <text x={(a.x + b.x) / 2} y={(a.y + b.y) / 2 - 6}>
                {lengthWithUnit(m.truth, units)}
              </text>
            </g>
          );
        })}
        {straights.map((s, i) => (
          <path key={i} className="measure-mark" d={line(s.map(seen))} />
        ))}
        {bridges.map(([a, b], i) => (
          <path key={i} className="bridge-mark" d={line([seen(a), seen(b)])} />
        ))}
        {marks.length > 1 && (
          <path className="mark-line" d={line(marks.map(seen), task === 'corners' && marks.length === 4)} />
        )}
      </g>
      {body.map((p, i) => dot(p, 'body', i))}
      {bench.map((p, i) => dot(p, 'bench', i))}
      {(task === 'brush-bench' || task === 'brush-body') && <Brush />}
      {task === 'move' && !underlay.locked && <Slide />}
      {marks.map((p, i) => (
        <Mark
          key={i}
          at={map(p)}
          name={MARK_LETTERS[i % MARK_LETTERS.length]!}
          onMove={(to) => useTracing.getState().moveMark(i, to)}
        />
      ))}
    </g>
  );
}
