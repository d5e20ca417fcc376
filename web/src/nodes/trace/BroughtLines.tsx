import type { PlanUse } from '@pelkin/core';
import { closedPathMark, placingMap, usesFor } from '@pelkin/core';
import { useMemo } from 'react';
import { useBoardFrame } from '../../board/BoardContext.ts';
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
