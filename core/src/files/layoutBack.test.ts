import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import DxfParser from 'dxf-parser';
import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { editPrint } from '../design/edits.ts';
import { addOpening, plainStep, setNeck } from '../design/layoutEdits.ts';
import type { Design, OpeningStep } from '../design/schema.ts';
import type { Box } from '../geometry/box.ts';
import { boxOfPoints } from '../geometry/box.ts';
import { pathBox } from '../geometry/closedPath.ts';
import type { Point } from '../geometry/point.ts';
import { polygonArea, polygonHolds } from '../geometry/polygons.ts';
import type { Cut } from '../layout/cut.ts';
import { depthWords, joinedCuts } from '../layout/drawing.ts';
import { plateProfiles, platesOf } from '../layout/plates.ts';
import { createDeriver } from '../derived/derive.ts';
import { plateDrawing } from '../templates/plateSheets.ts';
import { drawingDxf } from './dxf.ts';
import { weightsFor } from './lineWeights.ts';
import { paperNotes, paperOf } from './paper.ts';
import { sheetsPdf } from './pdf.ts';
import { readSvg } from './in/svg.ts';
import type { FoundCurve } from './in/found.ts';
import { drawingSvg } from './svg.ts';

/** Closed lines that the reader of drawings finds in an SVG, in mm. */
function closedIn(text: string): readonly FoundCurve[] {
  const file = readSvg(text);
  if (!file.ok) throw new Error(file.message);
  return file.read.curves.filter((c) => c.closed);
}

const DEMOS = ['windrow', 'skerry', 'fathom'] as const;
const NAMES = [...DEMOS, 'patterns'] as const;
const derive = createDeriver();

/** Rows and rings of holes, a line whose corners follow its bit, an offset of another opening, a tenon. */
function patterns(): Design {
  const corner = (id: string, x: number, y: number) => ({ id, x, y, kind: 'corner' as const });
  const add = (design: Design, name: string, step: OpeningStep, x: number, y: number, turn = 0) =>
    addOpening(design, { name, face: 'front', at: { x, y }, turn, steps: [step] }).design;
  let design = setNeck(demo('skerry'), { tenon: 34 });
  design = add(
    design,
    'Rows',
    plainStep('rows', { kind: 'grid', diameter: 5, columns: 3, rows: 2, alongApart: 11, acrossApart: 9 }, 14),
    -110,
    60,
    25,
  );
  design = add(
    design,
    'Ring',
    plainStep('ring', { kind: 'ring', diameter: 4, holes: 5, across: 30 }, 9),
    -120,
    -20,
  );
  const plate = {
    kind: 'free' as const,
    nodes: [corner('a', 20, -12), corner('b', 15, 14), corner('c', -18, 3)],
  };
  design = add(design, 'Plate', { ...plainStep('plate', plate, 6), bit: 5 }, -60, 95);
  const plateId = design.openings.at(-1)!.id;
  return add(
    design,
    'Round it',
    plainStep('ledge', { kind: 'inset', of: plateId, by: -4, within: null }, 2, 'ledge'),
    0,
    0,
  );
}

const whole = (name: (typeof NAMES)[number]) => {
  const design = name === 'patterns' ? patterns() : demo(name);
  return editPrint(design, {
    show: { ...design.print.show, openings: true, back: true, holes: true, parts: true },
  });
};
const LAYER = { front: 'openings', back: 'back', edge: 'back' } as const;
const layerOf = (cut: { face: 'front' | 'back' | 'edge'; round: unknown; role: string }): string =>
  cut.round !== null || cut.role === 'screw' ? 'holes' : LAYER[cut.face];

const sameBox = (a: Box, b: Box, by: number): boolean =>
  Math.max(
    Math.abs(a.minX - b.minX),
    Math.abs(a.maxX - b.maxX),
    Math.abs(a.minY - b.minY),
    Math.abs(a.maxY - b.maxY),
  ) <= by;

describe.each(NAMES)('the layout of %s in files', (name) => {
  const design = whole(name);
  const { template, layout } = derive(design);
  const isHole = (c: Cut): boolean => c.round !== null || c.role === 'screw';
  // Openings of one depth that run into one another are one line.
  const drawn = [...joinedCuts(layout.cuts.filter((c) => !isHole(c))), ...layout.cuts.filter(isHole)];
  const depths = layout.cuts.map((c) => depthWords(c, layout.thickness));

  it('SVG: every opening closed in its layer, the back dashed, depths beside them', () => {
    const text = drawingSvg(template, design.name, weightsFor(design.print.weights));
    for (const cut of drawn) {
      const group = new RegExp(`<g id="layer-${layerOf(cut)}"[^>]*>([\\s\\S]*?)</g>`).exec(text)![1]!;
      const path = new RegExp(`<(?:path|circle) id="cut-${cut.id}" (?:d="([^"]+)")?[^>]*>`).exec(group);
      expect(path, cut.id).not.toBeNull();
      // A round one is a circle, any other one closed path.
      if (cut.round) expect(path![0]).toContain(`r="${Number((cut.round.diameter / 2).toFixed(4))}"`);
      else expect(path![1]!.endsWith('Z')).toBe(true);
      // So is what lies closed under a glued-on front.
      expect(path![0].includes('stroke-dasharray'), cut.id).toBe(cut.face !== 'front' || cut.closed === true);
      // Holes have their middles crossed.
      if (cut.round) expect(group).toContain(`id="cut-${cut.id}-x"`);
    }
    for (const words of new Set(depths)) expect(text).toContain(`${words}</text>`);
    // Read by the reader of drawings: each is there as a closed line of its own size and place.
    const boxes = closedIn(text).map((c) => pathBox(c.pieces)!);
    for (const cut of drawn) {
      const box = pathBox(cut.path)!;
      expect(
        boxes.some(
          (b) =>
            sameBox(b, { ...box, minY: box.minY, maxY: box.maxY }, 0.01) ||
            sameBox(b, { minX: box.minX, maxX: box.maxX, minY: -box.maxY, maxY: -box.minY }, 0.01),
        ),
        cut.id,
      ).toBe(true);
    }
  });

  it('DXF: read by an independent parser, each on its layer with its depth as a label', () => {
    const dxf = new DxfParser().parseSync(drawingDxf(template, design.name, 'polyline').text)!;
    const entities = dxf.entities as unknown as readonly {
      readonly type: string;
      readonly layer: string;
      readonly shape?: boolean;
      readonly text?: string;
      readonly lineType?: string;
      readonly vertices?: readonly Point[];
      readonly center?: Point;
      readonly radius?: number;
    }[];
    for (const cut of drawn) {
      const box = pathBox(cut.path)!;
      const found = entities.filter(
        (e) =>
          e.layer === layerOf(cut).toUpperCase() &&
          (e.type === 'CIRCLE'
            ? cut.round !== null &&
              Math.hypot(e.center!.x - cut.round.at.x, e.center!.y - cut.round.at.y) < 1e-4 &&
              Math.abs(2 * e.radius! - cut.round.diameter) < 1e-4
            : e.type === 'LWPOLYLINE' && e.shape === true && sameBox(boxOfPoints(e.vertices!)!, box, 0.03)),
      );
      expect(found.length, cut.id).toBeGreaterThan(0);
      if (cut.face !== 'front')
        expect(
          found.some((e) => e.lineType === 'DASHED'),
          cut.id,
        ).toBe(true);
    }
    const texts = entities.filter((e) => e.type === 'TEXT').map((e) => e.text!);
    for (const words of new Set(depths))
      expect(
        texts.some((t) => t.endsWith(words)),
        words,
      ).toBe(true);
  });

  it('PDF: depths can be read on the sheets', async () => {
    const font = readFileSync(
      createRequire(import.meta.url).resolve(
        '@fontsource/commissioner/files/commissioner-latin-400-normal.woff',
      ),
    );
    const roll = editPrint(design, { paper: 'roll', rollWidth: 914 });
    const sheets = paperOf(roll, derive(roll), paperNotes(roll, 'save 1', '2026-11-25'));
    const bytes = await sheetsPdf(sheets, { title: design.name, font, madeAt: new Date(0) });
    const file = join(mkdtempSync(join(tmpdir(), 'layout-')), 'a.pdf');
    writeFileSync(file, bytes);
    const text = execFileSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' });
    for (const cut of layout.cuts)
      if (cut.role === 'cavity' && cut.face === 'back')
        expect(text).toContain(`back ${depthWords(cut, layout.thickness)}`);
  });
});

describe('plates as files', () => {
  it.each(DEMOS)('of %s: closed edges that enclose their screws, DXF and SVG alike', (name) => {
    const design = demo(name);
    const { layout, path } = derive(design);
    const plates = platesOf(design.guards, design.openings, path, layout);
    expect(plates.length).toBeGreaterThan(0);
    for (const plate of plates) {
      for (const s of plate.screws) expect(polygonHolds(plate.edge, s.at)).toBe(true);
      const { edges } = plateProfiles(plate);
      for (const e of edges) expect(polygonArea(e)).toBeGreaterThan(100);
      const drawing = plateDrawing(plate, design.handedness);
      const dxf = new DxfParser().parseSync(drawingDxf(drawing, plate.name, 'arcs').text)!;
      const closed = (dxf.entities as unknown as readonly { type: string; shape?: boolean }[]).filter(
        (e) => e.type === 'CIRCLE' || (e.type === 'LWPOLYLINE' && e.shape),
      );
      const inside = plateProfiles(plate).inside.length;
      expect(closed).toHaveLength(edges.length + inside + plate.screws.length);
      expect(closedIn(drawingSvg(drawing, plate.name))).toHaveLength(closed.length);
    }
  });
});
