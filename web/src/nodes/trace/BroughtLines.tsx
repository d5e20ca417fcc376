import type { PlanUse, Point } from '@pelkin/core';
import { closedPathMark, distance, placingMap, pressPlaces, unplacingMap, usesFor } from '@pelkin/core';
import type { PointerEvent } from 'react';
import { useMemo, useState } from 'react';
import { boardPixels, useBoardFrame } from '../../board/BoardContext.ts';
import { dataOf } from '../../board/pathDataOf.ts';
import type { BroughtLine } from '../../workers/drawingReader.ts';
import { USE_WORDS } from './useWords.ts';
import { useBringIn, usesNow } from './importDrawing.ts';

/** What a press makes of a line: the next of the uses that it can have. */
function nextUse(line: BroughtLine, use: PlanUse): PlanUse {
  const all = usesFor(line);
  return all[(all.indexOf(use) + 1) % all.length]!;
}

function Line({ line, matrix }: { line: BroughtLine; matrix: string }) {
  const use = useBringIn((s) => usesNow(s).get(line.index) ?? 'leave');
  const d = useMemo(() => {
    const mark = closedPathMark(`brought-${line.index}`, 'outline', line.path);
    return dataOf({ ...mark, closed: line.closed });
  }, [line]);
  return (
    <path
      className={`brought brought-${use}`}
      data-testid={`brought-${line.index}`}
      transform={matrix}
      d={d}
      onPointerDown={(event) => event.button === 0 && event.stopPropagation()}
      onClick={() => useBringIn.getState().use(line.index, nextUse(line, use))}
    >
      <title>{`${line.name || 'line'}: ${USE_WORDS[use]}`}</title>
    </path>
  );
}

/** A press means an end, a crossing or a middle that is so near, pixels. */
const SNAP = 10;

/** Two presses that lay the drawing: the place that a press would mean is ringed. */
function Presses({ lines }: { lines: readonly BroughtLine[] }) {
  const { board, screen, size, view } = useBoardFrame();
  const placing = useBringIn((s) => s.placing);
  const pressed = useBringIn((s) => s.pressed);
  const [over, setOver] = useState<Point | null>(null);
  const likely = useMemo(() => pressPlaces(lines), [lines]);
  if (!pressed) return null;
  const [map, unmap] = [placingMap(placing), unplacingMap(placing)];
  const meant = (event: PointerEvent<SVGElement>): Point => {
    const p = unmap(board(boardPixels(event, event.currentTarget)));
    const near = likely.filter((q) => distance(p, q) * view.scale < SNAP);
    return near.reduce((best, q) => (distance(p, q) < distance(p, best) ? q : best), near[0] ?? p);
  };
  return (
    <>
      <rect
        className="brush-area"
        data-testid="press-area"
        width={size.width}
        height={size.height}
        onPointerMove={(event) => setOver(meant(event))}
        onPointerLeave={() => setOver(null)}
        onPointerDown={(event) => {
          if (event.button !== 0) return;
          event.stopPropagation();
          useBringIn.getState().press(meant(event));
        }}
      />
      {[...pressed, ...(over ? [over] : [])].map((p, i) => {
        const { x, y } = screen(map(p));
        return <circle key={i} className="brush-ring" cx={x} cy={y} r={7} />;
      })}
    </>
  );
}

/** The lines of a drawing that is being brought in, where they would lie; a press changes what becomes of one. */
export function BroughtLines() {
  const lines = useBringIn((s) => s.lines);
  const placing = useBringIn((s) => s.placing);
  const { matrix } = useBoardFrame();
  if (!lines) return null;
  const map = placingMap(placing);
  const [o, x, y] = [map({ x: 0, y: 0 }), map({ x: 1, y: 0 }), map({ x: 0, y: 1 })];
  const laid = `${matrix} matrix(${x.x - o.x} ${x.y - o.y} ${y.x - o.x} ${y.y - o.y} ${o.x} ${o.y})`;
  return (
    <g data-testid="brought-lines">
      {[...lines.lines].reverse().map((line) => (
        <Line key={line.index} line={line} matrix={laid} />
      ))}
      <Presses lines={lines.lines} />
    </g>
  );
}
