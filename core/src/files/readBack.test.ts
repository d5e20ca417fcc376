import DxfParser from 'dxf-parser';
import { describe, expect, it } from 'vitest';
import { demo, pointed } from '../../tests/findings.ts';
import { newDesign } from '../design/defaults.ts';
import { editPrint, setHandedness, setName } from '../design/edits.ts';
import { addOpening, plainStep } from '../design/layoutEdits.ts';
import type { Design } from '../design/schema.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import { flattenPath, mapPath, nearestOnPath } from '../geometry/closedPath.ts';
import type { Cubic } from '../geometry/cubic.ts';
import { cubicAt, straightCubic } from '../geometry/cubic.ts';
import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';
import { createDeriver } from '../derived/derive.ts';
import { drawingDxf } from './dxf.ts';
import { drawingBox } from '../drawing/drawing.ts';
import { boxHeight, boxWidth } from '../geometry/box.ts';
import { coverFacts } from './coverFacts.ts';
import { paperNotes, paperOf } from './paper.ts';
import { designReport } from './report.ts';
import { weightsFor } from './lineWeights.ts';
import { drawingSvg } from './svg.ts';

/** What the parser reads of an entity, as far as these tests need it. */
interface Entity {
  readonly type: string;
  readonly layer: string;
  readonly shape?: boolean;
  readonly closed?: boolean;
  readonly vertices?: readonly (Point & { readonly bulge?: number })[];
  readonly controlPoints?: readonly Point[];
  readonly knotValues?: readonly number[];
  readonly degreeOfSplineCurve?: number;
}

const read = (text: string) => {
  const dxf = new DxfParser().parseSync(text)!;
  return {
    header: dxf.header as Record<string, unknown>,
    entities: dxf.entities as unknown as readonly Entity[],
  };
};

/** Points along a polyline with bulges, by its own circles; closed when the entity says so. */
function alongPolyline({ vertices = [], shape }: Entity, perArc = 12): readonly Point[] {
  const count = shape ? vertices.length : vertices.length - 1;
  return Array.from({ length: count }, (_, i) => i).flatMap((i) => {
    const [a, b] = [vertices[i]!, vertices[(i + 1) % vertices.length]!];
    const bulge = a.bulge ?? 0;
    const chord = distance(a, b);
    return Array.from({ length: perArc }, (__, k): Point => {
      const t = k / perArc;
      if (bulge === 0) return { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t };
      const sweep = 4 * Math.atan(bulge);
      const radius = chord / (2 * Math.sin(sweep / 2));
      const toCentre = radius * Math.cos(sweep / 2);
      const centre = {
        x: (a.x + b.x) / 2 - ((b.y - a.y) / chord) * toCentre,
        y: (a.y + b.y) / 2 + ((b.x - a.x) / chord) * toCentre,
      };
      const from = Math.atan2(a.y - centre.y, a.x - centre.x);
      const r = Math.abs(radius);
      return { x: centre.x + r * Math.cos(from + sweep * t), y: centre.y + r * Math.sin(from + sweep * t) };
    });
  });
}

/** The cubics of a B-spline with threefold knots. */
const splineCubics = ({ controlPoints = [] }: Entity): readonly Cubic[] =>
  Array.from({ length: (controlPoints.length - 1) / 3 }, (_, i) => ({
    p0: controlPoints[3 * i]!,
    p1: controlPoints[3 * i + 1]!,
    p2: controlPoints[3 * i + 2]!,
    p3: controlPoints[3 * i + 3]!,
  }));

/** The largest distance either way between points along a read profile and the true one. */
function deviation(points: readonly Point[], truth: ClosedPath): number {
  let most = 0;
  for (const p of points) most = Math.max(most, nearestOnPath(truth, p)!.distance);
  for (const p of flattenPath(truth, 0.5))
    most = Math.max(most, Math.min(...points.map((q) => distance(p, q))) - 0.6);
  return most;
}

const everything = (design: Design): Design =>
  editPrint(design, {
    show: {
      outline: true,
      openings: true,
      back: true,
      holes: true,
      parts: true,
      centre: true,
      neck: true,
      strings: true,
      saddle: true,
      dimensions: true,
      guards: true,
      guides: true,
      seams: true,
      carves: true,
      depths: true,
    },
    cutOffset: 3,
  });
const truthOf = (design: Design): ClosedPath => {
  const { path } = createDeriver()(design);
  return design.handedness === 'left' ? mapPath(path, (p) => ({ x: -p.x, y: p.y })) : path;
};

const designs = [
  ['windrow', demo('windrow')],
  ['skerry', demo('skerry')],
  ['fathom', demo('fathom')],
  ['windrow, left-handed', setHandedness(demo('windrow'), 'left')],
] as const;

describe.each(designs)('DXF of %s', (_name, design) => {
  const { template } = createDeriver()(everything(design));
  const truth = truthOf(design);
  it.each(['arcs', 'polyline'] as const)('as %s is closed, in millimetres, within 0.02 mm', (curves) => {
    const { text, deviation: stated } = drawingDxf(template, 'Test', curves);
    const { header, entities } = read(text);
    expect(header.$INSUNITS).toBe(4);
    const outline = entities.filter((e) => e.layer === 'OUTLINE');
    expect(outline).toHaveLength(1);
    expect(outline[0]).toMatchObject({ type: 'LWPOLYLINE', shape: true });
    const off = deviation(alongPolyline(outline[0]!), truth);
    expect(off).toBeLessThan(0.02);
    expect(off).toBeLessThan(stated + 0.005);
    expect(stated).toBeLessThanOrEqual(0.01);
    expect(text).toContain('millimetres');
    expect(text).toContain(stated.toFixed(4));
  });
  it('as splines is the curve itself, closed', () => {
    const { text, deviation: stated } = drawingDxf(template, 'Test', 'splines');
    const [spline] = read(text).entities.filter((e) => e.layer === 'OUTLINE');
    expect(spline).toMatchObject({ type: 'SPLINE', closed: true, degreeOfSplineCurve: 3 });
    expect(spline!.knotValues).toHaveLength(spline!.controlPoints!.length + 4);
    const cubics = splineCubics(spline!);
    cubics.forEach((c, i) => {
      for (const t of [0, 0.3, 0.6, 1])
        expect(distance(cubicAt(c, t), cubicAt(truth[i]!, t))).toBeLessThan(1e-6);
    });
    expect(distance(cubics[0]!.p0, cubics.at(-1)!.p3)).toBeLessThan(1e-9);
    expect(stated).toBe(0);
  });
  it('holds every layer, every profile one entity: the saw line closed 3 mm outside', () => {
    const { entities } = read(drawingDxf(template, 'Test', 'arcs').text);
    const layers = new Set(entities.map((e) => e.layer));
    for (const layer of ['OUTLINE', 'SAW', 'CENTRE', 'NECK', 'STRINGS', 'SADDLE', 'DIMENSIONS'])
      expect(layers).toContain(layer);
    const [saw] = entities.filter((e) => e.layer === 'SAW');
    expect(saw!.shape).toBe(true);
    for (const p of saw!.vertices!) {
      const off = nearestOnPath(truth, p)!.distance;
      expect(Math.abs(off - 3)).toBeLessThan(0.02);
    }
  });
});

/** Path data of our own writing: M, L, C and Z with absolute numbers. */
function readPathData(d: string): { readonly path: readonly Cubic[]; readonly closed: boolean } {
  const path: Cubic[] = [];
  let at: Point = { x: 0, y: 0 };
  for (const [, letter, body] of d.matchAll(/([MLCZ])([^MLCZ]*)/g)) {
    const n = (body!.match(/-?[\d.]+/g) ?? []).map(Number);
    const p = (i: number): Point => ({ x: n[i]!, y: -n[i + 1]! });
    if (letter === 'M') at = p(0);
    else if (letter === 'C') {
      path.push({ p0: at, p1: p(0), p2: p(2), p3: p(4) });
      at = p(4);
    } else if (letter === 'L') {
      path.push(straightCubic(at, p(0)));
      at = p(0);
    }
  }
  return { path, closed: d.endsWith('Z') };
}

describe.each(designs)('SVG of %s', (_name, design) => {
  const { template } = createDeriver()(everything(design));
  const text = drawingSvg(template, 'Test');
  const truth = truthOf(design);
  it('is in true millimetres, its outline closed and within 0.02 mm', () => {
    expect(text).toMatch(/width="[\d.]+mm" height="[\d.]+mm"/);
    const [, w] = /width="([\d.]+)mm"/.exec(text)!;
    const [, view] = /viewBox="([^"]+)"/.exec(text)!;
    expect(Number(view!.split(' ')[2])).toBe(Number(w));
    expect(text).toContain('Units: millimetres');
    const { path, closed } = readPathData(/<path id="outline" d="([^"]+)"/.exec(text)![1]!);
    expect(closed).toBe(true);
    path.forEach((c, i) => {
      for (let t = 0; t <= 1; t += 0.125)
        expect(distance(cubicAt(c, t), cubicAt(truth[i]!, t))).toBeLessThan(0.02);
    });
  });
  it('names each thing once', () => {
    const ids = [...text.matchAll(/ id="([^"]+)"/g)].map((m) => m[1]!);
    expect(new Set(ids).size).toBe(ids.length);
  });
});

describe('words in files', () => {
  const hostile = setName(demo('windrow'), 'A<script>alert("1")</script>\\P&amp;');
  it('are text and never markup or a line of their own', () => {
    const { template } = createDeriver()(hostile);
    expect(drawingSvg(template, hostile.name)).not.toContain('<script>');
    const { text } = drawingDxf(template, `${hostile.name}\n0\nEOF`, 'arcs');
    expect(read(text).entities.length).toBeGreaterThan(3);
    expect(text.split('\n')[1]).not.toBe('0');
  });
});

describe('line weights', () => {
  it('take the user’s edge and fine line, the others in proportion', () => {
    const w = weightsFor({ edge: 0.7, fine: 0.24 });
    expect(w.outline.widthMm).toBe(0.7);
    expect(w.fret.widthMm).toBeCloseTo(0.24, 12);
    expect(w.bridgeLine.widthMm).toBeCloseTo(0.5, 12);
    expect(drawingSvg(createDeriver()(demo('windrow')).template, 'W', w)).toContain('stroke-width="0.7"');
  });
});

/** A finding of a hollow that a large bit does not reach into, accepted with its reason. */
const accepted: Design = {
  ...pointed('fathom'),
  parts: [],
  runs: [],
  findings: {
    limits: { smallestBit: 47 },
    accepted: [
      { rule: 'hollow-bit', subject: 'n20', measured: 22.9, reason: 'in the cutaway: finished by hand' },
    ],
  },
};

describe('the report and the cover', () => {
  it('tell what follows, as plain JSON', () => {
    const design = accepted;
    const report = designReport(design, createDeriver()(design));
    expect(JSON.parse(JSON.stringify(report))).toEqual(report);
    expect(report.findings).toMatchObject([
      { rule: 'hollow-bit', accepted: 'in the cutaway: finished by hand' },
    ]);
    expect(report.strings.frets).toHaveLength(25);
  });
  it('print accepted findings with their reason, and open ones as open', () => {
    const lines = (d: Design, heading: string) =>
      coverFacts(d, createDeriver()(d))
        .find((g) => g.heading === heading)
        ?.lines?.join(' ');
    expect(lines(accepted, 'Accepted findings')).toContain('finished by hand');
    expect(lines(accepted, 'Open findings')).toBe('None.');
    expect(lines(demo('windrow'), 'Accepted findings')).toBeUndefined();
  });
  it('print the depth of every rout, what is assumed, and the instrument over the first columns', () => {
    const design = demo('windrow');
    const derived = createDeriver()(design);
    const groups = coverFacts(design, derived);
    const depths = new Map(groups.find((g) => g.heading === 'Depths')!.facts);
    expect(depths.get('Control cavity (cavity)') ?? depths.get('Control cavity')).toBe(
      '36.0 mm deep from the back',
    );
    expect(depths.get('The neck pocket')).toBe('16.0 mm deep from the front');
    const assumed = groups.find((g) => g.heading.startsWith('Assumed'))!.lines!.join(' ');
    expect(assumed).toContain('Neck ring');
    const [cover] = paperOf(design, derived, paperNotes(design, 'saved', '2026-12-02'));
    const box = drawingBox({
      layers: [{ name: 'outline', marks: cover!.guides.filter((m) => m.id.startsWith('cover-picture')) }],
    })!;
    // Body, neck and headstock, as long as the page is wide, over all words but the title.
    const { width, height } = cover!.size;
    expect(boxWidth(box)).toBeGreaterThan(0.4 * width);
    expect(box.maxY).toBeLessThan(height - 30);
    const words = cover!.guides.filter((m) => m.kind === 'text' && m.at.y < height - 30);
    for (const m of words) if (m.kind === 'text') expect(m.at.y).toBeLessThan(box.minY);
    expect(boxWidth(box) / boxHeight(box)).toBeGreaterThan(2);
  });
});

describe('arcs in DXF', () => {
  it('of straight sides, turned and offset, are written as straight: no arcs of thousands of kilometres', () => {
    const bulges = (design: Design): readonly { readonly rise: number; readonly bulge: number }[] => {
      const { entities } = read(drawingDxf(createDeriver()(design).template, 'Bulges', 'arcs').text);
      return entities.flatMap((e) =>
        (e.vertices ?? []).flatMap((v, i, all) => {
          const next = all[(i + 1) % all.length]!;
          const bulge = v.bulge ?? 0;
          return bulge === 0
            ? []
            : [{ bulge, rise: (Math.abs(bulge) * Math.hypot(next.x - v.x, next.y - v.y)) / 2 }];
        }),
      );
    };
    for (const turn of [0, 17, 33.3, 90, 123.456]) {
      const shape = { kind: 'rect' as const, long: 80.1, wide: 40.3, radius: 3 };
      const inset = { kind: 'inset' as const, of: 'o1', by: -7, within: null };
      const steps = [plainStep('a', shape, 20), plainStep('b', inset, 3, 'ledge')];
      let design = addOpening(newDesign('Bulges', 6, 640), {
        name: 'a',
        face: 'back',
        at: { x: -60.123, y: 20.456 },
        turn,
        steps: [steps[0]!],
      }).design;
      design = addOpening(design, {
        name: 'b',
        face: 'back',
        at: { x: 0, y: 0 },
        turn: 0,
        steps: [steps[1]!],
      }).design;
      for (const { rise, bulge } of bulges(design)) {
        expect(rise, `turned ${turn}: a bulge of ${bulge}`).toBeGreaterThanOrEqual(1e-6);
        expect(Math.abs(bulge)).toBeLessThan(1);
      }
    }
  });
});
