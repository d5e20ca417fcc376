import { useBoardFrame } from '../../../board/BoardContext.ts';
import { dataOf } from '../../../board/pathDataOf.ts';
import { useDerived } from '../../../design/derived.ts';

/** The body as its shadow: the eye judges the line alone. */
export function Silhouette() {
  const { drawing } = useDerived();
  const { matrix } = useBoardFrame();
  const outline = drawing.layers.find((l) => l.name === 'outline')?.marks[0];
  return outline?.kind === 'path' ? (
    <path className="silhouette" data-testid="silhouette" transform={matrix} d={dataOf(outline)} />
  ) : null;
}
