import { describe, expect, it } from 'vitest';
import { demo } from '../../../tests/findings.ts';
import { readOf } from '../../../tests/found.ts';
import { createDeriver } from '../../derived/derive.ts';
import { joinChains } from '../../geometry/chains.ts';
import type { Cubic } from '../../geometry/cubic.ts';
import { straightCubic } from '../../geometry/cubic.ts';
import { mapPath, pathBox, reversePath } from '../../geometry/closedPath.ts';
import type { Point } from '../../geometry/point.ts';
import { distance } from '../../geometry/point.ts';
import { drawingDxf } from '../dxf.ts';
import { drawingSvg } from '../svg.ts';
import type { AxisLine } from './axes.ts';
import { findAxes, placingByAxes, pressPlaces, pressedAxes } from './axes.ts';
import { describeLines } from './lines.ts';
import { placingMap } from './place.ts';
import { readDrawing } from './read.ts';

const derive = createDeriver();
const { path } = derive(demo('windrow'));
/** A drawing of the Windrow that lies elsewhere, turned by so many degrees. */
const about =
  (deg: number, at: Point) =>
  ({ x, y }: Point): Point => {
    const [c, s] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
    return { x: at.x + c * x - s * y, y: at.y + s * x + c * y };
  };
const line = (pieces: readonly Cubic[], more: Partial<AxisLine> = {}): AxisLine => ({
  name: '',
  layer: '',
  closed: false,
  dashed: false,
  pieces,
  ...more,
});
const asBody = (pieces: readonly Cubic[]) => ({ path: pieces, box: pathBox(pieces)! });
const drawn = (
  to: (p: Point) => Point,
  centre: Partial<AxisLine>,
  bridge: Partial<AxisLine>,
): readonly AxisLine[] => [
  line(mapPath(path, to), { closed: true }),
  line([straightCubic(to({ x: -220, y: 0 }), to({ x: 330, y: 0 }))], centre),
  line([straightCubic(to({ x: 0, y: -60 }), to({ x: 0, y: 60 }))], bridge),
  // What else is straight: a pocket's end, a dimension.
  line([straightCubic(to({ x: 120, y: -28 }), to({ x: 120, y: 28 }))]),
  line([straightCubic(to({ x: -220, y: 190 }), to({ x: 330, y: 190 }))]),
];
const TOLD = [
  ['by layers', { layer: 'CENTRE_LINE' }, { layer: 'Bridge line' }],
  ['by names', { name: 'centerline' }, { name: 'saddle-line' }],
  ['by one layer of both', { layer: 'CL' }, { layer: 'CL' }],
  ['by dashes', { dashed: true }, { dashed: true }],
] as const;

describe('a drawing is laid by its centre line and bridge line:', () => {
  it.each(TOLD.flatMap((told) => [0, 90, 180, -90].map((deg) => [told[0], deg, told[1], told[2]] as const)))(
    '%s, turned by %d°',
    (_, deg, centre, bridge) => {
      const to = about(deg, { x: 57.5, y: -301.5 });
      const lines = drawn(to, centre, bridge);
      const axes = findAxes(lines, asBody(lines[0]!.pieces));
      expect(axes.bridge).not.toBeNull();
      const map = placingMap(placingByAxes(axes, pathBox(lines[0]!.pieces)!, -150));
      for (const p of [
        { x: 0, y: 0 },
        { x: 280, y: -34 },
      ])
        expect(distance(map(to(p)), p)).toBeLessThan(1e-6);
    },
  );
  it('where the body alone lies about the middle of the sheet, its lines count, not its box', () => {
    const to = about(0, { x: 56, y: 1.5 });
    const lines = drawn(to, { layer: 'centre' }, { layer: 'bridge line' });
    const { shift } = placingByAxes(
      findAxes(lines, asBody(lines[0]!.pieces)),
      pathBox(lines[0]!.pieces)!,
      -150,
    );
    expect([shift.x, shift.y]).toEqual([expect.closeTo(-56, 9), expect.closeTo(-1.5, 9)]);
  });
  it.each([0, 90])('by the symmetry of a body, turned by %d°, along it by its tail', (deg) => {
    // A waisted body of two like sides.
    const side = (sense: 1 | -1): readonly Cubic[] => {
      const at = (x: number, y: number): Point => ({ x, y: sense * y });
      return [
        { p0: at(-150, 0), p1: at(-150, 110), p2: at(-80, 170), p3: at(0, 130) },
        { p0: at(0, 130), p1: at(60, 100), p2: at(60, 120), p3: at(120, 130) },
        { p0: at(120, 130), p1: at(200, 140), p2: at(260, 80), p3: at(260, 0) },
      ];
    };
    const to = about(deg, { x: 20, y: 7.25 });
    const body = asBody(mapPath([...side(1), ...reversePath(side(-1))], to));
    const axes = findAxes([line(body.path, { closed: true })], body);
    expect(axes).toMatchObject({ centre: { by: 'symmetry' }, bridge: null });
    const map = placingMap(placingByAxes(axes, body.box, -150));
    expect(map(to({ x: 100, y: 0 })).y).toBeCloseTo(0, 6);
    expect(pathBox(mapPath(body.path, map))!.minX).toBeCloseTo(deg ? -150 : -130, 6);
  });
  it('a body of two unlike sides has none, and none is made up', () => {
    expect(findAxes([line(path, { closed: true })], asBody(path))).toEqual({ centre: null, bridge: null });
  });
  it('two presses lay it: where the lines cross, and nutward of it', () => {
    const to = about(37, { x: 11, y: -4 });
    const axes = pressedAxes(to({ x: 0, y: 0 }), to({ x: 250, y: 0 }))!;
    const map = placingMap(placingByAxes(axes, pathBox(mapPath(path, to))!, 0));
    expect(distance(map(to({ x: 90, y: 30 })), { x: 90, y: 30 })).toBeLessThan(1e-9);
    expect(pressedAxes({ x: 3, y: 3 }, { x: 3, y: 3.2 })).toBeNull();
    const places = pressPlaces(
      drawn(to, {}, {}).map((l) => ({ path: l.pieces, closed: l.closed, circle: null })),
    );
    expect(Math.min(...places.map((p) => distance(p, to({ x: 0, y: 0 }))))).toBeLessThan(1e-9);
  });
  it.each(['windrow', 'skerry', 'fathom'] as const)('%s, as Pelkin writes it', (name) => {
    const { template } = derive(demo(name));
    for (const text of [drawingSvg(template, name), drawingDxf(template, name, 'arcs').text]) {
      const { curves } = readOf(readDrawing(text));
      const { chains } = joinChains(curves, 0.05);
      const body = describeLines(chains).find((l) => l.chain.closed && !l.aside)!;
      const axes = findAxes(curves, { path: body.chain.pieces, box: body.box });
      expect([axes.centre?.by, axes.bridge?.by]).toEqual(['name', 'name']);
      const { turn, shift } = placingByAxes(axes, body.box, 0);
      expect(Math.abs(turn)).toBeLessThan(1e-9);
      expect(Math.hypot(shift.x, shift.y)).toBeLessThan(1e-3);
    }
  });
});
