import type { ClosedPath, PathMark } from '@pelkin/core';
import { closedPathMark, pathData } from '@pelkin/core';

const known = new WeakMap<PathMark, string>();
/** Path data in the instrument frame, made once for each mark. */
export function dataOf(mark: PathMark): string {
  let data = known.get(mark);
  if (data === undefined) {
    data = pathData(mark);
    known.set(mark, data);
  }
  return data;
}

const knownPaths = new WeakMap<ClosedPath, string>();
/** The same of a closed line. */
export function pathDataOfPath(path: ClosedPath): string {
  let data = knownPaths.get(path);
  if (data === undefined) {
    data = pathData(closedPathMark('', 'opening', path));
    knownPaths.set(path, data);
  }
  return data;
}
