import type { Design } from '../design/schema.ts';
import type { Hold, ReshapedDesign } from './reshapeDesign.ts';
import { reshapeDesign, reshapeMeasures } from './reshapeDesign.ts';
import type { ShapeKey, ShapeMeasures } from './shapeMeasures.ts';
import { SHAPE_WORDS, shapeMeasures } from './shapeMeasures.ts';
import { solveOutline } from './solve.ts';

/** Two measures whose ratio is meant: the larger over the smaller is `value`. */
export interface Ratio {
  readonly of: ShapeKey;
  readonly to: ShapeKey;
  readonly value: number;
}

/** Ratios nearer than this share to their value are exact: a tenth of a mm of a body's length. */
const EXACT = 2e-4;

/** The larger of two measures over the smaller; null where the shape has not both. */
export function ratioNow(shape: ShapeMeasures, { of, to }: Pick<Ratio, 'of' | 'to'>): number | null {
  const [a, b] = [shape[of], shape[to]];
  return a && b && a > 0 && b > 0 ? Math.max(a, b) / Math.min(a, b) : null;
}

export const isExact = (shape: ShapeMeasures, ratio: Ratio): boolean => {
  const now = ratioNow(shape, ratio);
  return now !== null && Math.abs(now / ratio.value - 1) <= EXACT;
};

/** A measure and all that held ratios tie to it: they grow and shrink together. */
function tiedTo(key: ShapeKey, held: readonly Ratio[]): ReadonlySet<ShapeKey> {
  const tied = new Set<ShapeKey>([key]);
  for (let grew = true; grew;) {
    grew = false;
    for (const { of, to } of held)
      if (tied.has(of) !== tied.has(to)) {
        tied.add(of).add(to);
        grew = true;
      }
  }
  return tied;
}

/**
 * The design with one measure of its outline typed, and every held ratio that was exact still exact: what they tie to it grows and shrinks with it. Otherwise as
 * {@link reshapeDesign}.
 */
export function reshapeHolding(
  design: Design,
  key: ShapeKey,
  mm: number,
  held: readonly Ratio[],
  hold?: Hold,
): ReshapedDesign {
  const shape = shapeMeasures(solveOutline(design.outline.nodes));
  const now = shape[key];
  const tied = tiedTo(
    key,
    held.filter((r) => isExact(shape, r)),
  );
  if (tied.size < 2 || !now || !(mm > 0)) return reshapeDesign(design, key, mm, hold);
  const targets: Partial<Record<ShapeKey, number>> = {};
  for (const k of tied) if (shape[k] !== undefined) targets[k] = (shape[k] * mm) / now;
  return reshapeMeasures(design, targets);
}

/**
 * The design with a ratio of its outline made exact by the measure that `gives` way; ratios in `held` stay exact: what
 * they tie to that measure changes with it, all else is kept. Refused where held ratios tie both measures of the new one
 * together, or where no smooth change gives it.
 */
export function reshapeRatio(
  design: Design,
  wish: Ratio,
  gives: ShapeKey,
  held: readonly Ratio[] = [],
): ReshapedDesign {
  const shape = shapeMeasures(solveOutline(design.outline.nodes));
  const stays = gives === wish.of ? wish.to : wish.of;
  const [a, b] = [shape[gives], shape[stays]];
  if (!a || !b)
    return {
      ok: false,
      message: `this outline has no ${SHAPE_WORDS[a ? stays : gives].name}: draw one first`,
    };
  const target = a >= b ? b * wish.value : b / wish.value;
  const others = held.filter((r) => !(r.of === wish.of && r.to === wish.to) && isExact(shape, r));
  const tied = tiedTo(gives, others);
  if (tied.has(stays))
    return {
      ok: false,
      message: `the ratios that are held tie the ${SHAPE_WORDS[gives].name} to the ${SHAPE_WORDS[stays].name}: release one of them first`,
    };
  const factor = target / a;
  const targets: Partial<Record<ShapeKey, number>> = {};
  for (const key of tied) if (shape[key] !== undefined) targets[key] = shape[key] * factor;
  return reshapeMeasures(design, targets);
}
