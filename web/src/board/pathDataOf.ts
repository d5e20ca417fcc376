import type { PathMark } from '@pelkin/core';
import { pathData } from '@pelkin/core';

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
