import type { FileRead, FoundCurve, ReadFile } from '../src/files/in/found.ts';
import type { boxOfPoints } from '../src/geometry/box.ts';
import { unionBox } from '../src/geometry/box.ts';
import { cubicBox, cubicLength } from '../src/geometry/cubic.ts';

/** What a file was read as; a refusal fails the test with its words. */
export function readOf(answer: ReadFile): FileRead {
  if (!answer.ok) throw new Error(`${answer.where}: ${answer.message}`);
  return answer.read;
}

/** Box of all curves as [minX, minY, maxX, maxY]. */
export function boxOf(curves: readonly FoundCurve[]): readonly number[] {
  const box = curves
    .flatMap((c) => c.pieces)
    .reduce<ReturnType<typeof boxOfPoints>>((b, c) => unionBox(b, cubicBox(c)), null)!;
  return [box.minX, box.minY, box.maxX, box.maxY];
}

export const lengthOf = (curves: readonly FoundCurve[]): number =>
  curves.flatMap((c) => c.pieces).reduce((sum, c) => sum + cubicLength(c), 0);
