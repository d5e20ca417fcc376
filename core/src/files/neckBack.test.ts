import DxfParser from 'dxf-parser';
import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { createDeriver } from '../derived/derive.ts';
import { setHandedness } from '../design/edits.ts';
import type { Design } from '../design/schema.ts';
import { drawingBox } from '../drawing/drawing.ts';
import type { Point } from '../geometry/point.ts';
import { hypot } from '../geometry/point.ts';
import { shareOfDepth } from '../neck/shaft.ts';
import { drawingDxf } from './dxf.ts';
import { weightsFor } from './lineWeights.ts';
import { drawingSvg } from './svg.ts';

interface Entity {
  readonly type: string;
  readonly layer: string;
  readonly shape?: boolean;
  readonly vertices?: readonly (Point & { readonly bulge?: number })[];
  readonly center?: Point;
  readonly radius?: number;
}
const entitiesOf = (text: string): readonly Entity[] =>
  new DxfParser().parseSync(text)!.entities as unknown as readonly Entity[];

const designs = [
  ['windrow', demo('windrow')],
  ['skerry', demo('skerry')],
  ['skerry, left-handed', setHandedness(demo('skerry'), 'left')],
] as const;

/** The neck’s half-width by the string’s own numbers (formulas section 2), straight from nut to bridge. */
const half = ({ strings: s }: Design, x: number): number =>
  s.nutWidth / 2 + (s.bridgeSpread / 2 + s.bridgeMargin - s.nutWidth / 2) * (1 - x / s.scaleLength);

describe.each(designs)('the templates of the neck of %s, read back', (_, design) => {
  const derived = createDeriver()(design);
  const hand = design.handedness === 'left' ? -1 : 1;
  const { text } = drawingDxf(derived.neckTemplate, 'Test', 'arcs');
  const all = entitiesOf(text);
  const on = (layer: string): readonly Entity[] => all.filter((e) => e.layer === layer);
  const scale = design.strings.scaleLength;

  it('have one closed taper within 0.02 mm of the strings’ own numbers, from the nut to the end of the heel', () => {
    const [taper, ...others] = on('NECK_TAPER');
    expect(others).toEqual([]);
    expect(taper).toMatchObject({ type: 'LWPOLYLINE', shape: true });
    const places = taper!.vertices!.map(({ x, y }) => ({ x: hand * x, y }));
    expect(Math.max(...places.map((p) => p.x))).toBeCloseTo(scale, 3);
    const end = scale * 2 ** (-design.strings.jointFret / 12) - design.neck.pocketLength;
    expect(Math.min(...places.map((p) => p.x))).toBeCloseTo(end, 3);
    const straight = places.filter((p) => p.x > end + 2 * design.neck.radius || p.x > scale - 1);
    for (const { x, y } of straight) expect(Math.abs(Math.abs(y) - half(design, x))).toBeLessThan(0.02);
  });

  it('have every fret where it belongs, within 0.02 mm, and a strip with their slots', () => {
    const frets = Array.from({ length: design.strings.frets }, (_unused, i) => scale * 2 ** (-(i + 1) / 12));
    const across = (layer: string): readonly number[] =>
      on(layer).flatMap(({ vertices = [] }) =>
        vertices.length === 2 && Math.abs(vertices[0]!.x - vertices[1]!.x) < 1e-6
          ? [hand * vertices[0]!.x]
          : [],
      );
    for (const layer of ['NECK', 'FRET_SLOTS']) {
      const found = across(layer);
      for (const x of frets) expect(Math.min(...found.map((f) => Math.abs(f - x)))).toBeLessThan(0.02);
    }
  });

  it('have each tuner’s hole at its place on the headstock laid out flat', () => {
    const holes = on('TUNERS').filter((e) => e.type === 'CIRCLE');
    expect(holes).toHaveLength(design.headstock.tuners.length);
    for (const { at } of design.headstock.tuners) {
      const off = holes.map(({ center }) => hypot(hand * center!.x - scale - at.x, center!.y - at.y));
      expect(Math.min(...off)).toBeLessThan(0.001);
    }
    expect(on('HEADSTOCK')).toHaveLength(1);
  });

  it('have gauges whose hollow is the section, within 0.02 mm', () => {
    const gauges = on('SECTION_GAUGES');
    expect(gauges).toHaveLength(2 * design.shaft.stations.length);
    expect(gauges.every((g) => g.shape)).toBe(true);
    design.shaft.stations.forEach(({ bass, treble }, i) => {
      const places = gauges[2 * i]!.vertices!.map(({ x, y }) => ({ x: hand * x, y }));
      const { size } = derived.neckPlan.sections[i]!;
      const [left, right] = [Math.min(...places.map((p) => p.x)), Math.max(...places.map((p) => p.x))];
      const middle = (left + right) / 2;
      const glue = Math.max(...places.map((p) => p.y)) - design.neck.board;
      const b = size.width / 2;
      const hollow = places.filter(
        (p) => Math.abs(p.x - middle) < b * 0.98 && p.y < glue && p.y > glue - size.depth - 1,
      );
      expect(hollow.length).toBeGreaterThan(5);
      for (const { x, y } of hollow) {
        const s = (x - middle) / b;
        // Drawn from the nut’s end: the bass side is on the left.
        const deep = size.depth * shareOfDepth(Math.abs(s), s < 0 ? bass : treble);
        const slope = 1 / Math.sqrt(Math.max(1e-3, 1 - s * s));
        expect(Math.abs(glue - y - deep) / slope).toBeLessThan(0.02);
      }
    });
  });

  it('are the same in SVG, in millimetres', () => {
    const svg = drawingSvg(derived.neckTemplate, 'Test', weightsFor(design.print.weights));
    expect(svg).toMatch(/width="[\d.]+mm"/);
    const d =
      /<path[^>]*id="neck-taper"[^>]*d="([^"]+)"/.exec(svg)?.[1] ??
      /d="([^"]+)"[^>]*id="neck-taper"/.exec(svg)?.[1];
    expect(d).toMatch(/z$/i);
    expect((svg.match(/id="gauge-/g) ?? []).length).toBeGreaterThanOrEqual(2 * design.shaft.stations.length);
  });
});

it('a fanned neck has a strip for each edge, a straight-through one ends with its board', () => {
  const design = demo('fathom');
  const { neckTemplate, stringPlan } = createDeriver()(design);
  const all = entitiesOf(drawingDxf(neckTemplate, 'Test', 'arcs').text);
  expect(all.filter((e) => e.layer === 'FRET_SLOTS' && e.shape)).toHaveLength(2);
  const taper = all.find((e) => e.layer === 'NECK_TAPER')!;
  expect(Math.min(...taper.vertices!.map((p) => p.x))).toBeCloseTo(stringPlan.boardEndX, 3);
});

it('its sheets begin at the top: the taper is cut by no seam along it', () => {
  const design = demo('windrow');
  const { neckSheets, neckTemplate } = createDeriver()(design);
  const taper = neckTemplate.layers.find((l) => l.name === 'taper')!;
  const box = drawingBox({ layers: [taper] })!;
  const rows = neckSheets.printed.filter(({ area }) => area.minY <= box.minY && area.maxY >= box.maxY);
  expect(new Set(rows.map((t) => t.row)).size).toBeGreaterThan(0);
  const top = Math.max(...neckSheets.tiles.map((t) => t.area.maxY));
  expect(top).toBeCloseTo(drawingBox(neckSheets.drawing)!.maxY, 6);
});
