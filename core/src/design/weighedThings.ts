import type { Design, PartSpec } from './schema.ts';

interface Thing {
  readonly id: string;
  readonly spec?: PartSpec;
}

/** Another thing in its place, or its mass typed anew: what was weighed before is not of it. */
const isOther = ({ spec: a }: Thing, { spec: b }: Thing): boolean =>
  a !== b && (a?.kind !== b?.kind || a?.measures['mass'] !== b?.measures['mass']);

/**
 * A design that forgets what was weighed of things (parts, tuners, plates) that are gone, replaced or whose mass was typed since, so that a
 * later thing with the same id does not weigh what they did; the same design where nothing is forgotten.
 */
export function forgetWeighed(
  design: Design,
  of: 'part' | 'tuner' | 'plate',
  before: readonly Thing[],
  after: readonly Thing[],
): Design {
  const { weighed } = design.weight;
  if (before === after || !weighed.some((w) => w.of.startsWith(`${of}:`))) return design;
  const now = new Map(after.map((t) => [`${of}:${t.id}`, t]));
  const gone = new Set(
    before.flatMap((t) => {
      const key = `${of}:${t.id}`;
      const same = now.get(key);
      return same && !isOther(t, same) ? [] : [key];
    }),
  );
  return keeping(design, (key) => !gone.has(key));
}

function keeping(design: Design, stays: (of: string) => boolean): Design {
  const { weighed } = design.weight;
  const left = weighed.filter((w) => stays(w.of));
  return left.length === weighed.length ? design : { ...design, weight: { ...design.weight, weighed: left } };
}

/** A design that forgets what was weighed of covers whose openings are gone. */
export function forgetCovers(design: Design, before: Design['openings'], after: Design['openings']): Design {
  if (design.weight.weighed.length === 0) return design;
  const gone = before
    .filter(({ id }) => !after.some((o) => o.id === id))
    .map(({ id }) => `plate:cover-${id}-`);
  return keeping(design, (of) => !gone.some((cover) => of.startsWith(cover)));
}
