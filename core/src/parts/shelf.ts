import type { PartSpec } from '../design/schema.ts';
import { kindOf } from './kinds.ts';
import type { PartGroup } from './part.ts';

/** A generic part as it stands on the shelf: its kind with usual measures, none of them measured yet. */
export interface ShelfPart {
  readonly key: string;
  readonly name: string;
  readonly kind: string;
  readonly measures: Readonly<Record<string, number>>;
}

const on = (
  key: string,
  name: string,
  kind: string,
  measures: Readonly<Record<string, number>> = {},
): ShelfPart => ({ key, name, kind, measures });

/** Usual sizes, rounded: hardware varies by maker, so each number waits for a caliper. */
export const SHELF: readonly ShelfPart[] = [
  on('bridge-plate', 'Fixed bridge, six strings', 'bridge-plate'),
  on('bridge-plate-bass', 'Bass plate bridge, four strings', 'bridge-plate', {
    spread: 57,
    travel: 24,
    low: 11,
    high: 18,
    long: 56,
    wide: 80,
    front: 8,
    screwBehind: 44,
    screwLength: 25,
    screwThread: 4,
    screwRoot: 2.9,
    mass: 270,
  }),
  on('bridge-studs', 'Bridge on two studs', 'bridge-studs'),
  on('tailpiece-studs', 'Tailpiece on two studs', 'tailpiece-studs'),
  on('bridge-through', 'Bridge, strings through the body', 'bridge-through'),
  on('bridge-vibrato', 'Vibrato on knife edges', 'bridge-vibrato'),
  on('bridge-single', 'Saddle for one string', 'bridge-single'),
  on('pickup-slim', 'Slim single-coil pickup', 'pickup', {
    long: 18,
    wide: 70,
    radius: 9,
    bit: 9,
    below: 17,
    above: 7,
    spread: 51,
    legWide: 6,
    legLong: 14,
    legBelow: 17,
    mass: 85,
  }),
  on('pickup-wide', 'Wide single-coil pickup', 'pickup', {
    long: 36,
    wide: 84,
    radius: 5,
    bit: 5,
    below: 15,
    above: 8,
    spread: 50,
    legWide: 0,
    mass: 130,
  }),
  on('pickup-twin', 'Twin-coil pickup', 'pickup'),
  on('pickup-twin-small', 'Twin-coil pickup, small', 'pickup', {
    long: 27,
    wide: 68,
    radius: 3,
    bit: 3,
    below: 17,
    above: 8,
    spread: 49,
    legWide: 5,
    legLong: 12,
    legBelow: 20,
    mass: 95,
  }),
  on('pickup-bass', 'Bass pickup, rectangular', 'pickup', {
    long: 32,
    wide: 89,
    radius: 4,
    bit: 4,
    below: 19,
    above: 9,
    spread: 57,
    legWide: 0,
    screwSpan: 76,
    mass: 150,
  }),
  on('pickup-split', 'Bass pickup in two halves', 'pickup-split', {
    long: 27,
    wide: 57,
    radius: 4,
    bit: 4,
    below: 19,
    above: 9,
    spread: 57,
  }),
  on('pickup-blade', 'Blade pickup', 'pickup-blade', { spread: 56 }),
  on('ring', 'Pickup ring', 'ring'),
  on('pot-24', 'Pot 24 mm, solid shaft', 'pot'),
  on('pot-24-split', 'Pot 24 mm, split shaft', 'pot'),
  on('pot-24-long', 'Pot 24 mm, long bush', 'pot', { bushLong: 19 }),
  on('pot-16', 'Pot 16 mm, solid shaft', 'pot', {
    body: 16.5,
    bodyDeep: 11,
    bush: 7,
    bushLong: 7.5,
    mass: 15,
  }),
  on('pot-16-split', 'Pot 16 mm, split shaft', 'pot', {
    body: 16.5,
    bodyDeep: 11,
    bush: 7,
    bushLong: 7.5,
    mass: 15,
  }),
  on('knob', 'Knob, 19 mm', 'knob'),
  on('knob-skirt', 'Knob with a skirt, 25 mm', 'knob', { knob: 25, knobHigh: 16, mass: 18 }),
  on('knob-slim', 'Slim knob, 13 mm', 'knob', { knob: 13, knobHigh: 15, mass: 8 }),
  on('rotary', 'Rotary switch', 'rotary'),
  on('lever', 'Lever switch', 'lever'),
  on('toggle', 'Toggle switch', 'toggle'),
  on('toggle-mini', 'Toggle switch, small', 'toggle', {
    bodyLong: 13,
    bodyWide: 12,
    bodyDeep: 16,
    bush: 6,
    bushLong: 9,
    sweep: 5,
    tip: 4,
    mass: 8,
  }),
  on('battery', 'Battery box', 'battery'),
  on('jack-plate', 'Jack in the edge, on a plate', 'jack-plate'),
  on('jack-barrel', 'Barrel jack in the edge', 'jack-barrel'),
  on('jack-top', 'Jack in the face, in a dish', 'jack-top'),
  on('plate', 'Cover plate', 'plate'),
  on('control-plate', 'Control plate, metal', 'plate', {
    long: 108,
    wide: 38,
    radius: 6,
    thick: 1.2,
    screwLong: 98,
    screwWide: 28,
    mass: 38,
  }),
  on('neck-plate', 'Neck plate', 'plate', { long: 64, wide: 51, radius: 6, thick: 2, mass: 70 }),
  on('ferrule', 'String ferrule', 'ferrule'),
  on('bushing', 'Threaded bushing', 'bushing'),
  on('screw', 'Screw 3 × 14', 'screw'),
  on('screw-neck', 'Screw 4.5 × 45', 'screw', {
    screwLength: 45,
    screwThread: 4.5,
    screwRoot: 3.2,
    head: 8.5,
    mass: 5,
  }),
  on('strap-button', 'Strap button', 'strap-button'),
  on('strap-lock', 'Strap lock, let in', 'strap-button', { recess: 16, recessDeep: 13, high: 4 }),
  on('tuner-line', 'Tuner, all in line', 'tuner'),
  on('tuner-sides', 'Tuner, both sides', 'tuner', { long: 19, wide: 16 }),
  on('tuner-bass', 'Bass tuner', 'tuner', {
    post: 10,
    takeOff: 11,
    hole: 14,
    washer: 19,
    bush: 17,
    long: 28,
    wide: 24,
    deep: 16,
    button: 30,
    screwAlong: -11,
    screwAcross: -9,
    screwThread: 2.5,
    mass: 72,
  }),
];

/** The shelf by groups of kinds. */
export const groupOf = (part: Pick<ShelfPart, 'kind'>): PartGroup => kindOf(part)?.group ?? 'hardware';

/** A shelf part as a part of a design: every measure assumed until it is measured. */
export function specOf(part: ShelfPart): PartSpec {
  const kind = kindOf(part)!;
  return {
    kind: part.kind,
    name: part.name,
    measures: Object.fromEntries(kind.measures.map((d) => [d.key, part.measures[d.key] ?? d.value])),
    assumed: kind.measures.map((d) => d.key),
    outline: null,
  };
}

/** A part of a kind with its usual measures, all of them assumed, called what its kind is. Throws for a kind that there is not. */
export const plainSpec = (kind: string): PartSpec =>
  specOf({ key: kind, kind, name: kindOf({ kind })!.words, measures: {} });
