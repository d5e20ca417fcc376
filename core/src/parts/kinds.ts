import type { PartSpec } from '../design/schema.ts';
import {
  bridgePlate,
  bridgeSingle,
  bridgeStuds,
  bridgeThrough,
  bridgeVibrato,
  tailpiece,
} from './kinds/bridges.ts';
import { knob, lever, pot, rotary, toggle } from './kinds/controls.ts';
import {
  battery,
  bushing,
  ferrule,
  jackBarrel,
  jackPlate,
  jackTop,
  plate,
  screw,
  strapButton,
  tuner,
} from './kinds/hardware.ts';
import { pickup, pickupBlade, pickupSplit, ring } from './kinds/pickups.ts';
import type { MeasureDef, PartForm, PartKind } from './part.ts';
import { PLAIN, mmOf } from './part.ts';

/** Where a part balances, for every kind that weighs something. */
const BALANCES: readonly MeasureDef[] = [
  mmOf(
    'massAlong',
    'Balances, along',
    0,
    'nutward of its outline’s middle, laid over an edge',
    null,
    -200,
    200,
  ),
  mmOf('massAcross', 'Balances, across', 0, 'to the bass side of its outline’s middle', null, -200, 200),
];

/** Every kind of part. */
export const PART_KINDS: readonly PartKind[] = [
  bridgePlate,
  bridgeStuds,
  tailpiece,
  bridgeThrough,
  bridgeVibrato,
  bridgeSingle,
  pickup,
  pickupBlade,
  pickupSplit,
  ring,
  pot,
  knob,
  rotary,
  lever,
  toggle,
  battery,
  jackPlate,
  jackBarrel,
  jackTop,
  plate,
  ferrule,
  bushing,
  screw,
  strapButton,
  tuner,
].map((kind) => ({ ...kind, measures: [...kind.measures, ...BALANCES] }));

const BY_KEY = new Map(PART_KINDS.map((k) => [k.key, k]));

/** A part's kind; null for one that a newer Pelkin made. */
export const kindOf = (spec: Pick<PartSpec, 'kind'>): PartKind | null => BY_KEY.get(spec.kind) ?? null;

/** A measure of a part: its own, or its kind's where it has none. */
export function measureOf(spec: PartSpec, key: string): number {
  const own = spec.measures[key];
  if (own !== undefined) return own;
  return kindOf(spec)?.measures.find((d) => d.key === key)?.value ?? 0;
}

/** The measures of a part that nobody has taken: those it says so of, and those it was never requested. */
export const assumedOf = (spec: PartSpec): readonly string[] =>
  (kindOf(spec)?.measures ?? [])
    .map((d) => d.key)
    .filter((key) => spec.assumed.includes(key) || spec.measures[key] === undefined);

const FORMS = new WeakMap<PartSpec, PartForm>();

/** What a part comes to with its measures; of an unknown kind, its own outline alone. Remembered by identity. */
export function formOf(spec: PartSpec): PartForm {
  const known = FORMS.get(spec);
  if (known) return known;
  const made = kindOf(spec)?.form((key) => measureOf(spec, key)) ?? PLAIN;
  const form = spec.outline
    ? { ...made, footprint: [{ shape: { kind: 'free', nodes: spec.outline } as const, at: { x: 0, y: 0 } }] }
    : made;
  FORMS.set(spec, form);
  return form;
}
