import type { ExtendedData, SplineFlags } from '@tarikjabiri/dxf';
import {
  Colors,
  DxfWriter,
  LWPolylineFlags,
  TextHorizontalAlignment,
  Units,
  point2d,
  point3d,
} from '@tarikjabiri/dxf';
import type { Drawing, Mark, PathMark, TextMark } from '../drawing/drawing.ts';
import { markPieces } from '../drawing/drawing.ts';
import { OFFSET_CHORD } from '../geometry/offset.ts';
import { polygonArcs } from '../geometry/polygonArcs.ts';
import type { BulgeArc } from '../geometry/biarcs.ts';
import { fitArcs } from '../geometry/biarcs.ts';
import { cubicAt, stepsForChordError, straightCubic } from '../geometry/cubic.ts';
import type { Point } from '../geometry/point.ts';
import type { Weight } from '../drawing/inks.ts';
import { INKS } from '../drawing/inks.ts';
import { LAYERS } from '../drawing/layers.ts';
import { SAID_BY } from './saidBy.ts';

/** How curves are written: smoothly joined arcs, straight steps, or the curves themselves. */
export const DXF_CURVES = ['arcs', 'polyline', 'splines'] as const;
export type DxfCurves = (typeof DXF_CURVES)[number];

/** Arcs and steps stay this near to the curve, mm. */
export const DXF_TOLERANCE = 0.01;

/** Half the tolerance is left for what lies between the points at which arcs are compared. */
const FITTED_TO = DXF_TOLERANCE / 2;

export interface DxfFile {
  readonly text: string;
  /** The largest distance between the drawing and what is written, mm. */
  readonly deviation: number;
}

/** A closed line of so many straight sides may be a curve’s chords, which came of an offset. */
const MANY_SIDES = 8;

interface Vertex {
  readonly at: Point;
  readonly bulge: number;
}

/** An arc whose rise over its chord is under this, mm, is the chord: other programs choke on arcs of a thousand kilometres. */
const STRAIGHT_RISE = 1e-6;
/** The bulge as it is written: exactly 0 where the arc is straight for every tool (rise = bulge × half the chord). */
const writtenBulge = ({ from, to, bulge }: BulgeArc): number =>
  (Math.abs(bulge) * Math.hypot(to.x - from.x, to.y - from.y)) / 2 < STRAIGHT_RISE ? 0 : bulge;

/** A mark as the vertices of a polyline, each with the bulge towards the next. */
function vertices(
  mark: PathMark,
  curves: 'arcs' | 'polyline',
): { readonly list: readonly Vertex[]; readonly deviation: number } {
  const list: Vertex[] = [];
  let deviation = 0;
  let end = mark.start;
  const straight = curves === 'arcs' && mark.closed && mark.steps.length >= MANY_SIDES;
  if (straight && mark.steps.every((s) => s.kind === 'line')) {
    const fit = polygonArcs(
      markPieces(mark).map((p) => ('p0' in p ? p.p0 : p[0])),
      FITTED_TO,
    );
    const isArc = fit.arcs.some((a) => a.bulge !== 0);
    return {
      list: fit.arcs.map((a) => ({ at: a.from, bulge: writtenBulge(a) })),
      deviation: isArc ? fit.deviation + OFFSET_CHORD : 0,
    };
  }
  for (const piece of markPieces(mark)) {
    if (!('p0' in piece)) {
      list.push({ at: piece[0], bulge: 0 });
      end = piece[1];
      continue;
    }
    end = piece.p3;
    if (curves === 'arcs') {
      const fit = fitArcs(piece, FITTED_TO);
      deviation = Math.max(deviation, fit.deviation);
      list.push(...fit.arcs.map((a) => ({ at: a.from, bulge: writtenBulge(a) })));
    } else {
      const steps = stepsForChordError(piece, DXF_TOLERANCE);
      for (let i = 0; i < steps; i += 1) {
        list.push({ at: cubicAt(piece, i / steps), bulge: 0 });
        const [a, b] = [cubicAt(piece, i / steps), cubicAt(piece, (i + 1) / steps)];
        const middle = cubicAt(piece, (i + 0.5) / steps);
        const long = Math.hypot(b.x - a.x, b.y - a.y);
        if (long > 0)
          deviation = Math.max(
            deviation,
            Math.abs((b.x - a.x) * (middle.y - a.y) - (b.y - a.y) * (middle.x - a.x)) / long,
          );
      }
    }
  }
  if (!mark.closed) list.push({ at: end, bulge: 0 });
  return { list, deviation };
}

/** The mark's curves as one cubic B-spline: Bézier points with threefold knots between segments. */
function spline(mark: PathMark): { readonly points: readonly Point[]; readonly knots: readonly number[] } {
  const cubics = markPieces(mark).map((p) => ('p0' in p ? p : straightCubic(p[0], p[1])));
  return {
    points: [cubics[0]!.p0, ...cubics.flatMap((c) => [c.p1, c.p2, c.p3])],
    knots: [
      0,
      ...cubics.flatMap((_, i) => [i, i, i]),
      cubics.length,
      cubics.length,
      cubics.length,
      cubics.length,
    ],
  };
}

/** Planar (8), and closed (1) where the profile is. */
const splineFlags = (closed: boolean): SplineFlags => (closed ? 9 : 8) as SplineFlags;

const ALIGN = {
  start: TextHorizontalAlignment.Left,
  middle: TextHorizontalAlignment.Center,
  end: TextHorizontalAlignment.Right,
};

/** One line of a comment: what would end it, or is no plain letter, is left out. */
const plain = (text: string): string => text.replace(/[^\x20-\x7e]/g, '').slice(0, 200);

/** A layer of a file, by its name there. */
export interface DxfLayer {
  /** Letters, figures, spaces, dots, - and _. */
  readonly name: string;
  readonly marks: readonly Mark[];
}

/**
 * A drawing as DXF in declared millimetres. Every profile is one entity, closed ones closed: circles, and light
 * polylines with arcs or straight steps within {@link DXF_TOLERANCE}, or splines, which are exact. Comments at its head
 * state the unit and the largest deviation.
 */
export const drawingDxf = (drawing: Drawing, title: string, curves: DxfCurves): DxfFile =>
  layersDxf(
    drawing.layers.map(({ name, marks }) => ({ name: LAYERS[name].file, marks })),
    title,
    curves,
  );

/** The same of layers with names of their own; `says`: further lines at its head. */
export function layersDxf(
  layers: readonly DxfLayer[],
  title: string,
  curves: DxfCurves,
  says: readonly string[] = [],
): DxfFile {
  const dxf = new DxfWriter();
  dxf.setUnits(Units.Millimeters);
  dxf.setVariable('$MEASUREMENT', { 70: 1 });
  dxf.addLType('DASHED', 'dashed', [6, -2]);
  dxf.tables.addAppId(SAID_BY);
  let deviation = 0;
  const text = (mark: TextMark, layer: string): void => {
    const at = point3d(mark.at.x, mark.at.y);
    // Capitals are about seven tenths of the letters’ whole height, which is what a drawing states.
    dxf.addText(at, mark.sizeMm * 0.7, mark.text.replace(/[\r\n\\]/g, ' '), {
      layerName: layer,
      rotation: (mark.turn * 180) / Math.PI,
      horizontalAlignment: ALIGN[mark.align],
      ...(mark.align === 'start' ? {} : { secondAlignmentPoint: at }),
    });
  };
  /** What a line is called and how it is cut, as data of ours beside it: other programs pass it over. */
  const say = (line: { addXData(name: string): ExtendedData }, { cut }: PathMark): void => {
    if (!cut) return;
    const data = line.addXData(SAID_BY);
    // The writer takes off a word's last letter: a space is given for it, which readers take off anyway.
    const say = (words: string): void => data.string(`${words} `);
    say(cut.name.replace(/[\r\n]/g, ' '));
    say(cut.aside ?? cut.face);
    if (cut.through) say('through');
    else data.real(cut.depth);
  };
  const path = (mark: PathMark, layer: string): void => {
    const { dashMm }: Weight = INKS[mark.ink];
    const options = { layerName: layer, ...(dashMm ? { lineType: 'DASHED' } : {}) };
    if (mark.circle) {
      const { at, diameter } = mark.circle;
      say(dxf.addCircle(point3d(at.x, at.y), diameter / 2, options), mark);
      return;
    }
    const straight = mark.steps.every((s) => s.kind === 'line');
    if (curves === 'splines' && !straight) {
      const { points, knots } = spline(mark);
      const made = dxf.addSpline(
        {
          controlPoints: points.map((p) => point3d(p.x, p.y)),
          degreeCurve: 3,
          knots: [...knots],
          flags: splineFlags(mark.closed),
        },
        options,
      );
      say(made, mark);
      return;
    }
    const made = vertices(mark, curves === 'arcs' ? 'arcs' : 'polyline');
    deviation = Math.max(deviation, made.deviation);
    const line = dxf.addLWPolyline(
      made.list.map(({ at, bulge }) => ({ point: point2d(at.x, at.y), bulge })),
      { ...options, flags: mark.closed ? LWPolylineFlags.Closed : LWPolylineFlags.None },
    );
    say(line, mark);
  };
  for (const { name, marks } of layers) {
    if (!dxf.layer(name)) dxf.addLayer(name, Colors.White, 'Continuous');
    marks.forEach((mark: Mark) => (mark.kind === 'text' ? text(mark, name) : path(mark, name)));
  }
  const comments = [
    `${plain(title)} - units: millimetres (INSUNITS 4)`,
    'Origin where the centre line crosses the bridge line; x towards the nut, y to the bass side.',
    curves === 'splines'
      ? 'Curves are splines: no deviation from the drawing.'
      : `Curves are ${curves === 'arcs' ? 'arcs' : 'straight steps'}: largest deviation ${deviation.toFixed(4)} mm.`,
    ...says.map(plain),
  ];
  return { text: `${comments.map((c) => `999\n${c}\n`).join('')}${dxf.stringify()}`, deviation };
}
