import type { Design } from '../design/schema.ts';
import type { NeckPlan } from '../neck/planNeck.ts';
import type { StringPlan } from '../strings/stringPlan.ts';
import { MM_PER_INCH } from '../units/length.ts';

const mm = (value: number): string => value.toFixed(3);
const inches = (value: number): string => (value / MM_PER_INCH).toFixed(4);
const degrees = (rad: number): string => ((rad * 180) / Math.PI).toFixed(3);

/** Places along the centre line as files have them: mirrored for a left-handed instrument. */
const mirrored =
  (handedness: Design['handedness']) =>
  (value: number): string =>
    mm(handedness === 'left' && value !== 0 ? -value : value);

/** Comma-separated values (RFC 4180); a field with a comma, quote or line end is quoted. */
const csv = (rows: readonly (readonly string[])[]): string =>
  rows
    .map((row) => row.map((f) => (/[",\r\n]/.test(f) ? `"${f.replaceAll('"', '""')}"` : f)).join(','))
    .map((row) => `${row}\r\n`)
    .join('');

/**
 * Every fret and both ends of its slot, one fret a row, millimetres and inches: what slots are cut by. The
 * slot ends are in the instrument frame, mirrored (x → −x) for a left-handed instrument as in every file; along the edges of a fanned board frets are marked by the outer scales.
 */
export function fretTableCsv(stringPlan: StringPlan, handedness: Design['handedness'] = 'right'): string {
  const x = mirrored(handedness);
  const head = [
    'fret',
    'from nut (mm)',
    'from nut (in)',
    'from fret before (mm)',
    'from fret before (in)',
    'from bridge line (mm)',
    'board width (mm)',
    'from nut on the bass scale (mm)',
    'from nut on the treble scale (mm)',
    'slot bass end x (mm)',
    'slot bass end y (mm)',
    'slot treble end x (mm)',
    'slot treble end y (mm)',
    'slot length (mm)',
    'turn of the bass end tailward (deg)',
    'board radius (mm)',
    'slot ends under the middle (mm)',
    'wire along the arc (mm)',
  ];
  const rows = stringPlan.frets.map((f) => [
    f.number === 0 ? 'nut' : String(f.number),
    mm(f.fromNut),
    inches(f.fromNut),
    mm(f.fromPrevious),
    inches(f.fromPrevious),
    mm(f.x),
    mm(f.boardWidth),
    mm(f.fromNutBass),
    mm(f.fromNutTreble),
    x(f.bass.x),
    mm(f.bass.y),
    x(f.treble.x),
    mm(f.treble.y),
    mm(f.slot),
    degrees(f.turn),
    f.arc ? mm(f.arc.radius) : 'flat',
    f.arc ? mm(f.arc.drop) : mm(0),
    mm(f.arc?.wire ?? f.slot),
  ]);
  return csv([head, ...rows]);
}

/** Every tuner’s place on the headstock and its string’s way to it, bass to treble; millimetres and degrees. The place is in the headstock’s plane, from the nut. */
export function tunerTableCsv({ headstock }: NeckPlan): string {
  const angle = (rad: number | null | undefined): string => (typeof rad === 'number' ? degrees(rad) : '');
  const length = (value: number | null | undefined): string => (typeof value === 'number' ? mm(value) : '');
  const head = [
    'string',
    'tuner',
    'from nut (mm)',
    'to the bass side of the centre line (mm)',
    'turn (deg)',
    'string passes on the',
    'break angle at the nut (deg)',
    'sideways angle to the bass side (deg)',
    'nut to post (mm)',
    'to the nearest other post (mm)',
    'hole to the edge (mm)',
  ];
  const rows = headstock.tuners.map(({ tuner, number, path, breakAngle, holeToEdge }) => [
    number < 1 ? '' : String(number),
    tuner.spec.name,
    mm(tuner.at.x),
    mm(tuner.at.y),
    tuner.turn.toFixed(1),
    `${tuner.passes} side`,
    angle(breakAngle),
    angle(path?.sideways),
    length(path?.length),
    length(path?.clearance),
    mm(holeToEdge),
  ]);
  return csv([head, ...rows]);
}

/** Every string’s scale, places at nut and bridge, compensation and saddle place, bass to treble; millimetres. */
export function saddleTableCsv(stringPlan: StringPlan, handedness: Design['handedness'] = 'right'): string {
  const x = mirrored(handedness);
  const head = [
    'string',
    'gauge (mm)',
    'scale (mm)',
    'across at the nut (mm)',
    'across at the bridge (mm)',
    'scale end x (mm)',
    'compensation (mm)',
    'saddle x (mm)',
  ];
  const rows = stringPlan.lines.map((l, i) => [
    String(stringPlan.lines.length - i),
    mm(l.gauge),
    mm(l.scale),
    mm(l.nut.y),
    mm(l.bridge.y),
    x(l.bridge.x),
    mm(l.bridge.x - l.saddle.x),
    x(l.saddle.x),
  ]);
  return csv([head, ...rows]);
}
