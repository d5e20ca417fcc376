import type { ClosedPath, PathMark } from '@pelkin/core';
import { closedPathMark } from '@pelkin/core';
import { useMemo } from 'react';
import { useBoardFrame } from './BoardContext.ts';
import { dataOf } from './pathDataOf.ts';

/** Other lines, dashed over the drawing. */
export function LinesGhost({ marks }: { marks: readonly PathMark[] }) {
  const { matrix } = useBoardFrame();
  return marks.map((mark) => (
    <path key={mark.id} className="ghost" transform={matrix} d={dataOf(mark)} aria-hidden="true" />
  ));
}

/** Another outline, dashed over the drawing. */
export function OutlineGhost({ path, words }: { path: ClosedPath; words: string }) {
  const { matrix } = useBoardFrame();
  const mark = useMemo(() => closedPathMark('ghost', 'outline', path), [path]);
  return (
    <path
      className="ghost"
      data-testid="ghost"
      transform={matrix}
      d={dataOf(mark)}
      aria-label={words}
      role="img"
    />
  );
}
