import { closedPathMark, placingMap } from '@pelkin/core';
import { useMemo } from 'react';
import { useBoardFrame } from '../../../board/BoardContext.ts';
import { dataOf } from '../../../board/pathDataOf.ts';
import type { BroughtLine } from '../../../workers/drawingReader.ts';
import type { Use } from './importDrawing.ts';
import { useBringIn } from './importDrawing.ts';

const NEXT: Readonly<Record<Use, Use>> = { outline: 'opening', opening: 'leave', leave: 'outline' };

function Line({ line, matrix }: { line: BroughtLine; matrix: string }) {
  const use = useBringIn((s) => s.uses.get(line.index) ?? 'leave');
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
      onPointerDown={(event) => event.button === 0 && line.closed && event.stopPropagation()}
      onClick={() => line.closed && useBringIn.getState().use(line.index, NEXT[use])}
    >
      <title>{`${line.name || 'line'}: ${use === 'leave' ? 'left out' : use}`}</title>
    </path>
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
    </g>
  );
}
