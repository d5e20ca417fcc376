import type { Design } from '../design/schema.ts';
import type { Drawing, Layer, Mark, TextMark } from '../drawing/drawing.ts';
import {
  closedPathMark,
  crossMarks,
  drawingBox,
  lineMark,
  mirrorDrawing,
  polylineMark,
} from '../drawing/drawing.ts';
import { mapPath } from '../geometry/closedPath.ts';
import { circlePath } from '../geometry/figures.ts';
import type { Point } from '../geometry/point.ts';
import { lerp } from '../geometry/point.ts';
import { drawNeck } from '../strings/drawing.ts';
import { centreScale } from '../strings/frets.ts';
import type { Fret } from '../strings/fretboard.ts';
import type { StringPlan } from '../strings/stringPlan.ts';
import { nutLine } from './nutLine.ts';
import { lengthWithUnit } from '../units/length.ts';
import { drawMarkers } from './drawing.ts';
import { winderOf } from './headstockPlan.ts';
import type { NeckSolid } from './neckSolid.ts';
import { shaftPath, woodEnd } from './neckSolid.ts';
import type { NeckPlan, NeckSource } from './planNeck.ts';
import { sectionCurve } from './shaft.ts';
import { neckProfile } from './sideView.ts';

/** Between one row of templates and the next, and beside gauges, mm. */
const BETWEEN = 14;
const BESIDE = 9;
/** A gauge is so much wider than the neck on each side and so much deeper; a filled one is held by so much, mm. */
const SHOULDER = 13;
const UNDER = 12;
const HOLD = 18;
/** The strip of the fret slots is so wide, mm. */
const STRIP = 14;
/** Words, mm; and arms of the crosses of tuners. */
const WORDS = 2.6;
const ARM = 5;
/** The centre line runs past both ends by so much, and the joint past both edges, mm. */
const PAST = 6;

const words = (id: string, at: Point, text: string, align: TextMark['align'] = 'start', turn = 0): Mark => ({
  kind: 'text',
  id,
  ink: 'note',
  at,
  text,
  sizeMm: WORDS,
  align,
  turn,
});

/** What the templates of a neck are drawn from. */
export interface NeckTemplateParts {
  readonly neckPlan: NeckPlan;
  readonly neckSolid: NeckSolid;
  readonly stringPlan: StringPlan;
}

const lowest = (layers: readonly Layer[]): number => drawingBox({ layers })?.minY ?? 0;

/** A fret’s slot that ends before the board’s edge on both sides. */
function stopped(fret: Fret, stop: number): Fret {
  if (stop === 0 || fret.slot <= 2 * stop) return fret;
  const t = stop / fret.slot;
  return { ...fret, bass: lerp(fret.bass, fret.treble, t), treble: lerp(fret.treble, fret.bass, t) };
}

/** The neck in plan with its headstock laid out flat: what is sawn, routed and drilled. Instrument frame. */
function planRow(
  design: NeckSource & Pick<Design, 'units'>,
  { neckPlan, neckSolid, stringPlan }: NeckTemplateParts,
): readonly Layer[] {
  const { strings, units, shaft } = design;
  const scale = centreScale(strings);
  const onPlan = ({ x, y }: Point): Point => ({ x: x + scale, y });
  const { slot } = neckSolid;
  const { jointX } = stringPlan;
  const half = stringPlan.jointWidth / 2 + PAST;
  const heelX = scale - woodEnd(design, neckPlan);
  const headX = scale + neckPlan.headstock.length;
  const { line: nut, behind: seat } = nutLine(strings, shaft.nut.thickness);
  const slotBox = slot && slot.plan.map(onPlan);
  return [
    {
      name: 'taper',
      marks: [closedPathMark('neck-taper', 'outline', mapPath(shaftPath(design, neckPlan), onPlan))],
    },
    {
      name: 'marks',
      marks: [
        lineMark('joint', 'guide', { x: jointX, y: half }, { x: jointX, y: -half }),
        words('joint-words', { x: jointX + 1.5, y: -half - WORDS }, `joint, fret ${strings.jointFret}`),
        lineMark('nut-line', 'bridgeLine', ...nut),
        lineMark('nut-back', 'guide', ...seat),
        words('nut-words', { x: nut[1].x - 1.5, y: nut[1].y - WORDS - 1.5 }, 'nut', 'end'),
        ...neckPlan.headstock.tuners.flatMap(({ tuner, number }) => {
          const at = onPlan(tuner.at);
          return [
            ...crossMarks(`tuner-${tuner.id}`, 'crosshair', at, ARM),
            ...(number > 0
              ? [words(`tuner-${tuner.id}-words`, { x: at.x + 2, y: at.y + 2 }, String(number))]
              : []),
          ];
        }),
        ...(slotBox && slot
          ? [
              words(
                'rod-slot-words',
                { x: slotBox[0]!.x + 4, y: slotBox[0]!.y - WORDS - 1 },
                `rod slot ${lengthWithUnit(shaft.rod?.width ?? 0, units, 1)} wide, ${lengthWithUnit(slot.depth, units, 1)} deep`,
              ),
            ]
          : []),
      ],
    },
    {
      name: 'openings',
      marks: slotBox ? [polylineMark('rod-slot', 'opening', slotBox, true)] : [],
    },
    {
      name: 'headstock',
      marks: [closedPathMark('headstock', 'outline', mapPath(neckPlan.headstock.path, onPlan))],
    },
    {
      name: 'tuners',
      marks: neckPlan.headstock.tuners.flatMap(({ tuner }) => {
        const at = onPlan(tuner.at);
        const { hole } = winderOf(tuner);
        if (hole <= 0) return [];
        const round = mapPath(circlePath(hole), (p) => ({ x: p.x + at.x, y: p.y + at.y }));
        return [closedPathMark(`tuner-${tuner.id}-hole`, 'hole', round, { at, diameter: hole })];
      }),
    },
    drawNeck({ ...stringPlan, frets: stringPlan.frets.map((f) => stopped(f, shaft.slots.stop)) }, null),
    drawMarkers(design.shaft, strings, stringPlan),
    {
      name: 'centre',
      marks: [lineMark('centre-line', 'centreLine', { x: heelX - PAST, y: 0 }, { x: headX + PAST, y: 0 })],
    },
  ];
}

/** Dots in the bass edge of the board, one before each marked fret and two at an octave. */
function sideDots(
  { shaft: { markers } }: NeckSource,
  { stringPlan: { frets } }: NeckTemplateParts,
  at: (x: number) => Point,
): readonly Mark[] {
  const { side } = markers;
  if (side === 0) return [];
  return markers.frets.flatMap((n) => {
    const [fret, before] = [n, n - 1].map((k) => frets.find((f) => f.number === k));
    if (!fret || !before) return [];
    const middle = (fret.bass.x + before.bass.x) / 2;
    const apart = n % 12 === 0 ? side * 1.2 : 0;
    return (apart ? [middle - apart, middle + apart] : [middle]).map((x, i) => {
      const place = at(x);
      const round = mapPath(circlePath(side), (p) => ({ x: p.x + place.x, y: p.y + place.y }));
      return closedPathMark(`side-dot-${n}-${i}`, 'hole', round, { at: place, diameter: side });
    });
  });
}

/** The neck from the side, under its plan: to saw the back of the blank by. */
function sideRow(design: NeckSource, parts: NeckTemplateParts, below: number): readonly Layer[] {
  const { neckPlan } = parts;
  const scale = centreScale(design.strings);
  const { neck, board } = neckProfile(design, neckPlan);
  const top = below - design.neck.board;
  const at = ({ x, z }: { readonly x: number; readonly z: number }): Point => ({ x: x + scale, y: top + z });
  const jointX = scale - neckPlan.jointU;
  return [
    {
      name: 'sideView',
      marks: [
        polylineMark('neck-side', 'outline', neck.map(at), true),
        polylineMark('board-side', 'boardEdge', board.map(at), true),
      ],
    },
    { name: 'markers', marks: sideDots(design, parts, (x) => ({ x, y: top + design.neck.board / 2 })) },
    {
      name: 'marks',
      marks: [
        lineMark(
          'joint-side',
          'guide',
          { x: jointX, y: top + design.neck.board + 2 },
          { x: jointX, y: top - neckPlan.heelDepth - 4 },
        ),
        words(
          'side-words',
          { x: jointX + 2, y: top - neckPlan.heelDepth - 2 },
          'from the side; dashed: the joint',
        ),
      ],
    },
  ];
}

/** Two cards a section: a hollow one to lay on the back while it is sanded, and a filled one to check the hollow by. */
function gaugeRow(
  design: NeckSource & Pick<Design, 'units'>,
  { neckPlan }: NeckTemplateParts,
  below: number,
): readonly Layer[] {
  const { board } = design.neck;
  const { units } = design;
  let x = centreScale(design.strings) - woodEnd(design, neckPlan);
  const cards: Mark[] = [];
  const notes: Mark[] = [];
  neckPlan.sections.forEach(({ fret, u, size }) => {
    // Seen from the nut’s end towards the bridge: the bass side lies on the left.
    const curve = sectionCurve(neckPlan.shaft, u).map(({ v, w }) => ({ x: v, y: w }));
    const [left, right] = [curve[0]!.x, curve.at(-1)!.x];
    const top = below - HOLD;
    const place = (p: Point): Point => ({ x: x + p.x, y: top - board + p.y });
    const told = `fret ${fret}: ${lengthWithUnit(size.width, units, 1)} wide, ${lengthWithUnit(size.thickness, units, 1)} thick`;
    x += SHOULDER - left;
    const deep = -size.depth - UNDER;
    cards.push(
      polylineMark(
        `gauge-${fret}-hollow`,
        'outline',
        [
          { x: left - SHOULDER, y: board },
          { x: left, y: board },
          ...curve,
          { x: right, y: board },
          { x: right + SHOULDER, y: board },
          { x: right + SHOULDER, y: deep },
          { x: left - SHOULDER, y: deep },
        ].map(place),
        true,
      ),
    );
    notes.push(
      words(`gauge-${fret}-words`, place({ x: left - SHOULDER + 2, y: deep + 2 }), told),
      words(`gauge-${fret}-bass`, place({ x: left - SHOULDER + 2, y: board - 4 }), 'bass'),
    );
    x += right - left + SHOULDER + BESIDE;
    cards.push(
      polylineMark(
        `gauge-${fret}-filled`,
        'outline',
        [{ x: left, y: board + HOLD }, ...curve, { x: right, y: board + HOLD }].map(place),
        true,
      ),
    );
    notes.push(
      lineMark(`gauge-${fret}-board`, 'guide', place({ x: left, y: board }), place({ x: right, y: board })),
      words(`gauge-${fret}-filled-words`, place({ x: 0, y: board + 4 }), `fret ${fret}`, 'middle'),
      words(`gauge-${fret}-filled-bass`, place({ x: left + 2, y: board + HOLD - 4 }), 'bass'),
    );
    x += right + BESIDE;
  });
  return [
    { name: 'gauges', marks: cards },
    { name: 'marks', marks: notes },
  ];
}

/** A strip with every fret’s slot to lay along the board; of fanned frets two, one along each edge. */
function slotRow(design: NeckSource, { stringPlan }: NeckTemplateParts, below: number): readonly Layer[] {
  const { strings } = design;
  const strips: readonly (readonly [string, (fret: Fret) => number])[] = strings.fan
    ? [
        ['bass edge', (f) => f.bass.x],
        ['treble edge', (f) => f.treble.x],
      ]
    : [['frets', (f) => f.x]];
  const from = Math.min(...stringPlan.board.map((p) => p.x));
  const marks = strips.flatMap(([name, at], i): readonly Mark[] => {
    const top = below - i * (STRIP + BETWEEN / 2);
    const frets = stringPlan.frets.filter((f) => f.number >= 0);
    const to = Math.max(...frets.map(at));
    return [
      polylineMark(
        `strip-${i}`,
        'boardEdge',
        [
          { x: from, y: top - STRIP },
          { x: to, y: top - STRIP },
          { x: to, y: top },
          { x: from, y: top },
        ],
        true,
      ),
      ...frets.flatMap((f): readonly Mark[] => [
        ...(at(f) < to
          ? [lineMark(`strip-${i}-${f.number}`, 'fret', { x: at(f), y: top }, { x: at(f), y: top - STRIP })]
          : []),
        words(
          `strip-${i}-${f.number}-words`,
          { x: at(f) - 0.8, y: top - WORDS - 0.6 },
          f.number === 0 ? 'nut' : String(f.number),
          'end',
        ),
      ]),
      words(`strip-${i}-name`, { x: from + 2, y: top - STRIP + 1.2 }, name),
    ];
  });
  return [{ name: 'slotStrip', marks }];
}

/**
 * All templates of a neck on one drawing, to print full size and to write as files: plan with the headstock laid out flat, side, section gauges and
 * fret slots, one row under another; instrument frame, mirrored for a left-handed instrument.
 */
export function drawNeckTemplate(
  design: NeckSource & Pick<Design, 'units'>,
  handedness: Design['handedness'],
  parts: NeckTemplateParts,
): Drawing {
  let layers: readonly Layer[] = planRow(design, parts);
  for (const row of [sideRow, gaugeRow, slotRow])
    layers = [...layers, ...row(design, parts, lowest(layers) - BETWEEN)];
  const drawing = { layers };
  return handedness === 'left' ? mirrorDrawing(drawing) : drawing;
}
