import { describe, expect, it } from 'vitest';
import { demo } from '../../../tests/findings.ts';
import { readOf } from '../../../tests/found.ts';
import { flattenPath, nearestOnPath, perimeter, signedArea } from '../../geometry/closedPath.ts';
import { boxHeight, boxWidth, boxOfPoints } from '../../geometry/box.ts';
import { joinChains } from '../../geometry/chains.ts';
import type { Cubic } from '../../geometry/cubic.ts';
import { nodesAsDrawn } from '../../outline/fromChain.ts';
import { shapeOf } from '../../outline/shapeMeasures.ts';
import { outlineTurns } from '../../outline/measures.ts';
import { solveOutline } from '../../outline/solve.ts';
import { createDeriver } from '../../derived/derive.ts';
import { DXF_CURVES, drawingDxf } from '../dxf.ts';
import { drawingSvg } from '../svg.ts';
import { readDrawing } from './read.ts';
import { firstPlacing } from './place.ts';

const derive = createDeriver();
const outlineIn = (text: string): readonly Cubic[] => {
  const read = readOf(readDrawing(text));
  expect(read.declared?.mm).toBeCloseTo(1, 9);
  const { chains } = joinChains(read.curves, 0.05);
  const closed = chains.filter((c) => c.closed);
  const size = (c: readonly Cubic[]): number => {
    const box = boxOfPoints(flattenPath(c, 1))!;
    return boxWidth(box) * boxHeight(box);
  };
  return closed.reduce((a, b) => (size(b.pieces) > size(a.pieces) ? b : a)).pieces;
};

describe('what Pelkin wrote is brought in again within 0.02 mm, with the same measures:', () => {
  it.each(
    (['windrow', 'skerry', 'fathom'] as const).flatMap((name) =>
      ['svg', ...DXF_CURVES].map((as) => [name, as] as const),
    ),
  )(
    '%s as %s',
    (name, as) => {
      const { template, path } = derive(demo(name));
      const text = as === 'svg' ? drawingSvg(template, name) : drawingDxf(template, name, as as 'arcs').text;
      const found = outlineIn(text);
      const box = boxOfPoints(flattenPath(found, 0.1))!;
      expect(firstPlacing(box, 0)).toEqual({ mirror: false, turn: 0, shift: { x: 0, y: 0 } });
      const drawn = nodesAsDrawn(found)!;
      expect(drawn.nodes.length).toBeLessThan(120);
      // Straight steps lie a hundredth inside the curve that they stand for.
      expect(drawn.off).toBeLessThan(0.02);
      const again = solveOutline(drawn.nodes);
      const off = Math.max(
        ...flattenPath(path, 0.001).map((p) => nearestOnPath(again, p)!.distance),
        ...flattenPath(again, 0.001).map((p) => nearestOnPath(path, p)!.distance),
      );
      expect(off).toBeLessThan(0.02);
      expect(Math.abs(signedArea(again) - signedArea(path))).toBeLessThan(0.02 * perimeter(path));
      const [a, b] = [shapeOf(outlineTurns(again)), shapeOf(outlineTurns(path))];
      for (const key of ['length', 'lowerBout', 'waist', 'upperBout'] as const)
        expect(Math.abs(a[key]! - b[key]!)).toBeLessThan(0.04);
    },
    60_000,
  );
});
