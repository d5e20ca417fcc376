import { boxOfPoints } from '../geometry/box.ts';
import { flattenPath } from '../geometry/closedPath.ts';
import { circlePath } from '../geometry/figures.ts';
import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';
import type { Polygon } from '../geometry/polygons.ts';
import { radiusDrop, saddlePlace } from '../strings/elevation.ts';
import { coneRadius } from '../strings/fretboard.ts';
import { centreScale } from '../strings/frets.ts';
import { neckSide } from '../strings/neckSide.ts';
import type { StringPlan } from '../strings/stringPlan.ts';
import { nutLine } from './nutLine.ts';
import type { Frame, Place } from './frames.ts';
import { headFrame, placed, shaftFrame, within } from './frames.ts';
import type { TunerPlan } from './headstockPlan.ts';
import { winderOf, keyOutline } from './headstockPlan.ts';
import type { NeckPlan, NeckSource } from './planNeck.ts';
import { slotBottomOf } from './planNeck.ts';

/** Something on a neck, upright on its plan from low to high in its own frame, and that frame in the instrument’s. mm. */
export interface Fitting {
  readonly what: 'board' | 'marker' | 'nut' | 'fret' | 'tuner';
  readonly plan: Polygon;
  readonly low: number;
  /** On the centre line, where its top is crowned. */
  readonly high: number;
  readonly frame: Frame;
  readonly crown: Crown | null;
  /** It stands on a crowned face: its underside is crowned too. */
  readonly isOnCrown: boolean;
}

/** A top that falls away beside the centre line with the fingerboard: its radius at two places along it, in the same frame, and in a straight line between and beyond. mm */
export interface Crown {
  readonly x: readonly [number, number];
  readonly radius: { readonly nut: number; readonly end: number };
}

/** How far a crowned top lies under its middle, mm: `r − √(r² − y²)` (formulas section 3). A radius is at least as wide as what it crowns. */
export function crownDrop({ x: [nut, end], radius }: Crown, x: number, y: number): number {
  return radiusDrop(Math.max(Math.abs(y), coneRadius(radius, (x - nut) / (end - nut))), y);
}

/** The crown of a fingerboard, the shaft’s frame; null of a flat one. */
function crownOf(strings: NeckSource['strings'], board: Polygon): Crown | null {
  const { boardRadius } = strings;
  const box = boxOfPoints(board);
  if (!boardRadius || !box) return null;
  const scale = centreScale(strings);
  return { x: [box.maxX - scale, box.minX - scale], radius: boardRadius };
}

/** Chords of what is only looked at stay so near to its curves, mm. */
const CHORD = 0.1;
/** A fret’s crown is so wide; a nut stands so far over its slots; a post over the string; a marker over the board, mm. */
const CROWN = 2.2;
const NUT_OVER = 1;
const POST_OVER = 3;
const MARKER_OVER = 0.05;
/** A washer’s height, mm, and which share of a housing’s depth its button takes. */
const WASHER = 1.2;
const BUTTON = [0.2, 0.8] as const;

/** A line as a strip so wide. */
function strip(a: Point, b: Point, wide: number): Polygon {
  const long = distance(a, b) || 1;
  const [nx, ny] = [((b.y - a.y) / long) * (wide / 2), (-(b.x - a.x) / long) * (wide / 2)];
  return [
    { x: a.x + nx, y: a.y + ny },
    { x: b.x + nx, y: b.y + ny },
    { x: b.x - nx, y: b.y - ny },
    { x: a.x - nx, y: a.y - ny },
  ];
}

const circleAt = (at: Point, across: number): Polygon =>
  flattenPath(circlePath(across), CHORD).map((p) => ({ x: p.x + at.x, y: p.y + at.y }));

function tunerFittings({ tuner, housing }: TunerPlan, thickness: number, frame: Frame): readonly Fitting[] {
  const { post, takeOff, washer, housing: box } = winderOf(tuner);
  const of = (plan: Polygon, low: number, high: number): Fitting => ({
    what: 'tuner',
    plan,
    low,
    high,
    frame,
    crown: null,
    isOnCrown: false,
  });
  const under = -thickness - box.deep;
  return [
    of(circleAt(tuner.at, post), 0, takeOff + POST_OVER),
    ...(washer > 0 ? [of(circleAt(tuner.at, washer), 0, WASHER)] : []),
    ...(box.deep > 0
      ? [
          of(housing, under, -thickness),
          of(
            flattenPath(keyOutline(tuner), CHORD),
            under + box.deep * BUTTON[0],
            under + box.deep * BUTTON[1],
          ),
        ]
      : []),
  ];
}

/** Fingerboard with frets and markers, nut and tuners, where they stand on the instrument. `markers` are plans in the instrument frame. */
export function fittingsOf(
  source: NeckSource,
  plan: NeckPlan,
  stringPlan: StringPlan,
  markers: readonly Polygon[],
): readonly Fitting[] {
  const { neck, strings, shaft, headstock } = source;
  const scale = centreScale(strings);
  const onShaft = (p: Point): Point => ({ x: p.x - scale, y: p.y });
  const frame = shaftFrame(source, plan);
  const head = within(frame, headFrame(plan));
  const crown = crownOf(strings, stringPlan.board);
  const of = (what: Fitting['what'], polygon: Polygon, low: number, high: number): Fitting => ({
    what,
    plan: polygon.map(onShaft),
    low,
    high,
    frame,
    crown,
    isOnCrown: crown !== null && (what === 'fret' || what === 'marker'),
  });
  const { line, behind } = nutLine(strings, shaft.nut.thickness);
  const frets = stringPlan.frets.filter((f) => f.number > 0 || strings.zeroFret);
  return [
    of('board', stringPlan.board, 0, neck.board),
    ...frets.map(({ bass, treble }) =>
      of('fret', strip(bass, treble, CROWN), neck.board, neck.board + neck.fretHeight),
    ),
    ...markers.map((m) => of('marker', m, neck.board, neck.board + MARKER_OVER)),
    of('nut', [...line, behind[1], behind[0]], 0, slotBottomOf(neck) + NUT_OVER),
    ...plan.headstock.tuners.flatMap((t) => tunerFittings(t, headstock.thickness, head)),
  ];
}

/** Each string in space, instrument frame: from its saddle over the nut to its post, or to the nut alone without a tuner. Over a crowned fingerboard they lie crowned. */
export function stringsInSpace(
  source: NeckSource,
  plan: NeckPlan,
  stringPlan: StringPlan,
): readonly (readonly Place[])[] {
  const { neck, strings } = source;
  const frame = shaftFrame(source, plan);
  const head = within(frame, headFrame(plan));
  const { z } = saddlePlace(neckSide(source));
  const crown = crownOf(strings, stringPlan.board);
  const scale = centreScale(strings);
  /** How much lower than in the middle a string lies at a place of the instrument. */
  const lower = ({ x, y }: Point): number => (crown ? crownDrop(crown, x - scale, y) : 0);
  return stringPlan.lines.map(({ saddle, start }, i) => {
    const nut = placed(frame, { x: start.x - scale, y: start.y, z: slotBottomOf(neck) - lower(start) });
    const tuner = plan.headstock.tuners.find((t) => t.string === i);
    const post = tuner?.path && placed(head, { ...tuner.path.touches, z: winderOf(tuner.tuner).takeOff });
    return [{ x: saddle.x, y: saddle.y, z: z - lower(saddle) }, nut, ...(post ? [post] : [])];
  });
}

/** Everything that a design’s neck has beside its wood. */
export interface NeckFittings {
  readonly fittings: readonly Fitting[];
  readonly strings: readonly (readonly Place[])[];
}
