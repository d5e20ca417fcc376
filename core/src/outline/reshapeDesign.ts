import { inHand } from '../design/edits.ts';
import { mirrored } from '../design/nodeEdits.ts';
import type { Design } from '../design/schema.ts';
import { lengthWithUnit } from '../units/length.ts';
import { reshape } from './reshape.ts';
import type { ShapeKey } from './shapeMeasures.ts';
import { SHAPE_WORDS, shapeMeasures } from './shapeMeasures.ts';
import { solveOutline } from './solve.ts';

export type ReshapedDesign =
  { readonly ok: true; readonly design: Design } | { readonly ok: false; readonly message: string };

/** What both sides have in common when they are linked. */
const TWIN_KEY: Readonly<Partial<Record<ShapeKey, ShapeKey>>> = {
  hornReachBass: 'hornReachTreble',
  hornReachTreble: 'hornReachBass',
  cutawayBass: 'cutawayTreble',
  cutawayTreble: 'cutawayBass',
};

/** Another measure may be off by this, mm, before it is said not to have been kept. */
const KEPT = 0.5;

/**
 * The design with one measure of its outline changed: reshaped smoothly, every other measure kept. Where
 * sides are linked, both change; a measure that would set them apart is refused. Refused too, with the
 * measures that stand in its way, is what no smooth change of this outline gives.
 */
export function reshapeDesign(design: Design, key: ShapeKey, mm: number): ReshapedDesign {
  const { nodes, mirror } = design.outline;
  const linked = mirror.some(([a, b]) => a !== b);
  if (linked && key === 'waistOffset')
    return {
      ok: false,
      message: 'the sides are linked as mirror images, so they have no offset: cut the links first',
    };
  const now = shapeMeasures(solveOutline(nodes));
  if (now[key] === undefined)
    return { ok: false, message: `this outline has no ${SHAPE_WORDS[key].name} to change: draw one first` };
  const twin = linked ? TWIN_KEY[key] : undefined;
  const wanted = { ...now, [key]: mm, ...(twin && now[twin] !== undefined ? { [twin]: mm } : {}) };
  const { nodes: moved, misses } = reshape(nodes, wanted);
  const off = misses.filter((m) => !(Math.abs(m.by) <= KEPT));
  if (off.length) {
    const others = off.filter((m) => m.key !== key).map((m) => SHAPE_WORDS[m.key].name);
    return {
      ok: false,
      message:
        `a ${SHAPE_WORDS[key].name} of ${lengthWithUnit(mm, design.units)} cannot be had by a smooth change` +
        (others.length ? ` that keeps the ${others.join(', the ')}` : '') +
        ': go there in smaller steps, or change what stands in its way first',
    };
  }
  const byId = new Map(moved.map((n) => [n.id, n]));
  // Twins are each other's image to the last digit.
  for (const [a, b] of mirror) {
    const lead = byId.get(a);
    if (lead && a !== b) byId.set(b, mirrored(lead, b));
    else if (lead) byId.set(a, { ...lead, y: 0 });
  }
  const outline = { ...design.outline, nodes: nodes.map((n) => byId.get(n.id)!) };
  return { ok: true, design: inHand({ ...design, outline }, 'outline') };
}
