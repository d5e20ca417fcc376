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
import { polylineMark } from '../../drawing/drawing.ts';
import { depthFromFace, isHoleCut } from '../../layout/drawing.ts';
import { DXF_CURVES, drawingDxf, layersDxf } from '../dxf.ts';
import { machineLayers } from '../machineLayers.ts';
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

describe('openings and holes come back with their names, faces and depths:', () => {
  it.each(
    (['windrow', 'skerry', 'fathom'] as const).flatMap((name) =>
      ['template as SVG', 'template as DXF', 'machine layers'].map((as) => [name, as] as const),
    ),
  )('%s, %s', (name, as) => {
    const design = demo(name);
    const derived = derive(design);
    const text =
      as === 'template as SVG'
        ? drawingSvg(derived.template, name)
        : as === 'template as DXF'
          ? drawingDxf(derived.template, name, 'splines').text
          : layersDxf(machineLayers(design, derived, 'front'), name, 'arcs').text;
    const { chains } = joinChains(readOf(readDrawing(text)).curves, 0.05);
    const back = chains.filter((c) => c.cut && !c.cut.aside);
    const { thickness } = design.body;
    const wanted = derived.layout.cuts.filter((c) => c.face !== 'edge' && !c.closed && c.role !== 'drilled');
    expect(back.length).toBeGreaterThan(5);
    expect(new Set(back.map((c) => c.name))).toEqual(
      new Set(back.map((c) => wanted.find((w) => w.name === c.name)?.name)),
    );
    // Each is one of those that are cut: its name, its face, its depth.
    for (const chain of back)
      expect(
        wanted.some(
          (w) =>
            w.name === chain.name &&
            w.face === chain.cut!.face &&
            w.through === chain.cut!.through &&
            (w.through || w.unsaid || Math.abs(depthFromFace(w, thickness) - chain.cut!.depth) < 1e-3),
        ),
        chain.name,
      ).toBe(true);
    // What is bored in the edge or drilled along the body comes back as that, and is left out.
    // Two that lie over one another, as screws of a plate in the edge do, are one line from above.
    const sideways = derived.layout.cuts
      .filter((c) => c.face === 'edge' || c.role === 'drilled')
      .filter((c, i, all) => all.findIndex((o) => Math.abs(o.area.box.minX - c.area.box.minX) < 1e-3) === i);
    for (const cut of sideways)
      expect(
        chains.some((c) => c.name === cut.name && (c.cut?.aside === 'edge' || c.cut?.aside === 'run')),
        cut.name,
      ).toBe(true);
    // And none of those that stand alone is missing.
    for (const hole of wanted.filter(isHoleCut))
      expect(
        back.some((c) => c.name === hole.name),
        hole.name,
      ).toBe(true);
  });
  it('a name of any letters and marks', () => {
    const drawing = {
      layers: [
        {
          name: 'openings' as const,
          marks: [
            {
              ...polylineMark(
                'cut-1',
                'opening',
                [
                  { x: 0, y: 0 },
                  { x: 40, y: 0 },
                  { x: 40, y: 30 },
                ],
                true,
              ),
              cut: {
                name: 'Sö & "<7/8″> 扉',
                face: 'back' as const,
                depth: 12.25,
                through: false,
                aside: null,
              },
            },
          ],
        },
      ],
    };
    for (const text of [drawingSvg(drawing, 'x'), drawingDxf(drawing, 'x', 'arcs').text]) {
      const [curve] = readOf(readDrawing(text)).curves;
      expect(curve).toMatchObject({
        name: 'Sö & "<7/8″> 扉',
        cut: { face: 'back', depth: 12.25, through: false, aside: null },
      });
    }
  });
});
