import { changePart } from '../design/layoutEdits.ts';
import type { Design, PartSpec, PlacedPart } from '../design/schema.ts';
import { formOf, kindOf } from '../parts/kinds.ts';
import type { Flat, PartForm } from '../parts/part.ts';
import { SHELF } from '../parts/shelf.ts';
import type { DisplayUnit } from '../units/length.ts';
import { lengthWithUnit } from '../units/length.ts';

/** True if a part of this kind can take the place of another: of the same group, on a face that its kind allows. */
export function canExchange(
  { spec, face }: Pick<PlacedPart, 'spec' | 'face'>,
  wanted: Pick<PartSpec, 'kind'>,
): boolean {
  const [from, to] = [kindOf(spec), kindOf(wanted)];
  return from !== null && to !== null && from.group === to.group && to.faces.includes(face);
}

const SHELF_NAMES = new Set(SHELF.map((p) => p.name));

/** The part as it is after the exchange. A control that has a name of its own (Volume) keeps it: it says what it does, not what it is. */
const exchanged = (spec: PartSpec, wanted: PartSpec): PartSpec =>
  kindOf(spec)?.group === 'controls' && !SHELF_NAMES.has(spec.name) ? { ...wanted, name: spec.name } : wanted;

/**
 * Exchanges parts for another kind or model. Place, turn, face and group stay, and with them wires, rings and cavities,
 * which are found by place; what a part is cut with is the new one's. What was weighed of the old parts is forgotten.
 * Parts that cannot be exchanged for it ({@link canExchange}) stay as they are.
 */
export function exchangeParts(design: Design, ids: readonly string[], wanted: PartSpec): Design {
  const taken = design.parts.filter((p) => ids.includes(p.id) && canExchange(p, wanted));
  const gone = new Set(taken.map((p) => `part:${p.id}`));
  const next = taken.reduce(
    (now, { id, spec }) => changePart(now, id, { spec: exchanged(spec, wanted) }),
    design,
  );
  const weighed = next.weight.weighed.filter((w) => !gone.has(w.of));
  return weighed.length === next.weight.weighed.length
    ? next
    : { ...next, weight: { ...next.weight, weighed } };
}

function shapeWords(shape: Flat, units: DisplayUnit): string {
  if (shape.kind === 'circle') return `⌀ ${lengthWithUnit(shape.diameter, units)}`;
  if (shape.kind === 'free') return 'its own shape';
  return `${lengthWithUnit(shape.long, units)} × ${lengthWithUnit(shape.wide, units)}`;
}
const changed = (label: string, from: string, to: string): readonly string[] =>
  from === to ? [] : [`${label}: ${from} → ${to}`];

/** Everything that is cut for a part, by what it is called. */
function cutsByName({ cuts }: PartForm, units: DisplayUnit): ReadonlyMap<string, string> {
  const named = new Map<string, string>();
  for (const { name, shape, depth } of cuts) {
    const words = `${shapeWords(shape, units)}, ${depth === null ? 'through' : `${lengthWithUnit(depth, units)} deep`}`;
    named.set(name, named.has(name) ? `${named.get(name)!}; ${words}` : words);
  }
  return named;
}
function screwWords({ holes }: PartForm, units: DisplayUnit): string {
  const byLength = new Map<string, number>();
  for (const { screw } of holes) {
    const words = `${lengthWithUnit(screw.thread, units)} × ${lengthWithUnit(screw.length, units)}`;
    byLength.set(words, (byLength.get(words) ?? 0) + 1);
  }
  return byLength.size === 0
    ? 'none'
    : [...byLength].map(([words, count]) => `${count} of ${words}`).join(', ');
}
const bushWords = ({ bush }: PartForm, units: DisplayUnit): string =>
  bush
    ? `${lengthWithUnit(bush.diameter, units)} across, ${lengthWithUnit(bush.length, units)} long`
    : 'none';
const behindWords = ({ bush }: PartForm, units: DisplayUnit): string =>
  bush
    ? `${lengthWithUnit(bush.bodyLong, units)} × ${lengthWithUnit(bush.bodyWide, units)}, ${lengthWithUnit(bush.bodyDepth, units)} deep`
    : 'none';
const highest = ({ solids }: PartForm): number => solids.reduce((top, s) => Math.max(top, s.high), 0);

/** What follows from an exchange, one line for each thing that the new part needs otherwise: routs, screws, thread, height, mass. */
export function exchangeFollows(spec: PartSpec, wanted: PartSpec, units: DisplayUnit): readonly string[] {
  const [from, to] = [formOf(spec), formOf(wanted)];
  const [before, after] = [cutsByName(from, units), cutsByName(to, units)];
  const names = new Set([...before.keys(), ...after.keys()]);
  return [
    ...[...names].flatMap((name) => changed(name, before.get(name) ?? 'none', after.get(name) ?? 'none')),
    ...changed('screws', screwWords(from, units), screwWords(to, units)),
    ...changed('threaded bush', bushWords(from, units), bushWords(to, units)),
    ...changed('behind the wood', behindWords(from, units), behindWords(to, units)),
    ...changed('over the face', lengthWithUnit(highest(from), units), lengthWithUnit(highest(to), units)),
    ...changed('mass', `${Math.round(from.mass)} g`, `${Math.round(to.mass)} g`),
    ...(wanted.assumed.length > 0
      ? [`${wanted.assumed.length} measures are usual sizes until you take them`]
      : []),
    ...(exchanged(spec, wanted).name !== wanted.name ? [`it is still called ${spec.name}`] : []),
  ];
}
